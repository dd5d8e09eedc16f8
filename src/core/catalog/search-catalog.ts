import { distance } from 'fastest-levenshtein';
import type { LanguageId } from '../base/language.js';
import type { Rule } from '../finders/rule.js';
import type { Confidence } from '../model/rule.js';
import type { Catalog } from './catalog.js';
import { SEARCH_WORDS } from './search-words.js';
import { knowsLanguage } from './rule-languages.js';

/** Which rules are wanted. A null part is no filter. */
export interface CatalogFilter {
  /** The words to search for. */
  readonly term: string | null;
  readonly concern: string | null;
  readonly language: LanguageId | null;
  readonly tag: string | null;
  readonly confidence: Confidence | null;
  readonly repairable: boolean;
}

/** The weight of a match by where it is: the name counts most, the reasons least. */
const WEIGHTS = { id: 8, title: 4, tags: 4, options: 3, advice: 1, about: 1 } as const;

/** The rules that pass a filter; for a search, the best match first, else sorted by id. */
export function searchCatalog({ rules }: Catalog, filter: CatalogFilter): Rule[] {
  const passed = rules.filter((rule) => passes(rule, filter));
  const words = (filter.term ?? '').toLowerCase().split(/[^\p{L}\p{N}]+/u).filter((word) => word !== '');
  if (words.length === 0) return passed;
  const foundBy = (meanings: readonly (readonly string[])[], tolerant: boolean) =>
    passed.map((rule) => ({ rule, score: scoreOf(rule, meanings, tolerant) })).filter(({ score }) => score > 0);
  const exact = foundBy(words.map((word) => [word, ...SEARCH_WORDS[word] ?? []]), false);
  // Near words count only if nothing matches exactly.
  const found = exact.length > 0 ? exact : foundBy(words.map((word) => [word]), true);
  return found.sort((a, b) => b.score - a.score || (a.rule.id < b.rule.id ? -1 : 1)).map(({ rule }) => rule);
}

function passes(rule: Rule, { concern, language, tag, confidence, repairable }: CatalogFilter): boolean {
  return (concern === null || rule.concern === concern)
    && (language === null || knowsLanguage(rule, language))
    && (tag === null || rule.tags.includes(tag))
    && (confidence === null || rule.confidence === confidence)
    && (!repairable || rule.repairs !== null);
}

/** Each word, or a synonym of it, must occur; 0 if one does not. */
function scoreOf(rule: Rule, meanings: readonly (readonly string[])[], tolerant: boolean): number {
  const parts: Record<keyof typeof WEIGHTS, string> = {
    id: rule.id,
    title: rule.title,
    tags: rule.tags.join(' '),
    options: Object.entries(rule.options).map(([name, { about }]) => `${name} ${about}`).join(' '),
    advice: rule.advice,
    about: rule.about,
  };
  let sum = 0;
  for (const words of meanings) {
    let best = 0;
    for (const [at, word] of words.entries()) {
      // Synonyms are parts of names, so prose is not searched for them.
      const looked = Object.entries(parts).filter(([part]) => at === 0 || part === 'id' || part === 'tags');
      best = Math.max(best, looked.reduce(
        (weight, [part, text]) => weight + (isIn(word, text.toLowerCase(), tolerant) ? WEIGHTS[part as keyof typeof WEIGHTS] : 0),
        0,
      ));
    }
    if (best === 0) return 0;
    sum += best;
  }
  return sum;
}

function isIn(word: string, text: string, tolerant: boolean): boolean {
  if (!tolerant) return text.includes(word);
  // One typo in a short word, two in a long one; even shorter words resemble each other too much.
  const slips = word.length < 4 ? 0 : word.length < 6 ? 1 : 2;
  return text.split(/[^\p{L}\p{N}]+/u).some((other) =>
    Math.abs(other.length - word.length) <= slips && (distance(other, word) <= slips || (slips > 0 && isSwapped(word, other))));
}

/** Whether two neighbouring letters are swapped: one typo, but a distance of two by the usual measure. */
function isSwapped(word: string, other: string): boolean {
  const at = [...word].findIndex((letter, index) => letter !== other[index]);
  return at >= 0
    && word.length === other.length && other === `${word.slice(0, at)}${word[at + 1] ?? ''}${word[at]}${word.slice(at + 2)}`;
}
