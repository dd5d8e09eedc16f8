import { defineRule } from '../../model/rule.js';
import type { ParsedSource } from '../../syntax/source.js';
import { bad, good } from '../examples.js';
import { byTree, inLanguages } from '../hits.js';
import { misshapenNames, NAME_FORMS, type NameForm } from '../name-forms.js';
import { choice, pattern } from '../options.js';

interface Options {
  readonly form: NameForm;
  readonly pattern: string;
}

export default defineRule({
  id: 'names/types',
  title: 'Classes and types are named in one form',
  about: 'A name of the usual form tells at a glance what kind of thing it is; every exception is read twice.',
  advice: 'Write the name in the agreed form, everywhere it is used.',
  tags: ['naming', 'readability'],
  confidence: 'likely',
  options: {
    form: choice(NAME_FORMS, 'usual', 'how words are joined; usual: as the language has it'),
    pattern: pattern('', 'a regular expression (RE2) that whole names must match as well'),
  },
  find: { languages: inLanguages('javascript typescript python java php cpp c go', byTree((source: ParsedSource, options: Options) => misshapenNames(source, 'type', options))) },
  examples: [
    good('javascript', 'class LowTide {}\n'),
    bad('javascript', 'class lowTide {}\n', '1:7'),
    good('typescript', 'type LowTide = 1;\ninterface Quay {}\n'),
    bad('typescript', 'type lowTide = 1;\ninterface quay {}\n', '1:6 2:11'),
    good('python', 'class LowTide:\n    pass\n'),
    bad('python', 'class low_tide:\n    pass\n', '1:7'),
    good('java', 'enum Tide { LOW }\n'),
    bad('java', 'enum tide { LOW }\n', '1:6'),
    good('php', '<?php interface LowTide {}\n'),
    bad('php', '<?php interface low_tide {}\n', '1:17'),
    good('cpp', 'struct low_tide { int a; };\nclass Quay {};\n'),
    bad('cpp', 'class Low_Tide {};\n', '1:7'),
    good('go', 'package quay\n\ntype lowTide struct{}\n'),
    bad('go', 'package quay\n\ntype low_tide struct{}\n', '3:6'),
  ],
});
