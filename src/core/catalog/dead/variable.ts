import { defineRule, type Hit } from '../../model/rule.js';
import { bindingsOf } from '../../syntax/bindings/bindings.js';
import { isFunctionBinding } from '../../syntax/bindings/functions.js';
import type { Binding } from '../../syntax/bindings/scope.js';
import type { ParsedSource } from '../../syntax/source.js';
import { bad, good } from '../examples.js';
import { byTree, hitAt, inLanguages } from '../hits.js';
import { nameTest } from '../name-patterns.js';
import { freeNames } from '../options.js';

export default defineRule({
  id: 'dead/variable',
  title: 'Every variable is read',
  about: 'A variable that is set but never read is either left over or a sign that something was forgotten.',
  advice: 'Delete it, or use it where it was meant to be used. If a value has to be received but is not needed, give it an exempt name.',
  tags: ['leftover', 'correctness'],
  confidence: 'likely',
  options: { free: freeNames(['_.*']) },
  find: { languages: inLanguages('javascript typescript python java php', byTree(findUnread)) },
  examples: [
    good('javascript', 'export const tide = 1;\nconst { low, ...rest } = tides;\nconst _spare = 1;\nsail(rest);\n'),
    bad('javascript', 'export function moor() {\n  const berth = next();\n  let count = 0;\n  count = 1;\n  count += 1;\n}\n', '2:9 3:7'),
    good('typescript', 'function moor(): void {\n  const quay: string = name();\n  sail(quay);\n}\nexport { moor };\n'),
    bad('typescript', 'export function moor(): void {\n  const quay: string = name();\n}\n', '2:9'),
    good('python', 'def moor():\n    global quay\n    quay = 1\n    low, high = tides()\n    return high\n'),
    bad('python', 'def moor():\n    berth = next()\n    count = 0\n    count += 1\n', '2:5 3:5'),
    good('java', 'class Quay { void moor() { int berth = 1; sail(berth); try (Lock lock = open()) { sail(1); } } }\n'),
    bad('java', 'class Quay { void moor() { int berth = 1; berth = 2; } }\n', '1:32'),
    good('php', '<?php function moor() { global $tide; $tide = 1; $berth = 2; return fn() => $berth; }\n'),
    bad('php', '<?php function moor() { $berth = 2; $count = 0; $count++; }\n', '1:25 1:37'),
  ],
});

function findUnread({ tree, text }: ParsedSource, { free }: { readonly free: readonly string[] }): Hit[] {
  if (text.path.endsWith('.d.ts')) return [];
  const { all, isOpen } = bindingsOf(tree);
  if (isOpen) return [];
  const isFree = nameTest(free);
  return all.filter((binding) => isUnread(binding) && !isFree(binding.name.replace(/^\$/, ''))).map(({ node, name, references }) =>
    hitAt(node, references.length === 0 ? `${name} is never used` : `${name} is set but never read`));
}

function isUnread(binding: Binding): boolean {
  const { kind, node, scope, isExported, references } = binding;
  if ((kind !== 'variable' && kind !== 'constant') || isExported || scope.kind === 'class') return false;
  if (references.areRead || isFunctionBinding(binding)) return false;
  const { parent } = node;
  // Some destructured names exist to be left out, or to hold a position.
  if (/^(?:pattern_list|tuple_pattern|list_pattern|list_literal|array_element_initializer|array_pattern|as_pattern_target|resource)$/.test(parent?.type ?? '')) return false;
  const taken = parent?.type === 'pair_pattern' ? parent.parent : parent;
  return !(taken?.type === 'object_pattern' && taken.childOfType('rest_pattern') !== null);
}
