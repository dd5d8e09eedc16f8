import { spawnSync } from 'node:child_process';
import { readdirSync, readFileSync, symlinkSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, test } from 'vitest';
import { elvar, makeFolder, PROGRAM, writeFiles, type Run } from '../support/project.js';

const MEDDLER = path.join(import.meta.dirname, '..', 'support', 'kill-at.cjs');

/** Findings of which some can be repaired, and whose fingerprints change with the repairs of other findings. */
const CODE = 'go(1)  \nif (a == b) go()  \nvar c = 1  \n';

const PROJECT = {
  'elvar.yaml': 'rulings:\n  text/trailing-blanks: note\n  idiom/statement-end: note\n  slips/loose-compare: warning\n'
    + "  locale/literal-text: { level: note, options: { bundle: texts/en.json, call: \"t('{key}')\" } }\n",
  'quay/a.js': CODE, 'quay/plan.js': "alert('The tide is low');\n", 'texts/en.json': '{\n  "a": "b"\n}\n',
};

/** What runs, and which file another program writes to meanwhile. */
const COMMANDS: readonly (readonly [
  name: string, before: readonly (readonly string[])[], command: readonly string[], target: string,
])[] = [
  ['fix', [], ['fix', 'quay/a.js'], 'quay/a.js'],
  ['fix with a ledger', [['ledger', 'take', '--rule', 'slips/*']], ['fix', 'quay/a.js'], 'quay/a.js'],
  ['fix that moves a text, the file', [], ['fix', '--offered', '--rule', 'locale/literal-text'], 'quay/plan.js'],
  ['fix that moves a text, the bundle', [], ['fix', '--offered', '--rule', 'locale/literal-text'], 'texts/en.json'],
  ['set', [], ['set', 'dead/*', 'error'], 'elvar.yaml'],
  ['ledger take', [['ledger', 'take', '--rule', 'slips/*']], ['ledger', 'take'], 'elvar-ledger.yaml'],
  ['waive', [], ['waive', 'quay/a.js:2', '--rule', 'slips/loose-compare', '--because', 'tides'], 'quay/a.js'],
];

interface Trial extends Run {
  readonly folder: string;
  readonly moments: number;
}

/** Runs a command, and does something else at one moment; never if it is past the last. */
function meddle(
  before: readonly (readonly string[])[], command: readonly string[], env: (folder: string) => Readonly<Record<string, string>>,
): Trial {
  const around = makeFolder({ 'state/elvar/': '', 'outside/': '' });
  const folder = path.join(around, 'harbour');
  writeFiles(folder, PROJECT);
  for (const args of before) elvar(folder, args);
  const counted = path.join(around, 'moments');
  const { status, stdout, stderr } = spawnSync(process.execPath, ['--require', MEDDLER, PROGRAM, ...command, '--no-personal'], {
    cwd: folder, encoding: 'utf8',
    env: {
      PATH: process.env['PATH'],
      HOME: around,
      XDG_CACHE_HOME: path.join(around, 'cache'),
      XDG_STATE_HOME: path.join(around, 'state'),
      BELOW: `${folder}:${around}/state/elvar`,
      COUNT_IN: counted,
      ...env(folder),
    },
  });
  return { folder, code: status, out: stdout, err: stderr, moments: Number(readFileSync(counted, 'utf8')) };
}

/** The moments to try: before or after each change, or in the middle of it. */
function momentsOf(moments: number): number[] {
  return Array.from({ length: Math.ceil(moments / 3) }, (_, index) => Math.min(index * 3 + 1, moments - 1));
}

describe('what another program writes while elvar writes', () => {
  test.each(COMMANDS)('is in the file, or in a copy that the answer names: %s', (_name, before, command, target) => {
    const undisturbed = meddle(before, command, () => ({}));
    for (const edit of ['append', 'save']) {
      for (const moment of momentsOf(undisturbed.moments)) {
        const { folder, code, out, err } = meddle(
          before, command, (own) => ({ EDIT: edit, TARGET: path.join(own, target), KILL_AT: String(moment) }),
        );
        const where = `${edit} at ${moment} of ${undisturbed.moments}: ${code} ${out} ${err}`;
        const text = readFileSync(path.join(folder, target), 'utf8');
        const directory = path.dirname(path.join(folder, target));
        const copies = readdirSync(directory).filter((name) => name.includes('.kept-'));
        for (const copy of copies) expect(`${out}${err}`, where).toContain(copy);
        // An edit that never happened, as there was no such moment to use, leaves everything as usual.
        const isDone = text.includes('by(hand)')
          || copies.some((copy) => readFileSync(path.join(directory, copy), 'utf8').includes('by(hand)'));
        if (!isDone) expect(text, where).toBe(readFileSync(path.join(undisturbed.folder, target), 'utf8'));
        if (!isDone && edit === 'append') expect.fail(`lost: ${where}`);
        expect(readdirSync(directory).filter((name) => name.endsWith('.tmp')), where).toEqual([]);
      }
    }
  });

  test('is never outside of the project, even if a directory becomes a link', () => {
    const { moments } = meddle([], ['fix', 'quay'], () => ({}));
    for (const moment of momentsOf(moments)) {
      const { folder, code, err } = meddle([], ['fix', 'quay'], (own) => {
        const outside = path.join(own, '../outside');
        writeFiles(outside, { 'a.js': CODE, 'plan.js': CODE });
        return { EDIT: 'swap', TARGET: path.join(own, 'quay'), OTHER: outside, KILL_AT: String(moment) };
      });
      const outside = path.join(folder, '../outside');
      expect(readdirSync(outside).sort(), `${moment}: ${code} ${err}`).toEqual(['a.js', 'plan.js']);
      for (const name of ['a.js', 'plan.js']) expect(readFileSync(path.join(outside, name), 'utf8')).toBe(CODE);
    }
  });
});

test('links on the way to a user’s own files are followed', () => {
  const folder = makeFolder({
    'harbour/elvar.yaml': '',
    'harbour/a.js': 'go();\n',
    'dotfiles/elvar/elvar.yaml': 'rulings: { text/trailing-blanks: note }\n',
    'config/': '',
  });
  symlinkSync('../dotfiles/elvar', path.join(folder, 'config/elvar'));
  const { code, err } = elvar(path.join(folder, 'harbour'), ['set', 'text/final-newline', 'note', '--personal'], {
    XDG_CONFIG_HOME: path.join(folder, 'config'),
  });
  expect([code, err]).toEqual([0, '']);
  expect(readFileSync(path.join(folder, 'dotfiles/elvar/elvar.yaml'), 'utf8')).toContain('text/final-newline: note');
});
