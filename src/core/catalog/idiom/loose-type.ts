import { defineRule } from '../../model/rule.js';
import { bad, good } from '../examples.js';
import { byTree, hitAt } from '../hits.js';

export default defineRule({
  id: 'idiom/loose-type',
  title: 'A type says what a value is',
  about: 'The compiler checks nothing about a value of the type any, nor about what is made from it.',
  advice: 'Write the type; unknown where it is not known yet, and ask before using it.',
  tags: ['correctness'],
  confidence: 'certain',
  options: {},
  find: {
    languages: {
      typescript: byTree(({ tree }) => tree.ofType('predefined_type').filter(({ text }) => text === 'any').map((node) => hitAt(node, 'any lets every mistake through')), ['predefined_type']),
    },
  },
  examples: [
    good('typescript', 'const tide: unknown = 1;\nconst any = 2;\n'),
    bad('typescript', 'function moor(tide: any): any[] { return tide as any; }\n', '1:21 1:27 1:50'),
  ],
});
