import type { Decision, PartName, Statement, TrailEntry } from '../model/statement.js';

/**
 * The indexes of the statements that took effect on a part of a rule's state, in order, without the catalog, which sets every
 * part.
 */
function effectiveIn(trail: readonly TrailEntry[], part: PartName): number[] {
  return trail.flatMap(({ statement, effect, refused }, index) => {
    const isEffective = (effect === 'applied' || effect === 'capped' || effect === 'partly-refused')
      && !refused.some((one) => one.part === part);
    return isEffective && speaksOf(statement, part) ? [index] : [];
  });
}

/**
 * The entry that turned a rule on, if its level still comes from there: the last one that set the level and was no
 * cap. A cap only lowers what another statement turned on.
 */
export function turnedOnBy({ trail, by }: Decision): number {
  return trail[by]?.effect === 'capped'
    ? effectiveIn(trail, 'level').findLast((index) => trail[index]?.effect !== 'capped') ?? 0
    : by;
}

function speaksOf(statement: Statement, part: PartName): boolean {
  if (part === 'level') return statement.level !== null;
  if (part === 'waivers' || part === 'fix' || part === 'ledger') return statement[part] !== null;
  return statement.options.some(({ name }) => `options.${name}` === part);
}
