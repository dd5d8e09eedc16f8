import { fstatSync, statSync, writeSync } from 'node:fs';
import { devNull } from 'node:os';
import { EXIT, type ExitCode } from './exit-code.js';
import { ownProcess } from '../host/inspection/engine-settings.js';
import { describeSystemError } from '../host/files/errors.js';
import { inspectAsWorker } from '../host/inspection/inspect-worker.js';
import { ownSignals } from '../host/writing/stops.js';
import { runProgram } from './program.js';
import type { Terminal } from './terminal.js';
import { visible } from '../formats/text/visible.js';

/** Writes a whole text. If a pipe is full, tries again; if nobody reads it any more, ends the program. */
function writeAll(descriptor: number, text: string): void {
  const bytes = Buffer.from(text);
  for (let offset = 0; offset < bytes.length;) {
    try {
      offset += writeSync(descriptor, bytes, offset);
    } catch (error) {
      const code = error instanceof Error && 'code' in error ? error.code : undefined;
      if (code === 'EPIPE') process.exit(EXIT.fine);
      // Nobody can be told that nobody can be told.
      if (code !== 'EAGAIN' && descriptor === 2) return;
      if (code !== 'EAGAIN') throw new OutputError(describeSystemError(error));
      Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 5);
    }
  }
}

/** The answer cannot be written. */
class OutputError extends Error {
  override readonly name = 'OutputError';
}

/** What is known about the output. Node loads a good part of itself for `process.stdout`, which only a terminal needs. */
function screen(): Pick<Terminal, 'isTerminal' | 'showsProgress' | 'columns'> {
  const { stdout } = mayBeTerminal(1) ? process : { stdout: null };
  const { stderr } = mayBeTerminal(2) ? process : { stderr: null };
  // A terminal of unknown width reports 0.
  return {
    isTerminal: stdout?.isTTY === true, showsProgress: stderr?.isTTY === true, columns: stdout?.columns || stderr?.columns || 100,
  };
}

function mayBeTerminal(descriptor: number): boolean {
  try {
    const stats = fstatSync(descriptor);
    return stats.isCharacterDevice() && stats.rdev !== statSync(devNull).rdev;
  } catch {
    // It is closed, or this system has no such device.
    return true;
  }
}

/**
 * Runs the program for the arguments of the process. Its outcome is the exit code.
 * @param isKnownV8 whether Node has the V8 of the build.
 * @param editor loads what answers editors.
 */
export async function start(isKnownV8: boolean, editor: NonNullable<Terminal['editor']>): Promise<void> {
  if (isKnownV8) ownProcess();
  ownSignals();
  process.exitCode = await runSafely(process.argv.slice(2), {
    out: (text) => writeAll(1, text),
    err: (text) => writeAll(2, text),
    ended: () => new Promise((resolve) => {
      for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.once(signal, () => resolve());
    }),
    editor,
    directory: process.cwd(),
    env: process.env,
    ...screen(),
  });
}

/** Runs one command line. A bug in Elvar becomes a message too: users see its trace only with `--verbose`. */
export async function runSafely(args: readonly string[], terminal: Terminal): Promise<ExitCode> {
  try {
    return await runProgram(args, terminal);
  } catch (error) {
    if (error instanceof OutputError) {
      terminal.err(`The answer could not be written: ${error.message}.\n`);
      return EXIT.incomplete;
    }
    const message = error instanceof Error ? error.message : String(error);
    terminal.err(`Elvar has a fault, and stopped because of it: ${visible(message)}\n`);
    const trace = error instanceof Error ? error.stack : undefined;
    if (trace === undefined || !isVerbose(args)) terminal.err(
      '  Run the same command with --verbose to see where it happened.\n',
    );
    else terminal.err(`${trace.split('\n').map((line) => `  ${visible(line)}\n`).join('')}`);
    return EXIT.incomplete;
  }
}

function isVerbose(args: readonly string[]): boolean {
  return args.includes('--verbose') || args.includes('-v');
}

export { inspectAsWorker, runProgram };
