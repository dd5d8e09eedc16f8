import { beforeAll, describe, expect, test } from 'vitest';
import { CATALOG } from '../../src/core/catalog/registry.js';
import { inspect } from '../support/inspect.js';
import { Planner } from '../../src/core/inspect/plan.js';
import type { Language } from '../../src/core/base/language.js';
import type { Permission } from '../../src/core/model/freedom.js';
import { SourceText } from '../../src/core/base/source-text.js';
import { Spelling } from '../../src/core/syntax/spelling.js';
import type { WaiverTerms } from '../../src/core/waivers/account.js';
import { builtDictionary, builtGrammars } from '../support/grammars.js';
import { GRAMMARS, languageById, languageOfName } from '../../src/core/languages/languages.js';

const grammars = builtGrammars();
const tools = {
  today: '2026-11-23',
  needsReasons: false,
  ownFiles: new Set<string>(),
  grammars,
  planner: new Planner(CATALOG, grammars),
  spelling: new Spelling(builtDictionary),
};
beforeAll(() => grammars.load(GRAMMARS));

/** The rules that these tests speak of; others would find something too. */
const RULES = [
  'safety/dynamic-code', 'slips/loose-compare', 'slips/hollow-block', 'slips/syntax', 'text/trailing-blanks',
  'text/final-newline',
];

function look(
  file: string, code: string, waivers: Permission = 'allow', terms: Partial<WaiverTerms> = {},
): ReturnType<typeof inspect> {
  const rules = new Map(CATALOG.rules.filter(({ id }) => RULES.includes(id)).map((rule) =>
    [rule.id, { level: 'note' as const, options: rule.defaults, waivers, fix: 'allow' as const, ledger: 'allow' as const }]));
  const language = languageOfName(file) ?? (languageById('text') as Language);
  return inspect(new SourceText(file, language, code), { id: 'all', rules }, { ...tools, ...terms });
}

/** `line rule` of each finding of a file, those that are excused with a reason. */
function findings(file: string, code: string): string[] {
  return look(file, code).findings.map(
    ({ rule, span, excused }) => `${span.start.line} ${rule}${excused ? ` excused in ${excused.line}: ${excused.because}` : ''}`,
  );
}

