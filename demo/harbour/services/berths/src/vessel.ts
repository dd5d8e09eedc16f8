/** A vessel that has asked for a berth. */
export interface Vessel {
  readonly name: string;
  readonly length: number;
  readonly draught: number;
  readonly arrives: Date;
  readonly leaves: Date;
  readonly cargo: 'fish' | 'timber' | 'passengers' | 'none';
}

/** Whether two vessels are in the harbour at one time. */
export function overlap(a: Vessel, b: Vessel): boolean {
  return a.arrives < b.leaves && b.arrives < a.leaves;
}
