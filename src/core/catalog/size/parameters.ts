import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { FUNCTIONS, parametersOf, passedParameters } from '../../syntax/functions.js';
import type { ParsedSource } from '../../syntax/source.js';
import { bad, good } from '../../finders/examples.js';
import { byTree, hitAt, hitsOf, usually } from '../../finders/hits.js';
import { whole } from '../../finders/options.js';

export default defineRule({
  id: 'size/parameters',
  title: 'Functions have few parameters',
  about: 'With many parameters nobody can see at the call which value is which, and two of the same type are easily swapped.',
  advice: 'Combine what belongs together in one object with named parts, or split the function.',
  tags: ['readability', 'starter'],
  confidence: 'certain',
  options: { max: whole(5, 0, 100, 'lower', 'the most parameters of a function') },
  find: usually('javascript typescript python java php cpp c go', byTree(findLongLists, FUNCTIONS)),
  examples: [
    good('javascript', 'function moor(berth, { quay, tide, draught }) {}\n', { options: { max: 2 } }),
    bad('javascript', 'const moor = (berth, quay, tide) => {};\n', '1:14-33 3 parameters, 1 over 2', { options: { max: 2 } }),
    good('typescript', 'function moor(this: Quay, berth: string, tide?: number) {}\n', { options: { max: 2 } }),
    good('typescript', 'function moor(a: 1, b: 2, c: 3): void;\nfunction moor(...all: number[]) {}\ntype Moor = (a: 1, b: 2, c: 3) => void;\n', { options: { max: 2 } }),
    bad('typescript', 'class Quay { moor(berth: string, tide: number, ...rest: string[]) {} }\n', '1:18-66 3 parameters, 1 over 2', { options: { max: 2 } }),
    good('python', 'class Quay:\n    def moor(self, berth, *, tide):\n        pass\n', { options: { max: 2 } }),
    bad('python', 'def moor(berth, quay, tide=1):\n    pass\n', '1:9-30 3 parameters, 1 over 2', { options: { max: 2 } }),
    good('java', 'class Quay { void moor(int berth, int tide) {} }\n', { options: { max: 2 } }),
    bad('java', 'class Quay { void moor(int berth, int tide, int... more) {} }\n', '1:23-57 3 parameters, 1 over 2', { options: { max: 2 } }),
    good('php', '<?php function moor($berth, $tide = 1) {}\n', { options: { max: 2 } }),
    bad('php', '<?php function moor($berth, $quay, $tide) {}\n', '1:20-42 3 parameters, 1 over 2', { options: { max: 2 } }),
    good('cpp', 'int moor(void) { return 1; }\nint sail(int a, int b, int c);\n', { options: { max: 2 } }),
    bad('cpp', 'int moor(int a, int b, int c) { return 1; }\n', '1:9-30 3 parameters, 1 over 2', { options: { max: 2 } }),
    good('go', 'package quay\n\nfunc moor(a, b int) {}\n', { options: { max: 2 } }),
    bad('go', 'package quay\n\nfunc moor(a, b, c int) {}\n', '3:10-23 3 parameters, 1 over 2', { options: { max: 2 } }),
  ],
});

/** Of overloads, only the one with a body counts: it takes all that the others take. Methods of Java interfaces count too. */
function findLongLists({ tree }: ParsedSource, { max }: { readonly max: number }): Hit[] {
  return hitsOf(tree.ofTypes(FUNCTIONS), (node) => {
    const list = parametersOf(node);
    // Each parameter takes at least two characters: a name and what follows it.
    if (list === null || list.end - list.start <= 2 * max || (list.parent === node && node.child('body') === null && node.type === 'function_signature')) return [];
    const count = passedParameters(list).length;
    return count > max ? [hitAt(list, `${count} parameters, ${count - max} over ${max}`)] : [];
  });
}
