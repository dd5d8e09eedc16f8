import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { beforeEach, describe, expect, test } from 'vitest';
import { commitAll, git } from '../support/git.js';
import { elvar, elvarJson, makeFolder, writeFiles } from '../support/project.js';
import { whenDeep } from '../support/runs.js';

interface Way {
  readonly before: { level: string; options: Record<string, unknown> };
  readonly after: {
    level: string;
    options: Record<string, unknown>;
    by: { file: string; line: number; because: string | null } | null;
  };
  readonly files: readonly string[]
}

interface Found {
  readonly path: string;
  readonly line: number;
  readonly rule: string;
  readonly level: string;
  readonly fingerprint: string
}

interface Impact {
  readonly format: string;
  readonly files: number;
  readonly touched: readonly string[];
  readonly entering: readonly string[];
  readonly leaving: readonly string[];
  readonly rules: Record<
    string,
    {
      relation: string;
      ways: readonly Way[];
      appearing: readonly Found[];
      disappearing: readonly Found[];
      relevelled: readonly Found[];
    }
  >;
}

const FILES = {
  'elvar.yaml': 'presets: [./style.yaml]\nrulings:\n  slips/*: { level: note, because: a first step }\n'
    + '  text/line-width: { level: warning, options: { max: 30 } }\nzones:\n- name: old\n  match: [/old/]\n'
    + '  rulings: { slips/loose-compare: off }\n',
  'style.yaml': 'rulings:\n  safety/*: { level: error, guard: no-weaker }\n  idiom/debug-print: warning\n',
  'quay/elvar.yaml': 'rulings:\n  idiom/debug-print: off\n',
  'quay/moor.js': 'if (a == b) go();\nconsole.log(a);\neval(a);\n',
  'old/gate.js': 'if (a == b) go();\nconsole.log("a line that is longer than thirty columns");\n',
  'crane.py': 'print(1)\ntry:\n  go()\nexcept:\n  pass\n',
  'notes.txt': 'A line of a note that is longer than thirty columns.\n',
};

let folder: string;
beforeEach(() => {
  folder = makeFolder(FILES);
});

/** What two whole runs of check differ in, by rule. */
function differences(before: readonly string[], after: readonly string[]): Record<string, string[]> {
  const run = (args: readonly string[]): Map<string, Found> =>
    new Map(elvarJson<{ findings: Found[] }>(folder, ['check', ...args]).findings.map(
      (found) => [`${found.path} ${found.rule} ${found.fingerprint}`, found],
    ));
  const [old, now] = [run(before), run(after)];
  const lines: [string, string][] = [
    ...[...now].flatMap(([key, found]): [string, string][] => (old.has(key)
      ? old.get(key)?.level === found.level ? [] : [[found.rule, `~ ${key}`]]
      : [[found.rule, `+ ${key}`]])),
    ...[...old].flatMap(([key, found]): [string, string][] => (now.has(key) ? [] : [[found.rule, `- ${key}`]])),
  ];
  const byRule: Record<string, string[]> = {};
  for (const [rule, line] of lines.sort()) (byRule[rule] ??= []).push(line);
  return byRule;
}

function told({ rules }: Impact): Record<string, string[]> {
  const key = (found: Found): string => `${found.path} ${found.rule} ${found.fingerprint}`;
  return Object.fromEntries(Object.entries(rules)
    .map(([rule, { appearing, disappearing, relevelled }]) =>
      [
        rule,
        [
          ...appearing.map((one) => `+ ${key(one)}`),
          ...disappearing.map((one) => `- ${key(one)}`),
          ...relevelled.map((one) => `~ ${key(one)}`),
        ].sort(),
      ] as const)
    .filter(([, lines]) => lines.length > 0));
}

