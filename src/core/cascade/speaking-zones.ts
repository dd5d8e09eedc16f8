import type { DecidedRules } from '../model/rule-set.js';
import type { StatementZone } from '../model/statement.js';

/** The zones that say anything in these rules. Many files have the same rules, which are to be given once. */
export function speakingZones(rules: Iterable<DecidedRules>): ReadonlySet<StatementZone> {
  const zones = new Set<StatementZone>();
  for (const { decisions } of rules) {
    for (const { trail } of decisions.values()) for (const { statement: { zone } } of trail) if (zone !== null) zones.add(zone);
  }
  return zones;
}
