import { CALL_TYPES, calleeOf, methodOf, objectOf } from '../syntax/calls.js';
import { declaredValue } from '../syntax/declared-value.js';
import type { SyntaxNode } from '../syntax/node.js';
import { unwrapped } from '../syntax/statements.js';
import { isFilled } from '../syntax/texts.js';
import type { Hit } from './finder.js';
import { hitAt } from './hits.js';

export function tell(call: SyntaxNode, name: string, made: 'joined' | 'unknown'): Hit {
  return hitAt(
    call, `${name} runs a command built from values`, undefined, made === 'unknown' ? { confidence: 'possible' } : undefined,
  );
}

/**
 * What the text of a command is made from: joined with values, or a name whose value is not known here; null for a fixed text.
 * @param quotes the functions that make a value safe.
 */
export function madeFrom(node: SyntaxNode, quotes: RegExp | null = null): 'joined' | 'unknown' | null {
  const text = declaredValue(node);
  if (isJoined(text)) return quotes?.test(text.text) === true ? null : 'joined';
  return /^(?:identifier|variable_name|subscript_expression|member_expression|attribute)$/.test(text.type) ? 'unknown' : null;
}

/** A string with interpolated values, or one joined with something else. */
export function isJoined(node: SyntaxNode): boolean {
  if (TEXT.test(node.type)) return isFilled(node);
  if (/^(?:binary_expression|binary_operator)$/.test(node.type)) {
    return node.parts.some((part) => !TEXT.test(part.type) && !isChosen(part) && (!/^binary_/.test(part.type) || isJoined(part)));
  }
  if (!CALL_TYPES.has(node.type)) return false;
  const method = methodOf(node);
  const object = objectOf(node);
  if (method === 'format' || (method === 'concat' && object !== null && TEXT.test(object.type))) return true;
  if (method === 'join') {
    return /^(?:array|list)$/.test(object?.type ?? '') && (object?.parts.some(({ type }) => !TEXT.test(type)) ?? false);
  }
  return /^\\?v?sprintf$/.test(calleeOf(node));
}

/** One of two fixed texts. */
function isChosen(node: SyntaxNode): boolean {
  const choice = unwrapped(node);
  return /^(?:ternary|conditional)_expression$/.test(choice.type) && choice.parts.slice(-2).every(({ type }) => TEXT.test(type));
}

export const TEXT = /^(?:template_string|string|encapsed_string)$/;

/** A list that starts a shell with the option to run the next item. */
const STARTS_SHELL = /^(?:["'](?:.*\/)?(?:ba|z|da)?sh["'],\s*)?\[?\s*(?:["'](?:.*\/)?(?:ba|z|da)?sh["'],\s*)?["']-l?c["']/;

/** Whether arguments start a shell with a text that is joined, as in `spawn('sh', ['-c', text])`. */
export function startsShell(given: readonly SyntaxNode[]): boolean {
  const list = given.find(({ type }) => type === 'array' || type === 'list');
  const last = list?.parts.at(-1);
  return last !== undefined && isJoined(declaredValue(last)) && STARTS_SHELL.test(given.map(({ text }) => text).join(', '));
}
