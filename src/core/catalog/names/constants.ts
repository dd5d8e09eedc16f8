import { defineRule } from '../../finders/rule.js';
import { bad, good } from '../../finders/examples.js';
import { misshapen, NAME_OPTIONS } from '../../finders/name-forms.js';

export default defineRule({
  id: 'names/constants',
  title: 'Constants follow one naming style',
  about: 'A name in the usual style shows at a glance what kind of thing it is.',
  advice: 'Rename it in the agreed style, wherever it is used.',
  tags: ['naming', 'readability'],
  confidence: 'likely',
  options: NAME_OPTIONS,
  find: misshapen('constant', 'javascript typescript python java php cpp c go shell'),
  examples: [
    good('javascript', 'const LOW_TIDE = 1;\nconst lowTide = next();\n'),
    bad('javascript', 'const low_tide = 1;\n', '1:7-15 low_tide is not written like lowTide or LowTide or LOW_TIDE'),
    bad('javascript', 'const lowTide = 1;\n', '1:7 lowTide is not written like LOW_TIDE', { options: { form: 'upper' } }),
    good('typescript', 'const LOW_TIDE: number = 1;\n'),
    bad('typescript', 'const Low_Tide: number = 1;\n', '1:7-15 Low_Tide is not written like lowTide or LowTide or LOW_TIDE'),
    good('python', 'LOW_TIDE = 1\nquay = next()\n'),
    bad('python', 'low_tide = 1\n', '1:1-9 low_tide is not written like LOW_TIDE'),
    good('java', 'class Quay { static final int LOW_TIDE = 1; static final Trim TRIM = name -> name.trim(); }\n'),
    bad('java', 'class Quay { static final int lowTide = 1; }\n', '1:31-38 lowTide is not written like LOW_TIDE'),
    good('php', '<?php const LOW_TIDE = 1;\n'),
    bad('php', '<?php const lowTide = 1;\n', '1:13-20 lowTide is not written like LOW_TIDE'),
    good('cpp', '#define LOW_TIDE 1\nconst int kLow = 1;\n'),
    bad('cpp', '#define Low_Tide 1\n', '1:9-17 Low_Tide is not written like LOW_TIDE or lowTide or LowTide or low_tide'),
    good('go', 'package quay\n\nconst LowTide = 1\n'),
    bad('go', 'package quay\n\nconst LOW_TIDE = 1\n', '3:7-15 LOW_TIDE is not written like lowTide or LowTide'),
    good('shell', 'readonly LOW_TIDE=1\n'),
    bad('shell', 'readonly low_tide=1\n', '1:10-18 low_tide is not written like LOW_TIDE'),
  ],
});
