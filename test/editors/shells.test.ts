import { spawn, spawnSync } from 'node:child_process';
import { chmodSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { setTimeout } from 'node:timers/promises';
import { stripVTControlCharacters } from 'node:util';
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
  const { stdout, stderr } = spawnSync(shell, args, {
    encoding: 'utf8',
    cwd: folder,
    timeout: 60_000,
    env: { ...process.env, PATH: `${bin}:${process.env['PATH']}`, HOME: makeFolder(), TERM: 'dumb' },
  });
  expect(stderr).toBe('');
  return stdout;
}

test('fish completes a line', () => {
  const complete = (line: string): string[] =>
    run('fish', '-c', `elvar completion fish | source; complete -C ${JSON.stringify(line)}`)
      .trimEnd()
      .split('\n')
      .map((one) => one.split('\t')[0] as string);
  expect(complete('elvar expl')).toEqual(['explain']);
  expect(complete('elvar adopt elvar:star')).toEqual(['elvar:starter']);
  expect(complete('elvar check --level ')).toEqual(expect.arrayContaining(['error', 'warning', 'note']));
  expect(complete('elvar check ga')).toEqual(['gate.js']);
});

test('zsh completes a line in a terminal', async () => {
  const { folder, bin } = places();
  const child = spawn('script', ['-qec', 'zsh -f -i', '/dev/null'], {
    cwd: folder,
    env: { ...process.env, PATH: `${bin}:${process.env['PATH']}`, HOME: makeFolder(), TERM: 'xterm', PROMPT: 'READY>' },
  });
  let shown = '';
  child.stdout.on('data', (chunk: Buffer) => { shown += stripVTControlCharacters(chunk.toString()); });
  /** Types something, and waits until what is shown from then on has a text. */
  const typed = async (keys: string, awaited: string): Promise<void> => {
    shown = '';
    child.stdin.write(keys);
    for (let waited = 0; !shown.includes(awaited); waited += 50) {
      if (waited > 20_000) {
        throw new Error(`${JSON.stringify(awaited)} does not appear after ${JSON.stringify(keys)}, but ${JSON.stringify(shown)}`);
      }
      await setTimeout(50);
    }
  };
  try {
    await typed('', 'READY>');
    await typed('autoload -Uz compinit; compinit -u -D; source <(elvar completion zsh); echo "LOA""DED"\n', 'LOADED');
    await typed('elvar expl\t', 'explain');
    await typed('\u0015elvar explain gate.js text/line-wi\t', 'text/line-width');
    await typed('\u0015elvar adopt elvar:star\t', 'elvar:starter');
    await typed('\u0015elvar check --fail-on nev\t', 'never');
    await typed('\u0015elvar check ga\t', 'gate.js');
    // What is completed is a command that runs.
    await typed('\n', 'No findings in 1 file.');
  } finally {
    child.kill('SIGKILL');
  }
}, 120_000);
