import type { OwnEdits } from '../../finders/repeated-imports.js';
import type { Repair } from '../../model/repair.js';
import type { SyntaxNode, SyntaxTree } from '../../syntax/node.js';
import { removalOfStatement } from '../../syntax/removal.js';
import { importStatements } from './imports.js';

export const SCRIPT_STATEMENTS = ['import_statement'];

/** Whether two imports name the same module: in nearly all files none do, and nothing else needs a look. */
export function namesOneTwice(tree: SyntaxTree): boolean {
  const statements = importStatements(tree);
  return new Set(statements.map(({ module }) => module)).size < statements.length;
}

export function scriptKey(node: SyntaxNode): string | null {
  const bare = node.childOfType('import_clause') === null ? node.child('source') : null;
  if (bare !== null) return `effect ${bare.text.slice(1, -1)}`;
  const clause = node.childOfType('import_clause');
  const source = node.child('source')?.text.slice(1, -1);
  if (clause === null || source === undefined
      || clause.childOfType('namespace_import') !== null || node.childOfType('import_attribute') !== null) return null;
  return `${node.childOfType('type') !== null ? 'type' : 'value'} ${source}`;
}

export function mergeScript(first: SyntaxNode, second: SyntaxNode, text: string): Repair | undefined {
  // What runs once is not run again.
  if (second.childOfType('import_clause') === null) return removalOfStatement(second, text);
  const lists = [first, second].map((node) => node.childOfType('import_clause'));
  const [names, more] = lists.map((clause) => clause?.childOfType('named_imports') ?? null);
  if (!names
      || !more || lists[1]?.parts.length !== 1 || names.parts.length === 0 || more.parts.some(({ type }) => type === 'comment')) {
    return undefined;
  }
  const last = names.parts.at(-1) as SyntaxNode;
  const added = more.parts.map((part) => part.text).join(', ');
  return [{ start: last.end, end: last.end, text: `, ${added}` }, ...(removalOfStatement(second, text) as OwnEdits)];
}
