import { spawnSync } from 'node:child_process';
import { cpSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, test } from 'vitest';
import { elvar, elvarJson, makeFolder } from '../support/project.js';
import { whenDeep } from '../support/runs.js';

/** A copy of the demo, so that nothing around it counts. */
function harbour(): string {
  const folder = makeFolder();
  cpSync(path.join(import.meta.dirname, '..', '..', 'demo', 'harbour'), folder, { recursive: true });
  return folder;
}

interface ResolveDocument {
  readonly format: string;
  readonly sets: readonly {
    id: string;
    rules: Record<string, { level: string; options: object }>;
    files: { path: string; language: string }[];
  }[];
}

interface ExplainDocument {
  readonly format: string;
  readonly exists: boolean;
  readonly inScope: boolean;
  readonly skipped: { reason: string; by: object | null } | null;
  readonly layers: readonly { id: string }[];
  readonly rules: Record<string, {
    level: string; by: number; inForce: boolean; options: Record<string, { value: unknown; by: number }>;
    trail: {
      layer: string;
      file: string | null;
      line: number | null;
      level: string | null;
      effect: string;
      because: string | null;
      zone: string | null;
    }[];
  }>;
}

interface ScopeDocument {
  readonly checked: readonly { path: string; language: string }[];
  readonly skipped: readonly {
    path: string;
    reason: string;
    by: { file: string | null; line: number | null; pattern: string | null } | null;
  }[];
}

interface CheckDocument {
  readonly format: string;
  readonly findings: readonly {
    rule: string;
    level: string;
    path: string;
    line: number;
    column: number;
    excused: { by: string; line: number; because: string } | null;
  }[];
  readonly totals: Record<string, number>;
}

