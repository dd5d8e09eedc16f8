import { cpSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, test } from 'vitest';
import { elvar, elvarJson, makeFolder } from '../support/project.js';

function harbour(): string {
  const folder = makeFolder();
  cpSync(path.join(import.meta.dirname, '..', '..', 'demo', 'harbour'), folder, { recursive: true });
  return folder;
}

interface CompareDocument {
  readonly rules: readonly { rule: string; relation: string; first: Side; second: Side }[];
}

interface Side {
  readonly level: string;
  readonly by: { file: string; line: number } | null;
  readonly options: Record<string, { value: unknown; by: object | null }>;
}

describe('compare', () => {
  const relations = (folder: string, first: string, second: string): string[] =>
    elvarJson<CompareDocument>(folder, ['compare', first, second]).rules.map(({ rule, relation }) => `${rule} ${relation}`);

  test.each<[string, string, readonly string[]]>([
    ['the same in another order', '[b, a]', []],
    ['the same, one of them twice', '[a, b, a]', []],
    ['one more', '[a, b, c]', ['idiom/debug-print stricter']],
    ['one fewer', '[b]', ['idiom/debug-print looser']],
    ['others', '[c]', ['idiom/debug-print different']],
    ['taken out and put in again', '{ drop: [a], add: [a] }', []],
  ])('of two lists says %s by their items', (_, calls, told) => {
    const ruling = (list: string): string => `rulings:\n  idiom/debug-print: { level: warning, options: { calls: ${list} } }\n`;
    const own = makeFolder(
      { 'elvar.yaml': ruling('[a, b]'), 'quay/elvar.yaml': ruling(calls), 'a.py': 'a(1)\n', 'quay/b.py': 'b(1)\n' },
    );
    expect(relations(own, 'a.py', 'quay/b.py')).toEqual(told);
    // What is the same on both sides is no change for those who ask what a path has of its own.
    expect(elvar(own, ['explain', 'quay/b.py']).out.includes("set as in the root's rules")).toBe(told.length === 0);
  });

  test('of two files shows what is stricter, looser or different, with the origins', () => {
    const folder = harbour();
    expect(relations(folder, 'kiosk/kiosk.js', 'services/berths/src/plan.ts')).toEqual(
      expect.arrayContaining(['size/branches stricter', 'size/parameters stricter', 'text/indent different']),
    );
    const { rules } = elvarJson<CompareDocument>(folder, ['compare', 'kiosk/kiosk.js', 'services/berths/src/plan.ts']);
    expect(rules.find(({ rule }) => rule === 'size/branches')?.second).toMatchObject({
      level: 'warning',
      by: { file: 'elvar:lean', line: 5 },
      options: { max: { value: 6, by: { file: 'services/berths/elvar.yaml', line: 8 } } },
    });
  });

  test('the other way round is the opposite', () => {
    const folder = harbour();
    const opposite: Record<string, string> = { stricter: 'looser', looser: 'stricter', different: 'different' };
    const one = relations(folder, 'scripts/deploy.sh', 'legacy/dues.js');
    const other = relations(folder, 'legacy/dues.js', 'scripts/deploy.sh');
    expect(other).toEqual(one.map((text) => text.replace(/\w+$/, (relation) => opposite[relation] as string)));
    expect(one.length).toBeGreaterThan(3);
  });

  test('of two presets, and of a file against a preset', () => {
    const folder = harbour();
    expect(relations(folder, 'elvar:starter', 'elvar:starter')).toEqual([]);
    expect(relations(folder, 'elvar:hygiene', 'elvar:tidy')).toEqual(
      expect.arrayContaining(['text/indent stricter', 'text/line-width stricter', 'text/merge-marker looser']),
    );
    expect(relations(folder, 'services/berths/src/plan.ts', './style/layout.yaml')).toContain('size/branches looser');
    expect(elvar(folder, ['compare', 'kiosk/kiosk.js', 'kiosk/clock.js']).out).toBe(
      'kiosk/kiosk.js and kiosk/clock.js have the same rules.\n',
    );
  });

  test('of two directories shows what applies throughout each', () => {
    const folder = makeFolder({
      'elvar.yaml': 'zones:\n  - match: [/a/]\n    rulings: { text/indent: note }\n  - match: ["*.py"]\n'
        + '    rulings: { "text/*": error }\n', 'a/x.py': '', 'b/x.py': '',
    });
    expect(relations(folder, 'b', 'a')).toEqual(['text/indent stricter']);
    expect(relations(folder, '.', 'b/')).toEqual([]);
    expect(relations(folder, 'a', 'a/x.py')).toHaveLength(12);
  });

  test('of a file and a preset considers the zones of the preset for that file', () => {
    const folder = makeFolder(
      { 'elvar.yaml': '', 'p.yaml': 'zones:\n  - match: [/a/*.py]\n    rulings: { text/indent: note }\n' },
    );
    expect(relations(folder, 'a/b.py', './p.yaml')).toEqual(['text/indent stricter']);
    expect(relations(folder, 'a/b.js', './p.yaml')).toEqual([]);
  });

  test('says in words what decided on both sides', () => {
    const { out } = elvar(harbour(), ['compare', 'kiosk/kiosk.js', 'services/berths/src/plan.ts']);
    expect(out.split('\n')[0]).toBe(
      '22 rules differ for services/berths/src/plan.ts, against kiosk/kiosk.js: 21 stricter and 1 different.',
    );
    expect(out).toContain('since services/berths/elvar.yaml:5 → elvar:lean:5 and services/berths/elvar.yaml:8');
  });
});

