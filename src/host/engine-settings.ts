import { statSync } from 'node:fs';
import path from 'node:path';
import { setFlagsFromString } from 'node:v8';

/**
 * So many bytes of source are parsed before it pays that V8 makes the parsers faster while they run. They are WebAssembly with
 * a few very large functions: the one that splits C++ into words takes V8 a second, and a run that is over sooner waits for it
 * all the same. Up to about this size no language of the demo or of three.js took longer without it, and small projects a third.
 */
const WORTH_TIERING = 2_000_000;

/** Whether the process is Elvar's own, and its V8 the one that these settings are known to. */
let isOurs = false;

/**
 * Lets Elvar set how V8 works, for the whole process. Another V8 than that of the build may not know a setting, and would
 * write that down where people see it.
 */
export function ownProcess(): void {
  isOurs = true;
  // Young objects get the room that they will have at once, not step by step.
  setFlagsFromString('--semi-space-growth-factor=16');
  // V8 makes functions faster on threads of its own, and most of that time goes into what it copies into them. With less of
  // it they are there sooner, and leave more of the machine to the run. Runs of seconds take a twelfth less, long runs the same.
  setFlagsFromString('--max-inlined-bytecode-size=100');
  setFlagsFromString('--max-inlined-bytecode-size-cumulative=200');
}

/** 0 for a file that cannot be looked at: whoever reads it tells of that. */
function sizeOf(file: string): number {
  try {
    return statSync(file).size;
  } catch {
    return 0;
  }
}

/** To be called before the parsers are loaded. @param files paths relative to `root`. */
export function prepareEngine({ root, files }: { readonly root: string; readonly files: readonly { readonly path: string }[] }): void {
  if (!isOurs) return;
  let size = 0;
  for (const file of files) {
    size += sizeOf(path.join(root, file.path));
    if (size > WORTH_TIERING) return;
  }
  setFlagsFromString('--no-wasm-dynamic-tiering');
  setFlagsFromString('--no-wasm-tier-up');
}
