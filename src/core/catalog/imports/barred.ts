import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { importsOf } from '../../syntax/imports.js';
import type { ParsedSource } from '../../syntax/source.js';
import { byTree, hitAt, hitsOf, shared } from '../../finders/hits.js';
import { list } from '../../finders/options.js';

export default defineRule({
  id: 'imports/barred',
  title: 'No imports that the team has ruled out',
  about: 'The team has decided against some modules, each for a reason.',
  advice: 'Use what the reason recommends instead.',
  tags: ['dependencies'],
  confidence: 'certain',
  options: { modules: list([], 'more', 'modules that may not be imported, each as NAME or NAME: REASON') },
  find: shared(byTree(findBarred)),
});

function findBarred({ tree }: ParsedSource, { modules }: { readonly modules: readonly string[] }): Hit[] {
  if (modules.length === 0) return [];
  const barred = modules.map((entry) => {
    const [name = '', ...reason] = entry.split(/:\s+/);
    return { name: name.trim(), reason: reason.join(': ') };
  });
  return hitsOf(importsOf(tree), ({ module, node }): Hit[] => {
    const found = barred.find(({ name }) =>
      module === name || (module.startsWith(name) && /^[/.\\:]/.test(module.slice(name.length))));
    return found === undefined
      ? []
      : [hitAt(node, found.reason === '' ? `${found.name} is barred here` : `${found.name} is barred here: ${found.reason}`)];
  });
}
