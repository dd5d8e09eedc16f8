import { defineRule } from '../../finders/rule.js';
import { bad, good } from '../../finders/examples.js';
import { misshapen, NAME_OPTIONS } from '../../finders/name-forms.js';

export default defineRule({
  id: 'names/variables',
  title: 'Variables and parameters follow one naming style',
  about: 'A name in the usual style shows at a glance what kind of thing it is.',
  advice: 'Rename it in the agreed style, wherever it is used.',
  tags: ['naming', 'readability'],
  confidence: 'likely',
  options: NAME_OPTIONS,
  find: misshapen('variable', 'javascript typescript python java php cpp c go shell css'),
  examples: [
    good('javascript', 'let lowTide = 1;\nlet _spare, $quay;\n'),
    bad('javascript', 'let low_tide = 1;\n', '1:5-13 low_tide is not written like lowTide or LowTide'),
    bad('javascript', 'let lowTide = 1;\n', '1:5 lowTide is not written like low_tide', { options: { form: 'snake' } }),
    bad('javascript', 'let lowTide = 1;\n', '1:5 lowTide does not match [a-z]+', { options: { pattern: '[a-z]+' } }),
    good('typescript', 'function moor(lowTide: number) {}\n'),
    bad('typescript', 'function moor(low_tide: number) {}\n', '1:15-23 low_tide is not written like lowTide or LowTide'),
    good('python', 'def moor(low_tide):\n    LIMIT = 1\n'),
    bad('python', 'def moor(lowTide):\n    pass\n', '1:10-17 lowTide is not written like low_tide or LOW_TIDE'),
    good('java', 'class Quay { int lowTide; }\n'),
    bad('java', 'class Quay { int low_tide; }\n', '1:18-26 low_tide is not written like lowTide'),
    good('php', '<?php $lowTide = 1; $low_tide = 2;\n'),
    bad('php', '<?php $LowTide = 1;\n', '1:8-15 LowTide is not written like lowTide or low_tide'),
    good('cpp', 'void moor() { int low_tide = 1; int lowTide = 2; }\n'),
    bad('cpp', 'void moor() { int Low_Tide = 1; }\n', '1:19-27 Low_Tide is not written like low_tide or lowTide'),
    good('go', 'package quay\n\nvar lowTide = 1\n'),
    bad('go', 'package quay\n\nvar low_tide = 1\n', '3:5-13 low_tide is not written like lowTide or LowTide'),
    good('shell', 'low_tide=1\nLOW=2\n'),
    bad('shell', 'lowTide=1\n', '1:1-8 lowTide is not written like low_tide or LOW_TIDE'),
    good('css', ':root { --low-tide: 1px; }\n'),
    bad('css', ':root { --lowTide: 1px; }\n', '1:9-18 lowTide is not written like low-tide'),
  ],
});