describe('check', () => {
  test('shows the totals first, then what decided, and fails for errors', () => {
    const { code, out, err } = elvar(harbour(), ['check']);
    expect(code).toBe(1);
    expect(out.split('\n')[0]).toMatch(/^\d+ new findings in \d+ of \d+ files: \d+ errors, \d+ warnings and \d+ notes\./);
    expect(out).toContain('since elvar.yaml:6 → style/harbour.yaml:8');
    expect(out).not.toContain('\u001b');
    expect(err).toBe('');
  });

  test('lists findings for machines in order, excused ones only when asked', () => {
    const folder = harbour();
    const plain = elvarJson<CheckDocument>(folder, ['check']);
    const all = elvarJson<CheckDocument>(folder, ['check', '--excused']);
    expect(plain.format).toBe('elvar-findings/1');
    expect(plain.findings.every(({ excused }) => excused === null)).toBe(true);
    const excused = all.findings.filter((finding) => finding.excused !== null);
    expect(excused.map(({ path: file, line, excused: by }) => [file, line, by?.line, by?.because])).toEqual([
      ['forms/lib/check.php', 14, 13, 'a form sends text, and 2 and 2.0 are one draught'],
      ['legacy/dues.js', 9, 5, 'moved over from the old system, nobody changes it any more'],
      ['legacy/stamp.js', 2, 15, 'moved over from the old system, nobody changes it any more'],
      ['services/berths/src/server.ts', 9, 8, 'the gate sends either no length or the text "0"'],
      ['services/berths/src/server.ts', 18, 25, 'the lock gates answer late until the new cable is laid'],
      ['services/billing/src/main/java/harbour/billing/Reminder.java', 12, 36, 'the letters are rewritten with the new printer'],
      ['services/billing/src/main/java/harbour/billing/Reminder.java', 12, 45, 'the letters are rewritten with the new printer'],
      ['services/billing/src/main/java/harbour/billing/Reminder.java', 16, 15, 'letters are typed with the new printer'],
      ['services/tides/tides/predict.py', 27, 56, 'the formula has as many terms as the moon'],
    ]);
    expect(all.findings.length).toBe(plain.findings.length + excused.length);
    const { totals } = plain;
    expect([totals['error'], totals['warning'], totals['note']]).toEqual(
      ['error', 'warning', 'note'].map((level) => plain.findings.filter((finding) => finding.level === level).length),
    );
    const keys = plain.findings.map(({ path: file, line, column, rule }) =>
      [file, String(line).padStart(6), String(column).padStart(6), rule].join('\0'));
    expect(keys).toEqual(keys.toSorted());
  });

  test('looks only at the paths named, under the layers above them', () => {
    const { findings, totals } = elvarJson<CheckDocument>(harbour(), ['check', 'kiosk/kiosk.js', 'kiosk']);
    expect(new Set(findings.map(({ path: file }) => file))).toEqual(
      new Set(['kiosk/clock.js', 'kiosk/kiosk.css', 'kiosk/kiosk.js', 'kiosk/prices.js']),
    );
    expect(totals['files']).toBe(5);
  });

  test.each(
    [['error', 0], ['warning', 1], ['note', 1], ['never', 0]],
  )('with fail-on %s and a warning at most, ends with %i', (failOn, code) => {
    const folder = makeFolder(
      { 'elvar.yaml': `policy: { fail-on: ${failOn} }\nrulings: { safety/*: warning }\n`, 'a.py': 'exec(a)\n' },
    );
    expect(elvar(folder, ['check']).code).toBe(code);
  });

  test('without a layer file uses the starter and says so in one line', () => {
    const { code, out, err } = elvar(makeFolder({ 'a.py': 'exec(a)\n' }), ['check']);
    expect(code).toBe(1);
    expect(out).toContain('since elvar:starter:');
    expect(err).toBe('There is no elvar.yaml in this project, so the preset elvar:starter is used.\n');
  });

  test('with a layer file anywhere, the starter is not used', () => {
    const folder = makeFolder({ 'a.py': 'exec(a)\n', 'b/elvar.yaml': 'rulings: {}\n' });
    for (const args of [['check'], ['check', 'a.py'], ['explain', 'a.py', 'safety/dynamic-code']]) {
      const { err, out } = elvar(folder, args);
      expect(err).toBe('');
      expect(out).not.toContain('elvar:starter');
    }
  });

  whenDeep(() => {
    test('on many files finds on all threads what it finds file by file', () => {
      const files = Object.fromEntries(Array.from({ length: 700 }, (_, index) => [
        `d${index % 9}/f${index}.js`,
        `eval(a${index});\n${index % 3 ? '' : 'if (a == b) c(); // elvar waive slips/* because x\n'}`,
      ]));
      const folder = makeFolder({
        'elvar.yaml': 'rulings: { slips/loose-compare: warning, safety/dynamic-code: warning, text/final-newline: warning }\n',
        ...files,
      });
      const whole = elvarJson<CheckDocument>(folder, ['check', '--excused']);
      expect(whole.totals).toMatchObject({ files: 701, warning: 700, excused: 234 });
      const parts = Array.from(
        { length: 9 }, (_, index) => elvarJson<CheckDocument>(folder, ['check', '--excused', `d${index}`]).findings,
      ).flat();
      expect(whole.findings).toEqual(parts);
    });
  });

  test('with nothing to check says so', () => {
    expect(elvar(makeFolder(), ['check'])).toMatchObject({ code: 0, out: 'No files are checked here.\n' });
  });

  test('says when all is well', () => {
    expect(elvar(makeFolder({ 'a.py': 'a = 1\n' }), ['check', '--quiet'])).toEqual(
      { code: 0, out: 'No findings in 1 file.\n', err: '' },
    );
  });
});

