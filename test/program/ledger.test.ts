import { chmodSync, mkdirSync, readFileSync, renameSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { beforeEach, describe, expect, test } from 'vitest';
import { commitAll, git } from '../support/git.js';
import { elvar, elvarJson, elvarUnprivileged, makeFolder, writeFiles } from '../support/project.js';

const RULES = 'rulings:\n  slips/loose-compare: error\n  idiom/debug-print: warning\n  text/trailing-blanks: note\n';
const MOOR = 'export function moor(a, b) {\n  if (a == b) go();\n  console.log(a);\n}\n';

let folder: string;
beforeEach(() => {
  folder = makeFolder({ 'elvar.yaml': RULES, 'quay/moor.js': MOOR, 'quay/cast-off.js': 'go(1 == 2);\n' });
});

interface Json {
  readonly findings: readonly {
    rule: string;
    path: string;
    line: number;
    fingerprint: string;
    excused: { by: string; line: number; because: string; until: string; status: string } | null;
  }[];
  readonly totals: Record<string, number>;
}

function check(...args: string[]): string[] {
  return elvarJson<Json>(folder, ['check', ...args]).findings.map(
    ({ rule, path: file, line, excused }) => `${file}:${line} ${rule}${excused === null ? '' : ` ${excused.by}`}`,
  );
}

function ledger(): string {
  return readFileSync(path.join(folder, 'elvar-ledger.yaml'), 'utf8');
}

function states(...args: string[]): string[] {
  return elvarJson<{ entries: { path: string; rule: string; state: string; found: { path: string; line: number } | null }[] }>(
    folder, ['ledger', 'list', ...args],
  )
    .entries.map(
      ({ path: file, rule, state, found }) => `${file} ${rule} ${state}${found === null ? '' : ` ${found.path}:${found.line}`}`,
    );
}

function edit(file: string, from: string | RegExp, to: string): void {
  const whole = path.join(folder, file);
  writeFileSync(whole, readFileSync(whole, 'utf8').replace(from, to));
}

describe('ledger take', () => {
  test('records what is found, and from then on only new findings count', () => {
    expect(elvar(folder, ['check']).code).toBe(1);
    const { code, out } = elvar(folder, ['ledger', 'take', '--because', 'was there before the rules', '--today', '2026-11-23']);
    expect(code).toBe(0);
    expect(out.split('\n')[0]).toBe('3 entries added. elvar-ledger.yaml has 3 entries now.');
    expect(ledger()).toContain(`- path: quay/moor.js
  rule: slips/loose-compare
  line: 2
  code: if (a == b) go();
  fingerprint: ${/moor\.js\n {2}rule: slips[^]*?fingerprint: (\w+)/.exec(ledger())?.[1]}
  status: accepted
  because: was there before the rules
  since: 2026-11-23
`);
    expect(elvar(folder, ['check']).code).toBe(0);
    edit('quay/moor.js', '  console', '  go(b == 7);\n  console');
    expect(check()).toEqual(['quay/moor.js:3 slips/loose-compare']);
    const { findings, totals } = elvarJson<Json>(folder, ['check', '--excused']);
    expect(totals).toMatchObject({ error: 1, excused: 3 });
    const line = ledger().split('\n').indexOf('- path: quay/moor.js') + 1;
    expect(findings.find(({ rule, line: at }) => rule === 'idiom/debug-print' && at === 4)?.excused)
      .toEqual({ by: 'ledger', line, because: 'was there before the rules', until: null, status: 'accepted' });
  });

  test('records each finding once, and can be narrowed', () => {
    elvar(folder, ['ledger', 'take', 'quay/moor.js', '--rule', 'slips/*']);
    elvar(folder, ['ledger', 'take', '--level', 'error']);
    expect(states()).toEqual([
      'quay/cast-off.js slips/loose-compare excuses quay/cast-off.js:1',
      'quay/moor.js slips/loose-compare excuses quay/moor.js:2',
    ]);
    const before = ledger();
    expect(elvar(folder, ['ledger', 'take', '--level', 'error']).out).toBe('The ledger stays as it is. It has 2 entries.\n');
    expect(elvar(folder, ['ledger', 'take', '--dry-run']).out).toContain('1 entry would be added');
    expect(ledger()).toBe(before);
  });

  test('ignores the personal layer', () => {
    const env = { XDG_CONFIG_HOME: makeFolder({ 'elvar/elvar.yaml': 'rulings: { slips/loose-compare: off }\n' }) };
    elvar(folder, ['ledger', 'take'], env);
    expect(elvar(folder, ['ledger', 'prune'], env).out).toContain('stays as it is');
    expect(states()).toHaveLength(3);
  });
});

describe('entries hold', () => {
  beforeEach(() => {
    elvar(folder, ['ledger', 'take']);
  });

  test('when lines move and blanks change', () => {
    writeFileSync(
      path.join(folder, 'quay/moor.js'),
      `// tide\n\n${MOOR.replace('  if (a == b) go();', '\tif ( a==b )  go( );').replaceAll('\n', '\r\n')}`,
    );
    expect(check()).toEqual([]);
  });

  test('not for a line that is rewritten', () => {
    edit('quay/moor.js', 'a == b', 'b == a');
    expect(check()).toEqual(['quay/moor.js:2 slips/loose-compare']);
    expect(states('--state', 'gone')).toEqual(['quay/moor.js slips/loose-compare gone']);
    expect(elvar(folder, ['ledger', 'prune', '--dry-run']).out).toContain('1 entry would be dropped');
    expect(elvar(folder, ['ledger', 'prune']).code).toBe(0);
    expect(states()).toHaveLength(2);
  });

  test('when git has renamed the file, in the index or in many commits', () => {
    git(folder, 'init', '-q');
    commitAll(folder);
    git(folder, 'mv', 'quay/moor.js', 'quay/berth with blank.js');
    expect(check()).toEqual([]);
    commitAll(folder);
    expect(check()).toEqual([]);
    mkdirSync(path.join(folder, 'pier'));
    git(folder, 'mv', 'quay/berth with blank.js', 'pier/é\tb.js');
    edit('pier/é\tb.js', 'a == b', 'a  ==  b');
    commitAll(folder);
    expect(check()).toEqual([]);
    expect(states()).toContain('quay/moor.js idiom/debug-print excuses pier/é\tb.js:3');
    // What is written next knows the new place.
    edit('quay/cast-off.js', '1 == 2', '1');
    elvar(folder, ['ledger', 'prune']);
    expect(states()).toEqual(
      ['pier/é\tb.js idiom/debug-print excuses pier/é\tb.js:3', 'pier/é\tb.js slips/loose-compare excuses pier/é\tb.js:2'],
    );
  });

  test('not for a copy, nor for a file renamed without git', () => {
    git(folder, 'init', '-q');
    commitAll(folder);
    writeFiles(folder, { 'quay/copy.js': MOOR });
    expect(check()).toHaveLength(2);
    rmSync(path.join(folder, 'quay/copy.js'));
    renameSync(path.join(folder, 'quay/moor.js'), path.join(folder, 'quay/other.js'));
    expect(check()).toHaveLength(2);
  });

  test('in a project that is a part of a repository', () => {
    const whole = makeFolder({ 'port/elvar.yaml': RULES, 'port/a.js': MOOR });
    elvar(path.join(whole, 'port'), ['ledger', 'take', '--root', '.']);
    git(whole, 'init', '-q');
    commitAll(whole);
    git(whole, 'mv', 'port/a.js', 'port/b.js');
    commitAll(whole);
    expect(elvarJson<Json>(path.join(whole, 'port'), ['check', '--root', '.']).findings).toEqual([]);
  });

  test('when fix repairs something else on their lines, and they are not repaired themselves', () => {
    writeFiles(folder, { 'quay/moor.js': 'go(1 == 2);\t\nif (a == b) go();  \n' });
    elvar(folder, ['ledger', 'prune']);
    elvar(folder, ['ledger', 'take', '--rule', 'slips/loose-compare']);
    expect(elvar(folder, ['fix']).out).toContain('Repaired 2 findings');
    expect(readFileSync(path.join(folder, 'quay/moor.js'), 'utf8')).toBe('go(1 == 2);\nif (a == b) go();\n');
    expect(check()).toEqual([]);
    const quotes = makeFolder({
      'elvar.yaml': 'rulings:\n  slips/loose-compare: error\n'
        + '  idiom/quote-mark: { level: error, options: { style: double } }\n  idiom/statement-end: error\n', 'a.js':
          "go(a == 'x', 'y')\ngo(a == 'x', 'y')\n",
    });
    elvar(quotes, ['ledger', 'take', '--rule', 'slips/*']);
    elvar(quotes, ['fix']);
    expect(readFileSync(path.join(quotes, 'a.js'), 'utf8')).toBe('go(a == "x", "y");\ngo(a == "x", "y");\n');
    expect(elvarJson<Json>(quotes, ['check']).findings).toEqual([]);
    expect(readFileSync(path.join(quotes, 'elvar-ledger.yaml'), 'utf8')).toContain('code: go(a == "x", "y");\n');
  });
});

describe('ledger set', () => {
  beforeEach(() => {
    elvar(folder, ['ledger', 'take']);
  });

  test('changes the decision, and what is planned counts again after its day', () => {
    const { code, out } = elvar(
      folder,
      ['ledger', 'set', 'quay/moor.js:2', '--status', 'planned', '--until', '2999-01-31', '--because', 'the gate sends text'],
    );
    expect([code, out.split('\n')[0]]).toEqual([0, '1 entry changed. elvar-ledger.yaml has 3 entries now.']);
    expect(ledger()).toContain('  status: planned\n  because: the gate sends text\n');
    expect(check('--today', '2999-01-31')).toEqual([]);
    expect(check('--today', '2999-02-01')).toEqual(['quay/moor.js:2 slips/loose-compare']);
    expect(states('--today', '2999-02-01', '--state', 'due')).toEqual(['quay/moor.js slips/loose-compare due quay/moor.js:2']);
    // What has fallen due is written down already.
    expect(elvar(folder, ['ledger', 'take', '--today', '2999-02-01']).out).toContain('stays as it is');
    elvar(folder, ['ledger', 'set', '--state', 'due', '--status', 'mistaken', '--until', 'never', '--today', '2999-02-01']);
    expect(check('--today', '2999-02-01')).toEqual([]);
    expect(ledger()).not.toContain('until');
  });

  test('by fingerprint, by rule and by directory', () => {
    const print = /fingerprint: (\w+)/.exec(ledger())?.[1] as string;
    expect(elvar(folder, ['ledger', 'set', print, '--status', 'mistaken']).out).toContain('1 entry changed');
    expect(elvar(folder, ['ledger', 'set', 'quay', '--rule', 'slips/*', '--because', 'x']).out).toContain('2 entries changed');
    expect(states('--status', 'mistaken')).toHaveLength(1);
  });

  test('refuses what makes no sense, and changes nothing', () => {
    const before = ledger();
    const wrong: [string[], RegExp][] = [
      [['set', 'quay'], /say what to change/],
      [['set', '--status', 'planned'], /a planned repair needs a date/],
      [['set', '--until', '2001-01-31'], /2001-01-31 is past/],
      [['set', '--until', 'soon'], /soon is not a date/],
      [['set', 'none.js', '--because', 'x'], /no ledger entry matches/],
      [['set', '--because', 'a\u001bb'], /control characters/],
      [['set', '--rule', 'slips/loose-compar', '--because', 'x'], /Did you mean slips\/loose-compare/],
      [['take', '--status', 'planned'], /a planned repair needs a date/],
      [['take', 'none.js'], /there is no such file/],
      [['list', '--until', '2027-01-31'], /ledger list has no option --until/],
      [['prune', '--status', 'planned'], /ledger prune has no option --status/],
      [['sell'], /sell is not one of list, take, set, prune/],
    ];
    for (const [args, message] of wrong) {
      const { code, err, out } = elvar(folder, ['ledger', ...args]);
      expect([code, out], args.join(' ')).toEqual([2, '']);
      expect(err, args.join(' ')).toMatch(message);
    }
    expect(ledger()).toBe(before);
  });
});

describe('a ledger that is wrong', () => {
  test('is reported with places, and nothing is done', () => {
    writeFiles(
      folder,
      { 'elvar-ledger.yaml': 'findings:\n- path: a.js\n  rule: slips/loose-compare\n  fingerprint: 00000000000000aa\n'
        + '  status: perhaps\n  until: 2027-02-30\n' },
    );
    for (const args of [['check'], ['fix'], ['ledger', 'take'], ['ledger', 'list'], ['ledger', 'prune']]) {
      const { code, out, err } = elvar(folder, args);
      expect([code, out]).toEqual([2, '']);
      expect(err).toContain('elvar-ledger.yaml:5:11');
      expect(err).toContain('accepted, planned, mistaken');
    }
    expect(elvar(folder, ['resolve']).code).toBe(0);
  });

  test('half merged, a link, a directory, unreadable', () => {
    writeFiles(folder, { 'elvar-ledger.yaml': 'findings:\n<<<<<<< HEAD\n=======\n>>>>>>> b\n' });
    expect(elvar(folder, ['check']).err).toMatch(/elvar-ledger\.yaml:2:1 {2}git left both sides of a merge here/);
    rmSync(path.join(folder, 'elvar-ledger.yaml'));
    symlinkSync('/dev/null', path.join(folder, 'elvar-ledger.yaml'));
    expect(elvar(folder, ['check'])).toMatchObject({ code: 2, err: expect.stringContaining('is a link') as string });
    rmSync(path.join(folder, 'elvar-ledger.yaml'));
    mkdirSync(path.join(folder, 'elvar-ledger.yaml'));
    expect(elvar(folder, ['check'])).toMatchObject({ code: 2, err: expect.stringContaining('is a directory') as string });
  });

  test('one that may not be read', () => {
    writeFiles(folder, { 'elvar-ledger.yaml': 'findings: []\n' });
    chmodSync(path.join(folder, 'elvar-ledger.yaml'), 0);
    expect(elvarUnprivileged(folder, ['check'])).toMatchObject(
      { code: 2, err: expect.stringContaining('permission denied') as string },
    );
  });
});

test('two branches that both add entries merge', () => {
  const names = ['berths/a.js', 'berths/b.js', 'quay/c.js', 'tides/d.js'];
  writeFiles(folder, Object.fromEntries(names.map((name) => [name, 'go(0 == 1);\n'])));
  git(folder, 'init', '-q', '-b', 'main');
  elvar(folder, ['ledger', 'take']);
  commitAll(folder);
  git(folder, 'checkout', '-q', '-b', 'one');
  edit('berths/a.js', /$/, 'go(1 == 1);\n');
  elvar(folder, ['ledger', 'take']);
  commitAll(folder);
  git(folder, 'checkout', '-q', '-b', 'two', 'main');
  edit('tides/d.js', /^/, 'go(2 == 1);\n');
  edit('quay/c.js', /^/, 'go(3 == 1);\n');
  elvar(folder, ['ledger', 'take']);
  commitAll(folder);
  git(folder, 'merge', '-q', 'one', '-m', 'both');
  expect(check()).toEqual([]);
  expect(states().filter((line) => !line.includes(' excuses '))).toEqual([]);
});
