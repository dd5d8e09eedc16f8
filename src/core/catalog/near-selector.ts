import { parseSelector, type Selector, type SelectableRules } from '../model/selector.js';
import { nearName } from '../base/near-name.js';

/** The existing selector that a text probably meant; null if none is near. */
export function nearSelector(text: string, catalog: SelectableRules): string | null {
  const selector = parseSelector(text);
  return nearName(text, selector === null ? catalog.rules.map(({ id }) => id) : namesLike(selector, catalog));
}

/** The existing selectors of the same kind as `selector`. */
function namesLike(selector: Selector, catalog: SelectableRules): string[] {
  switch (selector.kind) {
    case 'all':
      return [];
    case 'concern':
      return [...new Set(catalog.rules.map((rule) => `${rule.concern}/*`))];
    case 'tag':
      return [...new Set(catalog.rules.flatMap((rule) => rule.tags.map((tag) => `tag:${tag}`)))];
    case 'rule':
      return catalog.rules.map((rule) => rule.id);
  }
}
