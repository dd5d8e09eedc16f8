import { endingOf, grammarFor, type GrammarId, type Language, type LanguageId } from '../base/language.js';
import type { LanguageRules } from '../finders/language-rules.js';
import type { SyntaxLookup } from '../syntax/grammars.js';
import { knowFamily } from '../facts/family.js';
import type { FactSources } from '../facts/facts-of.js';
import { ALL } from './all.js';
import { bracesLine } from './code-lines.js';
import type { GrammarDefinition, LanguageDefinition } from './definition.js';

/** The languages that Elvar recognises by file name. Those without a grammar get the rules that need only text. */
export const LANGUAGES: readonly Language[] = ALL.map(languageOf);

for (const { family } of ALL) if (family != null) knowFamily(family.id, family.facts);

const BY_ID = new Map(LANGUAGES.map((entry) => [entry.id, entry]));
const BY_OTHER_NAME = new Map(LANGUAGES.flatMap((entry) => entry.otherNames.map((name) => [name, entry] as const)));
const BY_NAME = new Map(LANGUAGES.flatMap((entry) => entry.names.map((name) => [name, entry] as const)));
const BY_ENDING = new Map(LANGUAGES.flatMap((entry) => entry.endings.map((ending) => [ending, entry] as const)));

/** The language with this id. */
export function languageById(id: LanguageId): Language | undefined {
  return BY_ID.get(id);
}

/** The language that people mean by a word in small letters: its id, or another name. */
export function languageCalled(word: string): Language | undefined {
  return BY_ID.get(word) ?? BY_OTHER_NAME.get(word);
}

/** The language of a file by its name alone; undefined if Elvar knows none. */
export function languageOfName(name: string): Language | undefined {
  return BY_NAME.get(name) ?? BY_ENDING.get(endingOf(name));
}

/** The grammars for a file of `language`: its own, and those of the code that it may contain. In Markdown, the text tells. */
export function grammarsFor(language: Language, name: string): GrammarId[] {
  const inner = language.inside.flatMap((id) => BY_ID.get(id) ?? []);
  return [language, ...inner].flatMap((each) => grammarFor(each, name) ?? []);
}

/** The languages whose files may contain one of `languages`: first those whose syntax is read, each by its name. */
export function languagesAround(languages: readonly LanguageId[]): LanguageId[] {
  const around = LANGUAGES.filter(({ inside }) => inside.some((inner) => languages.includes(inner)));
  return around.sort((a, b) => Number(a.grammar === null) - Number(b.grammar === null) || (a.id < b.id ? -1 : 1)).map(({ id }) =>
    id);
}

/** The grammars that come with Elvar, by their ids. */
export const GRAMMAR_DEFINITIONS: ReadonlyMap<GrammarId, GrammarDefinition> = new Map(
  ALL.flatMap(grammarsOf).map((grammar) => [grammar.id, grammar]),
);

/** The ids of the grammars. */
export const GRAMMARS: readonly GrammarId[] = [...GRAMMAR_DEFINITIONS.keys()];

/** The languages, and what each says of its syntax. */
export const KNOWN_LANGUAGES: SyntaxLookup = {
  byId: languageById,
  called: languageCalled,
  ofName: languageOfName,
  syntaxOf: (grammar) => (GRAMMAR_DEFINITIONS.get(grammar) as GrammarDefinition).syntax,
};

const TEXT_FACTS = new Map(ALL.map(({ id, textFacts }) => [id, textFacts]));

/** What collects the facts of files. */
export const FACT_SOURCES: FactSources = {
  ofSyntax: (grammar) => GRAMMAR_DEFINITIONS.get(grammar)?.facts ?? null,
  ofText: (language) => TEXT_FACTS.get(language),
};

/** What languages say of the rules that they know, by language. */
export const LANGUAGE_RULES: Readonly<Record<LanguageId, LanguageRules>> = Object.fromEntries(
  ALL.flatMap(({ id, rules }) => (rules == null ? [] : [[id, rules]])),
);

function languageOf(definition: LanguageDefinition): Language {
  const {
    id, endings, fileNames = '', interpreters = '', otherNames = '', comments, needsTabs = false, indentMatters = false,
    isProse = false, traits = [], looksLikeCode = bracesLine, keepsLineEnds = null, byteOrderMark = null, inside,
    nameConventions = null, family = null,
  } = definition;
  return {
    id, endings: words(endings), names: words(fileNames), interpreters: words(interpreters), otherNames: words(otherNames),
    grammar: grammarIds(definition), comments, needsTabs, indentMatters, isProse, traits, looksLikeCode, keepsLineEnds,
    byteOrderMark, nameConventions, family,
    inside: inside?.languages === 'all' ? ALL.filter(isCode).map((other) => other.id) : inside?.languages ?? [],
    insideAs: inside?.as ?? null,
  };
}

/** Whether a language is looked at inside files of others: there is something to find by. */
function isCode({ grammar, rules, needsWhole = false }: LanguageDefinition): boolean {
  return (rules != null || grammar !== null) && !needsWhole;
}

function grammarIds({ grammar }: LanguageDefinition): Language['grammar'] {
  if (grammar === null) return null;
  return isGrammar(grammar) ? grammar.id : Object.fromEntries(Object.entries(grammar).map(([ending, { id }]) => [ending, id]));
}

function grammarsOf({ grammar }: LanguageDefinition): GrammarDefinition[] {
  return grammar === null ? [] : isGrammar(grammar) ? [grammar] : Object.values(grammar);
}

function isGrammar(grammar: NonNullable<LanguageDefinition['grammar']>): grammar is GrammarDefinition {
  return 'compiled' in grammar;
}

function words(text: string): string[] {
  return text.split(' ').filter((word) => word !== '');
}