describe('resolve and explain', () => {
  test('agree on every file and every rule, and the trail leads to what is decided', () => {
    const folder = harbour();
    const { sets, format } = elvarJson<ResolveDocument>(folder, ['resolve']);
    expect(format).toBe('elvar-resolve/1');
    const files = sets.flatMap((set) => set.files.map((file) => ({ ...file, rules: set.rules })));
    expect(new Set(files.map((file) => file.path)).size).toBe(files.length);
    for (const { path: file, rules } of files.filter((_, index) => index % 4 === 0)) {
      const explained = elvarJson<ExplainDocument>(folder, ['explain', file]);
      const layers = new Set(explained.layers.map(({ id }) => id));
      const on = Object.entries(explained.rules).filter(([, rule]) => rule.level !== 'off');
      const settings = on.map(([id, { level, options }]) =>
        [id, { level, options: Object.fromEntries(Object.entries(options).map(([name, { value }]) => [name, value])) }]);
      expect(Object.fromEntries(settings)).toEqual(rules);
      expect(Object.keys(rules)).toEqual(Object.keys(rules).toSorted());
      for (const [id, { level, by, trail }] of Object.entries(explained.rules)) {
        expect(trail[0]).toMatchObject(
          { layer: 'catalog', file: null, line: null, level: id.startsWith('compiler/') ? 'warning' : 'off', effect: 'applied' },
        );
        expect(trail[by]?.level).toBe(level);
        expect(trail.every((entry) => layers.has(entry.layer))).toBe(true);
      }
    }
  });

  test('as lines, each set stands once and before its first file', () => {
    const folder = harbour();
    const { code, out } = elvar(folder, ['resolve', '--format', 'ndjson']);
    expect(code).toBe(0);
    const lines = out.trimEnd().split('\n').map((line) => JSON.parse(line) as { set: string; path?: string; rules?: object });
    const told = new Map<string, object>();
    for (const { set, rules, path: file } of lines) {
      if (file === undefined) {
        expect(told.has(set)).toBe(false);
        told.set(set, rules as object);
      } else {
        expect(told.has(set)).toBe(true);
      }
    }
    const { sets } = elvarJson<ResolveDocument>(folder, ['resolve']);
    expect([...told]).toEqual(sets.map(({ id, rules }) => [id, rules]));
    const paths = lines.flatMap((line) => line.path ?? []);
    expect(paths).toEqual(sets.flatMap(({ files }) => files.map((file) => file.path)).toSorted());
  });

  test('resolve tells how the other sets differ from the most common one', () => {
    const { out } = elvar(harbour(), ['resolve']);
    expect(out).toMatch(/^10 rule sets for 50 files, from 4 layer files\.\n/);
    expect(out).toMatch(/scripts\/ \(3\)\n {2}idiom\/debug-print {2}off, not warning\n/);
  });

  test('explain tells the whole trail of a rule and one sentence about it', () => {
    const { code, out } = elvar(harbour(), ['explain', 'services/berths/tests/plan.test.ts', 'idiom/debug-print']);
    expect(code).toBe(0);
    expect(out.split('\n')[0]).toMatch(/^idiom\/debug-print {3}warning/);
    expect(out).toMatch(/elvar\.yaml:39 +zone tests +off\n +because a test is read from top to bottom/);
    expect(out).toContain(
      '● warning  set by services/berths/elvar.yaml:5 → elvar:lean:7, overriding off from elvar.yaml:39 (zone tests).',
    );
  });

  test('explain gives each option an origin of its own', () => {
    const { rules } = elvarJson<ExplainDocument>(harbour(), ['explain', 'services/tides/tides/predict.py', 'text/line-width']);
    expect(Object.keys(rules)).toEqual(['text/line-width']);
    const { trail, options, by } = rules['text/line-width'] as ExplainDocument['rules'][string];
    expect(trail.map(({ file, line }) => `${file}:${line}`)).toEqual([
      'null:null', 'style/layout.yaml:5', 'style/layout.yaml:6', 'elvar.yaml:21', 'services/tides/elvar.yaml:5',
    ]);
    expect(by).toBe(4);
    expect(options).toEqual({
      max: { value: 88, by: 4, over: 3, items: null },
      'urls-free': { value: true, by: 0, over: null, items: null },
      'tab-width': { value: 4, by: 0, over: null, items: null },
    });
  });

  test('what a layer without inheritance cuts off stays in the trail, and what is guarded holds', () => {
    const { exists, inScope, rules } = elvarJson<ExplainDocument>(harbour(), ['explain', 'legacy/new.js', 'safety/dynamic-code']);
    expect([exists, inScope]).toEqual([false, true]);
    expect(rules['safety/dynamic-code']?.trail.map(({ effect }) => effect)).toEqual(['applied', 'cut-off', 'applied', 'refused']);
  });

  test('a path out of scope is explained all the same, with the reason', () => {
    const folder = harbour();
    const { inScope, skipped, rules } = elvarJson<ExplainDocument>(folder, ['explain', 'kiosk/vendor/dayline.js']);
    expect(inScope).toBe(false);
    expect(skipped).toMatchObject({ reason: 'ignored', by: { file: '.elvarignore', line: 2, pattern: '/kiosk/vendor/' } });
    expect(rules['safety/dynamic-code']?.level).toBe('error');
    expect(elvar(folder, ['explain', 'kiosk/vendor/dayline.js']).out).toContain(
      'is not checked: excluded by a pattern, .elvarignore:2',
    );
  });

  test('a rule that does not know the language is not in force', () => {
    const { rules } = elvarJson<ExplainDocument>(harbour(), ['explain', 'db/schema.sql']);
    expect(rules['slips/loose-compare']).toMatchObject({ inForce: false });
    expect(rules['text/line-width']).toMatchObject({ level: 'note', inForce: true });
  });
});

