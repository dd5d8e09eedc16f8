const PER_METRE = 4;

/** What a berth costs a day. */
export function feeOf({ metres }) {
  return metres * PER_METRE;
}
