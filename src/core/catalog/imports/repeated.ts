import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { Repair } from '../../model/repair.js';
import { functionAround } from '../../syntax/functions.js';
import { isComment, type SyntaxNode } from '../../syntax/node.js';
import { removalOfStatement } from '../../syntax/removal.js';
import type { ParsedSource } from '../../syntax/source.js';
import type { SyntaxTree } from '../../syntax/node.js';
import { bad, good } from '../../finders/examples.js';
import { byTree, hitAt, hitsOf, inLanguages, NO_HITS, OFFERED } from '../../finders/hits.js';
import { importStatements } from '../../languages/javascript/imports.js';

const SCRIPT_IMPORTS = ['import_statement'];
const PYTHON_IMPORTS = ['import_statement', 'import_from_statement'];
const JAVA_IMPORTS = ['import_declaration'];

export default defineRule({
  id: 'imports/repeated',
  title: 'Every module is imported once',
  about: 'Two imports of one module make it hard to see what is taken from it.',
  advice: 'Combine the names in one import.',
  tags: ['dependencies', 'layout'],
  confidence: 'certain',
  repairs: 'safe',
  options: {},
  find: {
    languages: {
      ...inLanguages('javascript typescript', byTree((source) => (namesOneTwice(source.tree) ? find(source, SCRIPT_IMPORTS, scriptKey, mergeScript) : NO_HITS), SCRIPT_IMPORTS)),
      python: byTree((source) => find(source, PYTHON_IMPORTS, pythonKey, mergePython, areAdjacent), PYTHON_IMPORTS),
      java: byTree(findSame, JAVA_IMPORTS),
    },
    others: byTree(findSame, JAVA_IMPORTS),
  },
  examples: [
    good('javascript', "import a, { b } from './a.js';\nimport * as c from './a.js';\nimport { d } from './d.js';\n"),
    bad('javascript', "import { a } from './a.js';\nimport { b as c } from './a.js';\n", '2:1-33 this module is imported above already', { repaired: "import { a, b as c } from './a.js';\n" }),
    good('typescript', "import type { A } from './a.js';\nimport { b } from './a.js';\n"),
    bad('javascript', "import './a.js';\nimport './a.js';\nsail();\n", '2:1 this module is imported above already', { repaired: "import './a.js';\nsail();\n" }),
    bad('typescript', "import { a } from './a.js';\nimport B from './a.js';\n", '2:1-24 this module is imported above already', { repaired: "import { a } from './a.js';\nimport B from './a.js';\n" }),
    good('python', 'import a\nfrom a import b\ndef moor():\n    import c\ndef sail():\n    import c\n'),
    bad('python', 'import a\nimport a\nfrom b import c\nfrom b import d\n', ['2:1-9 this module is imported above already', '4:1-16 this module is imported above already'], { repaired: 'import a\nfrom b import c, d\n' }),
    good('java', 'import a.B;\nimport a.C;\n'),
    bad('java', 'import a.B;\nimport a.B;\n', '2:1-12 this module is imported above already', { repaired: 'import a.B;\n' }),
  ],
});

/** Imports that say the same. */
function findSame(source: ParsedSource): Hit[] {
  return find(source, JAVA_IMPORTS, (node) => node.text.replace(/\s+/g, ' '), (_first, second, text) => removalOfStatement(second, text));
}

type OwnEdits = Extract<Repair, readonly unknown[]>;

type Merge = (first: SyntaxNode, second: SyntaxNode, text: string) => Repair | undefined;

