import { lineEndOf } from '../../base/line-ends.js';
import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { isComment, type SyntaxNode } from '../../syntax/node.js';
import { layoutTest } from '../../syntax/solid.js';
import type { ParsedSource } from '../../syntax/source.js';
import { byTree, shared } from '../../finders/hits.js';
import { whole } from '../../finders/options.js';

interface Options {
  readonly outside: number;
  readonly inside: number;
}

/** What defines a function, a method or a type with a body. */
const DEFINITIONS = [
  'function_declaration', 'generator_function_declaration', 'class_declaration', 'abstract_class_declaration',
  'interface_declaration', 'enum_declaration', 'method_definition', 'export_statement',
  'function_definition', 'class_definition', 'decorated_definition', 'method_declaration', 'constructor_declaration',
  'record_declaration', 'trait_declaration', 'class_specifier', 'struct_specifier', 'type_declaration',
  'struct_declaration', 'module_declaration', 'impl_item', 'mod_item',
];

/** What surrounds the members of a type. */
const TYPE_BODIES = new Set(
  ['class_body', 'interface_body', 'enum_body_declarations', 'declaration_list', 'field_declaration_list', 'block'],
);

export default defineRule({
  id: 'text/blank-between',
  title: 'Empty lines between definitions',
  about: 'Without a gap, the eye does not see where one function ends and the next begins.',
  advice:
    'Leave an empty line between functions, methods and types of more than one line; comments above belong to what follows.',
  tags: ['layout', 'readability'],
  confidence: 'certain',
  repairs: 'safe',
  options: {
    outside: whole(1, 0, 4, 'higher', 'empty lines between definitions that stand in no type, at least'),
    inside: whole(1, 0, 4, 'higher', 'empty lines between the members of a type, at least'),
  },
  find: shared(byTree(findAll, DEFINITIONS)),
});

function* findAll(source: ParsedSource, { outside, inside }: Options): Iterable<Hit> {
  const { tree, text } = source;
  const lineEnd = lineEndOf(text.text);
  for (const node of tree.ofTypes(DEFINITIONS)) {
    const gap = gapAbove(node, text.text);
    const wanted = isMember(node) ? inside : outside;
    if (gap === null || gap.lines >= wanted) continue;
    const { at, lines } = gap;
    const edits = layoutTest(source)(at) ? [{ start: at, end: at, text: lineEnd.repeat(wanted - lines) }] : undefined;
    const message = `${lines === 0 ? 'no empty line' : `only ${lines} empty ${lines === 1 ? 'line' : 'lines'}`} above this `
      + `definition${wanted === 1 ? '' : `, instead of ${wanted}`}`;
    yield { start: node.start, end: firstLineEnd(text.text, node), message, repair: edits };
  }
}

/**
 * How many empty lines separate a definition from the one before it, and where the lower one begins, with its comments; null if
 * there is none before it, or both are short.
 */
function gapAbove(node: SyntaxNode, text: string): { readonly lines: number; readonly at: number } | null {
  const { top, before } = hasBody(node) ? above(node, text) : { top: node, before: null };
  if (before === null || !DEFINED.has(before.type) || !hasBody(before) || (!isLong(node) && !isLong(before))) return null;
  const between = text.slice(before.end, top.start);
  const ends = between.split('\n').length - 1;
  // What shares a line with the definition before it is another matter.
  return ends === 0 || between.trim() !== ''
    ? null
    : { lines: ends - 1, at: before.end + between.lastIndexOf('\n') + 1 };
}

const DEFINED = new Set(DEFINITIONS);

/** The uppermost comment that belongs to a definition, or the definition itself; and what stands before that. */
function above(node: SyntaxNode, text: string): { readonly top: SyntaxNode; readonly before: SyntaxNode | null } {
  let top = node;
  for (let before = top.previous; before !== null && (isComment(before) || before.type === 'attribute_item'); before =
    before.previous) {
    const gap = text.slice(before.end, top.start);
    // A comment at the end of a line belongs to that line.
    if (!isFirstOnLine(text, before.start) || gap.trim() !== '' || gap.split('\n').length > 2) break;
    top = before;
  }
  return { top, before: top.previous };
}

/** Whether nothing but spaces and tabs stands before an offset on its line. */
function isFirstOnLine(text: string, offset: number): boolean {
  let at = offset - 1;
  while (text[at] === ' ' || text[at] === '\t') at -= 1;
  return at < 0 || text[at] === '\n';
}

/** Whether something is defined with a body: exports and declarations may have none. */
function hasBody(node: SyntaxNode): boolean {
  if (node.type === 'export_statement') {
    return node.child('declaration') !== null && hasBody(node.child('declaration') as SyntaxNode);
  }
  if (node.type === 'type_declaration') return isLong(node);
  return node.type === 'decorated_definition' || node.child('body') !== null;
}

function isLong({ text }: SyntaxNode): boolean {
  return text.includes('\n');
}

/** Whether a definition stands in a type. In Python and C++, functions have blocks of the same kind as types. */
function isMember({ parentType, parent }: SyntaxNode): boolean {
  const holder = parent?.parent?.type ?? '';
  return TYPE_BODIES.has(parentType ?? '')
    && holder !== '' && !/function|namespace|linkage|if_|for_|while_|with_|try_|program|module$/.test(holder);
}

function firstLineEnd(text: string, { start, end }: SyntaxNode): number {
  const lineEnd = text.indexOf('\n', start);
  return lineEnd < 0 || lineEnd > end ? end : lineEnd;
}
