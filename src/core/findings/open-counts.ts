import { EXCUSE, OWN_LEVEL, REPAIR, RULE, WIDTH } from './columns.js';
import type { FindingsHead } from './file-findings.js';
import { REPAIR_KINDS } from '../model/repair.js';

/** How many findings of one rule, with one level of their own, are open. */
interface Open {
  readonly rule: number;
  readonly own: number;
  count: number;
  fixable: number;
  offered: number;
}

const SAFE = REPAIR_KINDS.indexOf('safe') + 1;
const OFFERED = REPAIR_KINDS.indexOf('offered') + 1;

/** Counts the open findings among the rows of a file, by rule, in the order of the first ones; levels of their own apart. */
export function openIn(rows: Int32Array, size: number): FindingsHead['open'] {
  const levels: number[] = [];
  const open: Open[] = [];
  let latest: Open | undefined;
  for (let at = 0; at < size * WIDTH; at += WIDTH) {
    const [rule, own, repair] = [rows[at + RULE] as number, rows[at + OWN_LEVEL] as number, rows[at + REPAIR] as number];
    if (!levels.includes(own)) levels.push(own);
    if (rows[at + EXCUSE] !== 0) continue;
    // Findings of one rule often come in a row.
    if (latest?.rule !== rule || latest.own !== own) {
      latest = open.find((other) => other.rule === rule && other.own === own);
      if (latest === undefined) open.push((latest = { rule, own, count: 0, fixable: 0, offered: 0 }));
    }
    latest.count += 1;
    if (repair === SAFE) latest.fixable += 1;
    else if (repair === OFFERED) latest.offered += 1;
  }
  return levels.flatMap((level) => open.filter(({ own }) => own === level)).map(
    ({ rule, own, count, fixable, offered }) => [rule, own, count, fixable, offered],
  );
}
