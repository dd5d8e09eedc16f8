import { defineRule, type Hit } from '../../model/rule.js';
import type { SyntaxNode } from '../../syntax/node.js';
import { END, KIND, SHIFT } from '../../syntax/node-table.js';
import type { NumberTest, SyntaxTree } from '../../syntax/tree.js';
import { calleeOf } from '../../syntax/calls.js';
import { bad, good } from '../examples.js';
import { eachNode, hitAt, inLanguages } from '../hits.js';

export default defineRule({
  id: 'slips/unthrown-error',
  title: 'Every error that is created is thrown',
  about: 'An error that is only created changes nothing: the code continues as if all were well.',
  advice: 'Throw it, or delete it.',
  tags: ['correctness', 'starter'],
  confidence: 'certain',
  options: {},
  find: { languages: inLanguages('javascript typescript python java php', eachNode(['expression_statement'], judge, mayMakeError)) },
  examples: [
    good('javascript', "throw new Error('full');\nconst full = new Error('full');\nnew Berth();\n"),
    bad('javascript', "if (full) new RangeError('full');\n", '1:11'),
    good('typescript', "throw new TypeError('full');\n"),
    bad('typescript', "new TypeError('full');\n", '1:1'),
    good('python', "raise ValueError('full')\nfull = ValueError('full')\n"),
    bad('python', "ValueError('full')\n", '1:1'),
    good('java', 'class Quay { void moor() { throw new FullException(); } }\n'),
    bad('java', 'class Quay { void moor() { new FullException(); } }\n', '1:28'),
    good('php', '<?php throw new FullException();\n'),
    bad('php', '<?php new FullException();\n', '1:7'),
  ],
});

const MAKERS = new Set(['new_expression', 'call', 'object_creation_expression', 'call_expression']);
const CALLEES = ['function', 'constructor', 'type'];

/** Whether a statement starts by constructing an object with such a name. */
function mayMakeError(tree: SyntaxTree): NumberTest {
  const { table, text } = tree;
  const isMaker = tree.kindFlags(MAKERS);
  const callees = tree.rolesOf(CALLEES);
  return (statement) => {
    const made = statement + 1;
    if (isMaker[table[(made << SHIFT) + KIND] as number] !== 1) return false;
    const callee = tree.childInRoles(made, callees);
    if (callee < 0) return true;
    const end = table[(callee << SHIFT) + END] as number;
    return text.startsWith('Error', end - 5) || text.startsWith('Exception', end - 9);
  };
}

function judge(statement: SyntaxNode): Hit | null {
  // In Java, the value of a switch may be what is thrown.
  if (statement.parent?.type === 'switch_rule') return null;
  const made = statement.firstPart;
  if (made === null || !/^(?:new_expression|call|object_creation_expression|call_expression)$/.test(made.type)) return null;
  const name = calleeOf(made);
  // Only in Python does a call without `new` certainly construct an object.
  if (made.type === 'call_expression' ? !/^(?:Range|Type|Syntax|Reference|Eval|URI)?Error$/.test(name) : !/^[\w.\\]*(?:Error|Exception)$/.test(name) || !/(?:^|[.\\])[A-Z]\w*$/.test(name)) return null;
  return hitAt(made, `${name} is created here but not thrown`);
}
