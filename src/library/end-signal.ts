/**
 * What ends a question early: an AbortSignal, as Node and browsers have it. Spelt out, so that a program needs no other types for
 * it.
 */
export interface EndSignal {
  readonly aborted: boolean;
  /** What the question throws. */
  readonly reason: unknown;
  throwIfAborted(): void;
  addEventListener(type: 'abort', listener: () => void): void;
  removeEventListener(type: 'abort', listener: () => void): void;
}
