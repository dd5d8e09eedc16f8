import { beforeAll, describe, expect, test } from 'vitest';
import { CATALOG } from '../../src/core/catalog/registry.js';
import type { Tools } from '../../src/core/inspect/inspect-file.js';
import { inspect } from '../support/inspect.js';
import { Planner } from '../../src/core/inspect/plan.js';
import type { RuleSet } from '../../src/core/model/rule-set.js';
import { Spelling } from '../../src/core/syntax/spelling.js';
import { writeWaiver, type WaiverRequest } from '../../src/core/inspect/write-waiver.js';
import { builtDictionary, builtGrammars } from '../support/grammars.js';
import { toolsFor } from '../support/projects.js';
import { textOf } from '../support/sources.js';
import { GRAMMARS } from '../../src/core/languages/languages.js';

const grammars = builtGrammars();
const tools: Tools = {
  today: '2026-11-23',
  needsReasons: true,
  ownFiles: new Set<string>(),
  grammars,
  planner: new Planner(CATALOG, grammars),
  spelling: new Spelling(builtDictionary),
};
beforeAll(() => grammars.load(GRAMMARS));

const WIDE = 'text/line-width';
const set: RuleSet = {
  id: 'all',
  rules: new Map(CATALOG.rules.filter(({ concern, id }) =>
    ['slips', 'safety', 'size', 'idiom', 'dead'].includes(concern) || id === WIDE || id === 'text/indent')
    .map((rule) => [rule.id, {
      level: 'note' as const,
      options: rule.defaults,
      waivers: 'allow' as const,
      fix: 'allow' as const,
      ledger: 'allow' as const,
    }])),
};

function waived(
  language: string, code: string, request: Partial<WaiverRequest> & Pick<WaiverRequest, 'selectors' | 'line'>, file?: string,
): string | null {
  return writeWaiver(
    textOf(language, code, file), { reach: 'line', until: null, because: 'x', ...request }, set, tools,
  )?.text.text ?? null;
}

