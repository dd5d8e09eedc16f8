import type { OptionType } from '../../core/model/option-type.js';

/** What an option accepts. */
export function describeOptionType({ type, choices, least, most, form = 'text' }: OptionType): string {
  switch (type) {
    case 'number':
      return `a whole number${least === undefined ? '' : ` from ${least}`}${most === undefined ? '' : ` to ${most}`}`;
    case 'boolean':
      return 'true or false';
    case 'string':
      return form;
    case 'choice':
      return `one of ${(choices ?? []).join(', ')}`;
    case 'list':
      return 'a list, or an edit of one: { add: […], drop: […] }';
  }
}
