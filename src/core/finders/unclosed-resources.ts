import type { SyntaxNode } from '../syntax/node.js';

/** Whether it is closed, or passed to other code that can close it. */
export function isHandled(around: SyntaxNode, name: string, declared: SyntaxNode): boolean {
  let handled = false;
  around.walk((node) => {
    if (node.type !== 'identifier' || node.isWithin(declared) || node.text !== name) return;
    const parent = node.parent as SyntaxNode;
    if ((parent.type === 'variable_declarator' && node.field === 'name')
        || (parent.type === 'assignment_expression' && node.field === 'left')) return;
    const isObject = node.field === 'object' && /^(?:attribute|method_invocation|field_access)$/.test(parent.type);
    const called = parent.type === 'method_invocation' ? parent.child('name')?.text : parent.child('attribute')?.text;
    if (!isObject || called === 'close') handled = true;
  });
  return handled;
}
