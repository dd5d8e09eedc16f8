/** A place at a quay where one vessel lies. */
export interface Berth {
  readonly name: string;
  readonly quay: string;
  /** Metres along the quay. */
  readonly length: number;
  /** Metres below chart datum. */
  readonly depth: number;
}

/** The depth of water over a berth at a height of tide, in metres. */
export function waterAt(berth: Berth, tide: number): number {
  return berth.depth + tide;
}
