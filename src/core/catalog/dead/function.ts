import { defineRule, type Hit } from '../../model/rule.js';
import { bindingsOf } from '../../syntax/bindings/bindings.js';
import { functionOf } from '../../syntax/bindings/functions.js';
import { FUNCTIONS } from '../../syntax/functions.js';
import type { ParsedSource } from '../../syntax/source.js';
import { bad, good } from '../examples.js';
import { byTree, hitAt, hitsOf, inLanguages, NO_HITS } from '../hits.js';

export default defineRule({
  id: 'dead/function',
  title: 'Every function is used',
  about: 'A function that nobody uses still has to be read, tested and changed along with the rest.',
  advice: 'Delete it; the version history keeps it. If others should use it, export it.',
  tags: ['leftover'],
  confidence: 'likely',
  options: {},
  find: { languages: inLanguages('javascript typescript python php', byTree(findUncalled, FUNCTIONS)) },
  examples: [
    good('javascript', 'export function moor() { return next(); }\nfunction next() { return 1; }\n'),
    bad('javascript', 'export const quay = 1;\nfunction count(n) { return n ? count(n - 1) : 0; }\nconst next = () => 1;\n', '2:10 3:7'),
    good('typescript', 'const next = (): number => 1;\nexport { next };\n'),
    bad('typescript', 'import { sail } from "./sail.js";\nsail();\nfunction next(): number { return 1; }\n', '3:10'),
    good('python', 'def moor():\n    def next():\n        return 1\n    return next()\n'),
    bad('python', 'def moor():\n    def next():\n        return 1\n    return 2\n', '2:9'),
    good('php', '<?php function moor() { $next = fn() => 1; return $next(); }\n'),
    bad('php', '<?php function moor() { $next = function () { return 1; }; return 2; }\n', '1:25'),
  ],
});

function findUncalled({ tree, text }: ParsedSource): Hit[] {
  if (text.path.endsWith('.d.ts')) return [];
  const { all, isOpen } = bindingsOf(tree);
  if (isOpen) return [];
  return hitsOf(all, (binding) => {
    const { node, name, scope, kind, isExported, references } = binding;
    if (isExported || kind === 'parameter' || kind === 'import' || scope.kind === 'class') return NO_HITS;
    const body = functionOf(binding);
    // The name of a function expression helps readers of stack traces.
    if (body === null || (kind === 'function' && scope.node === body) || body.parent?.type === 'decorated_definition') return NO_HITS;
    // A function called only by itself is unused.
    const isUsed = references.all.some((reference) => reference.reads && !reference.isWithin(body));
    return isUsed ? NO_HITS : [hitAt(node, `${name} is never used`)];
  });
}
