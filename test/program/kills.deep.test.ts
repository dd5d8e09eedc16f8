import { spawnSync } from 'node:child_process';
import { appendFileSync, cpSync, lstatSync, readdirSync, readFileSync, readlinkSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, test } from 'vitest';
import { commitAll, git } from '../support/git.js';
import { elvar, elvarProcess, makeFolder, PROGRAM, writeFiles } from '../support/project.js';

const KILLER = path.join(import.meta.dirname, '..', 'support', 'kill-at.cjs');

/** Findings of which some can be repaired, and whose fingerprints change with the repairs of other findings. */
const CODE = 'go(1)  \nif (a == b) go()  \nvar c = 1  \n';

/** A project in which every command that writes has something to write. */
const PROJECT = {
  'elvar.yaml': 'rulings:\n  text/trailing-blanks: note\n  idiom/statement-end: note\n  slips/loose-compare: warning\n'
    + '  waivers/*: note\n  size/*: note\n',
  'style/slips.yaml': 'rulings: { slips/loose-compare: error }\n',
  'quay/elvar.yaml': 'rulings:\n  slips/loose-compare: warning\n  idiom/statement-end: note\n',
  'app/elvar.yaml': 'rulings:\n  locale/literal-text: { level: note, options: { bundle: app/texts/en.json, call: '
    + "\"t('{key}')\" } }\n", 'app/plan.js': "alert('The tide is low');\nalert('The tide is low');\n",
  'a.js': CODE, 'b.js': CODE, 'quay/c.js': CODE,
  'waived.js': '// elvar waive size/branches because nothing is here\ngo();\n',
  'quay/waived.js': '// elvar waive size/branches because nothing is here either\ngo();\n',
};

/** Somebody repairs a file by hand, so that the ledger has entries too many. */
const MEND_BY_HAND: readonly string[] = [];

/** Every command that writes: what is done before it, if anything, and the command itself. */
const COMMANDS: readonly (readonly [name: string, before: readonly (readonly string[])[], command: readonly string[]])[] = [
  ['fix', [], ['fix']],
  ['fix with a ledger', [['ledger', 'take', '--rule', 'slips/*']], ['fix']],
  ['fix that moves texts', [['ledger', 'take', '--rule', 'idiom/statement-end']], [
    'fix', '--offered', '--rule', 'locale/literal-text',
  ]],
  ['ledger take', [], ['ledger', 'take']],
  ['ledger set', [['ledger', 'take']], ['ledger', 'set', '--status', 'mistaken', '--because', 'tides']],
  ['ledger prune', [['ledger', 'take'], MEND_BY_HAND], ['ledger', 'prune']],
  ['waive', [], ['waive', 'a.js:2', '--rule', 'slips/loose-compare', '--because', 'tides']],
  ['waive --remove-unused', [], ['waive', '--remove-unused']],
  ['set', [], ['set', 'dead/*', 'error']],
  ['set in a new file', [['set', 'dead/*', 'note']], ['set', 'dead/*', 'error', '--at', 'style']],
  ['accept', [], ['accept', 'berth']],
  ['adopt', [], ['adopt', './style/slips.yaml']],
  ['adopt --copy', [], ['adopt', 'elvar:tidy', '--copy', 'style/new/tidy.yaml']],
  ['doctor --mend', [['ledger', 'take'], MEND_BY_HAND], ['doctor', '--mend']],
];

/** Every file below a folder with its content and mode. */
function treeOf(folder: string): Record<string, string> {
  const names = readdirSync(folder, { recursive: true, encoding: 'utf8' }).filter((name) => !name.startsWith('.git/')).sort();
  return Object.fromEntries(names.map((name) => {
    const file = path.join(folder, name);
    const stats = lstatSync(file);
    return [name, stats.isFile() ? `${(stats.mode & 0o777).toString(8)} ${readFileSync(file, 'utf8')}`
      : stats.isSymbolicLink() ? readlinkSync(file)
      : 'directory'];
  }));
}

