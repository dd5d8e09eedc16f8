import { memoized } from './memo.js';
import type { SyntaxNode, SyntaxTree } from './node.js';

/** String nodes, in every grammar. */
export const TEXTS: ReadonlySet<string> = new Set([
  'string', 'template_string', 'string_literal', 'encapsed_string', 'raw_string', 'raw_string_literal',
  'interpreted_string_literal',
  'double_quote_scalar', 'single_quote_scalar', 'string_value', 'quoted_attribute_value', 'heredoc', 'nowdoc', 'ansi_c_string',
]);

const FILLED = new Set([
  'template_substitution', 'interpolation', 'simple_expansion', 'expansion', 'command_substitution', 'variable_name',
      'member_access_expression', 'subscript_expression', 'dynamic_variable_name', 'function_call_expression',
  'member_call_expression', 'string_interpolation',
]);

/** Whether a string has interpolations. */
export function isFilled(node: SyntaxNode): boolean {
  return node.parts.some(({ type }) => FILLED.has(type));
}

/** The part between the quote marks. */
interface TextContent {
  readonly start: number;
  /** Exclusive. */
  readonly end: number;
  readonly text: string;
}

const MARKS = new Set(['"', "'", '`']);

const contentsOf = memoized((_tree: SyntaxTree) => new Map<number, TextContent>());

/** The text between the quote marks, with escapes as written. */
export function contentOf(node: SyntaxNode): TextContent {
  const { tree, index } = node;
  const known = contentsOf(tree);
  let content = known.get(index);
  if (content === undefined) known.set(index, (content = readContent(node)));
  return content;
}

function readContent(node: SyntaxNode): TextContent {
  const written = node.text;
  const first = written[0] as string;
  // Nearly all strings begin and end with the same mark.
  if (MARKS.has(first) && written[1] !== first && written.length > 1 && written.endsWith(first)) {
    return { start: node.start + 1, end: node.end - 1, text: written.slice(1, -1) };
  }
  // Raw strings of Rust end where as many signs follow as they begin with.
  const hashes = /^[bc]?r(#+)"/.exec(written);
  if (hashes !== null) {
    const [begin, { length }] = [hashes[0].length, hashes[1] as string];
    return {
      start: node.start + begin,
      end: Math.max(node.start + begin, node.end - length - 1),
      text: written.slice(begin, Math.max(begin, written.length - length - 1)),
    };
  }
  // Triple quotes in Python and Java, prefixes such as r, b, f, L and u8, and C++'s raw strings.
  const opened = /^(?:[A-Za-z0-9]*"""|[A-Za-z]*'''|(?:u8|[uUL])?R"[^(\s]*\(|(?:u8|[A-Za-z$@]{0,3})["'`])/.exec(written)?.[0]
    ?? '';
  const mark = /"""|'''/.exec(opened)?.[0]
    ?? (opened.includes('(') ? `)${opened.slice(opened.indexOf('"') + 1, -1)}"` : opened.slice(-1));
  const closed = opened !== '' && written.length >= opened.length + mark.length && written.endsWith(mark) ? mark.length : 0;
  const start = node.start + opened.length;
  const end = Math.max(start, node.end - closed);
  return { start, end, text: written.slice(opened.length, end - node.start) };
}

/** All strings of a file, except those nested in another. */
export function textsOf(tree: SyntaxTree): readonly SyntaxNode[] {
  return tree.ofTypes(TEXTS);
}

/** Whether a Python string, or a plain JavaScript string, is a statement by itself: a docstring or a directive. */
export function standsAlone(node: SyntaxNode): boolean {
  return node.parent?.type === 'expression_statement' && node.parent.parts.length === 1;
}
