import type { LanguageId } from '../base/language.js';
import { finderFor, type Rule } from '../finders/rule.js';
import { languageById, languagesAround } from '../languages/languages.js';

/** Whether a rule can find anything in a file of `language`: it knows the language, or one that is embedded in it. */
export function knowsLanguage(rule: Rule, language: LanguageId): boolean {
  return finderFor(rule, language) !== null
    || (judgesIn(rule, language) && (languageById(language)?.inside ?? []).some((inner) => looksInside(rule, inner)));
}

/** Rules that cannot judge an excerpt: what is around it may use or declare a name, print for readers, or be where it says. */
const NOT_IN_EXCERPTS =
  // elvar waive text/line-width because a pattern is one literal
  /^(?:dead|docs)\/|^slips\/(?:undeclared|early-use|syntax|shadowed-name|unclosed-resource)$|^idiom\/(?:settled-binding|debug-print|function-scoped-binding|strict-types|final-class)$|^imports\/(?:direction|missing|circle|climb)$|^safety\/fixed-path$/;

/** Whether a rule can judge code inside files of a language: between fences, that is an excerpt. */
export function judgesIn({ id }: Pick<Rule, 'id'>, outer: LanguageId): boolean {
  return languageById(outer)?.insideAs !== 'fences' || !NOT_IN_EXCERPTS.test(id);
}

/** Whether a rule looks at code of a language inside files of another: what such code declares is not known of the project. */
function looksInside({ find }: Pick<Rule, 'find'>, language: LanguageId): boolean {
  const finder = 'everywhere' in find ? undefined : find.languages[language];
  return finder !== undefined && finder.by !== 'project';
}

/** The languages that a rule knows by itself; `*` for every text. */
export function ownLanguagesOf({ find }: Pick<Rule, 'find'>): string[] {
  return 'everywhere' in find ? ['*'] : Object.keys(find.languages);
}

/** The languages in whose files a rule can find something; `*` for every text. */
export function languagesOf(rule: Pick<Rule, 'id' | 'find'>): string[] {
  const own = ownLanguagesOf(rule);
  return [...own, ...languagesAround(own.filter((language) => looksInside(rule, language))).filter((outer) =>
    !own.includes(outer) && judgesIn(rule, outer))];
}