describe('scope', () => {
  test('tells what is checked and, of the rest, why and by which line', () => {
    const { checked, skipped } = elvarJson<ScopeDocument>(harbour(), ['scope']);
    expect(checked).toContainEqual({ path: 'kiosk/kiosk.js', language: 'javascript' });
    expect(skipped).toEqual([
      { path: 'elvar-ledger.yaml', reason: 'generated', by: null },
      { path: 'kiosk/build/', reason: 'ignored', by: { file: '.gitignore', line: 1, pattern: 'build/' } },
      { path: 'kiosk/last-crash.log', reason: 'no-language', by: null },
      { path: 'kiosk/vendor/', reason: 'ignored', by: { file: '.elvarignore', line: 2, pattern: '/kiosk/vendor/' } },
      { path: 'services/billing/Holidays.java', reason: 'generated', by: null },
      { path: 'services/billing/build/', reason: 'ignored', by: { file: '.gitignore', line: 1, pattern: 'build/' } },
      { path: 'services/billing/generated/', reason: 'ignored', by: { file: 'elvar.yaml', line: 10, pattern: 'generated/' } },
    ]);
  });

  test('--even-ignored includes what patterns exclude, and nothing else that is out', () => {
    const folder = makeFolder({
      'elvar.yaml': "scope: { include: ['src/'], ignore: ['*.gen.js'] }\nrulings: { text/trailing-blanks: error }\n",
      '.gitignore': 'out/\n',
      'src/a.js': 'a; \n',
      'src/b.gen.js': 'b; \n',
      'other.js': 'c; \n',
      'out/deep/d.js': 'd; \n',
      'out/elvar.yaml': 'rulings: { text/trailing-blanks: warning }\n',
      'node_modules/e/f.js': 'f; \n', '.git/g.js': 'g; \n', 'src/h.unknown': '', 'src/i.js': '// @generated\n',
    });
    const plain = elvarJson<ScopeDocument>(folder, ['scope']);
    expect(plain.checked.map(({ path: file }) => file)).toEqual(['src/a.js']);
    const lifted = elvarJson<ScopeDocument>(folder, ['scope', '--even-ignored']);
    expect(lifted.checked.map(({ path: file }) => file)).toEqual(
      [
        'elvar.yaml', 'node_modules/e/f.js', 'other.js', 'out/deep/d.js', 'out/elvar.yaml', 'src/a.js', 'src/b.gen.js',
        '.gitignore',
      ].sort(),
    );
    expect(lifted.skipped.map(({ path: file, reason }) => `${file} ${reason}`)).toEqual(
      ['.git/ ignored', 'src/h.unknown no-language', 'src/i.js generated'],
    );
    const { findings } = elvarJson<CheckDocument>(folder, ['check', 'out', 'src/b.gen.js', '--even-ignored']);
    // A layer file in a directory that is looked at counts.
    expect(findings.map(({ path: file, level }) => `${file} ${level}`)).toEqual(['out/deep/d.js warning', 'src/b.gen.js error']);
    expect(elvarJson<CheckDocument>(folder, ['check', 'out']).findings).toEqual([]);
  });

  test('the last matching line of the sources in their order decides, deeper directories after outer ones', () => {
    const folder = makeFolder({
      '.gitignore': 'a.py\nb.py\nc.py\nd/\n', 'elvar.yaml': 'scope: { ignore: ["!a.py", "!b.py"] }\n', '.elvarignore': 'b.py\n',
      'a.py': '', 'b.py': '', 'c.py': '', 'd/.elvarignore': '!*\n', 'd/e.py': '', 'f/.gitignore': '!c.py\n', 'f/c.py': '',
    });
    const { checked, skipped } = elvarJson<ScopeDocument>(folder, ['scope']);
    expect(checked.map((file) => file.path).filter((file) => file.endsWith('.py'))).toEqual(['a.py', 'f/c.py']);
    expect(skipped.map(({ path: file, by }) => `${file} ${by?.file}:${by?.line}`)).toEqual(
      ['b.py .elvarignore:1', 'c.py .gitignore:3', 'd/ .gitignore:4'],
    );
  });

  test('include leaves only what it names, and whole directories of the rest are one entry', () => {
    const folder = makeFolder({ 'elvar.yaml': 'scope:\n  include: [/a/, "*.py"]\n', 'a/b/c.js': '', 'd/e.py': '', 'd/f.js': '' });
    const { checked, skipped } = elvarJson<ScopeDocument>(folder, ['scope']);
    expect(checked.map((file) => file.path)).toEqual(['a/b/c.js', 'd/e.py']);
    expect(skipped.map(({ path: file, reason, by }) => [file, reason, by?.line])).toEqual(
      [['d/f.js', 'not-included', 2], ['elvar.yaml', 'not-included', 2]],
    );
    const only = makeFolder({ 'elvar.yaml': 'scope:\n  include: [/a/]\n', 'a/b/c.js': '', 'd/e/f.py': '' });
    expect(elvarJson<ScopeDocument>(only, ['scope']).skipped.map((entry) => entry.path)).toEqual(['d/', 'elvar.yaml']);
  });

  test('paths are told by their own path, sorted as bytes', () => {
    const folder = makeFolder({ 'a/b.py': '', 'a.py': '', 'a-b.py': '', '\u{1F6A2}.py': '', '\uFB01.py': '' });
    expect(elvarJson<ScopeDocument>(folder, ['scope']).checked.map((file) => file.path)).toEqual(
      ['a-b.py', 'a.py', 'a/b.py', '\uFB01.py', '\u{1F6A2}.py'],
    );
  });
});