describe('a waiver is written', () => {
  test.each<[string, string, string, number, string, string]>([
    [
      'above its line, indented like it', 'javascript', 'if (c) {\n  go(a == b);\n}\n', 2, 'slips/loose-compare',
      'if (c) {\n  // elvar waive slips/loose-compare because x\n  go(a == b);\n}\n',
    ],
    [
      'behind its line where the comment would be wrong in the same way', 'javascript', 'if (c) {\n\tgo();\n}\n', 2,
      'text/indent', 'if (c) {\n\tgo();  // elvar waive text/indent because x\n}\n',
    ],
    [
      'with the line ends of the file', 'javascript', 'go();\r\ngo(a == b);\r\n', 2, 'slips/loose-compare',
      'go();\r\n// elvar waive slips/loose-compare because x\r\ngo(a == b);\r\n',
    ],
    [
      'in Python', 'python', 'def moor():\n    exec(a)\n', 2, 'safety/dynamic-code',
      'def moor():\n    # elvar waive safety/dynamic-code because x\n    exec(a)\n',
    ],
    [
      'in CSS', 'css', 'a { color: red !important; }\n', 1, 'idiom/forced-style',
      '/* elvar waive idiom/forced-style because x */\na { color: red !important; }\n',
    ],
    [
      'in JSX in braces', 'javascript', 'a = <p>\n  {eval(b)}\n</p>;\n', 2, 'safety/dynamic-code',
      'a = <p>\n  {/* elvar waive safety/dynamic-code because x */}\n  {eval(b)}\n</p>;\n',
    ],
    [
      'behind its line where none can stand above', 'javascript', 'const a = `\n  ${eval(b)}`;\n', 2, 'safety/dynamic-code',
      'const a = `\n  ${eval(b)}`;  // elvar waive safety/dynamic-code because x\n',
    ],
    [
      'in the shell', 'shell', 'if a; then\n  eval "$b"\nfi\n', 2, 'safety/dynamic-code',
      'if a; then\n  # elvar waive safety/dynamic-code because x\n  eval "$b"\nfi\n',
    ],
  ])('%s', (_, language, code, line, rule, expected) => {
    expect(waived(language, code, { selectors: [rule], line })).toBe(expected);
  });

  const WORDS = `elvar waive ${WIDE} because x`;
  const LONG = 'x'.repeat(120);
  test.each<[string, string, number, string]>([
    ['html', `<script>\n  go('// ${LONG}');\n</script>\n`, 2, `  // ${WORDS}`],
    ['html', `<style>\n  a { content: '/* ${LONG}' }\n</style>\n`, 2, `  /* ${WORDS} */`],
    ['html', `<body>\n<p>${LONG}</p>\n</body>\n`, 2, `<!-- ${WORDS} -->`],
    ['php', `<p>${LONG}</p>\n<?php\ngo();\n`, 1, `<!-- ${WORDS} -->`],
    ['php', `<p></p>\n<script>\n${LONG}();\n</script>\n<?php go();\n`, 3, `// ${WORDS}`],
    ['php', `<p></p>\n<style>\n${LONG} {}\n</style>\n<?php go();\n`, 3, `/* ${WORDS} */`],
    ['php', `<p></p>\n<?php\n${LONG}();\n`, 3, `// ${WORDS}`],
  ])('in the language that is there, in %s: %#', (language, code, line, comment) => {
    const lines = code.split('\n');
    lines.splice(line - 1, 0, comment);
    expect(waived(language, code, { selectors: [WIDE], line })).toBe(lines.join('\n'));
  });

  test('throughout at the top, below what must come first', () => {
    const request = {
      selectors: ['safety/*'], line: 1, reach: 'throughout' as const, until: '2027-01-31', because: 'it is\n  old',
    };
    const words = 'elvar waive safety/* throughout until 2027-01-31 because it is old';
    expect(waived('python', '#!/usr/bin/env python3\n# -*- coding: utf-8 -*-\nexec(a)\n', request)).toBe(
      `#!/usr/bin/env python3\n# -*- coding: utf-8 -*-\n# ${words}\nexec(a)\n`,
    );
    expect(waived('php', '<?php\neval($a);\n', request)).toBe(`<?php\n// ${words}\neval($a);\n`);
    expect(waived('javascript', 'eval(a);\n', request)).toBe(`// ${words}\neval(a);\n`);
  });

  test('nowhere, if a comment would change the code or excuse nothing', () => {
    expect(waived('html', `<p a="b"\n  ${LONG}\n  c>\n</p>\n`, { selectors: [WIDE], line: 2 })).toBe(null);
    expect(waived('html', `<script>\n  a = \`\n${LONG}\n\`;\n</script>\n`, { selectors: [WIDE], line: 3 })).toBe(null);
    expect(waived('javascript', `const a = \`\n${'x'.repeat(120)}\n\`;\n`, { selectors: [WIDE], line: 2 })).toBe(null);
    expect(waived('json', `{ "a": "${'x'.repeat(120)}" }\n`, { selectors: [WIDE], line: 1 })).toBe(null);
    expect(waived('javascript', 'go();\n', { selectors: ['slips/loose-compare'], line: 1 })).toBe(null);
    // A reason that would end the comment is not written into one of that form.
    expect(
      waived('css', 'a { color: red !important; }\n', { selectors: ['idiom/forced-style'], line: 1, because: 'a */ b' }),
    ).toBe(null);
  });
});

/** A text without the waiver of these tests: its whole line where it stands alone, else what is behind the code. */
function withoutComment(text: string): string {
  const comment = String.raw`(?://|\{?/\*|#|--|<!--) elvar waive .* because it is an example(?: \*/\}?| -->)?`;
  const alone = new RegExp(`^[ \\t]*${comment}\\r?\\n`, 'm');
  return alone.test(text) ? text.replace(alone, '') : text.replace(new RegExp(`  ${comment}`), '');
}

test('what is written for the findings of every example is read back, and changes nothing else', () => {
  let written = 0;
  for (const rule of CATALOG.rules) {
    const setting = set.rules.get(rule.id);
    if (setting === undefined) continue;
    for (const example of rule.examples) {
      const { language, file, code, options, finds } = example;
      if (finds.length === 0) continue;
      const own: RuleSet = {
        id: rule.id, rules: new Map([[rule.id, { ...setting, options: { ...rule.defaults, ...options } }]]),
      };
      const text = textOf(language, code, file);
      const knowing = toolsFor(tools, { ...example, file: text.path }, own);
      const before = inspect(text, own, knowing).findings;
      const line = before[0]?.span.start.line ?? 0;
      const after = writeWaiver(
        text, { selectors: [rule.id], line, reach: 'line', until: null, because: 'it is an example' }, own, knowing,
      );
      if (after === null) continue;
      written += 1;
      const then =
        inspect(after.text, own, toolsFor(tools, { ...example, file: text.path, code: after.text.text }, own)).findings;
      expect(then.filter(({ excused }) => excused !== null).length, `${rule.id}: ${code}`).toBe(
        before.filter(({ span }) => span.start.line === line).length,
      );
      expect(withoutComment(after.text.text), rule.id).toBe(code.replace(/^\uFEFF/, ''));
    }
  }
  expect(written).toBeGreaterThan(100);
});
