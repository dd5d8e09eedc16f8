import { withoutTrailing } from '../base/trailing.js';
import type { Hit, TreeFinder } from './finder.js';
import type { SyntaxNode, SyntaxTree } from '../syntax/node.js';
import { END, KIND, SHIFT, START } from '../syntax/node-table.js';
import type { NumberTest } from '../syntax/numbered-tree.js';
import { operatorTest } from '../syntax/operators.js';
import type { ParsedSource } from '../syntax/source.js';
import { isFilled } from '../syntax/texts.js';
import { isTestPath } from './test-paths.js';
import { byTree, hitAt, hitsOf, NO_HITS } from './hits.js';

const COMPARES = /^(?:===?|!==?|<>|is|is not|<=|>=|<|>|=|-eq|-ne|-lt|-gt|-le|-ge|&&|\|\||and|or)$/;

const BINARY = ['binary_expression', 'comparison_operator', 'boolean_operator'];
const ASSIGNMENTS = ['assignment_expression', 'assignment', 'assignment_statement'];

/** What a language does otherwise than most. */
interface SelfWays {
  /** What is compared with itself otherwise than by operators. */
  readonly more?: (tree: SyntaxTree) => readonly Hit[];
  /** Whether naming a thing twice has a use of its own. */
  readonly isUseful?: boolean;
  /** Whether a number may differ from itself, so that `!=` is a test for that; `either` where `==` is one, too. */
  readonly hasNotANumber?: boolean | 'either';
  /** Whether an assignment to itself makes another name. */
  readonly declares?: (assignment: SyntaxNode, written: string) => boolean;
}

/**
 * Finds what is compared with itself, in one comparison or among the terms of a longer condition, and what is assigned to itself.
 */
export function selfComparisons(ways: SelfWays = {}): TreeFinder<unknown> {
  return byTree((source) => {
    const hits = selfIn(source, ways);
    // Tests compare a thing with itself to see how it compares.
    return hits.length > 0 && (ways.isUseful === true || isTestPath(source.text.path))
      ? hits.map((hit): Hit => ({ ...hit, confidence: 'possible' }))
      : hits;
  });
}

function selfIn({ tree }: ParsedSource, ways: SelfWays): readonly Hit[] {
  const mayBe = mayBeSelf(tree);
  return [
    ...hitsOf(tree.numbersOf(BINARY), (index): readonly Hit[] =>
      (mayBe(index) ? listOf(judge(tree.nodeAt(index), ways) ?? repeatedTerm(tree.nodeAt(index))) : NO_HITS)),
    ...hitsOf(tree.numbersOf(ASSIGNMENTS), (index): readonly Hit[] =>
      (hasEqualEnds(tree, index) ? listOf(assigned(tree.nodeAt(index), ways)) : NO_HITS)),
    ...(ways.more?.(tree) ?? NO_HITS),
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

function judge(node: SyntaxNode, { hasNotANumber = true }: SelfWays): Hit | null {
  const operands = node.parts.filter(({ type }) => type !== 'test_operator');
  const [left, right] = operands;
  if (operands.length !== 2 || left === undefined || right === undefined) return null;
  const operator = (node.child('operator') ?? node.child('operators'))?.text ?? '';
  if (left.end - left.start !== right.end - right.start || !COMPARES.test(operator)) return null;
  const written = left.text;
  if (written !== right.text || mayDiffer(left)) return null;
  // Only NaN differs from itself, and comparing is how to test for it.
  if (/^!==?$/.test(operator) && /^[-+]?[\w$.[\]]+$/.test(written) && hasNotANumber !== false) return null;
  const mayTest = hasNotANumber === 'either' && /^(?:={2,3}|[<>]=)$/.test(operator) && /^[\w$.[\]]+$/.test(written);
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
function assigned(node: SyntaxNode, { declares }: SelfWays): Hit | null {
  const [left, right] = [node.child('left'), node.child('right')];
  if (left === null || right === null || (node.child('operator')?.text ?? '=') !== '=' || node.child('type') !== null) {
    return null;
  }
  const written = left.text;
  if (written !== right.text || !/^[$\w]+(?:(?:\.|->)\w+)*$/.test(written)) return null;
  if (declares?.(node, written) === true) return null;
  // A setter may do something.
  return hitAt(
    node, `${written} is assigned to itself`, undefined, /^[$\w]+$/.test(written) ? undefined : { confidence: 'possible' },
  );
}
