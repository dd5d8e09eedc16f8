import { defineRule } from '../../finders/rule.js';
import { bad, good } from '../../finders/examples.js';
import { lastCommas, type LastCommaOptions } from '../../finders/last-commas.js';
import { byTree, inLanguages } from '../../finders/hits.js';
import { choice } from '../../finders/options.js';

/** Lists of each language in which a comma may follow the last item without any meaning. */
const LISTS: Readonly<Record<string, readonly string[]>> = {
  javascript: ['array', 'object', 'arguments', 'formal_parameters', 'named_imports', 'export_clause', 'object_pattern', 'array_pattern'],
  typescript: ['array', 'object', 'arguments', 'formal_parameters', 'named_imports', 'export_clause', 'object_pattern', 'array_pattern', 'enum_body'],
  python: ['list', 'tuple', 'dictionary', 'set', 'argument_list', 'parameters', 'import_from_statement'],
  // Before version 8, PHP takes none after the last parameter.
  php: ['array_creation_expression'],
  java: ['array_initializer'],
  cpp: ['initializer_list', 'enumerator_list'],
};
const ALL = [...new Set(Object.values(LISTS).flat())];

export default defineRule({
  id: 'idiom/last-comma',
  title: 'Lists over several lines end consistently',
  about: 'Without a comma after the last of several lines, adding one more changes two lines, and moving lines around leaves a comma too many or too few.',
  advice: 'Put a comma after the last item if the closing bracket has a line of its own, and none otherwise; or never put one.',
  tags: ['layout'],
  confidence: 'certain',
  repairs: 'safe',
  options: { style: choice(['in-columns', 'none'], 'in-columns', 'whether a comma follows the last item: if the closing bracket has a line of its own, or never') },
  find: { languages: inLanguages('javascript typescript python php java cpp c', byTree((source, options: LastCommaOptions) => lastCommas(source, LISTS[source.text.language.id === 'c' ? 'cpp' : source.text.language.id] ?? [], options), ALL)) },
  examples: [
    good('javascript', 'const tides = [\n  1,\n  2,\n];\nsail({ a, b });\nfunction moor(\n  a,\n  ...b\n) {}\nconst [c, , d] = [1, , 2];\n'),
    bad('javascript', 'const tides = [\n  1,\n  2\n];\nsail(a, b,);\n', ['3:4-4 a comma is missing after the last item', '5:10-11 a comma after the last item'], { repaired: 'const tides = [\n  1,\n  2,\n];\nsail(a, b);\n' }),
    bad('javascript', 'const tides = {\n  low, // of spring\n  high, // of neap\n};\n', '3:7 a comma after the last item', { options: { style: 'none' }, repaired: 'const tides = {\n  low, // of spring\n  high // of neap\n};\n' }),
    good('typescript', 'enum Berth {\n  A,\n  B,\n}\nfunction moor<A,>(a: A) {}\n'),
    bad('typescript', "import {\n  a,\n  b\n} from './quay.js';\nenum Berth { A, B, }\n", ['3:4-4 a comma is missing after the last item', '5:18-19 a comma after the last item'], { repaired: "import {\n  a,\n  b,\n} from './quay.js';\nenum Berth { A, B }\n" }),
    good('python', 'low = (1,)\ntides = [\n    1,\n    2,\n]\nsail(\n    x for x in tides\n)\ndef moor(a, /, *, b): pass\n'),
    bad('python', 'tides = [\n    1,\n    2\n]\nsail(a, b,)\nfrom quay import (\n    a,\n    b\n)\n', ['3:6-6 a comma is missing after the last item', '5:10-11 a comma after the last item', '8:6-6 a comma is missing after the last item'], { repaired: 'tides = [\n    1,\n    2,\n]\nsail(a, b)\nfrom quay import (\n    a,\n    b,\n)\n' }),
    good('php', '<?php $a = [\n  1,\n];\nsail(\n  $a\n);\n[$b, ] = $a;\n'),
    bad('php', '<?php $a = [\n  1,\n  2\n];\n$b = array(1, 2,);\n', ['3:4-4 a comma is missing after the last item', '5:16-17 a comma after the last item'], { repaired: '<?php $a = [\n  1,\n  2,\n];\n$b = array(1, 2);\n' }),
    good('java', 'class Quay { int[] a = {\n  1,\n}; }\n'),
    bad('java', 'class Quay { int[] a = { 1, 2, }; }\n', '1:30-31 a comma after the last item', { repaired: 'class Quay { int[] a = { 1, 2 }; }\n' }),
    good('cpp', 'enum Berth {\n  A,\n};\nint a[] = { 1, 2 };\nint b[] = {\n  TIDES\n};\n'),
    bad('cpp', 'enum Berth {\n  A,\n  B\n};\n', '3:4-4 a comma is missing after the last item', { repaired: 'enum Berth {\n  A,\n  B,\n};\n' }),
    good('c', 'int a[] = { 1 };\n'),
    bad('c', 'int a[] = { 1, };\n', '1:14-15 a comma after the last item', { repaired: 'int a[] = { 1 };\n' }),
  ],
});
