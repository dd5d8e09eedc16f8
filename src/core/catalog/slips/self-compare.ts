import { withoutTrailing } from '../../base/trailing.js';
import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { SyntaxNode, SyntaxTree } from '../../syntax/node.js';
import { END, KIND, SHIFT, START } from '../../syntax/node-table.js';
import type { NumberTest } from '../../syntax/numbered-tree.js';
import { argumentsOf, callsOf, objectOf } from '../../syntax/calls.js';
import { functionAround } from '../../syntax/functions.js';
import { operatorTest } from '../../syntax/operators.js';
import type { ParsedSource } from '../../syntax/source.js';
import { isFilled } from '../../syntax/texts.js';
import { isTestPath } from '../../finders/test-paths.js';
import { byTree, hitAt, hitsOf, NO_HITS, shared } from '../../finders/hits.js';

const COMPARES = /^(?:===?|!==?|<>|is|is not|<=|>=|<|>|=|-eq|-ne|-lt|-gt|-le|-ge|&&|\|\||and|or)$/;

export default defineRule({
  id: 'slips/self-compare',
  title: 'Nothing is compared with itself or assigned to itself',
  about: 'The result is known in advance, or nothing changes. Usually one of the two names is wrong.',
  advice: 'Use the intended value. To test for not-a-number, use the function that the language has for it.',
  tags: ['correctness', 'starter'],
  confidence: 'likely',
  options: {},
  find: shared(byTree(findSelf)),
});

const BINARY = ['binary_expression', 'comparison_operator', 'boolean_operator'];
const ASSIGNMENTS = ['assignment_expression', 'assignment', 'assignment_statement'];
const NAMES_OF_METHODS = ['equals', 'compareTo', 'equalsIgnoreCase'];

/**
 * Finds what is compared with itself, in one comparison or among the terms of a longer condition, and what is assigned to itself.
 */
function findSelf(source: ParsedSource): readonly Hit[] {
  const hits = selfIn(source);
  // Tests compare a thing with itself to see how it compares.
  // In Ruby, it is also how to say that a name is used elsewhere.
  return hits.length > 0 && (isTestPath(source.text.path) || source.grammar === 'ruby')
    ? hits.map((hit): Hit => ({ ...hit, confidence: 'possible' }))
    : hits;
}

function selfIn({ tree }: ParsedSource): readonly Hit[] {
  const mayBe = mayBeSelf(tree);
  return [
    ...hitsOf(tree.numbersOf(BINARY), (index): readonly Hit[] =>
      (mayBe(index) ? listOf(judge(tree.nodeAt(index)) ?? repeatedTerm(tree.nodeAt(index))) : NO_HITS)),
    ...hitsOf(tree.numbersOf(ASSIGNMENTS), (index): readonly Hit[] =>
      (hasEqualEnds(tree, index) ? listOf(assigned(tree.nodeAt(index))) : NO_HITS)),
    ...(tree.grammar === 'java' ? hitsOf(callsOf(tree, NAMES_OF_METHODS), (call) => listOf(comparedByMethod(call))) : NO_HITS),
    ...(tree.grammar === 'bash' ? hitsOf(tree.ofType('command'), (command) => listOf(comparedByCommand(command))) : NO_HITS),
  ];
}

function listOf(hit: Hit | null): readonly Hit[] {
  return hit === null ? NO_HITS : [hit];
}

const CHAINED = new Set(BINARY);
const LOGICAL = new Set(['&&', '||', 'and', 'or']);

/** The test by number: the first and last operands are equally long, or the first one is a chain of terms. */
function mayBeSelf(tree: SyntaxTree): NumberTest {
  const { table } = tree;
  const isLogical = operatorTest(tree, LOGICAL);
  const isBinary = tree.kindFlags(CHAINED);
  return (index) =>
    hasEqualEnds(tree, index) || (isBinary[table[((index + 1) << SHIFT) + KIND] as number] === 1 && isLogical(index));
}

/** Whether the first and last operands have the same length. */
function hasEqualEnds(tree: SyntaxTree, index: number): boolean {
  const { table } = tree;
  const first = (index + 1) << SHIFT;
  const last = tree.lastOf(index) << SHIFT;
  return last < 0 || (table[first + END] as number) - (table[first + START] as number)
    === (table[last + END] as number) - (table[last + START] as number);
}

