import { feeOf } from '../services/billing/web/fees.js';

/** Shows what a berth costs a day. */
export function showPrice(line, berth) {
  line.textContent = `${berth.name}: ${feeOf(berth)}`;
}