describe('presets', () => {
  test('are listed with what each is for', () => {
    const { presets } = elvarJson<{ presets: { reference: string; about: string }[] }>(makeFolder(), ['presets']);
    expect(presets.map(({ reference }) => reference.slice('elvar:'.length))).toEqual([
      'everything', 'guarded', 'hygiene', 'lean', 'sound', 'starter', 'test-code', 'tidy', 'worldwide',
    ]);
    for (const { reference, about } of presets) {
      expect(elvar(makeFolder(), ['presets']).out).toContain(`${reference}  `.trim() && about);
    }
  });

  test('are flattened, each line with its origin', () => {
    const { out } = elvar(harbour(), ['presets', './style/harbour.yaml']);
    expect(out.split('\n')[0]).toBe('./style/harbour.yaml turns 16 rules on.  Harbour style');
    expect(out).toMatch(/warning {2}text\/final-newline +style\/harbour\.yaml:5 → style\/layout\.yaml:8/);
  });

  test('show their zones, which hold only for some files', () => {
    const folder = makeFolder(
      {
        'elvar.yaml': '',
        'p.yaml': 'rulings: { text/indent: note }\nzones:\n  - name: tests\n    match: ["*.test.ts"]\n'
          + '    rulings: { text/indent: off }\n    at-most: note\n',
      },
    );
    const { rules, zones } =
      elvarJson<
        { rules: Record<string, { level: string }>; zones: { name: string; rulings: { kind: string; line: number }[] }[] }
      >(
        folder,
        ['presets', './p.yaml'],
      );
    expect(rules['text/indent']?.level).toBe('note');
    expect(zones).toMatchObject([{ name: 'tests', rulings: [{ kind: 'ruling', line: 5 }, { kind: 'at-most', line: 6 }] }]);
  });

  test.each([
    ['elvar:nix', 'there is no built-in preset'],
    ['nix', 'nix is not a preset'],
    ['./nix.yaml', 'there is no preset at nix.yaml'],
    ['npm:nix', 'npm install --save-dev nix'],
  ])(
    '%s is refused',
    (name, message) => {
      const { code, out, err } = elvar(makeFolder({ 'elvar.yaml': '' }), ['presets', name]);
      expect([code, out]).toEqual([2, '']);
      expect(err).toContain(message);
    },
  );
});

describe('resolve --rule', () => {
  test('shows one rule across the tree, folded where it is equal', () => {
    const { out } = elvar(harbour(), ['resolve', '--rule', 'text/line-width']);
    expect(out.split('\n')[0]).toBe('text/line-width is set in 4 ways for 50 files.');
    expect(out).toContain('services/tides/ (7)\n');
    expect(out).toContain('  since elvar.yaml:51 (zone prose)\n    notes/ (2)\n');
  });

  test('leaves only that rule in the sets', () => {
    const { sets } = elvarJson<{ sets: { rules: object }[] }>(harbour(), ['resolve', '--rule', 'slips/syntax']);
    expect(new Set(sets.map(({ rules }) => JSON.stringify(Object.keys(rules))))).toEqual(new Set(['["slips/syntax"]']));
  });

  test('of an unknown rule is refused', () => {
    expect(elvar(harbour(), ['resolve', '--rule', 'text/lien-width'])).toMatchObject(
      { code: 2, out: '', err: expect.stringContaining('Did you mean text/line-width?') },
    );
  });
});

describe('explain', () => {
  test('of a line shows its findings, the waivers that cover it and the trails', () => {
    const folder = harbour();
    const { out, code } = elvar(folder, ['explain', 'services/berths/src/server.ts:9']);
    expect(code).toBe(0);
    expect(out).toMatch(
      // elvar waive text/line-width because an output is one pattern
      /^1 finding on line 9 of services\/berths\/src\/server\.ts\.\n.*slips\/loose-compare {2}column 43 .*excused: waiver on line 8\n {2}The waiver on line 8/,
    );
    expect(out).toContain('\nslips/loose-compare   error\n');
    const document = elvarJson<{ line: number; findings: object[]; waivers: object[]; rules: object }>(
      folder, ['explain', 'services/berths/src/server.ts:9'],
    );
    expect([document.line, document.findings.length, document.waivers.length, Object.keys(document.rules)]).toEqual(
      [9, 1, 1, ['slips/loose-compare']],
    );
    expect(elvar(folder, ['explain', 'kiosk/kiosk.js:13']).out).toContain('slips/loose-compare');
    expect(elvar(folder, ['explain', 'kiosk/kiosk.js:2']).out).toBe('No finding on line 2 of kiosk/kiosk.js.\n');
  });

  test('of a file whose name looks like a line is of the file', () => {
    const folder = makeFolder({ 'elvar.yaml': '', 'a.py:7': '', 'a.py': 'exec(a)\n' });
    expect(elvar(folder, ['explain', 'a.py:7']).out).toContain('a.py:7 is of no known language');
    expect(elvar(folder, ['explain', 'a.py:1']).out).toContain('on line 1 of a.py');
    expect(elvar(folder, ['explain', 'b.py:1'])).toMatchObject(
      { code: 2, err: expect.stringContaining('there is no such file') },
    );
  });

  test('of a directory shows where in it the rule sets differ', () => {
    const { out } = elvar(harbour(), ['explain', 'services']);
    expect(out).toMatch(/^7 rule sets for 24 files/);
    expect(out).not.toContain('legacy/');
  });
});
