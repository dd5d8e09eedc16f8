import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { FUNCTIONS, parametersOf, passedParameters } from '../../syntax/functions.js';
import type { ParsedSource } from '../../syntax/source.js';
import { byTree, hitAt, hitsOf, shared } from '../../finders/hits.js';
import { whole } from '../../finders/options.js';

export default defineRule({
  id: 'size/parameters',
  title: 'Functions have few parameters',
  about: 'With many parameters nobody can see at the call which value is which, and two of the same type are easily swapped.',
  advice: 'Combine what belongs together in one object with named parts, or split the function.',
  tags: ['readability', 'starter'],
  confidence: 'certain',
  options: { max: whole(5, 0, 100, 'lower', 'the most parameters of a function') },
  find: shared(byTree(findLongLists, FUNCTIONS)),
});

/** Of overloads, only the one with a body counts: it takes all that the others take. Methods of Java interfaces count too. */
function findLongLists({ tree }: ParsedSource, { max }: { readonly max: number }): Hit[] {
  return hitsOf(tree.ofTypes(FUNCTIONS), (node) => {
    const list = parametersOf(node);
    // Each parameter takes at least two characters: a name and what follows it.
    if (list === null || list.end - list.start <= 2 * max
        || (list.parent === node && node.child('body') === null && node.type === 'function_signature')) return [];
    const count = passedParameters(list).length;
    return count > max ? [hitAt(list, `${count} parameters, ${count - max} over ${max}`)] : [];
  });
}
