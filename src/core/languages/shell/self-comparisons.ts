import type { Hit } from '../../finders/finder.js';
import { hitAt, hitsOf, NO_HITS } from '../../finders/hits.js';
import type { SyntaxNode, SyntaxTree } from '../../syntax/node.js';

/** What the command test compares with itself. */
export function comparedByCommands(tree: SyntaxTree): readonly Hit[] {
  return hitsOf(tree.ofType('command'), comparedByCommand);
}

/** The command test compares its first argument with its third. */
function comparedByCommand(command: SyntaxNode): readonly Hit[] {
  const [left, operator, right, ...more] = command.childrenOf('argument');
  if (command.child('name')?.text !== 'test'
      || left === undefined || operator === undefined || right === undefined || more.length > 0) return NO_HITS;
  return left.text === right.text && left.text.includes('$') && /^(?:=|==|!=|-(?:eq|ne|lt|le|gt|ge))$/.test(operator.text)
    ? [hitAt(command, `${left.text} is on both sides of ${operator.text}`)]
    : NO_HITS;
}
