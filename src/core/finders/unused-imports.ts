import type { Repair } from '../model/repair.js';
import { documentationOf, mentionsName } from '../syntax/documentation.js';
import type { SyntaxNode } from '../syntax/node.js';
import { removalFromList, removalOfStatement } from '../syntax/removal.js';
import type { ParsedSource } from '../syntax/source.js';
import { statementsOf } from '../syntax/statements.js';
import type { Hit } from './finder.js';
import { hitAt, type Sureness } from './hits.js';

/** How a language imports, and what else counts as a use of a name. */
export interface Importing {
  readonly statements: readonly string[];
  /** The imported names of a statement. */
  readonly names: (statement: SyntaxNode) => readonly SyntaxNode[];
  /** Types of the nodes that are names in code. */
  readonly uses: readonly string[];
  /** Whether a documentation comment can use it. */
  readonly inDocumentation: boolean;
  /** The node type of string contents; a name there counts as used if the string has no blank. */
  readonly inText: string | null;
  /** How sure it is that nothing else needs the unused names. @param isWhole whether the whole statement is unused. */
  readonly surenessOf: (unused: UnusedName) => Sureness | undefined;
  /**
   * Whether something outside the file needs an unused name, in all likelihood.
   * @param unused how many there are.
   * @param all how many are imported.
   */
  readonly isOffered: ((unused: UnusedName, count: { readonly unused: number; readonly all: number }) => boolean) | null;
}

/** An imported name that the file does not use. */
interface UnusedName {
  readonly name: SyntaxNode;
  readonly statement: SyntaxNode;
  /** Whether the file uses none of the names of the statement. */
  readonly isWhole: boolean;
  /** The path of the file. */
  readonly path: string;
}

export function unusedImports(source: ParsedSource, importing: Importing): Hit[] {
  // What a package's __init__.py imports is the package's interface.
  if (/(?:^|\/)__init__\.pyi?$/.test(source.text.path)) return [];
  const statements = source.tree.ofTypes(importing.statements);
  const names = statements.flatMap((statement) => importing.names(statement).map((name) => ({ name, statement })));
  // Python itself reads names like __doc__.
  const asked = names.filter(({ name }) => !/^__\w+__$/.test(name.text));
  if (asked.length === 0) return [];
  const used = usedNames(source, statements, importing);
  const documented = importing.inDocumentation ? documentationOf(source) : '';
  const nodes = new Set(
    asked.map(({ name }) => name).filter((name) => !used.has(name.text) && !mentionsName(documented, name.text)),
  );
  const unused = asked.filter(({ name }) => nodes.has(name)).map(({ name, statement }): UnusedName => ({
    name, statement, isWhole: importing.names(statement).every((other) => nodes.has(other)), path: source.text.path,
  }));
  const count = { unused: unused.length, all: asked.length };
  return unused.filter((one) => importing.isOffered?.(one, count) !== true).map((one) =>
    hitAt(
      one.name,
      `${one.name.text} is imported and never used`,
      removal(one.name, one.statement, one.isWhole, source.text.text),
      importing.surenessOf(one),
    ));
}

function removal(name: SyntaxNode, statement: SyntaxNode, isWhole: boolean, text: string): Repair | undefined {
  const block = statement.parent;
  // Python has no empty blocks.
  if (isWhole) {
    return block?.type === 'block' && statementsOf(block).length === 1 ? undefined : removalOfStatement(statement, text);
  }
  let part = name;
  while (part.parent !== null && part.parent !== statement && part.parent.type !== 'namespace_use_group') part = part.parent;
  return removalFromList(part);
}

function usedNames({ tree }: ParsedSource, statements: readonly SyntaxNode[], { uses, inText }: Importing): Set<string> {
  const used = new Set<string>();
  const within = new Set(statements.map(({ type }) => type));
  for (const node of tree.ofTypes(uses)) if (node.closest(within) === null) used.add(node.text);
  if (inText !== null) {
    for (const { text } of tree.ofType(inText)) {
      if (!/\s/.test(text)) for (const [word] of text.matchAll(/[\p{ID_Start}_][\p{ID_Continue}]*/gu)) used.add(word);
    }
  }
  return used;
}
