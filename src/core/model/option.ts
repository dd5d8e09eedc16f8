import type * as z from 'zod';

/** An option's value. No option is ever null. */
export type OptionValue = number | boolean | string | readonly string[];

/** An edit of the current list: first drops items, then appends the added ones. */
interface ListEdit {
  readonly add: readonly string[];
  readonly drop: readonly string[];
}

/** What a ruling can say about an option: its new value, or an edit of the current list. */
export type OptionChange = OptionValue | ListEdit;

/** Whether a change edits a list instead of replacing the value. */
export function isListEdit(change: OptionChange): change is ListEdit {
  return typeof change === 'object' && !Array.isArray(change);
}

/** The result of a change to the current value. An item already in the list is not added again. */
export function changeOption(current: OptionValue, change: OptionChange): OptionValue {
  if (!isListEdit(change)) return change;
  const kept = (Array.isArray(current) ? (current as readonly string[]) : []).filter((item) => !change.drop.includes(item));
  return change.add.reduce<readonly string[]>((list, item) => (list.includes(item) ? list : [...list, item]), kept);
}

/** The values of all options of one rule, by option name. */
export type OptionValues = Readonly<Record<string, OptionValue>>;

/**
 * The direction in which an option becomes stricter: a `lower` or `higher` number, a list with `more` or
 * `fewer` items, a switch that is `true` or `false`. An option without a direction is neither.
 */
export type StricterDirection = 'lower' | 'higher' | 'more' | 'fewer' | 'true' | 'false';

/** The declaration of an option: what it accepts, its default and its strict direction. */
export interface OptionDeclaration<Schema extends z.ZodType<OptionValue> = z.ZodType<OptionValue>> {
  readonly schema: Schema;
  readonly default: z.output<Schema>;
  readonly stricter: StricterDirection | null;
  /** What it controls, in a few words. */
  readonly about: string;
}

/** All options of one rule, by name. */
export type OptionDeclarations = Readonly<Record<string, OptionDeclaration>>;

/** The values that fit the declarations `Options`. */
export type ValuesOf<Options extends OptionDeclarations> = {
  readonly [Name in keyof Options]: z.output<Options[Name]['schema']>;
};

/** Whether two option values are the same; the order of a list counts. */
export function sameOptionValue(a: OptionValue, b: OptionValue): boolean {
  if (typeof a !== 'object' || typeof b !== 'object') return a === b;
  return a.length === b.length && a.every((item, index) => item === b[index]);
}

/** Whether two option values ask the same of the code: the order of a list and duplicates in it do not count. */
export function alikeOptionValue(a: OptionValue, b: OptionValue): boolean {
  return a === b || (isSubset(a, b) && isSubset(b, a));
}

/** Whether both are lists, and the second contains every item of the first. */
export function isSubset(part: OptionValue, whole: OptionValue): boolean {
  return Array.isArray(part) && Array.isArray(whole) && part.every((item) => whole.includes(item));
}
