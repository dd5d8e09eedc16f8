import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { SyntaxNode, SyntaxTree } from '../../syntax/node.js';
import { END, KIND, SHIFT } from '../../syntax/node-table.js';
import type { NumberTest } from '../../syntax/numbered-tree.js';
import { calleeOf } from '../../syntax/calls.js';
import { eachNode, hitAt, shared } from '../../finders/hits.js';

export default defineRule({
  id: 'slips/unthrown-error',
  title: 'Every error that is created is thrown',
  about: 'An error that is only created changes nothing: the code continues as if all were well.',
  advice: 'Throw it, or delete it.',
  tags: ['correctness', 'starter'],
  confidence: 'certain',
  options: {},
  find: shared(eachNode(['expression_statement'], judge, mayMakeError)),
});

const MAKERS = new Set(['new_expression', 'call', 'object_creation_expression', 'call_expression']);
const TERMS = new Set(['binary_expression', 'identifier']);
const CALLEES = ['function', 'constructor', 'type'];

/** Whether a statement starts by constructing an object with such a name. */
function mayMakeError(tree: SyntaxTree): NumberTest {
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
      || (tree.grammar === 'python' && BUILT_IN.test(text.slice(Math.max(0, end - 20), end)));
  };
}

/** Exceptions of Python whose names do not say so. */
const BUILT_IN = /(?:^|[^\w.])(?:StopIteration|StopAsyncIteration|KeyboardInterrupt|SystemExit|GeneratorExit)$/;

function judge(statement: SyntaxNode): Hit | null {
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
  if (made.type === 'call_expression' && !/^(?:javascript|typescript|tsx)$/.test(made.tree.grammar)) return null;
  if (made.type === 'call_expression'
    ? !/^(?:Range|Type|Syntax|Reference|Eval|URI)?Error$/.test(name)
    : !(/^[\w.\\]*(?:Error|Exception)$/.test(name) || BUILT_IN.test(name)) || !/(?:^|[.\\])[A-Z]\w*$/.test(name)) return null;
  return hitAt(made, `${name} is created here but not thrown`);
}
