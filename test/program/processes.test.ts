import { cpSync } from 'node:fs';
import path from 'node:path';
import { expect, test } from 'vitest';
import { elvar, elvarProcess, makeFolder } from '../support/project.js';

const DEMO = path.join(import.meta.dirname, '..', '..', 'demo', 'harbour');

/** A command line for each command. */
const LINES: readonly (readonly [command: string, ...args: string[]])[] = [
  ['init', '--yes', '--dry-run'], ['check', '--top', '3'], ['explain', 'kiosk/clock.js', 'text/line-width'], [
    'fix', '--dry-run', 'kiosk',
  ],
  ['waive', '--list'], ['ledger', 'list'], ['catalog', 'width'], ['resolve', 'kiosk'], ['compare', 'kiosk', 'legacy'], ['scope'],
  ['status', 'kiosk'], ['doctor'],
  ['impact', '--set', 'text/*=error'], ['set', 'dead/*', 'error', '--dry-run'], ['accept', 'berth', '--dry-run'],
  ['adopt', 'elvar:tidy', '--dry-run'], ['presets', 'elvar:lean'], ['--help'], ['chekc'],
];

test.each(LINES)('elvar %s does the same as a process and in a thread', (...args) => {
  const folder = makeFolder();
  // Each process loads the grammars anew, so only what the lines name is there.
  for (const name of ['elvar.yaml', 'settings', 'kiosk', 'legacy']) {
    cpSync(path.join(DEMO, name), path.join(folder, name), { recursive: true });
  }
  expect(elvarProcess(folder, args)).toEqual(elvar(folder, args));
});
