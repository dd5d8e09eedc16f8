import { defineRule } from '../../finders/rule.js';
import { bad, good } from '../../finders/examples.js';
import { misshapen, NAME_OPTIONS } from '../../finders/name-forms.js';

export default defineRule({
  id: 'names/types',
  title: 'Classes and types follow one naming style',
  about: 'A name in the usual style shows at a glance what kind of thing it is.',
  advice: 'Rename it in the agreed style, wherever it is used.',
  tags: ['naming', 'readability'],
  confidence: 'likely',
  options: NAME_OPTIONS,
  find: misshapen('type', 'javascript typescript python java php cpp c go'),
  examples: [
    good('cpp', 'template <> struct Quay<int> { int berth; };\n'),
    bad('typescript', 'type $tide = 1;\n', '1:6-11 $tide is not written like LowTide'),
    good('javascript', 'class LowTide {}\n'),
    bad('javascript', 'class lowTide {}\n', '1:7-14 lowTide is not written like LowTide'),
    good('typescript', 'type LowTide = 1;\ninterface Quay {}\n'),
    bad('typescript', 'type lowTide = 1;\ninterface quay {}\n', ['1:6 lowTide is not written like LowTide', '2:11 quay is not written like LowTide']),
    good('python', 'class LowTide:\n    pass\n'),
    bad('python', 'class low_tide:\n    pass\n', '1:7-15 low_tide is not written like LowTide'),
    good('java', 'enum Tide { LOW }\n'),
    bad('java', 'enum tide { LOW }\n', '1:6-10 tide is not written like LowTide'),
    good('php', '<?php interface LowTide {}\n'),
    bad('php', '<?php interface low_tide {}\n', '1:17-25 low_tide is not written like LowTide'),
    good('cpp', 'struct low_tide { int a; };\nclass Quay {};\n'),
    bad('cpp', 'class Low_Tide {};\n', '1:7-15 Low_Tide is not written like LowTide or low_tide'),
    good('go', 'package quay\n\ntype lowTide struct{}\n'),
    bad('go', 'package quay\n\ntype low_tide struct{}\n', '3:6-14 low_tide is not written like lowTide or LowTide'),
  ],
});
