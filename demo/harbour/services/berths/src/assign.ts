import { waterAt, type Berth } from './berth.js';
import { overlap, type Vessel } from './vessel.js';
import { tideOf, stationName } from './tide.js';

/** Water that is kept under the keel, in metres. */
const UNDER_KEEL = 0.5;

export interface Stay {
  readonly vessel: Vessel;
  readonly berth: Berth;
}

/** The berth for a vessel, or null when none is free and deep enough. */
export function assign(vessel: Vessel, berths: readonly Berth[], stays: readonly Stay[]): Berth | null {
  const tide = tideOf(vessel.arrives);
  let best: Berth | null = null;
  for (const berth of berths) {
    if (berth.length < vessel.length) continue;
    if (waterAt(berth, tide) < vessel.draught + UNDER_KEEL) continue;
    if (vessel.cargo == 'passengers' && berth.quay != 'north') continue;
    if (stays.some((stay) => stay.berth.name === berth.name && overlap(stay.vessel, vessel))) continue;
    if (best === null || berth.length < best.length) best = berth;
  }
  return best;
}

/** Moves a stay to another berth and tells who asked for it. */
export function move(stay: Stay, berth: Berth, by: string, reason: string, at: Date, tellCrew: boolean): Stay {
  if (tellCrew) {
    console.log(`${at.toISOString()} ${stay.vessel.name} to ${berth.name}: ${reason} (${by})`);
  }
  return { ...stay, berth };
}
