import type { LanguageId } from '../base/language.js';
import type { Finder, Finders } from './finder.js';
import type { ForeignRule } from '../model/foreign-rule.js';
import type { HouseRule } from '../model/house-rule.js';
import type { OptionDeclarations, OptionValues, ValuesOf } from '../model/option.js';
import type { RepairKind } from '../model/repair.js';
import type { Confidence, RuleId } from '../model/rule.js';

/** Code that meets the rule, or code that does not, with the places found. Run as a test. */
export interface Example {
  readonly language: LanguageId;
  /** The name of the example's file, if its extension matters. */
  readonly file?: string;
  readonly options?: OptionValues;
  readonly code: string;
  /** Other files of the project, by path: what a rule finds by the whole project depends on them. */
  readonly others?: Readonly<Record<string, string>>;
  /**
   * The findings, each as `LINE:COLUMN message`; empty for good code. The end may follow the start (`1:5-10`, or `1:5-3:2` on
   * another line), and a confidence other than the rule's stands before the message: `1:5 [possible] message`.
   */
  readonly finds: readonly string[];
  /** The code after all repairs, if the rule has any. */
  readonly repaired?: string;
}

/** Everything about a rule, as written in its file. */
export interface RuleDeclaration<Options extends OptionDeclarations> {
  readonly id: RuleId;
  readonly title: string;
  /** Why it matters. */
  readonly about: string;
  /** How to repair what it finds. */
  readonly advice: string;
  readonly tags: readonly string[];
  readonly confidence: Confidence;
  /** How far its repairs can be trusted, unless a hit says otherwise; absent if it has none. */
  readonly repairs?: RepairKind;
  /** Rules that contradict it: no code can meet both. */
  readonly conflicts?: readonly RuleId[];
  readonly options: Options;
  readonly find: Finders<ValuesOf<Options>>;
  /** Those of the languages that it names itself; the folders of others have their own. */
  readonly examples?: readonly Example[];
}

/** A rule of the catalog, with any options. */
export interface Rule {
  readonly id: RuleId;
  readonly concern: string;
  readonly title: string;
  readonly about: string;
  readonly advice: string;
  readonly tags: readonly string[];
  readonly confidence: Confidence;
  readonly repairs: RepairKind | null;
  readonly conflicts: readonly RuleId[];
  readonly options: OptionDeclarations;
  readonly defaults: OptionValues;
  readonly find: Finders<OptionValues>;
  readonly examples: readonly Example[];
  /** The declaration of a house rule; null for a rule that comes with Elvar. */
  readonly house: HouseRule | null;
  /** What is known of a rule of another program; null for a rule by which Elvar itself looks at code. */
  readonly foreign: ForeignRule | null;
}

/**
 * Declares a rule.
 * @throws Error when the id is not `concern/name` or a language it finds in lacks a good or a bad example.
 */
export function defineRule<const Options extends OptionDeclarations>(declaration: RuleDeclaration<Options>): Rule {
  const concern = /^([a-z]+)\/[a-z]+(?:-[a-z]+)*$/.exec(declaration.id)?.[1];
  if (concern === undefined) throw new Error(`rule id ${declaration.id} is not concern/name`);
  const { find, examples = [] } = declaration;
  for (const language of 'languages' in find ? Object.keys(find.languages) : [undefined]) {
    if (examplesMissing(examples, language)) {
      throw new Error(`rule ${declaration.id} needs a good and a bad example${language ? ` in ${language}` : ''}`);
    }
  }
  const defaults = Object.entries(declaration.options).map(([name, option]) => [name, option.default] as const);
  return {
    ...declaration,
    examples,
    concern,
    repairs: declaration.repairs ?? null,
    conflicts: declaration.conflicts ?? [],
    house: null,
    foreign: null,
    // A rule's option values are validated against its declarations before a finder sees them.
    find: find as Finders<OptionValues>,
    defaults: Object.fromEntries(defaults),
  };
}

/** Whether a good or a bad example is missing in a language. */
export function examplesMissing(examples: readonly Example[], language: LanguageId | undefined): boolean {
  const isShown = (wanted: boolean): boolean =>
    examples.some((example) => (language === undefined || example.language === language) && isGood(example) === wanted);
  return !isShown(true) || !isShown(false);
}

function isGood(example: Example): boolean {
  return example.finds.length === 0;
}

/** The finder of `rule` for `language`; null if the rule does not know the language. */
export function finderFor(rule: Rule, language: LanguageId): Finder<OptionValues> | null {
  if ('everywhere' in rule.find) return rule.find.everywhere;
  return rule.find.languages[language] ?? null;
}
