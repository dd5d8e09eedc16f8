/** Thrown when something takes longer than it may. */
export class TookTooLong extends Error {
  override readonly name = 'TookTooLong';

  /** @param longest how long it may take, in milliseconds. */
  constructor(readonly longest: number) {
    super(`it took longer than ${longest / 1000} s`);
  }
}

/** Measures time, which the core cannot. */
export interface Stopwatch {
  /** Milliseconds since some moment. */
  readonly now: () => number;
  /** Ends synchronous work that takes longer than some milliseconds, wherever it is. @throws TookTooLong. */
  readonly within: <Result>(longest: number, work: () => Result) => Result;
}

const NO_STOPWATCH: Stopwatch = { now: () => 0, within: (_, work) => work() };

/** How long one file may be looked at, whatever rules look at it. */
export class TimeLimit {
  static readonly NONE = new TimeLimit(Infinity, NO_STOPWATCH);

  private end = Infinity;

  /** @param longest in milliseconds. */
  constructor(readonly longest: number, private readonly stopwatch: Stopwatch) {}

  /** To be called when a file is begun. */
  begin(): void {
    this.end = this.stopwatch.now() + this.longest;
  }

  /** Whether the time for the file is up. */
  get isOver(): boolean {
    return this.stopwatch.now() > this.end;
  }

  /** @throws TookTooLong if the time for the file is up. */
  check(): void {
    if (this.isOver) throw new TookTooLong(this.longest);
  }

  /** Runs a part of the work that has a limit of its own. @param longest in milliseconds. @throws TookTooLong. */
  within<Result>(longest: number, work: () => Result): Result {
    return this.stopwatch.within(longest, work);
  }
}

/** Code units of text below which nothing but its parsing takes long enough for looking at the clock. */
export const SOON_DONE = 20_000;

/**
 * Code units of text below which parsing does not either: where a grammar allows many readings, it takes time that grows with the
 * cube of the length.
 */
export const SOON_PARSED = 1_000;
