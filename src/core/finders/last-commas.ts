import { isComment, type SyntaxNode } from '../syntax/node.js';
import type { ParsedSource } from '../syntax/source.js';
import type { Hit, TreeFinder } from './finder.js';
import { byTree } from './hits.js';

/** How lists end. */
export interface LastCommaOptions {
  readonly style: 'in-columns' | 'none';
}

/**
 * Finds lists whose end is not as agreed.
 * @param lists the node types of lists in which a comma may follow the last item without any meaning, in a language.
 */
export function endsOfLists(lists: readonly string[]): TreeFinder<LastCommaOptions> {
  return byTree((source, options: LastCommaOptions) => lastCommas(source, lists, options), lists);
}

function* lastCommas(
  { tree, text: { text } }: ParsedSource, lists: readonly string[], { style }: LastCommaOptions,
): Iterable<Hit> {
  for (const node of tree.ofTypes(lists)) {
    const end = endOf(node);
    if (end === null) continue;
    const { item, comma, bracket } = end;
    const isWanted = style === 'in-columns' && endsWithLine(text.slice(item.end, bracket.start));
    if (isWanted && comma === null && mayHave(node, item)) yield {
      start: item.end,
      end: item.end,
      message: 'a comma is missing after the last item',
      repair: [{ start: item.end, end: item.end, text: ',' }],
    };
    else if (!isWanted && comma !== null && mayGo(node, item)) {
      yield {
        start: comma.start,
        end: comma.end,
        message: 'a comma after the last item',
        repair: [{ start: comma.start, end: comma.end, text: '' }],
      };
    }
  }
}

/** Whether nothing but white space follows the last line end. */
function endsWithLine(text: string): boolean {
  return text.includes('\n', text.trimEnd().length);
}

/** The last item of a list, the comma after it, and the closing bracket; null for an empty list, and one that is not closed. */
function endOf(
  node: SyntaxNode,
): { readonly item: SyntaxNode; readonly comma: SyntaxNode | null; readonly bracket: SyntaxNode } | null {
  const bracket = node.last;
  if (bracket === null || !/^[)\]}]$/.test(bracket.type)) return null;
  let before = bracket.previous;
  while (before !== null && isComment(before)) before = before.previous;
  const comma = before?.type === ',' ? before : null;
  let item = comma === null ? before : comma.previous;
  while (item !== null && isComment(item)) item = item.previous;
  // After a hole, the comma counts the items.
  return item === null || !item.named || item.type === 'ERROR' ? null : { item, comma, bracket };
}

/** What takes everything that is left, and what stands alone in its brackets, takes no comma after it. */
function mayHave(node: SyntaxNode, item: SyntaxNode): boolean {
  if (/^(?:generator_expression|for_in_clause|if_clause|keyword_separator|positional_separator)$/.test(item.type)) return false;
  if (/rest_pattern|comprehension|variadic|dictionary_splat_pattern|list_splat_pattern/.test(item.type)) return false;
  if (item.type === 'required_parameter' && item.text.startsWith('...')) return false;
  // The parameter of a setter stands alone (ECMA-262, section 15.4).
  if (node.type === 'formal_parameters' && node.parent?.children.some(({ type }) => type === 'set') === true) return false;
  if (node.type === 'initializer_list' || node.type === 'enumerator_list') return !mayBeMacro(node, item);
  if (node.type === 'arguments' && /^(?:import|super)$/.test(node.previous?.type ?? '')) return node.previous?.type === 'super';
  // With a comma, brackets around one expression would be a tuple; a class without any base has none to follow.
  return node.type !== 'tuple' || node.parts.filter((part) => !isComment(part)).length > 1;
}

/** A macro may bring its own comma, and what the preprocessor leaves out may be the last item. */
function mayBeMacro(node: SyntaxNode, item: SyntaxNode): boolean {
  const isNamedLikeOne = /^[A-Z_][A-Z\d_]*(?:\(|$)/.test(item.text);
  return /^preproc/.test(item.type)
    || (isNamedLikeOne && (node.type === 'initializer_list' || node.parts.filter((part) => !isComment(part)).length === 1));
}

/** A comma that makes a tuple of one, or takes the rest apart, has a meaning. */
function mayGo(node: SyntaxNode, item: SyntaxNode): boolean {
  if (node.type === 'tuple' || node.type === 'subscript') return node.parts.filter((part) => !isComment(part)).length > 1;
  if (node.type === 'import_from_statement') return item.type !== 'wildcard_import';
  return node.type !== 'array_creation_expression' || !isDestructured(node);
}

/** In PHP, a list on the left of an assignment is a pattern. */
function isDestructured(node: SyntaxNode): boolean {
  return node.field === 'left' || node.parentType === 'foreach_statement';
}
