import { beforeEach, describe, expect, test } from 'vitest';
import { elvar, elvarJson, makeFolder } from '../support/project.js';

interface Finding {
  readonly rule: string;
  readonly level: 'error' | 'warning' | 'note';
  readonly confidence: 'certain' | 'likely' | 'possible';
  readonly path: string;
  readonly line: number;
  readonly column: number;
  readonly fixable: boolean;
  readonly advice: string;
  readonly fingerprint: string;
}

interface CheckDocument {
  readonly findings: readonly Finding[];
  readonly totals: Readonly<Record<'files' | 'clean' | 'error' | 'warning' | 'note' | 'fixable' | 'excused', number>>;
}

const FILES = {
  'elvar.yaml': 'presets: [elvar:everything]\nrulings:\n  docs/*: off\n  slips/*: error\n  text/*: note\n',
  'quay/moor.js':
    "var tide = 1;\nif (tide == '2') eval('tide');\nconsole.log(tide)  \nexport default function moor(ship) { return tide; }\n",
  'quay/deep/sail.ts': 'let wind: any = 1;\nexport const low = () => { return wind; };\n\n\n\n\nif (wind = 2) {}\n',
  'crane.py': 'def lift(load, speed=[]):\n  try:\n    return load\n  except:\n    pass\n',
  'mast.css': '#mast { color: #123456 !important; }\n',
};

let folder: string;
beforeEach(() => {
  folder = makeFolder(FILES);
});

function check(...args: string[]): CheckDocument {
  return elvarJson<CheckDocument>(folder, ['check', ...args]);
}

function count(findings: readonly Finding[], test: (finding: Finding) => boolean): number {
  return findings.filter(test).length;
}