describe('impact', () => {
  test.each([
    ['slips/*=error'], ['*=note'], ['*=off'], ['text/line-width.max=20'], ['idiom/debug-print=error'],
    ['safety/dynamic-code=off'], ['tag:correctness=warning'],
  ])('of a setting is what two runs of check differ in: %s', (setting) => {
    const impact = elvarJson<Impact>(folder, ['impact', '--set', setting]);
    expect(told(impact)).toEqual(differences([], ['--set', setting]));
    const files = new Set(Object.values(impact.rules).flatMap(({ ways }) => ways.flatMap((way) => way.files)));
    expect([...files].sort()).toEqual(impact.touched);
  });

  test('shows each rule, whether it is tightened or loosened, where, and by which line', () => {
    const { rules } = elvarJson<Impact>(
      folder,
      ['impact', '--set', 'slips/loose-compare=error', '--set', 'idiom/debug-print=off', '--set', 'safety/dynamic-code=note'],
    );
    expect(Object.entries(rules).map(([rule, { relation, ways }]) => `${rule} ${relation} `
      + ways.map(({ before, after, files }) => `${before.level}→${after.level} ${files.join(' ')}`).join('; '))).toEqual([
      'idiom/debug-print looser warning→off crane.py old/gate.js',
      'slips/loose-compare stricter off→error old/gate.js; note→error quay/moor.js',
    ]);
    const { out } = elvar(folder, ['impact', '--set', 'slips/loose-compare=error']);
    expect(out.split('\n')[0]).toBe('1 rule is tightened, for 2 of 7 files: 1 finding appears and 1 changes level.');
    expect(out).toContain('  off → error  by the command line\n    old/gate.js\n');
    expect(elvar(folder, ['impact', '--set', 'safety/dynamic-code=note']).out).toBe('Nothing changes for any of 7 files.\n');
  });

  whenDeep(() => {
    test('of the layer files since a revision of git, presets and ignore files too; nothing is checked out', () => {
      git(folder, 'init', '-q');
      commitAll(folder);
      writeFiles(folder, {
        'style.yaml': 'rulings:\n  safety/*: { level: error, guard: no-weaker }\n'
          + '  idiom/debug-print: { level: error, because: the log is full }\n', '.elvarignore':
            '/notes.txt\n', 'quay/elvar.yaml': 'rulings:\n  idiom/debug-print: off\n  slips/loose-compare: error\n', 'new/a.js':
            'if (a == b) go();\n',
        'quay/moor.js': `// edited\n${FILES['quay/moor.js']}`,
      });
      const impact = elvarJson<Impact>(folder, ['impact', '--against', 'HEAD']);
      expect(impact.leaving).toEqual(['notes.txt']);
      expect(Object.entries(impact.rules).map((
        [rule, { relation, appearing, disappearing, relevelled }],
      ) => `${rule} ${relation} +${appearing.length} -${disappearing.length} ~${relevelled.length}`)).toEqual([
        'idiom/debug-print stricter +0 -0 ~2', 'slips/loose-compare stricter +0 -0 ~1', 'text/line-width null +0 -1 ~0',
      ]);
      expect(impact.rules['idiom/debug-print']?.ways[0]?.after.by).toMatchObject(
        { file: 'style.yaml', line: 3, because: 'the log is full' },
      );
      const { out } = elvar(folder, ['impact', '--against', 'HEAD', '--format', 'markdown']);
      expect(out.split('\n')[0]).toBe(
        '**2 rules are tightened and 1 file leaves the scope, for 4 of 8 files: 1 finding disappears and 3 change level.**',
      );
      expect(out).toContain(
        '| `idiom/debug-print` | tightened | warning → error | 3 | 2 at another level | `elvar.yaml:1 → style.yaml:3` |',
      );
      expect(out).toContain('- idiom/debug-print: the log is full\n');
      expect(readFileSync(path.join(folder, 'quay/moor.js'), 'utf8')).toMatch(/^\/\/ edited/);
      commitAll(folder);
      expect(elvar(folder, ['impact', '--against', 'HEAD']).out).toMatch(/^Nothing changes/);
    });
  });

  test('of an added house rule, and of layer files that were wrong at the time', () => {
    git(folder, 'init', '-q');
    commitAll(folder);
    writeFiles(
      folder,
      { 'elvar.yaml': (`${FILES['elvar.yaml']}rules:\n  house/tide: { title: No tide, languages: ["*"], pattern: 'go', `
        + `message: no }\n`).replace('rulings:\n', 'rulings:\n  house/tide: error\n') },
    );
    expect(elvarJson<Impact>(folder, ['impact', '--against', 'HEAD']).rules['house/tide']).toMatchObject(
      { relation: 'stricter', appearing: { length: 3 } },
    );
    writeFiles(folder, { 'elvar.yaml': 'rulings: { slips/x: error }\n' });
    commitAll(folder);
    writeFiles(folder, { 'elvar.yaml': '' });
    const { code, err } = elvar(folder, ['impact', '--against', 'HEAD']);
    expect([code, err]).toEqual([2, expect.stringContaining('HEAD:elvar.yaml:1:12')]);
  });

  test('of a changed house rule, and of changes in what is read', () => {
    const rule = (pattern: string): string =>
      `scope: { largest: 1 KiB }\nrulings:\n  house/tide: error\nrules:\n`
        + `  house/tide: { title: No tide, languages: [javascript], pattern: '${pattern}', message: no }\n`;
    writeFiles(
      folder,
      { 'elvar.yaml': rule('go'), 'quay/elvar.yaml': '', 'large.js': `// ${'x'.repeat(1100)}\n`, 'made.js': '// @generated\n' },
    );
    git(folder, 'init', '-q');
    commitAll(folder);
    writeFiles(folder, { 'elvar.yaml': rule('eval').replace('largest: 1 KiB', 'largest: 2 KiB, generated: check') });
    const { rules, entering, touched } = elvarJson<Impact>(folder, ['impact', '--against', 'HEAD']);
    expect(entering).toEqual(['large.js', 'made.js']);
    expect(touched).toEqual(['old/gate.js', 'quay/moor.js']);
    expect(rules['house/tide']).toMatchObject({
      relation: 'different',
      disappearing: [{ path: 'old/gate.js' }, { path: 'quay/moor.js' }],
      appearing: [{ path: 'quay/moor.js' }],
    });
  });

  test('of a preset, as if the root adopted it', () => {
    const impact = elvarJson<Impact>(folder, ['impact', '--preset', 'elvar:test-code']);
    const before = readFileSync(path.join(folder, 'elvar.yaml'), 'utf8');
    writeFileSync(path.join(folder, 'elvar.yaml'), before.replace('[./style.yaml]', '[./style.yaml, elvar:test-code]'));
    git(folder, 'init', '-q');
    writeFileSync(path.join(folder, 'elvar.yaml'), before);
    commitAll(folder);
    writeFileSync(path.join(folder, 'elvar.yaml'), before.replace('[./style.yaml]', '[./style.yaml, elvar:test-code]'));
    expect(elvarJson<Impact>(folder, ['impact', '--against', 'HEAD'])).toEqual(impact);
  });

  test('without a trial compares with the last commit', () => {
    git(folder, 'init', '-q', '-b', 'main');
    commitAll(folder);
    expect(elvar(folder, ['impact']).out).toMatch(/^Nothing changes for/);
    writeFiles(folder, { 'elvar.yaml': FILES['elvar.yaml'].replace('rulings:', 'rulings:\n  dead/*: error') });
    expect(elvar(folder, ['impact']).out).toBe(elvar(folder, ['impact', '--against', 'HEAD']).out);
    expect(elvar(folder, ['impact']).out).toMatch(/tightened/);
  });

  test('asks for one trial, and says what is wrong', () => {
    for (const [args, message] of [
      [[], /there is no last commit to compare with/],
      [['--set', 'a/b=error'], /there is no rule a\/b/],
      [['--set', 'slips/*=error', '--against', 'HEAD'], /--set and --against cannot be combined/],
      [['--against', 'HEAD'], /--against needs git/],
      [['--preset', 'elvar:nix'], /there is no built-in preset/],
      [['--preset', './nix.yaml'], /there is no preset at nix\.yaml/],
    ] as const) {
      const { code, out, err } = elvar(folder, ['impact', ...args]);
      expect([code, out], args.join(' ')).toEqual([2, '']);
      expect(err).toMatch(message);
    }
  });
});

