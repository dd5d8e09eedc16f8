import { defineRule } from '../../finders/rule.js';
import type { Hit, ProjectHit } from '../../finders/finder.js';
import type { DeclaredKind, FileFacts } from '../../facts/facts.js';
import type { ProjectFacts } from '../../facts/project.js';
import { isDeclarationFile } from '../../languages/javascript/exported-names.js';
import { bindingsOf } from '../../syntax/bindings/bindings.js';
import { functionOf } from '../../syntax/bindings/functions.js';
import { FUNCTIONS } from '../../syntax/functions.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { bad, good } from '../../finders/examples.js';
import { alsoByProject, byProject, byTree, hitAt, hitsOf, inLanguages, NO_HITS } from '../../finders/hits.js';
import { nameTest } from '../../finders/name-patterns.js';
import { freeNames, type FreeNames } from '../../finders/options.js';
import { unusedNames } from '../../finders/unused-names.js';

export default defineRule({
  id: 'dead/function',
  title: 'Every function is used',
  about: 'A function that nobody uses still has to be read, tested and changed along with the rest.',
  advice: 'Delete it; the version history keeps it. If something calls it by its name, such as a framework, list the name in the option free.',
  tags: ['leftover'],
  confidence: 'certain',
  options: { free: freeNames() },
  find: {
    languages: {
      ...inLanguages('javascript typescript python php', alsoByProject(byTree(findUncalled, FUNCTIONS), findUnnamed)),
      ...inLanguages('cpp c', alsoByProject(byTree(findStatic, ['storage_class_specifier', 'namespace_definition']), findUnnamed)),
      ...inLanguages('java go shell', byProject<FreeNames>(findUnnamed)),
    },
    others: byProject<FreeNames>(findUnnamed),
  },
  examples: [
    good('javascript', 'export function moor() { return next(); }\nfunction next() { return 1; }\n'),
    bad('javascript', 'export const quay = 1;\nfunction count(n) { return n ? count(n - 1) : 0; }\nconst next = () => 1;\n', ['2:10-15 count is never used', '3:7-11 next is never used']),
    good('javascript', 'export const quay = 1;\nfunction onTide() {}\n', { options: { free: ['on.*'] } }),
    good('cpp', 'static int onTide() { return 1; }\n', { options: { free: ['on.*'] } }),
    good('typescript', 'const next = (): number => 1;\nexport { next };\n'),
    bad('typescript', 'import { sail } from "./sail.js";\nsail();\nfunction next(): number { return 1; }\n', '3:10-14 next is never used'),
    good('python', 'def moor():\n    def next():\n        return 1\n    return next()\nmoor()\n'),
    bad('python', 'def moor():\n    def next():\n        return 1\n    return 2\nmoor()\n', '2:9-13 next is never used'),
    good('cpp', 'static int moor() { return 1; }\nint main() { return moor(); }\n'),
    bad('cpp', 'static int moor() { return 1; }\nnamespace { void wait() {} }\n', ['1:12-16 [likely] moor is never used', '2:18-22 [likely] wait is never used']),
    good('javascript', 'function moor() { return 1; }\n', { file: 'quay.js', others: { 'index.html': '<script src="quay.js"></script><a onclick="moor()">moor</a>\n' } }),
    bad('javascript', 'function moor() { return 1; }\n', '1:10 [likely] moor is never used in the project', { file: 'quay.js', others: { 'index.html': '<script src="quay.js"></script>\n' } }),
    good('typescript', 'export class Quay { moor() {} }\n', { others: { 'main.ts': "import { Quay } from './example.js';\nnew Quay().moor();\n" } }),
    bad('typescript', 'export class Quay { moor() {} }\n', '1:21 [likely] moor is never used in the project', { others: { 'main.ts': "import { Quay } from './example.js';\nnew Quay().sail();\n" } }),
    good('python', 'def moor():\n    return 1\n', { file: 'quay.py', others: { 'main.py': 'from quay import moor\nmoor()\n' } }),
    bad('python', 'def moor():\n    return moor()\n', '1:5 [possible] moor is never used in the project', { file: 'quay.py', others: { 'main.py': 'import quay\nquay.sail()\n' } }),
    good('c', 'int moor(void) { return 1; }\n', { file: 'quay.c', others: { 'main.c': 'int moor(void);\nint main(void) { return moor(); }\n' } }),
    bad('c', 'int moor(void) { return 1; }\n', '1:5-9 [likely] moor is never used in the project', { file: 'quay.c', others: { 'main.c': 'int moor(void);\nint main(void) { return 0; }\n' } }),
    good('java', 'class Quay { void moor() {} }\n', { file: 'Quay.java', others: { 'Main.java': 'class Main { void sail() { new Quay().moor(); } }\n' } }),
    bad('java', 'class Quay { void moor() { moor(); } @Override public int hashCode() { return 1; } }\n', '1:19-23 [likely] moor is never used in the project', { file: 'Quay.java' }),
    good('go', 'package quay\n\nfunc moor() int { return 1 }\n\nvar low = moor()\n'),
    bad('go', 'package quay\n\nfunc moor() int { return moor() }\n\nfunc TestMoor() {}\n', '3:6-10 moor is never used in the project'),
    good('shell', 'moor() { echo 1; }\nmoor\n'),
    bad('shell', 'moor() { echo 1; }\nsail() { moor; }\n', '2:1-5 [likely] sail is never used in the project'),
    good('php', '<?php function sail() { return moor(); }\n', { file: 'quay.php', options: { free: ['sail'] }, others: { 'main.php': '<?php function moor() {}\n' } }),
    bad('php', '<?php function moor() { return 1; }\n', '1:16-20 [likely] moor is never used in the project', { file: 'quay.php', others: { 'main.php': '<?php sail();\n' } }),
    good('php', '<?php moor(); function moor() { $next = fn() => 1; return $next(); }\n'),
    bad('php', '<?php moor(); function moor() { $next = function () { return 1; }; return 2; }\n', '1:33 $next is never used'),
  ],
});

