import { defineRule } from '../../finders/rule.js';
import { bad, good } from '../../finders/examples.js';
import { misshapen, NAME_OPTIONS } from '../../finders/name-forms.js';

export default defineRule({
  id: 'names/functions',
  title: 'Functions and methods follow one naming style',
  about: 'A name in the usual style shows at a glance what kind of thing it is.',
  advice: 'Rename it in the agreed style, wherever it is used.',
  tags: ['naming', 'readability'],
  confidence: 'likely',
  options: NAME_OPTIONS,
  find: misshapen('function', 'javascript typescript python java php cpp c go shell'),
  examples: [
    good('javascript', 'function lowTide() {}\nclass Quay { moor() {} }\n'),
    bad('javascript', 'function low_tide() {}\n', '1:10-18 low_tide is not written like lowTide or LowTide'),
    good('typescript', 'class Quay { lowTide(): void {} }\n'),
    bad('typescript', 'class Quay { low_tide(): void {} }\n', '1:14-22 low_tide is not written like lowTide or LowTide'),
    good('python', 'def low_tide():\n    pass\n'),
    good('python', 'class Quay:\n    def setUp(self):\n        pass\n    def visit_Name(self):\n        pass\n    def do_GET(self):\n        pass\n'),
    bad('python', 'def lowTide():\n    pass\n', '1:5-12 lowTide is not written like low_tide'),
    good('java', 'class Quay { Quay() {} void lowTide() {} }\n'),
    bad('java', 'class Quay { void low_tide() {} }\n', '1:19-27 low_tide is not written like lowTide'),
    good('php', '<?php function low_tide() {} class Quay { function __construct() {} }\n'),
    bad('php', '<?php function Low_Tide() {}\n', '1:16-24 Low_Tide is not written like lowTide or low_tide'),
    good('cpp', 'int low_tide() { return 1; }\n'),
    bad('cpp', 'int Low_Tide() { return 1; }\n', '1:5-13 Low_Tide is not written like low_tide or lowTide or LowTide'),
    good('go', 'package quay\n\nfunc LowTide() {}\n'),
    bad('go', 'package quay\n\nfunc low_tide() {}\n', '3:6-14 low_tide is not written like lowTide or LowTide'),
    good('shell', 'low_tide() { sail; }\n'),
    bad('shell', 'lowTide() { sail; }\n', '1:1-8 lowTide is not written like low_tide or low-tide'),
  ],
});
