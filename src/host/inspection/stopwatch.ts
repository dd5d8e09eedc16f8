import type { GivenUp } from '../questions/inspection-question.js';
import { Script } from 'node:vm';
import type { Tools } from '../../core/inspect/inspect-file.js';
import type { SourceText } from '../../core/base/source-text.js';
import { TooMuchSyntax } from '../../core/syntax/syntax-limit.js';
import { SOON_DONE, TookTooLong, type Stopwatch } from '../../core/syntax/time-limit.js';

/** The name of the global that holds the work of the script: a script sees only globals. */
const WORK = Symbol.for('elvar.work');

const holder = globalThis as unknown as Record<symbol, (() => unknown) | undefined>;

const SCRIPT = new Script("globalThis[Symbol.for('elvar.work')]()");

/**
 * The clock of this machine. V8 can stop work from another thread, even in the middle of a regular expression or of WebAssembly.
 */
export const STOPWATCH: Stopwatch = { now: () => performance.now(), within };

function within<Result>(longest: number, work: () => Result): Result {
  const outer = holder[WORK];
  holder[WORK] = work;
  try {
    return SCRIPT.runInThisContext({ timeout: Math.ceil(longest) }) as Result;
  } catch (error) {
    if (error instanceof Error && 'code' in error && error.code === 'ERR_SCRIPT_EXECUTION_TIMEOUT') {
      throw new TookTooLong(longest);
    }
    throw error;
  } finally {
    holder[WORK] = outer;
  }
}

/** How long a file may be looked at if the project does not say, in milliseconds. */
export const LONGEST_LOOK = 10_000;

/**
 * The core looks at the clock itself between its steps; what is still at work this much later, in milliseconds, is ended in the
 * middle of one.
 */
const GRACE = 500;

/** Repairing and waiving look at a file several times: how many times longer they may take in all. */
const MOST_LOOKS = 4;

/** Looks at one file, but no longer than it may take. @param looks how many times it may take that long. */
export function withinLimit<Result extends object>(
  { grammars: { limit: { longest } } }: Pick<Tools, 'grammars'>, { text }: SourceText, look: () => Result, looks = MOST_LOOKS,
): Result | GivenUp {
  try {
    // Starting a watch takes longer than most short texts do, and what can take long in them looks at the clock itself.
    return text.length < SOON_DONE ? look() : within(longest * looks + GRACE, look);
  } catch (error) {
    if (error instanceof TookTooLong) return { givenUp: { code: 'too-slow', longest } };
    if (error instanceof TooMuchSyntax) return { givenUp: { code: 'too-dense', most: error.most } };
    throw error;
  }
}
