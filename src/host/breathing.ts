/** How long work may go on without a look at signals, in milliseconds. */
const LONGEST = 50;

/** Lets signals through in work that else would not end before it is done: Ctrl-C is only seen between two of its steps. */
export class Breathing {
  private latest = Date.now();

  /** To be awaited between two steps, where everything is whole. */
  async pause(): Promise<void> {
    if (Date.now() - this.latest < LONGEST) return;
    await new Promise((resolve) => setImmediate(resolve));
    this.latest = Date.now();
  }
}
