import type { Hit } from '../../finders/finder.js';
import { hitAt, hitsOf, NO_HITS } from '../../finders/hits.js';
import { nameTest } from '../../finders/name-patterns.js';
import type { FreeNames } from '../../finders/options.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';

/**
 * Functions of C and C++ that only their own file can call: ISO C++, section 6.6 [basic.link]. A header is part of other files.
 */
export function uncalledStatics({ tree, text: { text, path } }: ParsedSource, { free }: FreeNames): Hit[] {
  if (!/\.(?:c|cc|cpp|cxx)$/.test(path) || tree.hasErrors) return [];
  const isFree = nameTest(free);
  return hitsOf(tree.ofType('function_definition'), (node): readonly Hit[] => {
    const name = node.child('declarator')?.child('declarator');
    if (name?.type !== 'identifier'
        || !isFileLocal(node) || node.childOfType('attribute_specifier', 'attribute_declaration') !== null) return NO_HITS;
    // Macros and conditional parts may use it in ways that the tree does not show.
    const isUsed = [...text.matchAll(new RegExp(`\\b${name.text}\\b`, 'g'))].some(({ index }) =>
      index < node.start || index >= node.end);
    return isUsed || isFree(name.text)
      ? NO_HITS
      : [hitAt(name, `${name.text} is never used`, undefined, { confidence: 'likely' })];
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
