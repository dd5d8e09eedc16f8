import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, realpathSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { MessageChannel, receiveMessageOnPort, Worker, type MessagePort } from 'node:worker_threads';
import { onTestFinished } from 'vitest';

/** The program as the build has left it. */
export const PROGRAM = path.join(import.meta.dirname, '..', '..', 'dist', 'cli', 'main.cjs');

const LOADER = path.join(import.meta.dirname, '..', '..', 'dist', 'cli', 'load-program.js');
const WORKER = path.join(import.meta.dirname, 'program-worker.mjs');

/** What a run of the program came to. */
export interface Run {
  readonly code: number | null;
  readonly out: string;
  readonly err: string;
}

/** Writes files below a directory. A path that ends in `/` is an empty directory. */
export function writeFiles(directory: string, files: Readonly<Record<string, string | Buffer>>): void {
  for (const [name, content] of Object.entries(files)) {
    const file = path.join(directory, name);
    if (name.endsWith('/')) {
      mkdirSync(file, { recursive: true });
      continue;
    }
    mkdirSync(path.dirname(file), { recursive: true });
    writeFileSync(file, content);
  }
}

/** A folder outside of any project, made for one test and removed after it. */
export function makeFolder(files: Readonly<Record<string, string | Buffer>> = {}): string {
  const folder = realpathSync(mkdtempSync(path.join(tmpdir(), 'elvar-test-')));
  onTestFinished(() => rmSync(folder, { recursive: true, force: true }));
  writeFiles(folder, files);
  return folder;
}

/** Runs the built program in a folder, as a process of its own. */
export function elvarProcess(folder: string, args: readonly string[], env: Readonly<Record<string, string>> = {}): Run {
  const { status, stdout, stderr } = spawnSync(process.execPath, [PROGRAM, ...args], {
    cwd: folder, encoding: 'utf8', env: environment(folder, env), maxBuffer: 64 * 1024 * 1024,
  });
  return { code: status, out: stdout, err: stderr };
}

/** Runs the built program as a user who owns the folder, but may not do everything as the superuser may. */
export function elvarUnprivileged(folder: string, args: readonly string[]): Run {
  if (process.getuid?.() !== 0) return elvarProcess(folder, args);
  spawnSync('chown', ['-R', `${NOBODY}:${NOBODY}`, folder]);
  const { status, stdout, stderr } = spawnSync(
    'setpriv',
    [`--reuid=${NOBODY}`, `--regid=${NOBODY}`, '--clear-groups', process.execPath, PROGRAM, ...args],
    {
      cwd: folder,
      encoding: 'utf8',
      env: environment(folder, { XDG_CACHE_HOME: path.join(folder, '.cache'), XDG_STATE_HOME: path.join(folder, '.cache') }),
    },
  );
  return { code: status, out: stdout, err: stderr };
}

/** A user without any privileges. */
const NOBODY = 65534;

/** Runs the built program's own entry in a folder, in a thread of this process. */
export function elvar(folder: string, args: readonly string[], env: Readonly<Record<string, string>> = {}): Run {
  const { worker, answers, signal } = thread ??= startThread();
  Atomics.store(signal, 0, 0);
  worker.postMessage({ folder, args, env: environment(folder, env) });
  // What wakes this thread may still be the end of the run before.
  while (Atomics.load(signal, 0) === 0) {
    if (Atomics.wait(signal, 0, 0, LONGEST) === 'timed-out') {
      throw new Error(`elvar ${args.join(' ')} has not ended after ${LONGEST / 1000} s`);
    }
  }
  return receiveMessageOnPort(answers)?.message as Run;
}

function environment(folder: string, env: Readonly<Record<string, string>>): Record<string, string> {
  return { PATH: process.env['PATH'] ?? '', HOME: folder, XDG_CACHE_HOME: CACHES, XDG_STATE_HOME: CACHES, ...env };
}

/**
 * What the program keeps for itself, outside of the folders that tests look at (caches.ts): each worker of the tests has its own.
 */
export const CACHES = path.join(process.env['ELVAR_TEST_CACHES'] as string, String(process.pid));

/** The longest that one command may take, in milliseconds. */
const LONGEST = 120_000;

/** The thread that runs the program, with where it answers and how it says that it has. */
interface ProgramThread {
  readonly worker: Worker;
  readonly answers: MessagePort;
  readonly signal: Int32Array;
}

let thread: ProgramThread | null = null;

function startThread(): ProgramThread {
  const { port1: answers, port2 } = new MessageChannel();
  const signal = new Int32Array(new SharedArrayBuffer(4));
  const worker = new Worker(WORKER, { workerData: { answers: port2, signal, loader: LOADER }, transferList: [port2] });
  worker.unref();
  answers.unref();
  return { worker, answers, signal };
}

/** Runs a command with `--format json` and parses what it prints. */
export function elvarJson<Document>(folder: string, args: readonly string[]): Document {
  const { code, out, err } = elvar(folder, [...args, '--format', 'json']);
  if (code !== 0 && code !== 1) throw new Error(`elvar ${args.join(' ')} ended with ${code}: ${err}`);
  return JSON.parse(out) as Document;
}
