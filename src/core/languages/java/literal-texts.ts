import { argumentsOf, calleeOf, callsIn, methodOf } from '../../syntax/calls.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';

export function literalTextsInJava({ tree }: ParsedSource): SyntaxNode[] {
  // elvar waive text/line-width because a pattern is one literal
  const shows = /^(?:setText|setTitle|setToolTipText|setLabel|setHeaderText|setContentText|setPromptText|showMessageDialog|showConfirmDialog|makeText)$/;
  const made = /^(?:J?(?:Label|Button|MenuItem|Menu|CheckBox|RadioButton)|JFrame|Text|Tab)$/;
  return callsIn(tree)
    .filter((call) => (call.type === 'object_creation_expression' ? made.test(calleeOf(call)) : shows.test(methodOf(call))))
          .flatMap((call) => argumentsOf(call).filter(({ type }) => type === 'string_literal'));
}
