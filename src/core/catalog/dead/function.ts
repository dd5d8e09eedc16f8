import { defineRule } from '../rule.js';
import type { Hit } from '../finder.js';
import { isDeclarationFile } from '../../syntax/bindings/script-exports.js';
import { bindingsOf } from '../../syntax/bindings/bindings.js';
import { functionOf } from '../../syntax/bindings/functions.js';
import { FUNCTIONS } from '../../syntax/functions.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { bad, good } from '../examples.js';
import { byTree, hitAt, hitsOf, inLanguages, NO_HITS } from '../hits.js';
import { nameTest } from '../name-patterns.js';
import { freeNames } from '../options.js';

/** What a framework or another tool calls by its name. */
interface Options {
  readonly free: readonly string[];
}

export default defineRule({
  id: 'dead/function',
  title: 'Every function is used',
  about: 'A function that nobody uses still has to be read, tested and changed along with the rest.',
  advice: 'Delete it; the version history keeps it. If others should use it, export it.',
  tags: ['leftover'],
  confidence: 'likely',
  options: { free: freeNames() },
  find: { languages: { ...inLanguages('javascript typescript python php', byTree(findUncalled, FUNCTIONS)), ...inLanguages('cpp c', byTree(findStatic, ['storage_class_specifier', 'namespace_definition'])) } },
  examples: [
    good('javascript', 'export function moor() { return next(); }\nfunction next() { return 1; }\n'),
    bad('javascript', 'export const quay = 1;\nfunction count(n) { return n ? count(n - 1) : 0; }\nconst next = () => 1;\n', '2:10 3:7'),
    good('javascript', 'export const quay = 1;\nfunction onTide() {}\n', { options: { free: ['on.*'] } }),
    good('cpp', 'static int onTide() { return 1; }\n', { options: { free: ['on.*'] } }),
    good('typescript', 'const next = (): number => 1;\nexport { next };\n'),
    bad('typescript', 'import { sail } from "./sail.js";\nsail();\nfunction next(): number { return 1; }\n', '3:10'),
    good('python', 'def moor():\n    def next():\n        return 1\n    return next()\n'),
    bad('python', 'def moor():\n    def next():\n        return 1\n    return 2\n', '2:9'),
    good('cpp', 'static int moor() { return 1; }\nint sail() { return moor(); }\n'),
    bad('cpp', 'static int moor() { return 1; }\nnamespace { void wait() {} }\n', '1:12 2:18'),
    good('php', '<?php function moor() { $next = fn() => 1; return $next(); }\n'),
    bad('php', '<?php function moor() { $next = function () { return 1; }; return 2; }\n', '1:25'),
  ],
});

function findUncalled({ tree, text }: ParsedSource, { free }: Options): Hit[] {
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
function findStatic({ tree, text: { text, path } }: ParsedSource, { free }: Options): Hit[] {
  if (!/\.(?:c|cc|cpp|cxx)$/.test(path) || tree.hasErrors) return [];
  const isFree = nameTest(free);
  return hitsOf(tree.ofType('function_definition'), (node): readonly Hit[] => {
    const name = node.child('declarator')?.child('declarator');
    if (name?.type !== 'identifier' || !isFileLocal(node) || node.childOfType('attribute_specifier', 'attribute_declaration') !== null) return NO_HITS;
    // Macros and conditional parts may use it in ways that the tree does not show.
    const isUsed = [...text.matchAll(new RegExp(`\\b${name.text}\\b`, 'g'))].some(({ index }) => index < node.start || index >= node.end);
    return isUsed || isFree(name.text) ? NO_HITS : [hitAt(name, `${name.text} is never used`)];
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
