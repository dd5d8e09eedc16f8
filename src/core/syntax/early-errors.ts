import type { EarlyError } from './early-error.js';
import { FUNCTIONS } from './functions.js';
import type { SyntaxTree } from './node.js';
import { LOOPS } from './statements.js';

const RETURNS = ['return_statement'];
const CLASSES = new Set(['class_definition', 'class_declaration', 'class_body']);

/** A return outside a function. */
export function returnsOut(tree: SyntaxTree): EarlyError[] {
  return tree.ofTypes(RETURNS).flatMap((node): EarlyError[] => {
    const around = node.closest(RETURNABLE);
    return around !== null && !CLASSES.has(around.type)
      ? []
      : [{ node: node.first ?? node, message: 'return is outside a function' }];
  });
}

const RETURNABLE = new Set([...FUNCTIONS, ...CLASSES, 'class_static_block', 'lambda']);

const JUMPS = ['break_statement', 'continue_statement'];
const CHOICES = new Set(['switch_statement', 'switch_expression', 'switch_body', 'switch_block', 'labeled_statement']);

/** A break or continue that nothing around it stops: no loop and, for a break, no switch. */
export function jumpsOut(tree: SyntaxTree): EarlyError[] {
  return tree.ofTypes(JUMPS).flatMap((node): EarlyError[] => {
    // With a label it leaves what has the label.
    if (node.parts.length > 0) return [];
    const isBreak = node.type === 'break_statement';
    for (let around = node.parent; around !== null && !FUNCTIONS.has(around.type) && !CLASSES.has(around.type); around =
      around.parent) {
      if (LOOPS.has(around.type) || (isBreak && CHOICES.has(around.type))) return [];
    }
    return [{ node: node.first ?? node, message: `${isBreak ? 'break is outside a loop' : 'continue is outside a loop'}` }];
  });
}
