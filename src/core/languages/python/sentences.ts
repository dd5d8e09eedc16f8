import type { SyntaxNode } from '../../syntax/node.js';

export function isFirstInBody(node: SyntaxNode): boolean {
  const statement = node.parent;
  return statement !== null && statement.parent?.firstPart === statement && /^(?:module|block)$/.test(statement.parent.type)
    && (statement.parent.type === 'module'
      || /^(?:function_definition|class_definition)$/.test(statement.parent.parent?.type ?? ''));
}
