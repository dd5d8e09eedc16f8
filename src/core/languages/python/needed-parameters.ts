import { CLASSES, nameOf } from '../../syntax/functions.js';
import type { SyntaxNode } from '../../syntax/node.js';

/**
 * Whether a function needs its parameters. Those of a test ask for what is set up before it runs. A function that takes self
 * becomes a method somewhere; a method that several classes have is an interface.
 */
export function needsParameters(owner: SyntaxNode, holder: SyntaxNode | null): boolean {
  return /^test_/.test(nameOf(owner)?.text ?? '') || (holder === null ? takesSelf(owner) : hasTwin(owner));
}

function takesSelf(owner: SyntaxNode): boolean {
  return /^(?:self|cls)$/.test(owner.child('parameters')?.firstPart?.text ?? '');
}

/** Whether another class of the file has a method of the same name. */
function hasTwin(owner: SyntaxNode): boolean {
  const name = nameOf(owner)?.text;
  return owner.tree.ofType(owner.type).some((other) =>
    other !== owner && nameOf(other)?.text === name && other.closest(CLASSES) !== null);
}
