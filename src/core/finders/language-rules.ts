import type { LanguageId } from '../base/language.js';
import type { OptionValues } from '../model/option.js';
import type { RuleId } from '../model/rule.js';
import { bad, good, type Extras } from './examples.js';
import type { Finder } from './finder.js';
import { examplesMissing, type Example, type Rule } from './rule.js';

/** What a rule finds in one language, as the folder of the language says. */
interface RuleInLanguage {
  /** Null if it finds in the way that the rule has for other languages. */
  readonly finder: Finder<OptionValues> | null;
  readonly examples: readonly Example[];
  /** The language whose examples hold for this one too; absent if it has its own. */
  readonly shownIn?: LanguageId;
}

/** The rules that know a language, by their ids. */
export type LanguageRules = Readonly<Record<RuleId, RuleInLanguage>>;

/** How the folder of a language tells its rules. */
interface LanguageWriter {
  /** A rule that finds as it does elsewhere. */
  readonly as: (...examples: readonly Example[]) => RuleInLanguage;
  /** A rule that finds in a way of its own. */
  readonly by: <Options>(finder: Finder<Options>, ...examples: readonly Example[]) => RuleInLanguage;
  readonly good: (code: string, extras?: Omit<Extras, 'repaired'>) => Example;
  /** @param finds what is found there: see `finds` of {@link Example}. */
  readonly bad: (code: string, finds: string | readonly string[], extras?: Extras) => Example;
}

/** What writes the rules of a language. */
export function writerFor(language: LanguageId): LanguageWriter {
  return {
    as: (...examples) => ({ finder: null, examples }),
    by: (finder, ...examples) => ({ finder: finder as Finder<OptionValues>, examples }),
    good: (code, extras) => good(language, code, extras),
    bad: (code, finds, extras) => bad(language, code, finds, extras),
  };
}

/**
 * Rules that find in one language what they find in another, by the same grammar; the examples are there.
 * @param known the rules that the other one knows.
 */
export function asIn(language: LanguageId, known: LanguageRules, rules: readonly RuleId[]): LanguageRules {
  return Object.fromEntries(
    rules.map((rule) => [rule, { finder: known[rule]?.finder ?? null, examples: [], shownIn: language }]),
  );
}

/**
 * A rule with what it finds in the languages that have a folder of their own.
 * @throws Error if it has no way of finding for others, or a language lacks a good or a bad example.
 */
export function withLanguages(rule: Rule, languages: Readonly<Record<LanguageId, LanguageRules>>): Rule {
  const speaking = speakingOf(rule.id, languages);
  if (speaking.length === 0) return rule;
  const { find } = rule;
  if ('everywhere' in find) throw new Error(`rule ${rule.id} looks at every text and needs no word about a language`);
  const examples = [...rule.examples, ...speaking.flatMap(([, own]) => own.examples)];
  const finders = speaking.map(([language, { finder, shownIn = language }]) => {
    const own = finder ?? find.others;
    if (own === undefined) throw new Error(`rule ${rule.id} has no way of finding in ${language}`);
    if (examplesMissing(examples, shownIn)) throw new Error(`rule ${rule.id} needs a good and a bad example in ${shownIn}`);
    return [language, own] as const;
  });
  return { ...rule, find: { ...find, languages: { ...find.languages, ...Object.fromEntries(finders) } }, examples };
}

/** What languages say of a rule; one that is shown in another comes right after that. */
function speakingOf(
  id: RuleId, languages: Readonly<Record<LanguageId, LanguageRules>>,
): (readonly [LanguageId, RuleInLanguage])[] {
  const all = Object.entries(languages)
    .flatMap(([language, rules]) => (Object.hasOwn(rules, id) ? [[language, rules[id] as RuleInLanguage] as const] : []));
  const shown = all.filter(([, { shownIn }]) => shownIn === undefined);
  return shown.flatMap((one) => [one, ...all.filter(([, { shownIn }]) => shownIn === one[0])]);
}