describe('set', () => {
  function root(): string {
    return readFileSync(path.join(folder, 'elvar.yaml'), 'utf8');
  }

  test('says what a ruling does, and then writes it', () => {
    const { code, out } = elvar(folder, ['set', 'slips/loose-compare', 'error', '--because', 'it was repaired']);
    expect(code).toBe(0);
    expect(out).toMatch(
      // elvar waive text/line-width because an output is one pattern
      /^It decides in 1 of the 2 files it reaches\.\nIn 1 file it is overridden by elvar\.yaml:11 \(zone old\), which comes later\.\nFindings in the file whose rules change: 4 before, 4 after; 1 finding changes level\.\n\nelvar\.yaml was changed\.\n/,
    );
    expect(root()).toBe(
      FILES['elvar.yaml'].replace('zones:', '  slips/loose-compare:\n    level: error\n    because: it was repaired\nzones:'),
    );
    expect(elvar(folder, ['set', 'slips/loose-compare', 'error']).out).toBe('elvar.yaml already says so. Nothing was changed.\n');
    elvar(folder, ['set', 'slips/loose-compare', '--remove']);
    expect(root()).toBe(FILES['elvar.yaml']);
  });

  test('says what is in the way: a guard, a later layer, a layer that inherits nothing', () => {
    writeFiles(folder, { 'old/elvar.yaml': 'inherit: false\n' });
    const outcome = (...args: string[]): object => elvarJson<{ outcome: object }>(folder, ['set', ...args, '--dry-run']).outcome;
    expect(outcome('safety/dynamic-code', 'off', '--at', 'quay')).toMatchObject(
      { reached: 1, deciding: 0, hindrances: [{ kind: 'refused', files: 1, by: { file: 'style.yaml', line: 2 } }] },
    );
    expect(outcome('idiom/debug-print', 'note')).toMatchObject(
      {
        reached: 3,
        deciding: 1,
        hindrances: [
          { kind: 'cut-off', files: 1, by: null },
          { kind: 'overruled', files: 1, by: { file: 'quay/elvar.yaml', line: 2 } },
        ],
      },
    );
    expect(outcome('slips/loose-compare', 'note', '--until', '2001-01-31')).toMatchObject(
      { deciding: 0, hindrances: [{ kind: 'cut-off' }, { kind: 'expired' }] },
    );
    expect(outcome('size/selector-depth', 'note')).toMatchObject({ reached: 0 });
    expect(root()).toBe(FILES['elvar.yaml']);
  });

  test('a zone without a name is not the file as a whole', () => {
    writeFiles(folder, {
      'pier/elvar.yaml': 'zones:\n- match: ["*.js"]\n  rulings: { slips/loose-compare: { level: warning, until: 2001-01-31 } }\n',
      'pier/a.js': 'if (a == b) go();\n',
    });
    const { outcome } = elvarJson<{ outcome: object }>(
      folder, ['set', 'slips/loose-compare', 'error', '--at', 'pier', '--dry-run'],
    );
    expect(outcome).toMatchObject({ reached: 1, deciding: 1, inForce: 1, hindrances: [] });
  });

  test('works in a zone, in a directory without a file, in the personal file, and in a project without any', () => {
    elvar(folder, ['set', 'size/*', 'note', '--zone', 'old']);
    expect(root()).toContain('  rulings: { slips/loose-compare: off, size/*: note }\n');
    writeFiles(folder, { 'pier/a.js': '' });
    expect(elvar(folder, ['set', 'text/line-width', '--option', 'max=90', '--at', 'pier']).out).toContain(
      'pier/elvar.yaml was created.',
    );
    expect(readFileSync(path.join(folder, 'pier/elvar.yaml'), 'utf8')).toBe(
      'rulings:\n  text/line-width:\n    options: { max: 90 }\n',
    );
    elvar(folder, ['set', 'text/indent', 'note', '--personal']);
    expect(elvar(folder, ['set', 'text/indent', 'note', '--personal']).out).toContain(
      '~/.config/elvar/elvar.yaml already says so',
    );
    expect(readFileSync(path.join(folder, '.config/elvar/elvar.yaml'), 'utf8')).toBe('rulings:\n  text/indent: note\n');
    const bare = makeFolder({ 'a.js': '' });
    elvar(bare, ['set', 'slips/*', 'error']);
    expect(elvar(makeFolder({ 'b/a.js': '' }), ['set', 'slips/*', 'error', '--at', 'b'])).toMatchObject(
      { code: 2, out: '', err: expect.stringContaining('elvar:starter applies only while there is none anywhere') as string },
    );
    expect(readFileSync(path.join(bare, 'elvar.yaml'), 'utf8')).toBe('presets:\n  - elvar:starter\nrulings:\n  slips/*: error\n');
  });

  test('refuses what makes no sense, and changes nothing', () => {
    for (const [args, message] of [
      [['slips/loose-compar', 'error'], /Did you mean slips\/loose-compare/],
      [['slips/*', 'eror'], /Did you mean error/],
      [['slips/*'], /say how to set slips\/\*/],
      [['slips/*', 'error', '--remove'], /--remove removes the ruling/],
      [['dead/*', '--remove'], /it has no ruling for dead\/\*/],
      [['slips/*', 'error', '--zone', 'new'], /it has no zone new/],
      [['slips/*', 'error', '--at', 'nowhere'], /there is no directory nowhere/],
      [['slips/*', 'error', '--at', 'crane.py'], /crane\.py is not a directory/],
      [
        ['text/line-width', '--option', 'max=wide'],
        /^“max” of text\/line-width must be a whole number from 20 to 1000, not “wide”\n {2}Nothing was written\.\n$/,
      ],
      [['text/line-width', '--option', 'max'], /--option max sets nothing/],
      [['slips/*', 'error', '--until', 'soon'], /^“soon” is not a date\n/],
      [['slips/*', 'warn'], /Did you mean warning/],
      [['slips/*', 'error', '--zone', 'ol'], /Did you mean old\?/],
      [['slips/*', 'error', '--personal', '--at', '.'], /cannot be combined/],
    ] as const) {
      const { code, err, out } = elvar(folder, ['set', ...args]);
      expect([code, out], args.join(' ')).toEqual([2, '']);
      expect(err, args.join(' ')).toMatch(message);
    }
    expect(root()).toBe(FILES['elvar.yaml']);
    writeFiles(folder, { 'elvar.yaml': 'rulings:\n  slips/*: &x { level: note }\n  dead/*: *x\n' });
    expect(elvar(folder, ['set', 'slips/*', 'error'])).toMatchObject(
      { code: 2, err: expect.stringContaining('elvar.yaml was not changed: something else in it would change') as string },
    );
  });

  test('demands a reason if the policy does', () => {
    writeFiles(folder, { 'elvar.yaml': 'policy: { reasons: required }\n', 'quay/elvar.yaml': '', 'style.yaml': '' });
    expect(elvar(folder, ['set', 'slips/*', 'error'])).toMatchObject(
      { code: 2, err: expect.stringContaining('because') as string },
    );
    expect(elvar(folder, ['set', 'slips/*', 'error', '--because', 'x']).code).toBe(0);
  });
});

