import type { Catalog } from '../../core/catalog/catalog.js';
import { queryMistake } from '../../core/catalog/house-search.js';
import type { GrammarId } from '../../core/base/language.js';
import { GRAMMARS, languageById } from '../../core/languages/languages.js';
import type { Problem } from '../../core/model/problem.js';
import type { Grammars } from '../../core/syntax/grammars.js';
import type { Rule } from '../../core/finders/rule.js';
import { TimeLimit } from '../../core/syntax/time-limit.js';
import { SHIPPED_GRAMMARS } from './grammar-files.js';
import { keptAlive } from './kept-alive.js';
import { LONGEST_LOOK, STOPWATCH } from './stopwatch.js';

/** The problems with the queries of house rules: each is compiled for the grammars of its languages. */
export async function queryProblems({ rules }: Catalog): Promise<Problem[]> {
  const asked = rules.filter(({ house }) => house?.search.by === 'query');
  const grammars = SHIPPED_GRAMMARS.limitedTo(new TimeLimit(LONGEST_LOOK, STOPWATCH));
  await keptAlive(grammars.load(asked.flatMap(grammarsOf)));
  return asked.flatMap((rule) => problemOf(rule, grammars) ?? []);
}

function grammarsOf({ house }: Rule): GrammarId[] {
  return (house?.languages ?? []).flatMap((id) => {
    const grammar = languageById(id)?.grammar ?? null;
    if (grammar === null) return [];
    return typeof grammar === 'string' ? [grammar] : GRAMMARS.filter((known) => Object.values(grammar).includes(known));
  });
}

function problemOf(rule: Rule, grammars: Grammars): Problem | null {
  const { house, defaults } = rule;
  if (house === null || house.search.by !== 'query') return null;
  const { place, query } = house.search;
  const used = grammarsOf(rule);
  const bare = (house.languages ?? []).find((id) => (languageById(id)?.grammar ?? null) === null);
  if (bare !== undefined) {
    return {
      file: place.file, place, detail: { code: 'bad-query', grammar: bare, detail: 'Elvar has no grammar for it', near: null },
    };
  }
  for (const grammar of used) {
    const mistake = queryMistake(grammars.get(grammar), query, defaults, grammars.limit);
    if (mistake !== null) {
      return { file: place.file, place, detail: { code: 'bad-query', grammar, detail: mistake.what, near: mistake.near } };
    }
  }
  return null;
}