describe('the command line', () => {
  test.each(
    ['check', 'resolve', 'explain', 'scope', 'fix', 'catalog', 'compare', 'presets'],
  )('%s --help has worked examples that work in the demo', (command) => {
    const folder = harbour();
    const { code, out } = elvar(folder, [command, '--help']);
    expect(code).toBe(0);
    const examples = [...out.slice(out.indexOf('Examples:')).matchAll(/^ {2}elvar (\S+(?: \S+)*)/gm)].map((match) =>
      (match[1] as string).replaceAll("'", '').split(' '));
    expect(examples.length).toBeGreaterThanOrEqual(2);
    for (const args of examples) {
      const run = elvar(folder, args);
      expect(run.code, `elvar ${args.join(' ')}: ${run.err}`).toBeLessThanOrEqual(1);
      expect(run.out).not.toBe('');
    }
  });

  test('the help of every command fits the terminal, and names choices and defaults in words', () => {
    const folder = harbour();
    const commands = [...elvar(folder, ['--help']).out.matchAll(/^ {2}elvar ([a-z]+)/gm)].map((match) => match[1] as string);
    expect(commands.length).toBeGreaterThan(12);
    for (const command of commands) {
      const lines = elvar(folder, [command, '--help']).out.split('\n');
      expect(
        lines.filter((line) => line.length > 100 || /\[(?:choices|default|string|boolean|array|number|required)\b/.test(line)),
        command,
      ).toEqual([]);
    }
    expect(elvar(folder, ['ledger', '--help']).out).toContain('\n             planned, mistaken)\n');
  });

  test.each([
    [['chekc'], 'there is no command chekc\n  Did you mean elvar check?\n  See elvar --help.\n'],
    [['lint'], 'Did you mean elvar check?'],
    [['baseline'], 'Did you mean elvar ledger?'],
    [[], 'name a command'],
    [['check', '--formt', 'json'], 'there is no option --formt\n  Did you mean --format?\n  See elvar check --help.\n'],
    [['check', '--format', 'xml'], '--format xml is not one of text, lines, json, sarif, junit, markdown, html'],
    [['check', '--level', 'warn'], '--level warn is not one of error, warning, note\n  Did you mean warning?'],
    [['check', '--set', 'text/*=warn'], 'Did you mean warning?'],
    [['ledger', 'taek'], 'taek is not one of list, take, set, prune\n  Did you mean take?'],
    [['check', '--root'], '--root needs a value'],
    [['explain'], 'path is missing: elvar explain <path> [rule]'],
    [['explain', 'a.py', 'text/indnet'], 'Did you mean text/indent?'],
    [['check', 'nix.py'], 'nix.py: there is no such file or directory'],
    [['check', '../x.py'], 'this is outside the project root'],
    [['scope', '/etc/passwd'], 'this is outside the project root'],
    [['check', '--root', 'nix'], '--root nix: there is no such directory'],
  ])('%j ends with 2 and one clear message', (args, message) => {
    const { code, out, err } = elvar(makeFolder({ 'elvar.yaml': '', 'a.py': '', 'd/b.py': '' }), args);
    expect([code, out]).toEqual([2, '']);
    expect(err).toContain(message);
    expect(err).not.toMatch(/\n\s+at /);
  });

  test.each([
    ['--format', ['check', '--format', 'json', '--format', 'text']],
    ['--level', ['check', '--level', 'note', '--level', 'error']],
    ['--today', ['resolve', '--today', '2026-01-01', '--today', '2026-01-02']],
    ['--because', ['waive', 'a.js:1', '--because', 'old', '--because', 'new']],
    ['--at', ['set', 'dead/*', 'off', '--at', '.', '--at', '.']],
    ['--against', ['impact', '--against', 'HEAD', '--against', 'HEAD']],
  ])('%s is said once', (option, args) => {
    expect(elvar(makeFolder({ 'a.js': '' }), args)).toMatchObject(
      { code: 2, out: '', err: `${option} is given more than once\n  Give it only once.\n` },
    );
  });

  test('what may be repeated may be, and a switch may be too', () => {
    const folder = makeFolder({ 'elvar.yaml': 'rulings: { "*": warning }\n', 'a.js': 'if (a == b) go()\n' });
    const rules = (...args: string[]): string[] =>
      elvarJson<{ findings: { rule: string }[] }>(
        folder, ['check', 'a.js', '--quiet', '--quiet', ...args],
      ).findings.map(({ rule }) => rule);
    const wanted = ['--rule', 'slips/loose-compare', '--rule', 'idiom/statement-end'];
    expect(rules(...wanted).sort()).toEqual(['idiom/statement-end', 'slips/loose-compare']);
    expect(rules(...wanted, '--set', 'slips/*=off', '--set', 'idiom/braces=off')).toEqual(['idiom/statement-end']);
  });

  test('colours follow the options, then NO_COLOR and the terminal', () => {
    const folder = makeFolder({ 'a.py': 'exec(a)\n' });
    expect(elvar(folder, ['check', '--color']).out).toContain('\u001b[');
    expect(elvar(folder, ['check', '--color'], { NO_COLOR: '1' }).out).toContain('\u001b[');
    expect(elvar(folder, ['check']).out).not.toContain('\u001b[');
    expect(elvar(folder, ['check', '--no-color']).out).not.toContain('\u001b[');
  });

  whenDeep(() => {
    test('in a terminal that can do nothing, and in one without colours, there are none', () => {
      const folder = makeFolder({ 'a.py': 'exec(a)\n' });
      const program = path.join(import.meta.dirname, '..', '..', 'dist', 'cli', 'main.cjs');
      // script(1) of util-linux gives the program a terminal.
      const inTerminal = (env: Record<string, string>): string =>
        spawnSync(
          'script',
          ['-qec', `${process.execPath} ${program} check`, '/dev/null'],
          { cwd: folder, encoding: 'utf8', env: { PATH: process.env['PATH'], ...env } },
        ).stdout;
      expect(inTerminal({ TERM: 'xterm' })).toContain('\u001b[');
      expect(inTerminal({ TERM: 'dumb' })).not.toContain('\u001b[');
      expect(inTerminal({ TERM: 'xterm', NO_COLOR: '1' })).not.toContain('\u001b[');
    });
  });

  test('a reader that goes away ends it quietly', () => {
    const program = path.join(import.meta.dirname, '..', '..', 'dist', 'cli', 'main.cjs');
    // elvar waive safety/shell-text because the values are paths of this test
    const { stdout, stderr } = spawnSync(
      'sh', ['-c', `${process.execPath} ${program} resolve --format json | head -n 1`], { cwd: harbour(), encoding: 'utf8' },
    );
    expect([stdout, stderr]).toEqual(['{\n', '']);
  });

  test('the root is where .git is, else the topmost layer file, else here', () => {
    const files = { 'elvar.yaml': 'rulings: { safety/*: note }\n', 'a/elvar.yaml': '', 'a/b/c.py': 'exec(a)\n' };
    const topmost = makeFolder(files);
    expect(
      elvarJson<CheckDocument>(path.join(topmost, 'a', 'b'), ['check']).findings.map(({ path: file }) => file),
    ).toEqual(['a/b/c.py']);
    const git = makeFolder({ ...files, 'a/.git/': '' });
    expect(elvarJson<CheckDocument>(path.join(git, 'a', 'b'), ['check']).findings).toEqual([]);
    expect(elvar(path.join(git, 'a', 'b'), ['scope', '--verbose']).err).toBe(`Project root: ${path.join(git, 'a')}\n`);
    expect(elvarJson<CheckDocument>(path.join(git, 'a', 'b'), ['check', '--root', '../..']).findings).toHaveLength(1);
  });
});
