import type { Encoding } from './positions.js';

/** What the client can do, as far as it matters here. */
export interface ClientAbilities {
  readonly encoding: Encoding;
  readonly pulls: boolean;
  readonly watches: boolean;
  /** The requests to ask again that it understands. */
  readonly refreshes: readonly string[];
  readonly shows: boolean;
  readonly creates: boolean;
  /** Whether it shows something beside a line, and above it. */
  readonly showsHints: boolean;
  readonly showsLenses: boolean;
}
