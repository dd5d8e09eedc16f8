import type { EarlyError } from '../../syntax/early-error.js';
import { jumpsOut, returnsOut } from '../../syntax/early-errors.js';
import { FUNCTIONS } from '../../syntax/functions.js';
import { isComment, type SyntaxNode } from '../../syntax/node.js';
import type { SyntaxTree } from '../../syntax/node.js';

/**
 * The mistakes of a Python file that its grammar accepts and Python refuses: The Python Language Reference, chapters 2, 6, 7 and
 * 8.
 */
export function earlyErrorsInPython(tree: SyntaxTree): EarlyError[] {
  return [
    ...emptyBlocks(tree),
    ...returnsOut(tree),
    ...jumpsOut(tree),
    ...formerStatements(tree),
    ...misindented(tree),
    ...argumentsOutOfOrder(tree),
    ...parametersOutOfOrder(tree),
    ...waitsOut(tree),
  ];
}

/** Statements that became functions in Python 3. */
function formerStatements(tree: SyntaxTree): EarlyError[] {
  // With an arrow to a stream, Python 3 takes it for a comparison of bits.
  return tree.ofTypes(['print_statement', 'exec_statement'])
    .filter((node) => node.childOfType('chevron') === null)
    .map((node) => {
      const word = node.first ?? node;
      return { node: word, message: `${word.text} is a function in Python 3 and needs brackets` };
    });
}

/**
 * Statements of one block that begin at different columns: section 2.1.8, "Indentation". Where tabs are mixed in, columns are not
 * compared.
 */
function misindented(tree: SyntaxTree): EarlyError[] {
  const { text } = tree;
  return tree.ofTypes(['module', 'block']).flatMap((block): EarlyError[] => {
    let expected: string | null = block.type === 'module' ? '' : null;
    for (const statement of block.parts) {
      if (isComment(statement) || statement.start === statement.end) continue;
      const lineStart = text.lastIndexOf('\n', statement.start - 1) + 1;
      const indent = text.slice(lineStart, statement.start);
      if (indent !== '' && !/^ +$/.test(indent)) continue;
      // The line before may continue on this one.
      if (/\\\r?\n$/.test(text.slice(Math.max(0, lineStart - 3), lineStart))) continue;
      expected ??= indent;
      if (indent.length > expected.length) {
        return [{ node: statement.first ?? statement, message: 'this line is indented further than the block around it' }];
      }
    }
    return [];
  });
}

/** Section 6.3.4: after an argument with a name, all have one. */
function argumentsOutOfOrder(tree: SyntaxTree): EarlyError[] {
  return tree.ofType('keyword_argument').flatMap((named): EarlyError[] => {
    const list = named.parent;
    let { next } = named;
    while (next !== null && (!next.named || isComment(next))) next = next.next;
    if (list?.parentType !== 'call' || next === null
        || /^(?:keyword_argument|list_splat|dictionary_splat|line_continuation|ERROR)$/.test(next.type)) return [];
    return [{ node: next, message: 'this positional argument follows a keyword argument' }];
  });
}

/** Whether the parameters from here on are passed by name, so that their order does not matter. */
function endsPositions(part: SyntaxNode): boolean {
  const inner = part.type === 'typed_parameter' ? part.firstPart : part;
  return /^(?:list_splat_pattern|keyword_separator|dictionary_splat_pattern)$/.test(inner?.type ?? '');
}

function nameOfParameter(part: SyntaxNode): SyntaxNode | null {
  if (part.type === 'identifier') return part;
  return part.child('name') ?? (/^(?:typed_parameter|\w+_splat_pattern)$/.test(part.type) ? part.firstPart : null);
}

/** Section 8.7: a parameter without a default cannot follow one with it, and no two have the same name. */
function parametersOutOfOrder(tree: SyntaxTree): EarlyError[] {
  return tree.ofTypes(['parameters', 'lambda_parameters']).flatMap((list): EarlyError[] => {
    const names = new Set<string>();
    let hasDefault = false;
    let isKeyword = false;
    for (const part of list.parts) {
      isKeyword ||= endsPositions(part);
      if (/^(?:typed_)?default_parameter$/.test(part.type)) hasDefault = true;
      else if (hasDefault && !isKeyword && (part.type === 'identifier' || part.type === 'typed_parameter')) {
        return [{ node: part, message: 'this parameter without a default follows one with a default' }];
      }
      const name = nameOfParameter(part);
      if (name?.type !== 'identifier') continue;
      if (names.has(name.text)) return [{ node: name, message: `${name.text} is declared already in this list of parameters` }];
      names.add(name.text);
    }
    return [];
  });
}

const AROUND = new Set([...FUNCTIONS, 'lambda', 'class_definition']);
const COMPREHENSIONS = new Set(['generator_expression']);

/** Sections 6.2.9 and 6.4: yield stands in a function, await in an asynchronous one. */
function waitsOut(tree: SyntaxTree): EarlyError[] {
  return tree.ofTypes(['yield', 'await']).flatMap((node): EarlyError[] => {
    const around = node.closest(AROUND);
    // A generator that is awaited elsewhere may await.
    if (node.type === 'await' && node.closest(COMPREHENSIONS) !== null) return [];
    const isAllowed = around !== null && around.type !== 'class_definition'
      && (node.type === 'yield' || (around.type !== 'lambda' && around.childOfType('async') !== null));
    return isAllowed ? [] : [{
      node: node.first ?? node,
      message: node.type === 'yield' ? 'yield is outside a function' : 'await is outside an asynchronous function',
    }];
  });
}

/** A block whose line is not indented, or is missing: the grammar takes it for empty. */
function emptyBlocks(tree: SyntaxTree): EarlyError[] {
  return tree.ofType('block').flatMap((block): EarlyError[] => {
    const { parent, previous } = block;
    return block.start < block.end || parent === null || previous === null
      ? []
      : [{ node: previous, message: 'an indented block is missing after this' }];
  });
}
