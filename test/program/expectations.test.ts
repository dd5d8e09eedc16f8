import { readFileSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, test } from 'vitest';
import type { Diagnostic } from 'vscode-languageserver-protocol/node.js';
import { EditorClient } from '../support/editor-client.js';
import { commitAll, git } from '../support/git.js';
import { elvar, elvarJson, makeFolder, writeFiles } from '../support/project.js';

const FILES = {
  'services/a/plan.ts': 'export const a = 1;\n',
  'services/b/plan.ts': 'export const b = 1;\n',
  'tools/x.ts': 'export const x = 1;\n',
};

interface Broken {
  readonly rule: string;
  readonly part: string;
  readonly file: string;
  readonly line: number;
  readonly by: { readonly file: string; readonly line: number } | null;
  readonly files: number;
  readonly example: string;
}

function brokenIn(folder: string, ...args: readonly string[]): string[] {
  const { expectations: { broken } } = elvarJson<{ expectations: { broken: readonly Broken[] } }>(folder, ['check', ...args]);
  return broken.map(({ rule, part, file, line, by, files, example }) =>
    `${file}:${line} ${rule} ${part} by ${by === null ? 'the catalog' : `${by.file}:${by.line}`} in ${files} ${example}`);
}

describe('an expectation', () => {
  test('that holds changes nothing, and one that does not is reported with the line that decided', () => {
    const layer = 'rulings:\n  slips/loose-compare: error\n'
      + '  text/line-width: { level: warning, options: { max: 110 }, waivers: refuse }\nexpect:\n  - of: [/services/]\n'
      + '    rulings:\n      slips/*: { at-least: off }\n      slips/loose-compare: { at-least: warning }\n'
      + '      text/line-width: { level: warning, options: { max: 110 }, waivers: refuse }\n'
      + '    because: the auditors ask for it\n';
    const folder = makeFolder({ ...FILES, 'elvar.yaml': layer });
    expect(elvar(folder, ['check'])).toMatchObject({ code: 0, out: 'No findings in 4 files.\n' });
    expect(elvar(folder, ['doctor']).out).not.toContain('expect');
    writeFiles(
      folder,
      { 'services/b/elvar.yaml': 'rulings:\n  slips/loose-compare: note\n'
        + '  text/line-width: { level: note, options: { max: 140 }, waivers: allow }\n' },
    );
    expect(brokenIn(folder)).toEqual([
      'elvar.yaml:8 slips/loose-compare level by services/b/elvar.yaml:2 in 2 services/b/elvar.yaml',
      'elvar.yaml:9 text/line-width level by services/b/elvar.yaml:3 in 2 services/b/elvar.yaml',
      'elvar.yaml:9 text/line-width options.max by services/b/elvar.yaml:3 in 2 services/b/elvar.yaml',
      'elvar.yaml:9 text/line-width waivers by services/b/elvar.yaml:3 in 2 services/b/elvar.yaml',
    ]);
    const { code, out } = elvar(folder, ['check']);
    expect(code).toBe(1);
    expect(out).toContain(
      'elvar.yaml:8 expects what does not hold: slips/loose-compare should be at least warning for services/b/elvar.yaml and '
        + '1 more file, but is note (decided by services/b/elvar.yaml:2). 3 more expectations do not hold either: elvar '
        + 'doctor lists them.\n',
    );
    const doctor = elvar(folder, ['doctor']);
    expect(doctor.code).toBe(1);
    expect(doctor.out.replaceAll(/\s+/g, ' ')).toContain(
      'It is expected because the auditors ask for it. Change the line that decides',
    );
    // What is asked can be narrowed, and what is not asked fails nothing.
    expect(brokenIn(folder, 'services/a', 'tools')).toEqual([]);
    expect(elvar(folder, ['check', 'services/a']).code).toBe(0);
    expect(brokenIn(folder, '--rule', 'text/line-width')).toHaveLength(3);
    expect(elvar(folder, ['check', '--concern', 'dead']).code).toBe(0);
    expect(elvar(folder, ['check', '--fail-on', 'never']).code).toBe(1);
    writeFiles(folder, { 'elvar.yaml': `${layer}policy: { expectations: tell }\n` });
    expect(elvar(folder, ['check'])).toMatchObject({ code: 0, out: expect.stringContaining('expects what does not hold') });
  });

  test('that does not hold stands in every form of the answer', () => {
    const folder = makeFolder(
      { ...FILES, 'elvar.yaml': 'expect:\n  - of: [/services/]\n    rulings: { slips/loose-compare: { at-least: warning } }\n'
        + '    because: the <auditors> ask for it\n' },
    );
    const told = 'slips/loose-compare should be at least warning for services/a/plan.ts and 1 more file, but is off (decided '
      + 'by no layer, only the default)';
    for (const [fails, code] of [[true, 1], [false, 0]] as const) {
      if (!fails) writeFiles(
        folder, { 'elvar.yaml': `${readFileSync(path.join(folder, 'elvar.yaml'), 'utf8')}policy: { expectations: tell }\n` },
      );
      const answers = Object.fromEntries(['text', 'lines', 'sarif', 'junit', 'markdown', 'html'].map(
        (format) => [format, elvar(folder, ['check', '--format', format])],
      ));
      expect(Object.values(answers).map((answer) => answer.code)).toEqual(Object.values(answers).map(() => code));
      expect(answers['text']?.out).toContain(`elvar.yaml:3 expects what does not hold: ${told}.`);
      // What programs read has no place for it.
      expect(answers['lines']).toMatchObject({ out: '', err: `elvar.yaml:3 expects what does not hold: ${told}.\n` });
      expect(answers['markdown']?.out).toContain(`Expectations that do not hold:\n\n- \`elvar.yaml:3\`: ${told}`);
      expect(answers['html']?.out).toContain(
        `<p class="${fails ? 'error' : 'warning'}">1 expectation does not hold${fails ? ', so the check fails' : ''}:</p>`,
      );
      expect(answers['html']?.out).toContain('Expected because the &lt;auditors> ask for it');
      expect(/<testsuite name="expectations"[^>]* failures="(\d)"/.exec(answers['junit']?.out ?? '')?.[1]).toBe(fails
        ? '1'
        : '0');
      const [run] = (JSON.parse(answers['sarif']?.out ?? '') as {
        runs: { invocations: { toolConfigurationNotifications: {
          level: string;
          message: { text: string };
          locations: { physicalLocation: { region: { startLine: number } } }[];
        }[] }[] }[];
      }).runs;
      expect(run?.invocations[0]?.toolConfigurationNotifications).toMatchObject([{
        level: fails ? 'error' : 'warning',
        message: { text: `${told}.` },
        locations: [{ physicalLocation: { region: { startLine: 3 } } }],
      }]);
    }
  });

  test('is about a file that need not exist, and says so if a pattern matches none', () => {
    const folder = makeFolder({
      ...FILES,
      'elvar.yaml': 'expect:\n  - path: services/new/[x].ts\n'
        + '    rulings: { slips/loose-compare: error }\n  - of: [/none/, "!/services/"]\n'
        + '    rulings: { slips/loose-compare: off }\n  - of: [/tools/, "*.rs"]\n    rulings: { slips/loose-compare: off }\n',
      'services/elvar.yaml': 'expect:\n  - { path: a/plan.ts, rulings: { slips/loose-compare: { level: note } } }\n',
    });
    expect(brokenIn(folder)).toEqual([
      'services/elvar.yaml:2 slips/loose-compare level by the catalog in 1 services/a/plan.ts',
      'elvar.yaml:3 slips/loose-compare level by the catalog in 1 services/new/[x].ts',
    ]);
    const { diagnoses } = elvarJson<{ diagnoses: { code: string; line: number; what: string }[] }>(folder, ['doctor']);
    expect(diagnoses.filter(({ code }) => code === 'expectation-matches-nothing').map(({ line, what }) => [line, what])).toEqual([
      [4, 'the expectation is about no file: nothing matches /none/'], [
        6, 'the expectation is about no file: nothing matches *.rs',
      ],
    ]);
  });

  test('of a preset is relative to whoever adopts it, passes its filters, and is about the files of its zone', () => {
    const preset = 'expect:\n  - of: ["/a/"]\n    rulings: { slips/loose-compare: error, text/line-width: error }\n';
    const folder = makeFolder({
      ...FILES,
      'style/p.yaml': preset,
      'services/elvar.yaml': 'presets: [{ use: ../style/p.yaml, only: [slips/*] }]\n',
      'tools/elvar.yaml': 'inherit: false\n',
      'elvar.yaml': 'zones:\n  - match: [/services/]\n    presets: [./style/q.yaml]\n',
      'style/q.yaml': 'expect:\n  - of: ["*.ts"]\n    rulings: { text/indent: error }\n',
    });
    expect(brokenIn(folder)).toEqual(expect.arrayContaining([
      'style/p.yaml:3 slips/loose-compare level by the catalog in 1 services/a/plan.ts',
      'style/q.yaml:3 text/indent level by the catalog in 2 services/a/plan.ts',
    ]));
    expect(brokenIn(folder)).toHaveLength(2);
  });

  test('that is written wrongly is a mistake with its place, and all mistakes are reported at once', () => {
    const folder = makeFolder({ 'a.ts': '', 'elvar.yaml': `expect:
  - rulings: { slips/loose-compare: error }
  - { of: [a], path: b, rulings: { slips/loose-compare: error } }
  - { of: ["*"], rulings: { slips/lose-compare: error } }
  - { of: ["*"], rulings: { slips/loose-compare: { guard: fixed } } }
  - { of: ["*"], rulings: { slips/*: { options: { max: 1 } } } }
  - { of: ["*"], rulings: { idiom/debug-print: { options: { calls: { add: [x] } } } } }
  - { path: ../x, rulings: { slips/loose-compare: error } }
  - { of: ["*"], rulings: { slips/loose-compare: { level: error, at-least: note } } }
  - { of: ["*"], rulings: { slips/loose-compare: {} } }
  - { of: ["*"] }
  - { of: [""], rulings: { text/line-width: { options: { max: many } } } }
  - 3
policy: { expectations: sometimes }
` });
    const { code, err } = elvar(folder, ['check']);
    expect(code).toBe(2);
    expect([...err.matchAll(/^elvar\.yaml:(\d+):\d+ {2}(.*)$/gm)].map(([, line, what]) => `${line} ${what}`)).toEqual([
      '2 this expectation does not say which files it is about',
      '3 an expectation is about patterns (of) or about one file (path), not both', '4 there is no rule “slips/lose-compare”',
      '5 unknown key “guard”', '6 options belong to one rule, but “slips/*” can select several',
      '7 “calls” of idiom/debug-print is an edit, but an expectation is about the list as a whole',
      '8 “../x” is not the path of a file below this directory',
      '9 level says which level exactly, so at-least has nothing to add', '10 nothing is expected of “slips/loose-compare”',
      '11 “rulings” is missing here',
      '12 an empty pattern matches nothing', '12 “max” of text/line-width must be a whole number from 20 to 1000, not “many”',
      '13 this should be a mapping, but it is 3', '14 “sometimes” is not one of fail, tell',
    ]);
    writeFiles(folder, {
      'elvar.yaml': 'policy: { reasons: required }\nexpect:\n  - { of: ["*"], rulings: { slips/loose-compare: off } }\n',
      'config/elvar/elvar.yaml': 'expect: []\n',
    });
    const both = elvar(folder, ['check'], { XDG_CONFIG_HOME: path.join(folder, 'config'), CI: '' });
    expect(both.err).toContain('the expectation gives no reason');
    expect(both.err).toContain('“expect” is not allowed in this file');
  });
});

