import { optionType } from '../../core/catalog/catalog.js';
import type { Rule } from '../../core/finders/rule.js';
import type { RulePage } from '../../core/cascade/rule-page.js';
import { languagesOf } from '../../core/catalog/rule-languages.js';

/** `elvar-catalog/1`. */
export function catalogJson(rules: readonly Rule[]): object {
  return { format: 'elvar-catalog/1', rules: rules.map(ruleJson) };
}

/** `elvar-catalog/1` for one rule, with the other facts on its page. */
export function rulePageJson({ rule, presets, places }: RulePage): object {
  const { examples } = rule;
  return {
    format: 'elvar-catalog/1',
    rules: [{
      ...ruleJson(rule),
      examples: examples.map(({ language, code, finds }) => ({ language, code, good: finds.length === 0 })),
      presets: presets.map(({ reference, level, zone }) => ({ preset: reference, level, zone })),
      inForce: places.filter(({ level }) => level !== 'off').map(({ level, by, files }) => ({ level, by, files: files.length })),
    }],
  };
}

function ruleJson(
  { id, concern, title, about, advice, tags, find, confidence, repairs, conflicts, options, house, foreign }: Rule,
): object {
  return {
    id,
    concern,
    title,
    about,
    advice,
    tags,
    languages: languagesOf({ id, find }),
    confidence,
    fixable: repairs !== null,
    repairs,
    conflicts,
    options: Object.entries(options).map(([name, option]) => {
      const { type, choices, least, most } = optionType(option);
      return {
        name, type, default: option.default, stricter: option.stricter, about: option.about,
        ...(choices !== undefined && { choices }), ...(least !== undefined && { least }), ...(most !== undefined && { most }),
      };
    }),
    ...(house !== null && { declared: { file: house.place.file, line: house.place.line } }),
    ...(foreign !== null && { producer: { ids: foreign.ownIds, level: foreign.level, address: foreign.address } }),
  };
}
