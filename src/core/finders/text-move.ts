import { syntaxOf } from '../syntax/language-syntax.js';
import * as z from 'zod';
import type { SyntaxNode } from '../syntax/node.js';
import { contentOf, isFilled, TEXTS } from '../syntax/texts.js';
import type { Hit } from './finder.js';
import { option, words } from './options.js';

/** What stands for the key in a template. */
const KEY = '{key}';

/** Where texts move to, and what stands in their place. */
export interface MoveOptions {
  readonly bundle: string;
  readonly call: string;
  readonly markup: string;
}

/** A template with a place for the key; empty for none. */
const template = () => z.string().refine((text) => text === '' || text.includes(KEY), `a text with ${KEY} in it`);

/** The options of a rule whose texts can move into the translations. */
export const MOVE_OPTIONS = {
  bundle: words(
    '',
    'the file of translations that texts move to, relative to the root: .json, .properties, .po or .pot; if empty, '
      + 'nothing is repaired',
  ),
  call: option(
    template,
    { default: `text('${KEY}')`, stricter: null, about: `what code calls instead of the text; ${KEY} stands for its key` },
  ),
  markup: option(
    template,
    {
      default: '',
      stricter: null,
      about: `what pages have instead of the text, in the words of their template language; ${KEY} stands for its key; if `
        + 'empty, texts of pages stay',
    },
  ),
} as const;

/**
 * The repair that moves a text into the translations; undefined if no file is named for it, or what people see is not known from
 * the code.
 */
export function moveOf(node: SyntaxNode, { bundle, call, markup }: MoveOptions): Hit['repair'] {
  const isPage = syntaxOf(node.tree).isPage === true;
  const text = bundle === '' ? null : shownBy(node);
  const [before, after] = (isPage ? markup : call).split(KEY);
  if (text === null || before === undefined || after === undefined) return undefined;
  const own = stretchOf(node);
  const around = isPage ? quotesAround(node, `${before}${after}`) : isInMarkup(node) ? ['{', '}'] as const : ['', ''] as const;
  return around === null
    ? undefined
    : { moves: { ...own, text, bundle, call: [`${around[0]}${before}`, `${after}${around[1]}`] } };
}

/** Whether code is in braces where a text stands: in an element, or as the value of an attribute. */
function isInMarkup({ type, parentType }: SyntaxNode): boolean {
  return type === 'jsx_text' || parentType === 'jsx_attribute';
}

/**
 * The marks around the value of an attribute, which must not be in it; none around the text of an element; null if neither mark
 * will do.
 */
function quotesAround(node: SyntaxNode, inside: string): readonly [string, string] | null {
  if (node.type !== 'quoted_attribute_value') return ['', ''];
  const mark = ['"', '\''].find((candidate) => !inside.includes(candidate));
  return mark === undefined ? null : [mark, mark];
}

/** The stretch that a text takes up, without the blanks around the text of an element. */
function stretchOf(node: SyntaxNode): { readonly start: number; readonly end: number } {
  if (TEXTS.has(node.type)) return { start: node.start, end: node.end };
  const { text } = node;
  return { start: node.start + (text.length - text.trimStart().length), end: node.start + text.trimEnd().length };
}

/** What people see of a text; null if a value is filled in, or signs are written by their names or numbers. */
function shownBy(node: SyntaxNode): string | null {
  if (!TEXTS.has(node.type) || node.type === 'quoted_attribute_value') {
    const written = TEXTS.has(node.type) ? contentOf(node).text : node.text;
    // In elements, any number of blanks and line ends is one blank.
    // A sign that is written by its name divides the text of an element in the tree.
    if (node.next?.type === 'entity' || node.previous?.type === 'entity'
        || node.nextType === 'html_character_reference' || node.previous?.type === 'html_character_reference') return null;
    return /&[#\w]+;|\{\{|\{%|<%|\$\{/.test(written) ? null : written.trim().replace(/\s+/g, ' ');
  }
  if (isFilled(node)) return null;
  const written = contentOf(node).text;
  // The value of an attribute in an element of JSX has no escapes.
  return node.parentType === 'jsx_attribute' ? (/&[#\w]+;/.test(written) ? null : written) : withoutEscapes(written);
}

const ESCAPES: Readonly<Record<string, string>> = { n: '\n', t: '\t', r: '\r', b: '\b', f: '\f', '\n': '' };

/** A text without its escapes; null if one is not known: ECMA-262, section 12.9.4; JLS, section 3.10.7. */
function withoutEscapes(written: string): string | null {
  let isKnown = true;
  const text = written.replace(
    /\\(?:u\{([\da-fA-F]{1,6})\}|u([\da-fA-F]{4})|x([\da-fA-F]{2})|(\r\n|[^]))/g,
    (_, long: string | undefined, short: string | undefined, hex: string | undefined, sign: string | undefined) => {
      const code = Number.parseInt(long ?? short ?? hex ?? '', 16);
      if (!Number.isNaN(code) && code <= 0x10ffff) return String.fromCodePoint(code);
      isKnown &&= sign !== undefined && !/[\dux]/.test(sign);
      return ESCAPES[sign ?? ''] ?? (sign === '\r\n' ? '' : sign ?? '');
    },
  );
  return isKnown ? text : null;
}
