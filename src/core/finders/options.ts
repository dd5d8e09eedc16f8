import { RE2JS } from 're2js';
import * as z from 'zod';
import { lazily } from '../base/lazily.js';
import type { OptionDeclaration, OptionValue, StricterDirection } from '../model/option.js';
import { shipPatterns } from './name-patterns.js';

/** An option without its schema. */
type Described<Schema extends z.ZodType<OptionValue>> = Omit<OptionDeclaration<Schema>, 'schema'>;

/** An option whose schema is made when a layer file first sets it: making all of them would slow down every start. */
export function option<Schema extends z.ZodType<OptionValue>>(
  schema: () => Schema, described: Described<Schema>,
): OptionDeclaration<Schema> {
  const made = lazily(schema);
  return {
    get schema() {
      return made();
    },
    ...described,
  };
}

/** An option that is a whole number. */
export function whole(
  standard: number, least: number, most: number, stricter: StricterDirection | null, about: string,
): OptionDeclaration<z.ZodInt> {
  return option(() => z.int().min(least).max(most), { default: standard, stricter, about });
}

/** An option that is true or false. */
export function toggle(standard: boolean, stricter: 'true' | 'false' | null, about: string): OptionDeclaration<z.ZodBoolean> {
  return option(() => z.boolean(), { default: standard, stricter, about });
}

/** An option that is one of a few words. */
export function choice<const Choices extends readonly [string, ...string[]]>(
  choices: Choices,
  standard: Choices[number],
  about: string,
): OptionDeclaration<z.ZodEnum<{ [Name in Choices[number]]: Name }>> {
  return option(() => z.enum(choices), { default: standard, stricter: null, about }) as never;
}

/** An option that is a text; it may be empty. */
export function words(standard: string, about: string): OptionDeclaration<z.ZodString> {
  return option(() => z.string(), { default: standard, stricter: null, about });
}

/** An option that is a list of texts. */
export function list(
  standard: readonly string[], stricter: 'more' | 'fewer' | null, about: string,
): OptionDeclaration<z.ZodArray<z.ZodString>> {
  return option(() => z.array(z.string().min(1)), { default: [...standard], stricter, about });
}

/** Whether a text is a valid regular expression of RE2, which runs in linear time. */
function isPattern(text: string): boolean {
  try {
    RE2JS.compile(text);
    return true;
  } catch {
    return false;
  }
}

/** An option that is a regular expression (RE2); empty for none. */
export function pattern(standard: string, about: string): OptionDeclaration<z.ZodString> {
  shipPatterns([standard]);
  return option(() => z.string().refine(isPattern, 'a regular expression (RE2)'), { default: standard, stricter: null, about });
}

/** An option that is a list of regular expressions (RE2), each for a whole name. */
export function patterns(
  standard: readonly string[], stricter: 'more' | 'fewer' | null, about: string,
): OptionDeclaration<z.ZodArray<z.ZodString>> {
  shipPatterns(standard);
  return option(
    () => z.array(z.string().min(1).refine(isPattern, 'a regular expression (RE2)')), { default: [...standard], stricter, about },
  );
}

/** The option that exempts some names, in every rule that has it. */
export function freeNames(standard: readonly string[] = []): OptionDeclaration<z.ZodArray<z.ZodString>> {
  return patterns(
    standard, 'fewer',
    'regular expressions (RE2) for names that are exempt: for whole names, unless a pattern begins with ^ or ends with $',
  );
}

/** The option values of a rule that exempts some names: what a framework or another tool uses by its name. */
export interface FreeNames {
  readonly free: readonly string[];
}
