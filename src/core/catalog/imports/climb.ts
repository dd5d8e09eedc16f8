import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { importsOf } from '../../syntax/imports.js';
import type { ParsedSource } from '../../syntax/source.js';
import { bad, good } from '../../finders/examples.js';
import { byTree, hitAt, hitsOf, inLanguages, NO_HITS } from '../../finders/hits.js';
import { whole } from '../../finders/options.js';

export default defineRule({
  id: 'imports/climb',
  title: 'Imports do not climb far up the tree',
  about: 'A path that climbs through many folders ties a file to a distant place, and breaks when either of them moves.',
  advice: 'Move what is shared closer, or give it a name that can be imported from anywhere.',
  tags: ['dependencies', 'readability'],
  confidence: 'certain',
  options: { max: whole(2, 0, 50, 'lower', 'how many folders an import may climb') },
  find: { languages: inLanguages('javascript typescript', byTree(findClimbs)) },
  examples: [
    good('javascript', "import a from '../../tide.js';\nimport b from 'tide';\n"),
    bad('javascript', "import a from '../../../tide.js';\n", '1:15-33 this import climbs 3 folders, 1 over 2'),
    good('typescript', "import type { A } from '../tide.js';\n", { options: { max: 1 } }),
    bad('typescript', "import type { A } from '../../tide.js';\n", '1:24-39 this import climbs 2 folders, 1 over 1', {
      options: { max: 1 },
    }),
  ],
});

function findClimbs({ tree }: ParsedSource, { max }: { readonly max: number }): Hit[] {
  return hitsOf(importsOf(tree), ({ module, node }): readonly Hit[] => {
    // Each step up takes three characters, the last one two.
    if (module.length < 3 * max + 2) return NO_HITS;
    const steps = module.split('/').filter((part) => part === '..').length;
    return steps > max ? [hitAt(node, `this import climbs ${steps} folders, ${steps - max} over ${max}`)] : [];
  });
}
