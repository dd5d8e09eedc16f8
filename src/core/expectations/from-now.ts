import type { Level } from '../model/level.js';
import { LEVELS } from '../model/level.js';
import { FREEDOMS } from '../model/freedom.js';
import type { RuleId } from '../model/rule.js';
import type { Decision } from '../model/statement.js';

/** What an expectation says about rules, as it is written. */
export type WrittenExpectation = Readonly<Record<string, unknown>>;

/** What holds now for rules, as an expectation; or the rules that are on in some files and off in others, or not all on. */
type HoldingNow = { readonly expected: WrittenExpectation } | { readonly off: readonly RuleId[] };

/**
 * What decisions have in common, as something to count on: the lowest level, and for a single rule what layers have set the
 * same everywhere. For the freedoms, only that something is refused is worth counting on.
 * @param decisions of all rules in question, for all files in question; at least one.
 */
export function holdingNow(decisions: readonly Decision[]): HoldingNow {
  const [first] = decisions as readonly [Decision, ...Decision[]];
  const rules = new Set(decisions.map(({ rule }) => rule));
  const refused = FREEDOMS.filter((name) => decisions.every((decision) => decision[name] === 'refuse')).map((name) =>
    [name, 'refuse'] as const);
  const off = [...new Set(decisions.filter(({ level }) => level === 'off').map(({ rule }) => rule))];
  if (off.length > 0 && (rules.size > 1 || decisions.some(({ level }) => level !== 'off'))) return { off };
  const options = rules.size > 1 ? [] : Object.entries(first.options)
    .filter(([name, { by, value }]) =>
      by > 0 && decisions.every((decision) => JSON.stringify(decision.options[name]?.value) === JSON.stringify(value)))
    .map(([name, { value }]) => [name, value] as const);
  return {
    expected: {
      ...(off.length > 0 ? { level: 'off' } : { 'at-least': lowest(decisions) }),
      ...(options.length > 0 && off.length === 0 && { options: Object.fromEntries(options) }),
      ...Object.fromEntries(refused),
    },
  };
}

function lowest(decisions: readonly Decision[]): Level {
  return LEVELS[Math.max(...decisions.map(({ level }) => LEVELS.indexOf(level)))] as Level;
}
