// Imported first, so that Ctrl-C is handled the same way while the program is still loading.
import { writeSync } from 'node:fs';

/** 128 plus the signal number, the convention of shells. */
const INTERRUPTED = 130;

// Signals are handled only between two files, never while one is being written.
process.on('SIGINT', () => {
  try {
    writeSync(2, 'Stopped. Every file is complete: unchanged, or fully repaired.\n');
  } catch {
    // The reader may be gone.
  }
  process.exit(INTERRUPTED);
});