/** Whether the same text may stand for two values, or is a fixed one, which nobody compares by mistake. */
function mayDiffer(operand: SyntaxNode): boolean {
  return /[(`]|\+\+|--|<-/.test(operand.text)
    || (/literal|number|^(?:integer|float|true|false|string)$/.test(operand.type) && !isFilled(operand));
}

function judge(node: SyntaxNode): Hit | null {
  const operands = node.parts.filter(({ type }) => type !== 'test_operator');
  const [left, right] = operands;
  if (operands.length !== 2 || left === undefined || right === undefined) return null;
  const operator = (node.child('operator') ?? node.child('operators'))?.text ?? '';
  if (left.end - left.start !== right.end - right.start || !COMPARES.test(operator)) return null;
  const written = left.text;
  if (written !== right.text || mayDiffer(left)) return null;
  // Only NaN differs from itself, and comparing is how to test for it.
  if (/^!==?$/.test(operator) && /^[-+]?[\w$.[\]]+$/.test(written) && node.tree.grammar !== 'bash') return null;
  // Only not-a-number differs from itself, and that is how JavaScript has tested for it.
  const mayTest = /^(?:={2,3}|[<>]=)$/.test(operator)
    && /^[\w$.[\]]+$/.test(written) && /^(?:javascript|typescript|tsx|python)$/.test(node.tree.grammar);
  return hitAt(node, `${written} is on both sides of ${operator}`, undefined, mayTest ? { confidence: 'possible' } : undefined);
}

/** A term that occurs twice in a chain: `a && b && a`. Calls and assignments in between may change it. */
function repeatedTerm(node: SyntaxNode): Hit | null {
  const operator = node.child('operator')?.text ?? '';
  if (!LOGICAL.has(operator) || !isTested(node)) return null;
  const terms = termsOf(node, operator);
  if (terms.length < 3 || /[(`]|\+\+|--|[^=!<>]=[^=>]/.test(withoutTrailing(node.text.replace(/^\(+/, ''), ')'))) return null;
  const seen = new Set<string>();
  for (const term of terms) {
    const written = term.text;
    if (seen.has(written)) return hitAt(term, `${written} is tested twice in this condition`);
    seen.add(written);
  }
  return null;
}

/** Whether a chain is all of a condition. As a value, `quay && quay.free && quay` gives what its last term does. */
function isTested(node: SyntaxNode): boolean {
  let place = node;
  while (place.parent !== null && /^(?:parenthesized_expression|condition_clause)$/.test(place.parent.type)) place = place.parent;
  const holder = place.parent;
  return holder !== null && (place.field === 'condition'
    || (holder.type === 'conditional_expression' && holder.parts[1] === place)
    || holder.type === 'not_operator'
    || holder.first?.text === '!');
}

function isChained(node: SyntaxNode, operator: string): boolean {
  return BINARY.includes(node.type) && node.child('operator')?.text === operator;
}

/** Longer chains are made by programs. */
const MOST_TERMS = 100;

function termsOf(node: SyntaxNode, operator: string): SyntaxNode[] {
  const terms: SyntaxNode[] = [];
  for (let left: SyntaxNode | null = node; left !== null; left = left.child('left')) {
    if (!isChained(left, operator)) {
      terms.push(left);
      break;
    }
    const right = left.child('right');
    if (right !== null) terms.push(...(isChained(right, operator) ? termsOf(right, operator).toReversed() : [right]));
    if (terms.length > MOST_TERMS) return [];
  }
  return terms.reverse();
}

/** An assignment that changes nothing. */
function assigned(node: SyntaxNode): Hit | null {
  const [left, right] = [node.child('left'), node.child('right')];
  if (left === null || right === null || (node.child('operator')?.text ?? '=') !== '=' || node.child('type') !== null) {
    return null;
  }
  const written = left.text;
  if (written !== right.text || !/^[$\w]+(?:(?:\.|->)\w+)*$/.test(written)) return null;
  // In the body of a class or module it makes a member of an outer name.
  if (node.tree.grammar === 'python' && (functionAround(node) === null
    || node.parent?.parent?.parent?.type === 'class_definition' || !/^\w+$/.test(written))) return null;
  // A setter may do something.
  return hitAt(
    node, `${written} is assigned to itself`, undefined, /^[$\w]+$/.test(written) ? undefined : { confidence: 'possible' },
  );
}

function comparedByMethod(call: SyntaxNode): Hit | null {
  const [given, ...more] = argumentsOf(call);
  const object = objectOf(call);
  return given !== undefined && more.length === 0 && object !== null && object.text === given.text && /^[\w.]+$/.test(given.text)
    ? hitAt(call, `${given.text} is compared with itself`)
    : null;
}

/** The command test compares its first argument with its third. */
function comparedByCommand(command: SyntaxNode): Hit | null {
  const [left, operator, right, ...more] = command.childrenOf('argument');
  if (command.child('name')?.text !== 'test'
      || left === undefined || operator === undefined || right === undefined || more.length > 0) return null;
  return left.text === right.text && left.text.includes('$') && /^(?:=|==|!=|-(?:eq|ne|lt|le|gt|ge))$/.test(operator.text)
    ? hitAt(command, `${left.text} is on both sides of ${operator.text}`)
    : null;
}