describe('a change of rules', () => {
  test('tells what it breaks, what holds again, and what nobody expects any more', () => {
    const folder = makeFolder(
      { ...FILES, 'elvar.yaml': 'rulings:\n  slips/loose-compare: error\nexpect:\n'
        + '  - { of: [/services/], rulings: { slips/loose-compare: { at-least: error } }, because: the pilots rely on it }\n' },
    );
    git(folder, 'init', '-q');
    commitAll(folder);
    expect(elvar(folder, ['set', 'slips/loose-compare', 'note', '--dry-run']).out).toContain('Breaks what elvar.yaml:4 expects');
    writeFiles(folder, { 'services/elvar.yaml': 'rulings:\n  slips/loose-compare: off\n' });
    const broken = elvar(folder, ['impact']);
    expect(broken.out.split('\n').slice(1, 4).join('\n')).toBe(
      'Breaks what elvar.yaml:4 expects:\n  slips/loose-compare should be at least error for services/a/plan.ts and 2 more '
        + 'files, but is off (decided by services/elvar.yaml:2).\n  expected because the pilots rely on it',
    );
    commitAll(folder);
    // What was broken before is not news; what is mended or taken back is.
    writeFiles(
      folder,
      { 'elvar.yaml': 'rulings:\n  slips/loose-compare: warning\nexpect:\n\n'
        + '  - { of: [/services/], rulings: { slips/loose-compare: { at-least: error } }, because: the pilots rely on it }\n' },
    );
    expect(elvar(folder, ['impact']).out).not.toContain('Breaks');
    writeFiles(folder, { 'services/elvar.yaml': 'rulings:\n  slips/loose-compare: error\n' });
    expect(elvar(folder, ['impact']).out).toContain(
      'Holds again, as elvar.yaml:4 expects: slips/loose-compare at least error.\n',
    );
    writeFiles(folder, { 'elvar.yaml': 'rulings:\n  slips/loose-compare: error\n' });
    expect(elvar(folder, ['impact']).out).toContain(
      'Is no longer expected: slips/loose-compare at least error for /services/, as elvar.yaml had it.\n',
    );
    const { expectations } = elvarJson<{ expectations: { dropped: { selector: string }[] } }>(folder, ['impact']);
    expect(expectations.dropped.map(({ selector }) => selector)).toEqual(['slips/loose-compare']);
  });

  test('is marked in the editor at the line that breaks an expectation', async () => {
    const inner = 'rulings:\n  text/indent: note\n  slips/loose-compare: off\n';
    const client = await EditorClient.shared(
      makeFolder({
        '.git/': '',
        ...FILES,
        'services/elvar.yaml': inner,
        'elvar.yaml':
          'rulings:\n  slips/loose-compare: error\nexpect:\n  - { of: [/services/], rulings: { slips/loose-compare: error } }\n',
      }),
      {},
    );
    await client.open('services/elvar.yaml', inner);
    const isMark = ({ code }: Diagnostic): boolean => code === 'breaks-expectation';
    const marks = (await client.diagnostics('services/elvar.yaml', 1, (all) => all.some(isMark))).filter(isMark);
    expect(marks.map(({ range: { start }, message }) => [start.line, message.split('\n')[0]])).toEqual(
      [[2, expect.stringContaining(
        'this breaks what elvar.yaml:4 expects: slips/loose-compare should be error for services/a/plan.ts',
      )]],
    );
  });
});

