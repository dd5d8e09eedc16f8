// Imported before all else, so that Ctrl-C is answered in the same way while the program is still being loaded.
import { writeSync } from 'node:fs';

/** 128 and the number of the signal, as shells have it. */
const INTERRUPTED = 130;

// Signals are seen between two files alone, never while one is written.
process.on('SIGINT', () => {
  try {
    writeSync(2, 'Stopped before the end. Every file is whole: as it was, or as it should be.\n');
  } catch {
    // Nobody may be reading any more.
  }
  process.exit(INTERRUPTED);
});
