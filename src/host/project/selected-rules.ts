import type { Catalog } from '../../core/catalog/catalog.js';
import { nearName } from '../../core/base/near-name.js';
import type { RuleId } from '../../core/model/rule.js';
import { parseSelector } from '../../core/model/selector.js';
import { UsageError } from '../files/errors.js';

/**
 * The rules that selectors on the command line select; null without selectors, which means all.
 * @throws UsageError if one is invalid or selects nothing, with a near name.
 */
export function selectedRules(selectors: readonly string[], catalog: Catalog): Set<RuleId> | null {
  if (selectors.length === 0) return null;
  return new Set(selectors.flatMap((text) => {
    const selector = parseSelector(text);
    const rules = selector === null ? [] : catalog.select(selector);
    if (rules.length > 0) return rules.map(({ id }) => id);
    // Of another program's rules, those that no log has today may come tomorrow.
    if (selector?.kind === 'rule'
        && catalog.rules.some(({ concern, foreign }) => foreign !== null && text.startsWith(`${concern}/`))) {
      return [selector.rule];
    }
    const near = nearName(
      text, [...catalog.rules.map(({ id }) => id), ...new Set(catalog.rules.map(({ concern }) => `${concern}/*`))],
    );
    throw new UsageError({ code: 'no-rule-selected', selector: text, near });
  }));
}
