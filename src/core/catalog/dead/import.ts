import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { Repair } from '../../model/repair.js';
import { bindingsOf } from '../../syntax/bindings/bindings.js';
import { documentationOf, mentionsName } from '../../syntax/documentation.js';
import { FUNCTIONS } from '../../syntax/functions.js';
import type { SyntaxNode } from '../../syntax/node.js';
import { hasRemark, isExplained, isOfferedToOthers, originOf } from '../../languages/python/imported-names.js';
import { removalFromList, removalOfStatement } from '../../syntax/removal.js';
import type { ParsedSource } from '../../syntax/source.js';
import { statementsOf } from '../../syntax/statements.js';
import { bad, good } from '../../finders/examples.js';
import { byTree, hitAt, inLanguages, SAFE, type Sureness } from '../../finders/hits.js';

const IMPORT = new Set(['import_statement', 'import_alias']);
const CLAUSE = new Set(['import_clause']);

/** How a language imports, and what else counts as a use of a name. */
interface Importing {
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
  /** Whether something outside the file needs an unused name, in all likelihood. @param unused how many there are. @param all how many are imported. */
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

const PYTHON: Importing = {
  statements: ['import_statement', 'import_from_statement'],
  // Names from a module with an underscore are often re-exported by this one.
  names: (statement) => statement.childrenOf('name').filter(() => !/^_[a-z]/.test(statement.child('module_name')?.text ?? '')).flatMap((part) => {
    if (part.type === 'aliased_import') {
      // PEP 484: importing a name as itself offers it to others.
      const alias = part.child('alias');
      return alias === null || alias.text === part.child('name')?.text ? [] : [alias];
    }
    return (statement.type === 'import_statement' ? part.first : part.last) ?? [];
  }).filter((name) => !isTried(statement) && !loadsPart(name, statement) && !(statement.type === 'import_statement' && FOR_EFFECT.test(name.text))),
  uses: ['identifier'],
  inDocumentation: false,
  inText: 'string_content',
  surenessOf: ({ statement, isWhole, path }) => {
    if (statement.closest(FUNCTIONS) !== null) return isWhole ? undefined : SAFE;
    // Other files can import a name of a module from here. If some names of a statement are used, the others are left over.
    const isLeftOver = !isWhole || (originOf(statement, path) === 'library' && statement.childrenOf('name').length === 1);
    return isLeftOver ? undefined : { confidence: 'possible' };
  },
  isOffered: ({ name, statement, isWhole, path }, count) => {
    if (statement.closest(FUNCTIONS) !== null) return false;
    if (isOfferedToOthers(count.unused, count.all, path)) return true;
    if (originOf(statement, path) === 'library') return false;
    return isWhole ? isExplained(statement) : hasRemark(name);
  },
};

/** An import inside `try`, or in what handles its failure, tests whether the module is available. */
function isTried(statement: SyntaxNode): boolean {
  for (let around = statement.parent; around !== null && !FUNCTIONS.has(around.type); around = around.parent) if (around.type === 'try_statement') return true;
  return false;
}

/** Modules that are imported for what they do when they are loaded: Python Standard Library, `readline` and `rlcompleter`. */
const FOR_EFFECT = /^(?:readline|rlcompleter|antigravity|this)$/;

/** `import a.b` loads a submodule of a module that another import binds. */
function loadsPart(name: SyntaxNode, statement: SyntaxNode): boolean {
  if (name.parent?.type !== 'dotted_name' || name.parent.parts.length < 2 || statement.type !== 'import_statement') return false;
  const others = name.tree.ofType('import_statement').filter((other) => other !== statement);
  return others.some((other) => other.childrenOf('name').some((part) => (part.child('name') ?? part).text.split('.', 1)[0] === name.text));
}

const JAVA: Importing = {
  statements: ['import_declaration'],
  names: (statement) => {
    const path = statement.childOfType('scoped_identifier');
    return path === null || statement.childOfType('asterisk') !== null ? [] : [path.child('name') ?? path];
  },
  uses: ['identifier', 'type_identifier'],
  inDocumentation: true,
  inText: null,
  // Importing only gives a name here: JLS, section 7.5; PHP manual, "Using namespaces".
  surenessOf: () => SAFE,
  isOffered: null,
};

const PHP: Importing = {
  statements: ['namespace_use_declaration'],
  names: (statement) => {
    const clauses = [...statement.parts, ...(statement.childOfType('namespace_use_group')?.parts ?? [])].filter(({ type }) => type === 'namespace_use_clause');
    return clauses.flatMap((clause) => clause.child('alias') ?? clause.childOfType('qualified_name')?.last ?? clause.childOfType('name') ?? []);
  },
  uses: ['name'],
  inDocumentation: true,
  inText: null,
  // Importing only gives a name here: JLS, section 7.5; PHP manual, "Using namespaces".
  surenessOf: () => SAFE,
  isOffered: null,
};

export default defineRule({
  id: 'dead/import',
  title: 'Every import is used',
  about: 'An unused import suggests a dependency that is not there, and may load code for nothing.',
  advice: 'Remove the name from the import. If the module is loaded for its side effects, import it without names.',
  tags: ['leftover', 'starter'],
  confidence: 'likely',
  repairs: 'offered',
  options: {},
  find: {
    languages: {
      ...inLanguages('javascript typescript', byTree(findInScript)),
      python: byTree((source) => findUnused(source, PYTHON)),
      java: byTree((source) => findUnused(source, JAVA)),
      php: byTree((source) => findUnused(source, PHP)),
    },
  },
  examples: [
    good('javascript', "import './setup.js';\nimport sail, { moor as dock } from './quay.js';\nsail(dock);\n"),
    good('javascript', "import { Tide } from './tide.js';\n/** @param {Tide} tide */\nexport function read(tide) {}\n"),
    bad('javascript', "import sail, { moor, dock } from './quay.js';\nimport * as pilot from 'pilot';\nlog.moor(dock); // sail\n", ['1:8-12 sail is imported and never used', '1:16-20 moor is imported and never used', '2:13-18 pilot is imported and never used'], {
      repaired: "import { dock } from './quay.js';\nlog.moor(dock); // sail\n",
    }),
    good('typescript', "import type { Berth } from './berth.js';\nexport const plan: Berth[] = [];\n"),
    bad('typescript', "import type { Berth, Quay } from './berth.js';\nexport const plan: Berth[] = [];\n", '1:22-26 Quay is imported and never used', {
      repaired: "import type { Berth } from './berth.js';\nexport const plan: Berth[] = [];\n",
    }),
    good('typescript', "import { Quay } from './quay.js';\nexport const berth = <Quay />;\n", { file: 'berth.tsx' }),
    good('python', 'import quay as q\nimport quay.berth\ntry:\n    import tide\nexcept ImportError:\n    q.close()\n'),
    good('python', 'import os.path\nfrom tide import low as ebb, high as high\nos.path.join(ebb)\n'),
    good('python', "from tide import Low, __doc__\n__all__ = ['Low']\n"),
    good('python', 'try:\n    import tide\nexcept ImportError:\n    import ebb as tide\nimport readline\n'),
    good('python', 'from quay import (\n    low,\n    high,  # for the pilots\n)\nlow()\n'),
    good('python', 'from .tide import low, high, ebb, flood\nfrom .quay import moor  # for the pilots\n'),
    bad('python', 'if full:\n    import os  # why\n', '2:12-14 os is imported and never used', { repaired: 'if full:\n    import os  # why\n' }),
    bad('python', 'import os\nfrom tide import low, high\nlow()  # os\n', ['1:8 os is imported and never used', '2:23 high is imported and never used'], { repaired: 'from tide import low\nlow()  # os\n' }),
    good('java', 'import java.util.List;\nimport java.io.*;\nclass Quay { List berths; }\n'),
    bad('java', 'import java.util.List;\nimport java.util.Map;\nclass Quay { List berths; }\n', '2:18-21 Map is imported and never used', { repaired: 'import java.util.List;\nclass Quay { List berths; }\n' }),
    good('php', '<?php\nuse Harbour\\Quay;\nuse Harbour\\Tide as Ebb;\nnew Quay(Ebb::LOW);\n'),
    bad('php', '<?php\nuse Harbour\\Quay;\nuse Harbour\\Tide as Ebb;\nnew Quay();\n', '3:21-24 Ebb is imported and never used', { repaired: '<?php\nuse Harbour\\Quay;\nnew Quay();\n' }),
  ],
});

function findInScript(source: ParsedSource): Hit[] {
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
  return [...nodes].map((node) => hitAt(node, `${node.text} is imported and never used`, scriptRemoval(node, nodes, source.text.text), keepsLoading(node, nodes) ? SAFE : undefined));
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
  return clause.parts.every((part) => (part.type === 'named_imports' ? isUnusedList(clause, unused) : isUnusedPart(part, unused)));
}

/** Whether the module is still loaded without the unused names, or never was: type imports leave no trace in the program. */
function keepsLoading(node: SyntaxNode, unused: ReadonlySet<SyntaxNode>): boolean {
  const clause = node.closest(CLAUSE);
  return clause !== null && (clause.parent?.childOfType('type') != null || !isUnusedClause(clause, unused));
}

function findUnused(source: ParsedSource, importing: Importing): Hit[] {
  // What a package's __init__.py imports is the package's interface.
  if (/(?:^|\/)__init__\.pyi?$/.test(source.text.path)) return [];
  const statements = source.tree.ofTypes(importing.statements);
  const names = statements.flatMap((statement) => importing.names(statement).map((name) => ({ name, statement })));
  // Python itself reads names like __doc__.
  const asked = names.filter(({ name }) => !/^__\w+__$/.test(name.text));
  if (asked.length === 0) return [];
  const used = usedNames(source, statements, importing);
  const documented = importing.inDocumentation ? documentationOf(source) : '';
  const nodes = new Set(asked.map(({ name }) => name).filter((name) => !used.has(name.text) && !mentionsName(documented, name.text)));
  const unused = asked.filter(({ name }) => nodes.has(name)).map(({ name, statement }): UnusedName => ({ name, statement, isWhole: importing.names(statement).every((other) => nodes.has(other)), path: source.text.path }));
  const count = { unused: unused.length, all: asked.length };
  return unused.filter((one) => importing.isOffered?.(one, count) !== true).map((one) =>
    hitAt(one.name, `${one.name.text} is imported and never used`, removal(one.name, one.statement, one.isWhole, source.text.text), importing.surenessOf(one)));
}

function removal(name: SyntaxNode, statement: SyntaxNode, isWhole: boolean, text: string): Repair | undefined {
  const block = statement.parent;
  // Python has no empty blocks.
  if (isWhole) return block?.type === 'block' && statementsOf(block).length === 1 ? undefined : removalOfStatement(statement, text);
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
