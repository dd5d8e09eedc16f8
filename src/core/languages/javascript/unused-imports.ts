import type { Hit } from '../../finders/finder.js';
import { hitAt, SAFE } from '../../finders/hits.js';
import type { Repair } from '../../model/repair.js';
import { bindingsOf } from '../../syntax/bindings/bindings.js';
import { documentationOf, mentionsName } from '../../syntax/documentation.js';
import type { SyntaxNode } from '../../syntax/node.js';
import { removalFromList, removalOfStatement } from '../../syntax/removal.js';
import type { ParsedSource } from '../../syntax/source.js';

const IMPORT = new Set(['import_statement', 'import_alias']);

const CLAUSE = new Set(['import_clause']);

export function unusedImportsInScript(source: ParsedSource): Hit[] {
  const { path } = source.text;
  const bindings = bindingsOf(source.tree);
  if (bindings.isOpen) return [];
  const candidates = bindings.all.filter(({ kind, name, references }) => kind === 'import' && references.length === 0
    // Compiled JSX may call React without naming it in the source.
    && !(name === 'React' && /\.[jt]sx$/.test(path)));
  if (candidates.length === 0) return [];
  const documented = documentationOf(source);
  const unused = candidates.filter(({ name }) => !mentionsName(documented, name));
  const nodes = new Set(unused.map(({ node }) => node));
  return [...nodes].map((node) => hitAt(
    node,
    `${node.text} is imported and never used`,
    scriptRemoval(node, nodes, source.text.text),
    keepsLoading(node, nodes) ? SAFE : undefined,
  ));
}

/** Removes one name from an import, or the whole statement if none of its names is used. */
function scriptRemoval(node: SyntaxNode, unused: ReadonlySet<SyntaxNode>, text: string): Repair | undefined {
  const statement = node.closest(IMPORT);
  const clause = node.closest(CLAUSE);
  if (statement === null || clause === null) return undefined;
  const isWholeList = isUnusedList(clause, unused);
  if (isUnusedClause(clause, unused)) return removalOfStatement(statement, text);
  if (node.parent === clause) return removalFromList(node);
  const part = node.parent as SyntaxNode;
  if (part.type === 'namespace_import') return removalFromList(part);
  return removalFromList(isWholeList ? (part.parent as SyntaxNode) : part);
}

function isUnusedPart(part: SyntaxNode, unused: ReadonlySet<SyntaxNode>): boolean {
  const name = part.child('alias') ?? part.child('name') ?? part.childOfType('identifier');
  return unused.has(part) || (name !== null && unused.has(name));
}

function isUnusedList(clause: SyntaxNode, unused: ReadonlySet<SyntaxNode>): boolean {
  const specifiers = clause.childOfType('named_imports')?.parts.filter(({ type }) => type === 'import_specifier') ?? [];
  return specifiers.length > 0 && specifiers.every((part) => isUnusedPart(part, unused));
}

function isUnusedClause(clause: SyntaxNode, unused: ReadonlySet<SyntaxNode>): boolean {
  return clause.parts.every(
    (part) => (part.type === 'named_imports' ? isUnusedList(clause, unused) : isUnusedPart(part, unused)),
  );
}

/** Whether the module is still loaded without the unused names, or never was: type imports leave no trace in the program. */
function keepsLoading(node: SyntaxNode, unused: ReadonlySet<SyntaxNode>): boolean {
  const clause = node.closest(CLAUSE);
  return clause !== null && (clause.parent?.childOfType('type') != null || !isUnusedClause(clause, unused));
}
