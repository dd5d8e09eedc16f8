import type { Catalog } from '../../core/catalog/catalog.js';
import { nearName } from '../../core/layers/near-name.js';
import { UsageError } from '../../host/errors.js';

/** Makes sure that the command line names a rule that there is. @throws UsageError with the name that may have been meant. */
export function needRule(rule: string, catalog: Catalog): void {
  if (catalog.get(rule) !== undefined) return;
  const near = nearName(rule, catalog.rules.map(({ id }) => id));
  throw new UsageError(`there is no rule ${rule}${near === null ? '' : `\nDid you mean ${near}?`}`);
}
