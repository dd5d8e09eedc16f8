import type { Hit, TreeFinder } from './finder.js';
import type { SyntaxNode, SyntaxTree } from '../syntax/node.js';
import { END, KIND, SHIFT } from '../syntax/node-table.js';
import type { NumberTest } from '../syntax/numbered-tree.js';
import { calleeOf } from '../syntax/calls.js';
import { eachNode, hitAt } from './hits.js';

const MAKERS = new Set(['new_expression', 'call', 'object_creation_expression', 'call_expression']);
const TERMS = new Set(['binary_expression', 'identifier']);
const CALLEES = ['function', 'constructor', 'type'];

/** What a language does otherwise than most. */
interface ErrorWays {
  /** Errors whose names do not say so, at the end of the text before a call. */
  readonly otherNames?: RegExp;
  /** Whether a call of the class makes an error, and not only one with `new`. */
  readonly callsMake?: boolean;
}

/** Finds errors that are made and not thrown. */
export function unthrownErrors(ways: ErrorWays = {}): TreeFinder<unknown> {
  return eachNode(['expression_statement'], (statement) => judge(statement, ways), (tree) => mayMakeError(tree, ways));
}

/** Whether a statement starts by constructing an object with such a name. */
function mayMakeError(tree: SyntaxTree, { otherNames }: ErrorWays): NumberTest {
  const { table, text } = tree;
  const isMaker = tree.kindFlags(MAKERS);
  const isTerm = tree.kindFlags(TERMS);
  const callees = tree.rolesOf(CALLEES);
  return (statement) => {
    const made = statement + 1;
    if (isTerm[table[(made << SHIFT) + KIND] as number] === 1) return true;
    if (isMaker[table[(made << SHIFT) + KIND] as number] !== 1) return false;
    const callee = tree.childInRoles(made, callees);
    if (callee < 0) return true;
    const end = table[(callee << SHIFT) + END] as number;
    return text.startsWith('Error', end - 5) || text.startsWith('Exception', end - 9)
      || otherNames?.test(text.slice(Math.max(0, end - 20), end)) === true;
  };
}

function judge(statement: SyntaxNode, { otherNames, callsMake = false }: ErrorWays): Hit | null {
  // In Java, the value of a switch may be what is thrown.
  if (statement.parent?.type === 'switch_rule') return null;
  const whole = statement.firstPart;
  // Python knows the class alone, and JavaScript the second half of `full || new Error()`.
  if (whole?.type === 'identifier' && whole.text === 'NotImplementedError') {
    return hitAt(whole, `${whole.text} is named here but not raised`);
  }
  const made = whole?.type === 'binary_expression' && /^(?:\|\||&&|\?\?)$/.test(whole.child('operator')?.text ?? '')
    ? whole.child('right')
    : whole;
  if (made === null || !/^(?:new_expression|call|object_creation_expression|call_expression)$/.test(made.type)) return null;
  const name = calleeOf(made);
  // Only in Python does a call without `new` certainly construct an object.
  // Elsewhere, a call may be one of a method with such a name.
  if (made.type === 'call_expression' && !callsMake) return null;
  if (made.type === 'call_expression'
    ? !/^(?:Range|Type|Syntax|Reference|Eval|URI)?Error$/.test(name)
    : !(/^[\w.\\]*(?:Error|Exception)$/.test(name) || otherNames?.test(name) === true) || !/(?:^|[.\\])[A-Z]\w*$/.test(name)) {
      return null;
    }
  return hitAt(made, `${name} is created here but not thrown`);
}
