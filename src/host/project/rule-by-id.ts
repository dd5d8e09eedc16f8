import type { Catalog } from '../../core/catalog/catalog.js';
import { nearName } from '../../core/base/near-name.js';
import type { Rule } from '../../core/finders/rule.js';
import { UsageError } from '../files/errors.js';

/** The rule that a question names. @throws UsageError that suggests a near name. */
export function ruleById(rule: string, catalog: Catalog): Rule {
  const known = catalog.get(rule);
  if (known !== undefined) return known;
  throw new UsageError({ code: 'no-rule', rule, near: nearName(rule, catalog.rules.map(({ id }) => id)) });
}
