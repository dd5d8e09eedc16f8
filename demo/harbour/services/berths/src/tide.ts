/** Heights of the tide by hour, in metres, as the tide service gave them. */
const heights = new Map<number, number>();

/** Takes over the answer of the tide service. */
export function takeHeights(rows: readonly { readonly hour: number; readonly height: number }[]): void {
  for (const { hour, height } of rows) heights.set(hour, height);
}

/** The height of the tide at a time; low water where nothing is known. */
export function tideOf(time: Date): number {
  return heights.get(time.getUTCHours()) ?? 0;
}

/** The station that the heights are for. */
export function stationName(): string {
  return 'saltmarsh-bar';
}
