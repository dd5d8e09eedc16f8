/** How long work may go on without handling signals, in milliseconds. */
const LONGEST = 25;

/** Lets signals through during long synchronous work: Ctrl-C is handled only between two of its steps. */
export class EventLoop {
  private latest = Date.now();

  /** To be awaited between two steps, when every file is complete. */
  async turn(): Promise<void> {
    if (Date.now() - this.latest < LONGEST) return;
    await new Promise((resolve) => setImmediate(resolve));
    this.latest = Date.now();
  }
}