/** A folder that is called the same in every trial: some files say the name. */
function named(files: Readonly<Record<string, string>> = {}): string {
  const folder = path.join(makeFolder({ 'harbour/': '' }), 'harbour');
  writeFiles(folder, files);
  return folder;
}

function runKilled(
  folder: string, state: string, args: readonly string[], env: Readonly<Record<string, string>>,
): NodeJS.Signals | null {
  const { signal } = spawnSync(process.execPath, ['--require', KILLER, PROGRAM, ...args, '--no-personal'], {
    cwd: folder, env: {
      PATH: process.env['PATH'],
      HOME: folder,
      XDG_CACHE_HOME: path.join(state, 'cache'),
      XDG_STATE_HOME: state,
      BELOW: `${folder}:${path.join(state, 'elvar')}`,
      ...env,
    },
  });
  return signal;
}

/**
 * Ends a command at each moment at which it changes something, judges the tree, and runs it again.
 * @returns the number of moments.
 */
function judge(before: string, after: string, command: readonly string[]): number {
  const state = makeFolder({ 'elvar/': '' });
  const [old, reference] = [treeOf(before), treeOf(after)];
  const counted = path.join(state, 'moments');
  const trial = named();
  cpSync(before, trial, { recursive: true });
  runKilled(trial, state, command, { COUNT_IN: counted });
  const moments = Number(readFileSync(counted, 'utf8'));
  expect(treeOf(trial)).toEqual(reference);
  for (let moment = 0; moment < moments; moment += 1) {
    const folder = named();
    cpSync(before, folder, { recursive: true });
    const where = `${command.join(' ')}, ended at ${moment} of ${moments}`;
    expect(runKilled(folder, state, command, { KILL_AT: String(moment) }), where).toBe('SIGKILL');
    const left = Object.entries(treeOf(folder)).filter(([name]) => !/(?:^|\/)\.elvar-[0-9a-f]{16}\.tmp$/.test(name));
    // Each file is whole: as it was, or as it should be.
    for (const [name, content] of left) expect([old[name], reference[name]], `${where}: ${name}`).toContain(content);
    for (const name of Object.keys(old)) expect(left.map(([own]) => own), where).toContain(name);
    const env = { XDG_STATE_HOME: state };
    // Whoever only looks is told the truth already: what was excused still is.
    elvar(folder, ['check', '--no-personal'], env);
    elvar(folder, [...command, '--no-personal'], env);
    expect(treeOf(folder), where).toEqual(reference);
    expect(readdirSync(path.join(state, 'elvar')), where).toEqual([]);
  }
  console.info(`${command.join(' ')}: ended at ${moments} moments, nothing lost`);
  return moments;
}

describe('a run that is killed while it changes something loses nothing, and the next one completes it', () => {
  test.each(COMMANDS)('%s', (_, setUp, command) => {
    const [before, after] = [named(PROJECT), named()];
    for (const args of setUp) {
      if (args === MEND_BY_HAND) writeFiles(before, { 'b.js': 'go();\n' });
      else expect(elvar(before, [...args, '--no-personal']).code, args.join(' ')).toBe(0);
    }
    cpSync(before, after, { recursive: true });
    expect(elvar(after, [...command, '--no-personal']).code).toBe(0);
    expect(treeOf(after)).not.toEqual(treeOf(before));
    const moments = judge(before, after, command);
    expect(moments).toBeGreaterThan(5);
  });

  test('init', () => {
    const before = named({ 'a.js': CODE, 'lib/jquery.min.js': 'go();\n', 'vendor/x.js': 'go();\n' });
    const after = named();
    cpSync(before, after, { recursive: true });
    expect(elvar(after, ['init', '--yes']).code).toBe(0);
    judge(before, after, ['init', '--yes']);
  });

  test('presets --update and adopting from git', () => {
    const repository = makeFolder({ 'harbour.yaml': 'rulings: { slips/loose-compare: note }\n' });
    git(repository, 'init', '-q', '-b', 'main');
    commitAll(repository);
    const reference = `git:${repository}#main:harbour.yaml`;
    const [before, adopted, moved] = [named(PROJECT), named(), named()];
    cpSync(before, adopted, { recursive: true });
    expect(elvar(adopted, ['adopt', reference]).code).toBe(0);
    judge(before, adopted, ['adopt', reference]);
    writeFiles(repository, { 'harbour.yaml': 'rulings: { slips/loose-compare: error }\n' });
    commitAll(repository);
    cpSync(adopted, moved, { recursive: true });
    expect(elvar(moved, ['presets', '--update']).code).toBe(0);
    judge(adopted, moved, ['presets', '--update']);
  });
});