const KINDS: ReadonlySet<DeclaredKind> = new Set<DeclaredKind>(['function', 'method']);

/** Functions and methods that nothing in the project names. */
function findUnnamed(file: FileFacts, project: ProjectFacts, { free }: FreeNames): readonly ProjectHit[] {
  return unusedNames(file, project, KINDS, free);
}

function findUncalled({ tree, text }: ParsedSource, { free }: FreeNames): Hit[] {
  if (isDeclarationFile(text.path)) return [];
  const { all, isOpen } = bindingsOf(tree);
  if (isOpen) return [];
  const isFree = nameTest(free);
  return hitsOf(all, (binding) => {
    const { node, name, scope, kind, isExported, references } = binding;
    if (isExported || kind === 'parameter' || kind === 'import' || scope.kind === 'class') return NO_HITS;
    const body = functionOf(binding);
    // The name of a function expression helps readers of stack traces.
    if (body === null || (kind === 'function' && scope.node === body) || body.parent?.type === 'decorated_definition') return NO_HITS;
    // A function called only by itself is unused.
    const isUsed = references.all.some((reference) => reference.reads && !reference.isWithin(body));
    return isUsed || isFree(name) ? NO_HITS : [hitAt(node, `${name} is never used`)];
  });
}

/** Functions of C and C++ that only their own file can call: ISO C++, section 6.6 [basic.link]. A header is part of other files. */
function findStatic({ tree, text: { text, path } }: ParsedSource, { free }: FreeNames): Hit[] {
  if (!/\.(?:c|cc|cpp|cxx)$/.test(path) || tree.hasErrors) return [];
  const isFree = nameTest(free);
  return hitsOf(tree.ofType('function_definition'), (node): readonly Hit[] => {
    const name = node.child('declarator')?.child('declarator');
    if (name?.type !== 'identifier' || !isFileLocal(node) || node.childOfType('attribute_specifier', 'attribute_declaration') !== null) return NO_HITS;
    // Macros and conditional parts may use it in ways that the tree does not show.
    const isUsed = [...text.matchAll(new RegExp(`\\b${name.text}\\b`, 'g'))].some(({ index }) => index < node.start || index >= node.end);
    return isUsed || isFree(name.text) ? NO_HITS : [hitAt(name, `${name.text} is never used`, undefined, { confidence: 'likely' })];
  });
}

function isFileLocal(node: SyntaxNode): boolean {
  if (node.closest(CLASSES_OF_C) !== null) return false;
  if (node.parts.some(({ type, text }) => type === 'storage_class_specifier' && text === 'static')) return true;
  const space = node.closest(NAMESPACES);
  return space !== null && space.child('name') === null;
}

const CLASSES_OF_C = new Set(['class_specifier', 'struct_specifier', 'template_declaration']);
const NAMESPACES = new Set(['namespace_definition']);
