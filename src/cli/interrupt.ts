// Imported before all else, so that Ctrl-C is answered in the same way while the program is still being loaded.
import { writeSync } from 'node:fs';

/** 128 and the number of the signal, as shells have it. */
const INTERRUPTED = 130;

// Signals are seen between two files alone, never while one is written.
process.on('SIGINT', () => {
  try {
    writeSync(2, 'Stopped. Every file is complete: unchanged, or fully repaired.\n');
  } catch {
    // Nobody may be reading any more.
  }
  process.exit(INTERRUPTED);
});
