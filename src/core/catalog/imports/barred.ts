import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { importsOf } from '../../syntax/imports.js';
import type { ParsedSource } from '../../syntax/source.js';
import { bad, good } from '../../finders/examples.js';
import { byTree, hitAt, hitsOf, usually } from '../../finders/hits.js';
import { list } from '../../finders/options.js';

export default defineRule({
  id: 'imports/barred',
  title: 'No imports that the team has ruled out',
  about: 'The team has decided against some modules, each for a reason.',
  advice: 'Use what the reason recommends instead.',
  tags: ['dependencies'],
  confidence: 'certain',
  options: { modules: list([], 'more', 'modules that may not be imported, each as NAME or NAME: REASON') },
  find: usually('javascript typescript python java php', byTree(findBarred)),
  examples: [
    good('javascript', "import a from 'tides';\nimport b from 'tide-tables';\n", { options: { modules: ['tide'] } }),
    bad('javascript', "import a from 'tide';\nconst b = require('tide/low');\n", ['1:15-21 tide is barred here: take quay', '2:19-29 tide is barred here: take quay'], { options: { modules: ['tide: take quay'] } }),
    good('typescript', "import type { A } from './tide.js';\n", { options: { modules: ['tide'] } }),
    bad('typescript', "export { a } from 'tide';\n", '1:19-25 tide is barred here', { options: { modules: ['tide'] } }),
    good('python', 'import tides\n', { options: { modules: ['tide'] } }),
    bad('python', 'import tide.low\nfrom tide import high\n', ['1:8-16 tide is barred here', '2:6-10 tide is barred here'], { options: { modules: ['tide'] } }),
    good('java', 'import harbour.Tide;\n', { options: { modules: ['harbour.old'] } }),
    bad('java', 'import harbour.old.Tide;\n', '1:8-24 harbour.old is barred here', { options: { modules: ['harbour.old'] } }),
    good('php', '<?php use Harbour\\Tide;\n', { options: { modules: ['Harbour\\Old'] } }),
    bad('php', '<?php use Harbour\\Old\\Tide;\n', '1:11-27 Harbour\\Old is barred here', { options: { modules: ['Harbour\\Old'] } }),
  ],
});

function findBarred({ tree }: ParsedSource, { modules }: { readonly modules: readonly string[] }): Hit[] {
  if (modules.length === 0) return [];
  const barred = modules.map((entry) => {
    const [name = '', ...reason] = entry.split(/:\s+/);
    return { name: name.trim(), reason: reason.join(': ') };
  });
  return hitsOf(importsOf(tree), ({ module, node }): Hit[] => {
    const found = barred.find(({ name }) => module === name || (module.startsWith(name) && /^[/.\\:]/.test(module.slice(name.length))));
    return found === undefined ? [] : [hitAt(node, found.reason === '' ? `${found.name} is barred here` : `${found.name} is barred here: ${found.reason}`)];
  });
}
