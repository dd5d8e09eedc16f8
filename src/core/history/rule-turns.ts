import type { OptionValue } from '../model/option.js';
import type { RuleId } from '../model/rule.js';
import type { Decision } from '../model/statement.js';
import type { ChangedTexts } from './changed-texts.js';
import { changingLine, originOf } from './changing-line.js';
import type { ChangingLine, RuleTurn, Turn } from './history-event.js';

/** The decisions about all rules for one path. */
export type Decisions = ReadonlyMap<RuleId, Decision>;

/**
 * The rules whose level or options differ, in the order of their ids.
 * @param texts what changed in layer files; null if nothing did, and only time went by.
 */
export function ruleTurns(before: Decisions, after: Decisions, texts: ChangedTexts | null): RuleTurn[] {
  const rules = [...new Set([...before.keys(), ...after.keys()])].sort();
  return rules.flatMap((rule) => {
    const [was, is] = [before.get(rule), after.get(rule)];
    const level = was?.level === is?.level ? null : { from: was?.level ?? null, to: is?.level ?? null };
    const options = optionTurns(was, is);
    if (level === null && options.size === 0) return [];
    const part = level === null ? [...options.keys()][0] as string : null;
    return [{
      rule,
      level,
      options,
      line: texts === null ? expiredLine(was, is) : changingLine({ was, is, option: part }, texts),
      by: originOf(is, part)?.statement.place ?? null,
    }];
  });
}

function optionTurns(was: Decision | undefined, is: Decision | undefined): Map<string, Turn<OptionValue>> {
  const turns = new Map<string, Turn<OptionValue>>();
  // Where a rule is not known on one side, its level says so.
  if (was === undefined || is === undefined) return turns;
  for (const name of new Set([...Object.keys(was.options), ...Object.keys(is.options)])) {
    const [from, to] = [was.options[name]?.value ?? null, is.options[name]?.value ?? null];
    if (JSON.stringify(from) !== JSON.stringify(to)) turns.set(name, { from, to });
  }
  return turns;
}

/** The ruling that had not expired before. */
function expiredLine(was: Decision | undefined, is: Decision | undefined): ChangingLine | null {
  const expired = is?.trail.findLast(({ effect }, index) => effect === 'expired' && was?.trail[index]?.effect !== 'expired');
  const place = expired?.statement.place ?? null;
  return place === null ? null : { place, fate: 'expired' };
}