describe('a waiver', () => {
  test.each<[string, string, string, string[]]>([
    [
      'alone on its line covers the next line with code',
      'a.js',
      '// elvar waive slips/loose-compare because x\n\n// more\n/* and\nmore */\nif (a == b) go();\nif (a == b) go();\n',
              ['6 slips/loose-compare excused in 1: x', '7 slips/loose-compare'],
    ],
    [
      'after code covers its own line',
      'a.js',
      'if (a == b) go(); // elvar waive slips/loose-compare because x\nif (a == b) go();\n',
              ['1 slips/loose-compare excused in 1: x', '2 slips/loose-compare'],
    ],
    ['needs no reason', 'a.ts', 'if (a == b) go(); // elvar waive slips/loose-compare\n', [
      '1 slips/loose-compare excused in 1: null',
    ]],
    ['covers only the rules it names', 'a.ts', 'if (a == b) eval(c); // elvar waive safety/* because x\n', [
      '1 slips/loose-compare', '1 safety/dynamic-code excused in 1: x',
    ]],
    ['may name several rules', 'a.ts', '/* elvar waive safety/*, slips/loose-compare because x */\nif (a == b) eval(c);\n',
      ['2 slips/loose-compare', '2 safety/dynamic-code'].map((finding) => `${finding} excused in 1: x`)],
    ['counts in a comment that documents', 'a.ts', '/** elvar waive tag:security because x */\neval(c);\n', [
      '2 safety/dynamic-code excused in 1: x',
    ]],
    ['in Python', 'a.py', '# elvar waive safety/dynamic-code because the lock keeper types it in\nexec(a)\nexec(a)\n', [
      '2 safety/dynamic-code excused in 1: the lock keeper types it in', '3 safety/dynamic-code',
    ]],
    ['in CSS', 'a.css', '/* elvar waive slips/hollow-block because the kiosk fills it */\na {}\n', [
      '2 slips/hollow-block excused in 1: the kiosk fills it',
    ]],
    ['in Java', 'A.java', 'class A { void b() { if (c) {} } } // elvar waive slips/hollow-block because x\n', [
      '1 slips/hollow-block excused in 1: x',
    ]],
    ['in PHP, with #', 'a.php', '<?php\n# elvar waive safety/dynamic-code because x\neval($a);\n', [
      '3 safety/dynamic-code excused in 2: x',
    ]],
    ['in a language without a grammar', 'a.sql', '-- elvar waive text/trailing-blanks because x\nselect 1; \n', [
      '2 text/trailing-blanks excused in 1: x',
    ]],
    ['in Markdown', 'a.md', '<!-- elvar waive text/trailing-blanks because x -->\n\na \n', [
      '3 text/trailing-blanks excused in 1: x',
    ]],
    ['in a text is none', 'a.js', 'const a = "// elvar waive safety/*"; eval(a);\n', ['1 safety/dynamic-code']],
    ['that a comment only sets is none', 'a.js', '// write elvar waive safety/* here\neval(a);\n', ['2 safety/dynamic-code']],
  ])('%s', (_, file, code, expected) => {
    const sorted = findings(file, code);
    expect(sorted).toEqual(expect.arrayContaining(expected));
    expect(sorted).toHaveLength(expected.length);
  });

  test.each(['', ' because x', ' Safety', ' safety/dynamic-code,', ' safety/dynamic-code below below'])(
    'that is malformed excuses nothing and is reported: elvar waive%s', (rest) => {
      const { findings: found, misread } = look('a.js', `eval(a); // elvar waive${rest}\n`);
      expect(found.map(({ excused }) => excused)).toEqual([null]);
      expect(misread.map(({ line }) => line)).toEqual([1]);
    },
  );

  test.each<[string, string, string[]]>([
    ['below reaches to the end', 'eval(a);\n// elvar waive safety/* below because x\neval(b);\n\neval(c);\n', [
      '1 safety/dynamic-code', '3 safety/dynamic-code excused in 2: x', '5 safety/dynamic-code excused in 2: x',
    ]],
    [
      'below reaches to where it is resumed',
      '// elvar waive safety/* below because x\neval(b);\n// elvar resume safety/*\neval(c);\n',
      ['2 safety/dynamic-code excused in 1: x', '4 safety/dynamic-code'],
    ],
    [
      'resume is for the selector that it names',
      '// elvar waive safety/*, slips/* below because x\n// elvar resume slips/*\nif (a == b) eval(c);\n',
      ['3 slips/loose-compare', '3 safety/dynamic-code excused in 1: x'],
    ],
    [
      'resume ends the latest that is open',
      '// elvar waive safety/* below because x\n// elvar waive safety/* below because y\neval(a);\n// elvar resume safety/*\n'
        + 'eval(b);\n// elvar resume safety/*\neval(c);\n',
              ['3 safety/dynamic-code excused in 2: y', '5 safety/dynamic-code excused in 1: x', '7 safety/dynamic-code'],
    ],
    [
      'another selector for the same rule is not resumed',
      '// elvar waive safety/dynamic-code below because x\n// elvar resume safety/*\neval(a);\n',
      ['3 safety/dynamic-code excused in 1: x'],
    ],
    [
      'resume leaves alone what holds throughout',
      '// elvar waive safety/* throughout because x\n// elvar resume safety/*\neval(a);\n',
      ['3 safety/dynamic-code excused in 1: x'],
    ],
    ['throughout covers the lines above it too', 'eval(a);\n/* elvar waive safety/* throughout because x */\n', [
      '1 safety/dynamic-code excused in 2: x',
    ]],
    [
      'the narrowest is told',
      '// elvar waive safety/* throughout because x\n// elvar waive safety/* below because y\n'
        + 'eval(a); // elvar waive safety/* because z\neval(b);\n',
              ['3 safety/dynamic-code excused in 3: z', '4 safety/dynamic-code excused in 2: y'],
    ],
    ['counts on its last day', '// elvar waive safety/* until 2026-11-23 because x\neval(a);\n', [
      '2 safety/dynamic-code excused in 1: x',
    ]],
    [
      'does not count on the day after',
      '// elvar waive safety/* until 2026-11-22 because x\neval(a);\n',
      ['2 safety/dynamic-code'],
    ],
    ['that names several lines of code covers the first', '// elvar waive safety/* because x\n\neval(a);\neval(b);\n', [
      '3 safety/dynamic-code excused in 1: x', '4 safety/dynamic-code',
    ]],
  ])('%s', (_, code, expected) => {
    expect(findings('a.js', code)).toEqual(expected);
  });

  test('in JSX covers the line below its braces, unless something else is in them', () => {
    expect(findings('a.jsx', 'a = <p>\n  {/* elvar waive safety/* because x */}\n  {eval(a)}\n</p>;\n')).toEqual(
      ['3 safety/dynamic-code excused in 2: x'],
    );
    expect(
      findings('a.jsx', 'a = <p>\n  {b /* elvar waive safety/* because x */}\n  {eval(a)}\n</p>;\n'),
    ).toEqual(['3 safety/dynamic-code']);
  });

  test('in a documentation text of Python is none', () => {
    expect(
      findings('a.py', 'def b():\n    """elvar waive safety/* throughout because x"""\n    exec(a)\n'),
    ).toEqual(['3 safety/dynamic-code']);
  });

  test('without a reason excuses nothing if the project requires one', () => {
    const code = 'eval(a); // elvar waive safety/*\neval(b); // elvar waive safety/* because x\n';
    expect(
      look('a.js', code, 'allow', { needsReasons: true }).findings.map(({ excused }) => excused?.because),
    ).toEqual([undefined, 'x']);
  });

  test('excuses nothing if the rule refuses waivers', () => {
    const code = 'eval(a); // elvar waive safety/dynamic-code because x\n';
    expect(look('a.js', code, 'refuse').findings.map(({ excused }) => excused)).toEqual([null]);
    expect(look('a.js', code, 'allow').findings.map(({ excused }) => excused?.because)).toEqual(['x']);
  });
});

