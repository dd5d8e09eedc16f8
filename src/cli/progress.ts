import type { Watch } from '../host/files/watch.js';
import { visible } from '../formats/text/visible.js';
import type { Terminal } from './terminal.js';
import { viewCompletion, viewKept, viewStop } from './views/stops.js';

/** How long a run lasts before progress is shown, in milliseconds. */
const SILENT = 1000;

/** How long a progress line stays at least, in milliseconds. */
const PAUSE = 100;

/** Back to the first column, and clear the line (ECMA-48, EL). */
const CLEAR = '\r\u001b[K';

/** With fewer columns than this only the count is shown. */
const NARROW = 40;

/** A terminal that clears the progress line before it writes anything else, and the watch that draws that line. */
export interface WatchedTerminal {
  readonly terminal: Terminal;
  readonly watch: Watch;
  /** Clears the line. */
  readonly end: () => void;
}

/** Shows on standard error what a long run is doing, if that is a terminal; nothing in the first second or with `isQuiet`. */
export function watched(terminal: Terminal, isQuiet: boolean): WatchedTerminal {
  const line = new ProgressLine(terminal);
  const isShown = terminal.showsProgress === true && !isQuiet;
  return {
    terminal: { ...terminal, out: (text) => line.write(terminal.out, text), err: (text) => line.write(terminal.err, text) },
    watch: {
      begins: (what, total) => line.begin(what, total),
      reaches: (step, at) => { if (isShown) line.reach(step, at); },
      waiting: ({ process, file }) =>
        line.write(
          terminal.err,
          `Waiting for another run of elvar${process === null ? '' : ` (process ${process})`}, which is writing in this `
            + `project. Its lock: ${file}\n`,
        ),
      completed: (completion) => line.write(terminal.err, viewCompletion(completion)),
      kept: (texts) => line.write(terminal.err, viewKept(texts)),
      stopped: (stop) => line.write(terminal.err, viewStop(stop)),
    },
    end: () => line.clear(),
  };
}

class ProgressLine {
  private began = performance.now();
  /** When something was last done. */
  private latest = this.began;
  private drawn = 0;
  private isThere = false;
  private what = '';
  private total: number | null = null;

  constructor(private readonly terminal: Terminal) {}

  begin(what: string, total: number | null): void {
    const now = performance.now();
    // After a rest, as while changes are waited for, another piece of work begins.
    if (now - this.latest > SILENT) this.began = now;
    this.latest = now;
    this.what = what;
    this.total = total;
    this.drawn = 0;
  }

  reach(step: number, at: string): void {
    // Read the clock only every eighth step: there are very many.
    if ((step & 7) !== 0) return;
    const now = performance.now();
    this.latest = now;
    if (now - this.began < SILENT || now - this.drawn < PAUSE) return;
    this.drawn = now;
    this.isThere = true;
    this.terminal.err(`${CLEAR}${this.text(step, at)}`);
  }

  private text(step: number, at: string): string {
    const { total, what, terminal: { columns } } = this;
    const share = total === null || total === 0
      ? count(step)
      : `${count(Math.min(step, total))} of ${count(total)} (${Math.floor((100 * Math.min(step, total)) / total)} %)`;
    const whole = columns < NARROW ? share : `${what}  ${share}  ${visible(at)}`;
    // A line that wraps could not be cleared.
    return whole.length < columns ? whole : `${whole.slice(0, Math.max(0, columns - 2))}…`;
  }

  write(to: (text: string) => void, text: string): void {
    this.clear();
    to(text);
  }

  clear(): void {
    if (this.isThere) this.terminal.err(CLEAR);
    this.isThere = false;
  }
}

function count(number: number): string {
  return number.toLocaleString('en');
}