describe('expect', () => {
  test('writes what holds now, once, after showing it', () => {
    const folder = makeFolder({
      ...FILES,
      'elvar.yaml':
        '# ours\nrulings:\n  slips/loose-compare: error\n  text/line-width: { level: warning, options: { max: 110 } }\n',
      'services/elvar.yaml': 'rulings:\n  slips/loose-compare: { level: warning, waivers: refuse }\n',
    });
    const written = elvar(folder, ['expect', 'services', 'slips/loose-compare', '--because', 'the pilots rely on it']);
    expect(written.code).toBe(0);
    expect(readFileSync(path.join(folder, 'elvar.yaml'), 'utf8')).toBe(
      '# ours\nrulings:\n  slips/loose-compare: error\n  text/line-width: { level: warning, options: { max: 110 } }\nexpect:\n'
        + '  - of: [ /services/ ]\n    rulings:\n      slips/loose-compare:\n        at-least: warning\n'
        + '        waivers: refuse\n    because: the pilots rely on it\n',
    );
    expect(
      elvar(folder, ['expect', 'services', 'slips/loose-compare', '--because', 'the pilots rely on it']).out,
    ).toContain('already says so');
    expect(elvar(folder, ['expect', 'new/x.ts', 'text/line-width', '--at', 'services']).err).toContain(
      'does not lie below services',
    );
    expect(elvar(folder, ['expect', 'services/new/x.ts', 'text/line-width', '--at', 'services']).code).toBe(0);
    expect(readFileSync(path.join(folder, 'services/elvar.yaml'), 'utf8')).toContain(
      '  - path: new/x.ts\n    rulings:\n      text/line-width:\n        at-least: warning\n        options: { max: 110 }\n',
    );
    // It holds, whatever it was made from.
    expect(brokenIn(folder)).toEqual([]);
    expect(elvar(folder, ['expect', 'services', 'slips/*']).err).toContain('there is nothing to count on');
    expect(elvar(folder, ['expect', 'tools/x.ts', 'dead/import', '--dry-run']).out).toContain('level: off');
    expect(elvar(folder, ['expect', 'nowhere/', 'text/line-width', '--dry-run']).code).toBe(0);
  });
});