describe('a finding', () => {
  test('counts columns in UTF-16 code units', () => {
    const [finding] = look('a.js', 'const a = "😀é"; eval(a);\n').findings;
    expect(finding?.span).toEqual({ start: { line: 1, column: 18 }, end: { line: 1, column: 25 } });
  });

  test.each(['\n', '\r\n'])('has its place with lines that end in %j', (lineEnd) => {
    const places = look('a.py', ['if a:', '    exec(b)', '', '    exec(b) '].join(lineEnd)).findings.map(
      ({ rule, span }) => `${span.start.line}:${span.start.column} ${rule}`,
    );
    expect(places).toEqual(
      ['2:5 safety/dynamic-code', '4:5 safety/dynamic-code', '4:12 text/trailing-blanks', '4:13 text/final-newline'],
    );
  });

  test('keeps its fingerprint when lines move and blanks change, and equal lines have different ones', () => {
    const prints = (code: string): string[] =>
      look('a.js', code).findings.filter(({ rule }) => rule === 'safety/dynamic-code').map(({ fingerprint }) => fingerprint);
    const [first, second] = prints('eval(a);\neval(a);\n');
    expect(first).toMatch(/^[0-9a-f]{16}$/);
    expect(second).not.toBe(first);
    expect(prints('// new\n\n  eval( a );\n')).toEqual([first]);
  });

  test('in code nested deeper than calls can be does not end the run', () => {
    expect(look('a.js', `${'('.repeat(20_000)}1\n`).findings.map(({ rule }) => rule)).toContain('slips/syntax');
  });
});