describe('adopt', () => {
  test('says what a preset does, and adopts it', () => {
    const { code, out } = elvar(folder, ['adopt', 'elvar:sound', '--except', 'dead/*']);
    expect(code).toBe(0);
    expect(out).toMatch(/^1 rule is tightened, for 3 of 7 files: no findings appear or disappear\.\n/);
    expect(readFileSync(path.join(folder, 'elvar.yaml'), 'utf8').split('\n')[0]).toBe(
      'presets: [./style.yaml, { use: elvar:sound, except: [ dead/* ] }]',
    );
    expect(
      elvar(path.join(folder, 'old'), ['adopt', '../style.yaml', '--at', '../quay', '--dry-run']).out,
    ).toContain('+  - ../style.yaml');
    expect(elvar(path.join(folder, 'quay'), ['adopt', '../style.yaml', '--dry-run']).out).toContain(
      '+presets: [./style.yaml, { use: elvar:sound, except: [ dead/* ] }, ./style.yaml]',
    );
    expect(elvar(folder, ['adopt', './nowhere.yaml'])).toMatchObject({ code: 2, out: '' });
  });
});

describe('adopt --copy', () => {
  test('copies a preset into the project, and changes nothing else', () => {
    writeFiles(folder, { 'elvar.yaml': 'presets:\n  - use: elvar:starter\n    except: [dead/*]\n  - ./style.yaml\n' });
    const before = elvarJson<object>(folder, ['resolve', 'quay/moor.js']);
    const { code, out } = elvar(
      folder, ['adopt', 'elvar:starter', '--copy', 'style/ours.yaml', '--title', 'Ours: all', '--about', 'Grown here.'],
    );
    expect(code).toBe(0);
    expect(out).toMatch(
      /^Nothing changes for any of \d files\.\n\nstyle\/ours\.yaml was created: \d+ lines, yours to change\.\n/,
    );
    expect(readFileSync(path.join(folder, 'elvar.yaml'), 'utf8')).toBe(
      'presets:\n  - use: ./style/ours.yaml\n    except: [dead/*]\n  - ./style.yaml\n',
    );
    const text = readFileSync(path.join(folder, 'style/ours.yaml'), 'utf8');
    expect(text).toMatch(/^# Taken over from elvar:starter \(Elvar \d/);
    expect(text).toContain('title: "Ours: all"\nabout: Grown here.\n');
    expect(elvarJson<object>(folder, ['resolve', 'quay/moor.js'])).toEqual(before);
    for (const [args, message] of [
      [['elvar:starter', '--copy', 'style/ours.yaml'], /exists already/],
      [['elvar:starter', '--copy', 'style/ours.txt'], /must end in \.yaml/],
      [['elvar:starter', '--title', 'x'], /need --copy/],
      [['elvar:starter', '--copy', 'x.yaml', '--only', 'dead/*'], /copies the whole preset/],
      [['./elvar.yaml', '--copy', 'x.yaml'], /./],
    ] as const) expect(elvar(folder, ['adopt', ...args]), args.join(' ')).toMatchObject(
      { code: 2, out: '', err: expect.stringMatching(message) as string },
    );
  });
});