/** @param keyOf the key that equal imports share; null for one that may be repeated. */
function find({ tree, text: { text } }: ParsedSource, types: readonly string[], keyOf: (node: SyntaxNode) => string | null, merge: Merge, isSafe: (first: SyntaxNode, second: SyntaxNode) => boolean = () => true): Hit[] {
  const first = new Map<string, SyntaxNode>();
  const latest = new Map<string, SyntaxNode>();
  const keyAround = (key: string, node: SyntaxNode): string => `${key} ${functionAround(node)?.start ?? ''}`;
  return hitsOf(tree.ofTypes(types).toSorted((a, b) => a.start - b.start), (node): readonly Hit[] => {
    const key = isInBranch(node) ? null : keyOf(node);
    if (key === null) return NO_HITS;
    const own = keyAround(key, node);
    // An import in a function may be deferred on purpose, though the file has another one.
    const before = first.get(own);
    // Merging each into the one before it halves their number in each round.
    const latestBefore = latest.get(own);
    if (before === undefined) {
      first.set(own, node);
      return NO_HITS;
    }
    latest.set(own, node);
    const target = latestBefore ?? before;
    return [hitAt(node, 'this module is imported above already', node.parent === target.parent ? merge(target, node, text) : undefined, isSafe(target, node) ? undefined : OFFERED)];
  });
}

/** Whether nothing runs between two imports: in Python, what does could change what the second one takes. */
function areAdjacent(first: SyntaxNode, second: SyntaxNode): boolean {
  let next = first.next;
  while (next !== null && isComment(next)) next = next.next;
  return next === second;
}

/** Whether two imports name the same module: in nearly all files none do, and nothing else needs a look. */
function namesOneTwice(tree: SyntaxTree): boolean {
  const statements = importStatements(tree);
  return new Set(statements.map(({ module }) => module)).size < statements.length;
}

/** Alternative ways to import the same thing, of which one is taken. */
function isInBranch(node: SyntaxNode): boolean {
  return node.parentType === 'block' && !/^(?:function_definition|class_definition)$/.test(node.parent?.parentType ?? '');
}

function scriptKey(node: SyntaxNode): string | null {
  const bare = node.childOfType('import_clause') === null ? node.child('source') : null;
  if (bare !== null) return `effect ${bare.text.slice(1, -1)}`;
  const clause = node.childOfType('import_clause');
  const source = node.child('source')?.text.slice(1, -1);
  if (clause === null || source === undefined || clause.childOfType('namespace_import') !== null || node.childOfType('import_attribute') !== null) return null;
  return `${node.childOfType('type') !== null ? 'type' : 'value'} ${source}`;
}

function mergeScript(first: SyntaxNode, second: SyntaxNode, text: string): Repair | undefined {
  // What runs once is not run again.
  if (second.childOfType('import_clause') === null) return removalOfStatement(second, text);
  const lists = [first, second].map((node) => node.childOfType('import_clause'));
  const [names, more] = lists.map((clause) => clause?.childOfType('named_imports') ?? null);
  if (!names || !more || lists[1]?.parts.length !== 1 || names.parts.length === 0 || more.parts.some(({ type }) => type === 'comment')) return undefined;
  const last = names.parts.at(-1) as SyntaxNode;
  const added = more.parts.map((part) => part.text).join(', ');
  return [{ start: last.end, end: last.end, text: `, ${added}` }, ...(removalOfStatement(second, text) as OwnEdits)];
}

function pythonKey(node: SyntaxNode): string | null {
  if (node.type === 'import_statement') return node.parts.length === 1 ? `import ${node.parts[0]?.text}` : null;
  // Names in the package's own folder are mostly its files, each imported separately.
  if (/^\.+$/.test(node.child('module_name')?.text ?? '')) return null;
  return node.childOfType('wildcard_import') === null ? `from ${node.child('module_name')?.text}` : null;
}

function mergePython(first: SyntaxNode, second: SyntaxNode, text: string): Repair | undefined {
  // Leave imports in branches or after a comment.
  if (first.parent?.type !== 'module') return undefined;
  const removal = removalOfStatement(second, text) as OwnEdits;
  if (second.type === 'import_statement') return removal;
  const known = new Set(first.childrenOf('name').map((part) => part.text));
  const added = second.childrenOf('name').map((part) => part.text).filter((name) => !known.has(name));
  const last = first.childrenOf('name').at(-1);
  if (last === undefined) return undefined;
  return added.length === 0 ? removal : [{ start: last.end, end: last.end, text: `, ${added.join(', ')}` }, ...removal];
}
