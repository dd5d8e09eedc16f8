import { spawnSync } from 'node:child_process';
import { chmodSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { expect, test } from 'vitest';
import { makeFolder, PROGRAM } from '../support/project.js';

/** A folder with a project, and one with the program as `elvar`. */
function places(): { readonly folder: string; readonly bin: string } {
  const [folder, bin] = [makeFolder({ '.git/': '', 'elvar.yaml': 'rulings: {}\n', 'gate.js': '' }), makeFolder()];
  writeFileSync(path.join(bin, 'elvar'), `#!/bin/sh\nexec ${JSON.stringify(process.execPath)} ${JSON.stringify(PROGRAM)} "$@"\n`);
  chmodSync(path.join(bin, 'elvar'), 0o755);
  return { folder, bin };
}

function run(shell: string, ...args: string[]): string {
  const { folder, bin } = places();
  const { stdout, stderr } = spawnSync(shell, args, { encoding: 'utf8', cwd: folder, timeout: 60_000, env: { ...process.env, PATH: `${bin}:${process.env['PATH']}`, HOME: makeFolder(), TERM: 'dumb' } });
  expect(stderr).toBe('');
  return stdout;
}

test('fish completes a line', () => {
  const complete = (line: string): string[] => run('fish', '-c', `elvar completion fish | source; complete -C ${JSON.stringify(line)}`).trimEnd().split('\n').map((one) => one.split('\t')[0] as string);
  expect(complete('elvar expl')).toEqual(['explain']);
  expect(complete('elvar adopt elvar:star')).toEqual(['elvar:starter']);
  expect(complete('elvar check --level ')).toEqual(expect.arrayContaining(['error', 'warning', 'note']));
  expect(complete('elvar check ga')).toEqual(['gate.js']);
});

test('zsh completes a line', () => {
  // What completes is asked outside of a terminal: these two stand for what zsh does with the answer.
  const complete = (line: string): string[] => run('zsh', '-f', '-c', `compdef() { }; compadd() { shift 2; print -rl -- "$@" }; _files() { print paths }; source <(elvar completion zsh); LBUFFER=$1; _elvar`, '-', line).trimEnd().split('\n');
  expect(complete('elvar expl')).toEqual(['explain']);
  expect(complete('elvar explain gate.js text/line-wi')).toEqual(['text/line-width']);
  expect(complete('elvar check ga')).toEqual(['paths']);
});
