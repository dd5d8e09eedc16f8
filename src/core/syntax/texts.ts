import { memoized } from './memo.js';
import type { SyntaxNode } from './node.js';
import type { SyntaxTree } from './tree.js';

/** Nodes that are texts in quote marks, or stand for one, in every grammar. */
export const TEXTS: ReadonlySet<string> = new Set([
  'string', 'template_string', 'string_literal', 'encapsed_string', 'raw_string', 'raw_string_literal', 'interpreted_string_literal',
  'double_quote_scalar', 'single_quote_scalar', 'string_value', 'quoted_attribute_value', 'heredoc', 'nowdoc', 'ansi_c_string',
]);

const FILLED = new Set(['template_substitution', 'interpolation', 'simple_expansion', 'expansion', 'command_substitution', 'variable_name',
  'member_access_expression', 'subscript_expression', 'dynamic_variable_name', 'function_call_expression', 'member_call_expression', 'string_interpolation']);

/** Whether something is filled into a text when it is used. */
export function isFilled(node: SyntaxNode): boolean {
  return node.parts.some(({ type }) => FILLED.has(type));
}

/** What stands between quote marks. */
export interface TextContent {
  readonly start: number;
  /** Exclusive. */
  readonly end: number;
  readonly text: string;
}

const MARKS = new Set(['"', "'", '`']);

const contentsOf = memoized((_tree: SyntaxTree) => new Map<number, TextContent>());

/** What stands between the quote marks, escapes as they are written. */
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
  // Nearly all texts begin with one mark and end with it.
  if (MARKS.has(first) && written[1] !== first && written.length > 1 && written.endsWith(first)) return { start: node.start + 1, end: node.end - 1, text: written.slice(1, -1) };
  // Python's and Java's three marks, prefixes like r, b, f, L, u8, and C++'s raw texts.
  const opened = /^(?:[A-Za-z0-9]*"""|[A-Za-z]*'''|(?:u8|[uUL])?R"[^(\s]*\(|(?:u8|[A-Za-z$]{0,3})["'`])/.exec(written)?.[0] ?? '';
  const mark = /"""|'''/.exec(opened)?.[0] ?? (opened.includes('(') ? `)${opened.slice(opened.indexOf('"') + 1, -1)}"` : opened.slice(-1));
  const closed = opened !== '' && written.length >= opened.length + mark.length && written.endsWith(mark) ? mark.length : 0;
  const start = node.start + opened.length;
  const end = Math.max(start, node.end - closed);
  return { start, end, text: written.slice(opened.length, end - node.start) };
}

/** All texts of a file, without those that lie in another one. */
export function textsOf(tree: SyntaxTree): readonly SyntaxNode[] {
  return tree.ofTypes(TEXTS);
}

/** Whether a text of Python, or a plain one of JavaScript, stands alone as a statement: documentation, or a directive. */
export function standsAlone(node: SyntaxNode): boolean {
  return node.parent?.type === 'expression_statement' && node.parent.parts.length === 1;
}
