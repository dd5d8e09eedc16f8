import type { Language as Grammar } from 'web-tree-sitter';
import * as z from 'zod';
import { fillIn } from '../base/fill-in.js';
import type { HouseOption, HouseRule } from '../model/house-rule.js';
import type { OptionDeclaration, OptionValue, OptionValues } from '../model/option.js';
import type { Repair } from '../model/repair.js';
import type { Example, Rule } from '../finders/rule.js';
import type { Finder, Hit } from '../finders/finder.js';
import { compileExpression } from '../patterns/expression.js';
import { HouseQuery, limited, searchPattern, type Match } from './house-search.js';
import { option } from '../finders/options.js';

/** Makes a rule from a declaration, which has been checked; its query has not been compiled yet. */
export function makeHouseRule(declared: HouseRule): Rule {
  const { id, title, about, advice, tags, confidence, languages, replace, options, examples } = declared;
  const finder = finderOf(declared);
  return {
    id,
    concern: id.slice(0, id.indexOf('/')),
    title,
    about,
    advice,
    tags,
    confidence,
    repairs: replace === null ? null : 'safe',
    conflicts: [],
    options: Object.fromEntries(options.map((option) => [option.name, declare(option)])),
    defaults: Object.fromEntries(options.map((option) => [option.name, option.default])),
    find: languages === null
      ? { everywhere: finder as never }
      : { languages: Object.fromEntries(languages.map((language) => [language, finder])) },
    examples: examples.map(({ kind, language, code }): Example => ({ language, code, finds: kind === 'good' ? [] : ['?'] })),
    house: declared,
    foreign: null,
  };
}

const SCHEMAS = {
  number: () => z.int(), boolean: () => z.boolean(), string: () => z.string(), list: () => z.array(z.string()),
} as const;

function declare({ type, default: standard, stricter, about }: HouseOption): OptionDeclaration {
  return option<z.ZodType<OptionValue>>(SCHEMAS[type], { default: standard, stricter, about });
}

function finderOf(declared: HouseRule): Finder<OptionValues> {
  const { search } = declared;
  if (search.by === 'pattern') {
    const expressions = new WeakMap<OptionValues, ReturnType<typeof compileExpression>>();
    return {
      by: 'text',
      find: ({ text: { text }, limit }, options) => {
        let expression = expressions.get(options);
        if (expression === undefined) expressions.set(options, (expression = compileExpression(search.pattern, options)));
        return searchPattern(expression, text, limit).map((match) => hitOf(match, declared, options));
      },
    };
  }
  const queries = new WeakMap<OptionValues, Map<Grammar, HouseQuery>>();
  return {
    by: 'tree',
    needs: null,
    find: ({ root, limit }, options) => {
      let byGrammar = queries.get(options);
      if (byGrammar === undefined) queries.set(options, (byGrammar = new Map()));
      const grammar = root.tree.language;
      let query = byGrammar.get(grammar);
      if (query === undefined) {
        byGrammar.set(grammar, (query = limited(limit, () => new HouseQuery(grammar, search.query, options))));
      }
      return query.search(root, limit).map((match) => hitOf(match, declared, options));
    },
  };
}

function hitOf({ start, end, captures }: Match, { message, replace }: HouseRule, options: OptionValues): Hit {
  const valueOf = (name: string): string | undefined =>
    captures.get(name)?.text ?? (options[name] === undefined ? undefined : String(options[name]));
  return {
    start,
    end,
    message: fillIn(message, valueOf),
    repair: replace === null ? undefined : repairOf({ start, end, captures }, replace, valueOf),
  };
}

/** Nothing is repaired if a capture is missing or two of them overlap. */
function repairOf(
  { start, end, captures }: Match, replace: Readonly<Record<string, string>>, valueOf: (name: string) => string | undefined,
): Repair | undefined {
  const edits = Object.entries(replace).map(([name, text]) => {
    const stretch = name === 'finding' ? { start, end } : captures.get(name);
    return stretch === undefined ? null : { start: stretch.start, end: stretch.end, text: fillIn(text, valueOf) };
  }).filter((edit) => edit !== null).sort((a, b) => a.start - b.start);
  const isClear = edits.every((edit, index) => index === 0 || edit.start >= (edits[index - 1]?.end ?? 0));
  return edits.length > 0 && isClear ? edits : undefined;
}
