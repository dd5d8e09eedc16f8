import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { removalOfStatement } from '../../syntax/removal.js';
import type { ParsedSource } from '../../syntax/source.js';
import { byTree, shared } from '../../finders/hits.js';
import { repeatedImports } from '../../finders/repeated-imports.js';

const DECLARATIONS = ['import_declaration'];

export default defineRule({
  id: 'imports/repeated',
  title: 'Every module is imported once',
  about: 'Two imports of one module make it hard to see what is taken from it.',
  advice: 'Combine the names in one import.',
  tags: ['dependencies', 'layout'],
  confidence: 'certain',
  repairs: 'safe',
  options: {},
  find: shared(byTree(sameImports, DECLARATIONS)),
});

/** Imports that say the same. */
function sameImports(source: ParsedSource): Hit[] {
  return repeatedImports(source, DECLARATIONS, (node) => node.text.replace(/\s+/g, ' '), (_first, second, text) =>
    removalOfStatement(second, text));
}
