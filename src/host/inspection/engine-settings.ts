import { statSync } from 'node:fs';
import path from 'node:path';
import { setFlagsFromString } from 'node:v8';

/**
 * How many bytes of source must be parsed before it pays to let V8 optimize the parsers at run time. They are WebAssembly with
 * a few very large functions: the lexer of C++ takes V8 a second, and a shorter run would wait for it
 * anyway. Up to about this size, no language of the demo or of three.js took longer without it, and the demo takes less than half
 * (`bench/flags.mjs`).
 */
const WORTH_TIERING = 2_000_000;

/**
 * How many bytes of bytecode a function runs before V8 considers optimizing it; by default 132 KiB. A check runs thousands of
 * functions, and few of them long enough for that to pay off; each thread compiles its own. On 1,300 files of JavaScript and
 * TypeScript with nearly every rule on, this saved a quarter of the processor time (`bench/flags.mjs` tries it on the demo).
 */
const OPTIMIZE_LATE = '--interrupt-budget=600000';

/** Whether the process is Elvar's own and runs the V8 for which these settings were chosen. */
let isOurs = false;

/**
 * Lets Elvar set V8's flags, for the whole process. A V8 other than the build's may not know a flag and would
 * print a complaint.
 */
export function ownProcess(): void {
  isOurs = true;
}

/** 0 for a file that is not accessible: the code that reads it reports that. */
function sizeOf(file: string): number {
  try {
    return statSync(file).size;
  } catch {
    return 0;
  }
}

/** Must be called before the parsers are loaded. @param files paths relative to `root`. */
export function prepareEngine(
  { root, files }: { readonly root: string; readonly files: readonly { readonly path: string }[] },
): void {
  if (!isOurs) return;
  setFlagsFromString(OPTIMIZE_LATE);
  let size = 0;
  for (const file of files) {
    size += sizeOf(path.join(root, file.path));
    if (size > WORTH_TIERING) return;
  }
  setFlagsFromString('--no-wasm-dynamic-tiering');
  setFlagsFromString('--no-wasm-tier-up');
}
