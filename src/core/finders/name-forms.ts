import { syntaxOf } from '../syntax/language-syntax.js';
import { withoutTrailing } from '../base/trailing.js';
import type { Finders, Hit } from './finder.js';
import { WORD_FORMS, type NameConventions, type WordForm } from '../base/language.js';
import type { DeclaredName, NameKind } from '../syntax/declared-name.js';
import { namesByKind } from '../syntax/declared-names.js';
import type { ParsedSource } from '../syntax/source.js';
import { byTree, hitAt, shared } from './hits.js';
import { textPattern } from './name-patterns.js';
import { choice, pattern } from './options.js';

/** How the words of a name are joined. */
export const NAME_FORMS = ['usual', ...WORD_FORMS, 'any'] as const;

/** One of {@link NAME_FORMS}. */
export type NameForm = (typeof NAME_FORMS)[number];

type Form = WordForm;

const SHAPES: Readonly<Record<Form, RegExp>> = {
  camel: /^[a-z][A-Za-z0-9]*$/,
  pascal: /^[A-Z][A-Za-z0-9]*$/,
  snake: /^[a-z][a-z0-9]*(?:_[a-z0-9]+)*$/,
  upper: /^[A-Z][A-Z0-9]*(?:_[A-Z0-9]+)*$/,
  kebab: /^[a-z][a-z0-9]*(?:-[a-z0-9]+)*$/,
};

const EXAMPLES: Readonly<Record<Form, string>> = {
  camel: 'lowTide', pascal: 'LowTide', snake: 'low_tide', upper: 'LOW_TIDE', kebab: 'low-tide',
};

/** The values of {@link NAME_OPTIONS}. */
export interface NameOptions {
  readonly form: NameForm;
  readonly pattern: string;
}

/** The options of every rule about the form of names. */
export const NAME_OPTIONS = {
  form: choice(NAME_FORMS, 'usual', 'how words are joined; usual means the convention of the language'),
  pattern: pattern(
    '',
    'a regular expression (RE2) that names must match as well: the whole name, unless the pattern begins with ^ or ends with $',
  ),
} as const;

/** Finds names of a kind that do not have the agreed form or match the agreed pattern. */
export function misshapen(kind: NameKind): Finders<NameOptions> {
  return shared(byTree((source, options: NameOptions) => misshapenNames(source, kind, options)));
}

function misshapenNames({ tree, text }: ParsedSource, kind: NameKind, { form, pattern: wanted }: NameOptions): Hit[] {
  const forms = form === 'usual' ? (text.language.nameConventions?.[kind] ?? []) : form === 'any' ? [] : [form];
  if (forms.length === 0 && wanted === '') return [];
  const hits: Hit[] = [];
  const { isPrescribed } = syntaxOf(tree);
  const names = namesByKind(tree).get(kind) ?? [];
  for (let at = 0; at < names.length; at += 1) {
    const { node, name } = names[at] as DeclaredName;
    if (kind === 'function' && isPrescribed?.(name, text.path) === true) continue;
    const message = judgeName(name, forms, wanted);
    if (message !== null) hits.push(hitAt(node, message));
  }
  return hits;
}

/** What is wrong with the form of a name of a kind in a language; null if nothing is. */
export function misshapenName(
  name: string, conventions: NameConventions | null, kind: NameKind, { form, pattern: wanted }: NameOptions,
): string | null {
  const forms = form === 'usual' ? (conventions?.[kind] ?? []) : form === 'any' ? [] : [form];
  return judgeName(name, forms, wanted);
}

function judgeName(name: string, forms: readonly Form[], wanted: string): string | null {
  if (wanted !== '' && !textPattern(wanted).matches(name)) return `${name} does not match ${wanted}`;
  if (forms.some((form) => SHAPES[form].test(name))) return null;
  // Underscores and the like at the ends are not part of the words, and letters beyond ASCII do not always have case.
  const bare = withoutTrailing(name.replace(/^[#$_@]+/, '').replace(/[?!]$/, ''), '_');
  if (forms.length === 0 || bare === '' || /[^\x21-\x7E]/.test(bare) || forms.some((form) => SHAPES[form].test(bare))) {
    return null;
  }
  return `${name} is not written like ${forms.map((form) => EXAMPLES[form]).join(' or ')}`;
}
