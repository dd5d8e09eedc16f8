import { defineRule } from '../rule.js';
import { bad, good } from '../examples.js';
import { misshapen, NAME_OPTIONS } from '../name-forms.js';

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
    bad('javascript', 'let low_tide = 1;\n', '1:5'),
    bad('javascript', 'let lowTide = 1;\n', '1:5', { options: { form: 'snake' } }),
    bad('javascript', 'let lowTide = 1;\n', '1:5', { options: { pattern: '[a-z]+' } }),
    good('typescript', 'function moor(lowTide: number) {}\n'),
    bad('typescript', 'function moor(low_tide: number) {}\n', '1:15'),
    good('python', 'def moor(low_tide):\n    LIMIT = 1\n'),
    bad('python', 'def moor(lowTide):\n    pass\n', '1:10'),
    good('java', 'class Quay { int lowTide; }\n'),
    bad('java', 'class Quay { int low_tide; }\n', '1:18'),
    good('php', '<?php $lowTide = 1; $low_tide = 2;\n'),
    bad('php', '<?php $LowTide = 1;\n', '1:8'),
    good('cpp', 'void moor() { int low_tide = 1; int lowTide = 2; }\n'),
    bad('cpp', 'void moor() { int Low_Tide = 1; }\n', '1:19'),
    good('go', 'package quay\n\nvar lowTide = 1\n'),
    bad('go', 'package quay\n\nvar low_tide = 1\n', '3:5'),
    good('shell', 'low_tide=1\nLOW=2\n'),
    bad('shell', 'lowTide=1\n', '1:1'),
    good('css', ':root { --low-tide: 1px; }\n'),
    bad('css', ':root { --lowTide: 1px; }\n', '1:9'),
  ],
});
