import { assign, type Stay } from './assign.js';
import type { Berth } from './berth.js';
import type { Vessel } from './vessel.js';

/** Why a vessel got no berth. */
export type Refusal = 'too-long' | 'too-deep' | 'full';

/** The plan of a day: who lies where, and who must wait. */
export interface Plan {
  readonly stays: readonly Stay[];
  readonly waiting: readonly { readonly vessel: Vessel; readonly refusal: Refusal }[];
}

/** Plans a day. Vessels that draw more water are served first, as the pilots asked. */
export function planDay(vessels: readonly Vessel[], berths: readonly Berth[]): Plan {
  const stays: Stay[] = [];
  const waiting: { vessel: Vessel; refusal: Refusal }[] = [];
  const inOrder = (a: Vessel, b: Vessel) => b.draught - a.draught || a.arrives.getTime() - b.arrives.getTime();
  const queue = [...vessels].sort(inOrder);
  for (const vessel of queue) {
    const berth = assign(vessel, berths, stays);
    if (berth === null) waiting.push({ vessel, refusal: refusalOf(vessel, berths) });
    else stays.push({ vessel, berth });
  }
  return { stays, waiting };
}

function refusalOf(vessel: Vessel, berths: readonly Berth[]): Refusal {
  if (berths.every((berth) => berth.length < vessel.length)) return 'too-long';
  if (berths.every((berth) => berth.depth < vessel.draught)) return 'too-deep';
  return 'full';
}

/** A letter for the board at the gate. */
export function markOf(vessel: Vessel, isLate: boolean, hasPilot: boolean): string {
  if (vessel.cargo === 'passengers' && isLate) return 'P!';
  if (vessel.cargo === 'passengers') return 'P';
  if (vessel.cargo === 'fish' && hasPilot) return 'F';
  if (vessel.cargo === 'fish') return 'f';
  if (vessel.cargo === 'timber' || vessel.length > 60) return isLate ? 'T!' : 'T';
  return hasPilot ? '·' : '';
}
