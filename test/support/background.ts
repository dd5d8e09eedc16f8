import { spawn } from 'node:child_process';
import path from 'node:path';
import { CACHES, type Run } from './project.js';

const PROGRAM = path.join(import.meta.dirname, '..', '..', 'dist', 'cli', 'main.cjs');

/** A run of the program that goes on while the test does other things. */
export interface BackgroundRun {
  /** Asks it to end. */
  readonly interrupt: (signal?: NodeJS.Signals) => void;
  /** Ends it at once, so that it cannot tidy up. */
  readonly kill: () => void;
  /** What it has printed so far. */
  readonly said: () => { readonly out: string; readonly err: string };
  /** What it came to; `code` is null where a signal ended it. */
  readonly ended: Promise<Run>;
}

/** Starts the built program in a folder. @param before a command that runs it, such as one that takes rights away. */
export function startElvar(folder: string, args: readonly string[], before: readonly string[] = []): BackgroundRun {
  const [command, ...rest] = [...before, process.execPath, PROGRAM, ...args] as [string, ...string[]];
  const child = spawn(command, rest, {
    cwd: folder,
    env: { PATH: process.env['PATH'], HOME: folder, XDG_CACHE_HOME: CACHES, XDG_STATE_HOME: CACHES },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  const output = { out: '', err: '' };
  child.stdout.on('data', (chunk: Buffer) => (output.out += chunk.toString()));
  child.stderr.on('data', (chunk: Buffer) => (output.err += chunk.toString()));
  return {
    interrupt: (signal = 'SIGINT') => child.kill(signal),
    kill: () => child.kill('SIGKILL'),
    said: () => output,
    ended: new Promise((resolve) => child.on('close', (code) => resolve({ code, ...output }))),
  };
}

/** Waits for a while, in milliseconds. */
export function wait(duration: number): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve, duration));
}