test('between the kill and the next run that writes, the ledger excuses what it excused', () => {
  const folder = makeFolder(
    { ...PROJECT, ...Object.fromEntries(Array.from({ length: 30 }, (_, index) => [`f${index}.js`, CODE])) },
  );
  const state = makeFolder();
  const env = { XDG_STATE_HOME: state };
  elvar(folder, ['ledger', 'take', '--rule', 'slips/*'], env);
  const open = (): unknown => JSON.parse(elvar(folder, ['check', '--rule', 'slips/*', '--format', 'json'], env).out) as unknown;
  const before = open();
  const counted = path.join(state, 'moments');
  const trial = makeFolder();
  cpSync(folder, trial, { recursive: true });
  runKilled(trial, state, ['fix'], { COUNT_IN: counted });
  // Late enough for many files to be repaired, too early for the ledger.
  expect(
    runKilled(folder, state, ['fix'], { KILL_AT: String(Math.floor(Number(readFileSync(counted, 'utf8')) * 0.8)) }),
  ).toBe('SIGKILL');
  expect(treeOf(folder)['f0.js']).not.toContain(CODE);
  expect(open()).toEqual(before);
  const { code, err } = elvarProcess(folder, ['ledger', 'prune'], env);
  expect([code, err]).toEqual(
    [0, expect.stringMatching(
      // elvar waive text/line-width because an output is one pattern
      /^An earlier run of elvar was killed while it was writing\. Its work is now complete:\n {2}The ledger follows the files that were repaired: \d+ entries changed\.\n/,
    )],
  );
  expect(open()).toEqual(before);
});

test('a line that somebody changes after the kill makes no known finding new, and rewrites no entry', () => {
  const before = named(PROJECT);
  expect(elvar(before, ['ledger', 'take', '--rule', 'slips/*', '--no-personal']).code).toBe(0);
  const state = makeFolder({ 'elvar/': '' });
  const counted = path.join(state, 'moments');
  const reference = named();
  cpSync(before, reference, { recursive: true });
  runKilled(reference, state, ['fix'], { COUNT_IN: counted });
  const moments = Number(readFileSync(counted, 'utf8'));
  for (let moment = 1; moment < moments; moment += 3) {
    const folder = named();
    cpSync(before, folder, { recursive: true });
    expect(runKilled(folder, state, ['fix'], { KILL_AT: String(moment) })).toBe('SIGKILL');
    for (const file of ['a.js', 'b.js', 'quay/c.js']) appendFileSync(path.join(folder, file), 'by(hand);\n');
    const env = { XDG_STATE_HOME: state };
    const known = (): unknown => {
      const { findings } =
        JSON.parse(elvar(folder, ['check', '--excused', '--rule', 'slips/*', '--format', 'json', '--no-personal'], env).out) as {
          findings: { path: string; excused: { by: string } | null }[];
        };
      return findings.map(({ path: own, excused }) => [own, excused?.by]);
    };
    const where = `ended at ${moment} of ${moments}`;
    const expected = ['a.js', 'b.js', 'quay/c.js'].map((own) => [own, 'ledger']);
    expect(known(), where).toEqual(expected);
    // Any run that writes completes the other; what it leaves excuses the same.
    elvar(folder, ['set', 'dead/*', 'error', '--no-personal'], env);
    expect(known(), where).toEqual(expected);
    expect(readdirSync(path.join(state, 'elvar')), where).toEqual([]);
  }
});