describe('check filters', () => {
  test('by level, confidence, rule and concern, and the totals go with it', () => {
    const all = check().findings;
    expect(all.length).toBeGreaterThan(12);
    const cases: [string[], (finding: Finding) => boolean][] = [
      [['--level', 'error'], ({ level }) => level === 'error'],
      [['--level', 'warning'], ({ level }) => level !== 'note'],
      [['--level', 'note'], () => true],
      [['--confidence', 'certain'], ({ confidence }) => confidence === 'certain'],
      [['--confidence', 'likely'], ({ confidence }) => confidence !== 'possible'],
      [['--rule', 'text/*'], ({ rule }) => rule.startsWith('text/')],
      [
        ['--rule', 'slips/loose-compare', '--rule', 'idiom/*'],
        ({ rule }) => rule === 'slips/loose-compare' || rule.startsWith('idiom/'),
      ],
      [['--concern', 'slips', '--concern', 'idiom'], ({ rule }) => /^(?:slips|idiom)\//.test(rule)],
      [
        ['--concern', 'slips', '--level', 'error', '--confidence', 'certain'],
        ({ rule, confidence }) => rule.startsWith('slips/') && confidence === 'certain',
      ],
    ];
    for (const [args, test] of cases) {
      const { findings, totals } = check(...args);
      expect(findings, args.join(' ')).toEqual(all.filter(test));
      expect(totals).toMatchObject({
        error: count(findings, ({ level }) => level === 'error'),
        warning: count(findings, ({ level }) => level === 'warning'),
        note: count(findings, ({ level }) => level === 'note'),
        fixable: count(findings, ({ fixable }) => fixable),
      });
    }
  });

  test('and the exit code sets what was asked for', () => {
    expect(elvar(folder, ['check', '--rule', 'slips/*']).code).toBe(1);
    expect(elvar(folder, ['check', '--rule', 'names/*']).code).toBe(0);
    // What is only not shown can fail all the same, and is counted.
    expect(elvar(folder, ['check', '--rule', 'slips/*', '--confidence', 'certain']).out).toMatch(
      /\nNot shown: \d+ findings \(\d+ less certain than “certain”\)\.\n/,
    );
    const notes = elvar(folder, ['check', '--rule', 'text/*', '--level', 'error', '--fail-on', 'note']);
    expect([notes.code, notes.out]).toEqual(
      [1, expect.stringMatching(/^Nothing to show in 5 files\.\nNot shown: \d+ findings \(\d+ below error\)\.\n/)],
    );
  });

  test('--fail-on stands above the policy, and the policy counts what it does not trust', () => {
    const own = makeFolder({
      'elvar.yaml':
        'rulings: { slips/loose-compare: warning, dead/parameter: error }\npolicy: { fail-on: warning, confidence: likely }\n',
      'a.js': 'function go(tide, quay) { return 1 == tide; }\ngo();\n',
    });
    const codes = (...args: string[]): number | null => elvar(own, ['check', ...args]).code;
    expect([
      codes(),
      codes('--fail-on', 'error'),
      codes('--fail-on', 'never'),
      codes('--rule', 'dead/*'),
      codes('--rule', 'dead/*', '--fail-on', 'note'),
    ]).toEqual([1, 0, 0, 0, 0]);
    const { out } = elvar(own, ['check']);
    expect(out).toMatch(/^1 finding in 1 of 2 files: 1 warning\.\nNot shown: 1 finding \(1 less certain than “likely”\)\.\n/);
    expect(out).not.toContain('dead/parameter');
    expect(elvar(own, ['check', '--confidence', 'possible']).out).toMatch(/^2 findings in 1 of 2 files/);
  });

  test('refuses unknown names, and suggests the near one', () => {
    const wrong: [string[], RegExp][] = [
      [['--concern', 'slip'], /there is no concern slip\n\s+Did you mean slips\?/],
      [['--rule', 'slips/loose-compar'], /Did you mean slips\/loose-compare/],
      [['--top', '0'], /--top must be a whole number of at least 1/],
      [['--top', 'many'], /--top must be a whole number of at least 1/],
      [['--level', 'fatal'], /--level fatal is not one of error, warning, note\n\s+Did you mean error\?/],
      [['--group-by', 'team'], /--group-by team is not one of rule, file, directory/],
    ];
    for (const [args, message] of wrong) {
      const { code, out, err } = elvar(folder, ['check', ...args]);
      expect(code, args.join(' ')).toBe(2);
      expect(out).toBe('');
      expect(err).toMatch(message);
    }
  });
});

describe('check groups', () => {
  test.each(['rule', 'file', 'directory'] as const)('by %s, and every finding is in a group', (by) => {
    const { findings, totals } = check();
    const { out } = elvar(folder, ['check', '--group-by', by, '--all']);
    const [first = ''] = out.split('\n');
    expect(first).toBe(
      `${findings.length} findings in ${totals.files - totals.clean} of ${totals.files} files: ${totals.error} errors, `
        + `${totals.warning} warnings and ${totals.note} notes.`,
    );
    const key = (finding: Finding): string =>
      ({ rule: finding.rule, file: finding.path, directory: finding.path.replace(/\/?[^/]*$/, '') })[by];
    const groups = new Map<string, number>();
    for (const finding of findings) groups.set(key(finding), (groups.get(key(finding)) ?? 0) + 1);
    for (const [name, number] of groups) {
      const title = by === 'directory' ? (name === '' ? 'the root' : `${name}/`) : name;
      expect(out).toMatch(new RegExp(`(?:^|\\s)${title.replace(/[.*/]/g, '\\$&')}  ${number} findings?(?:\\s|$)`, 'm'));
    }
  });

  test('--top shows the groups with the most findings, and says how many more there are', () => {
    const sizes = new Map<string, number>();
    for (const { rule } of check().findings) sizes.set(rule, (sizes.get(rule) ?? 0) + 1);
    const busiest = [...sizes].sort(([a, first], [b, second]) => second - first || (a < b ? -1 : 1)).slice(0, 2);
    const { out } = elvar(folder, ['check', '--top', '2']);
    const titles = [...out.matchAll(/^(?:error|warning|note) +(\S+\/\S+)  (\d+) finding/gm)].map(
      ([, rule, number]) => [rule, Number(number)],
    );
    expect(titles).toHaveLength(2);
    expect(titles.map(([, number]) => number)).toEqual(busiest.map(([, number]) => number));
    expect(out).toContain(`and ${sizes.size - 2} more rules; --top shows more`);
  });

  test('the summary adds up', () => {
    const { findings } = check();
    const { out } = elvar(folder, ['check']);
    const summary = out.slice(out.indexOf('\nSummary\n'));
    const row = (name: string): [string, number][] =>
      [...(new RegExp(`^ *${name} +(.*)$`, 'm').exec(summary)?.[1] ?? '').matchAll(/(\S+) (\d+)/g)].map(
        ([, key, number]) => [key as string, Number(number)],
      );
    const sum = (rows: readonly [string, number][]): number => rows.reduce((all, [, number]) => all + number, 0);
    expect(sum(row('by level'))).toBe(findings.length);
    expect(sum(row('by concern'))).toBe(findings.length);
    for (const [concern, number] of row('by concern')) {
      expect(count(findings, ({ rule }) => rule.startsWith(`${concern}/`)), concern).toBe(number);
    }
    for (const [rule, number] of row('busiest rules')) {
      expect(count(findings, (finding) => finding.rule === rule), rule).toBe(number);
    }
    for (const [directory, number] of row('busiest directories')) {
      expect(
        count(findings, ({ path }) => (path.includes('/') ? path.slice(0, path.lastIndexOf('/')) : '.') === directory), directory,
      ).toBe(number);
    }
    expect(summary).toContain(`repairable           ${count(findings, ({ fixable }) => fixable)} of ${findings.length} findings`);
  });
});

test('fix repairs what check says can be repaired, and what it leaves is what check finds then', () => {
  const before = check();
  const { out } = elvar(folder, ['fix']);
  const after = check();
  expect(out).toMatch(/^Repaired \d+ findings? in \d+ of 5 files\.$/m);
  expect(out).toContain(`${after.findings.length} findings are left.`);
  expect(after.totals.fixable).toBe(0);
  expect(after.findings.length).toBeLessThan(before.findings.length);
  expect(elvar(folder, ['fix', '--dry-run']).code).toBe(0);
});

test('fingerprints survive lines that are added and removed, and distinguish equal lines', () => {
  const before = check().findings;
  expect(new Set(before.map(({ fingerprint, path }) => `${path} ${fingerprint}`)).size).toBe(before.length);
  for (const { fingerprint } of before) expect(fingerprint).toMatch(/^[0-9a-f]{16}$/);
  const moved = makeFolder({ ...FILES, 'quay/moor.js': `\n\n${FILES['quay/moor.js']}` });
  const prints = (findings: readonly Finding[]): string[] =>
    findings.filter(({ path }) => path === 'quay/moor.js').map(({ fingerprint }) => fingerprint).sort();
  expect(prints(elvarJson<CheckDocument>(moved, ['check']).findings)).toEqual(prints(before));
});
