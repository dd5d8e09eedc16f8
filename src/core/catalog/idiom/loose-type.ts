import { defineRule } from '../../model/rule.js';
import { bad, good } from '../examples.js';
import { byTree, hitAt } from '../hits.js';

export default defineRule({
  id: 'idiom/loose-type',
  title: 'Types say what a value is',
  about: 'The compiler checks nothing about a value of type any, nor about anything derived from it.',
  advice: 'Write the actual type. If it is not known yet, use unknown and narrow it before use.',
  tags: ['correctness'],
  confidence: 'certain',
  options: {},
  find: {
    languages: {
      typescript: byTree(({ tree }) => tree.ofType('predefined_type').filter(({ text }) => text === 'any').map((node) => hitAt(node, 'any turns type checking off for this value')), ['predefined_type']),
    },
  },
  examples: [
    good('typescript', 'const tide: unknown = 1;\nconst any = 2;\n'),
    bad('typescript', 'function moor(tide: any): any[] { return tide as any; }\n', '1:21 1:27 1:50'),
  ],
});
