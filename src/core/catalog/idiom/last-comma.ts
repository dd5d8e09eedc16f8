import { defineRule } from '../rule.js';
import type { Hit } from '../finder.js';
import { isComment, type SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { bad, good } from '../examples.js';
import { byTree, inLanguages } from '../hits.js';
import { choice } from '../options.js';

interface Options {
  readonly style: 'in-columns' | 'none';
}

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
  find: { languages: inLanguages('javascript typescript python php java cpp c', byTree(findAll, ALL)) },
  examples: [
    good('javascript', 'const tides = [\n  1,\n  2,\n];\nsail({ a, b });\nfunction moor(\n  a,\n  ...b\n) {}\nconst [c, , d] = [1, , 2];\n'),
    bad('javascript', 'const tides = [\n  1,\n  2\n];\nsail(a, b,);\n', '3:4 5:10', { repaired: 'const tides = [\n  1,\n  2,\n];\nsail(a, b);\n' }),
    bad('javascript', 'const tides = {\n  low, // of spring\n  high, // of neap\n};\n', '3:7', { options: { style: 'none' }, repaired: 'const tides = {\n  low, // of spring\n  high // of neap\n};\n' }),
    good('typescript', 'enum Berth {\n  A,\n  B,\n}\nfunction moor<A,>(a: A) {}\n'),
    bad('typescript', "import {\n  a,\n  b\n} from './quay.js';\nenum Berth { A, B, }\n", '3:4 5:18', { repaired: "import {\n  a,\n  b,\n} from './quay.js';\nenum Berth { A, B }\n" }),
    good('python', 'low = (1,)\ntides = [\n    1,\n    2,\n]\nsail(\n    x for x in tides\n)\ndef moor(a, /, *, b): pass\n'),
    bad('python', 'tides = [\n    1,\n    2\n]\nsail(a, b,)\nfrom quay import (\n    a,\n    b\n)\n', '3:6 5:10 8:6', { repaired: 'tides = [\n    1,\n    2,\n]\nsail(a, b)\nfrom quay import (\n    a,\n    b,\n)\n' }),
    good('php', '<?php $a = [\n  1,\n];\nsail(\n  $a\n);\n[$b, ] = $a;\n'),
    bad('php', '<?php $a = [\n  1,\n  2\n];\n$b = array(1, 2,);\n', '3:4 5:16', { repaired: '<?php $a = [\n  1,\n  2,\n];\n$b = array(1, 2);\n' }),
    good('java', 'class Quay { int[] a = {\n  1,\n}; }\n'),
    bad('java', 'class Quay { int[] a = { 1, 2, }; }\n', '1:30', { repaired: 'class Quay { int[] a = { 1, 2 }; }\n' }),
    good('cpp', 'enum Berth {\n  A,\n};\nint a[] = { 1, 2 };\nint b[] = {\n  TIDES\n};\n'),
    bad('cpp', 'enum Berth {\n  A,\n  B\n};\n', '3:4', { repaired: 'enum Berth {\n  A,\n  B,\n};\n' }),
    good('c', 'int a[] = { 1 };\n'),
    bad('c', 'int a[] = { 1, };\n', '1:14', { repaired: 'int a[] = { 1 };\n' }),
  ],
});

function* findAll({ tree, text: { text, language } }: ParsedSource, { style }: Options): Iterable<Hit> {
  for (const node of tree.ofTypes(LISTS[language.id === 'c' ? 'cpp' : language.id] ?? [])) {
    const end = endOf(node);
    if (end === null) continue;
    const { item, comma, bracket } = end;
    const isWanted = style === 'in-columns' && /\n\s*$/.test(text.slice(item.end, bracket.start));
    if (isWanted && comma === null && mayHave(node, item)) yield { start: item.end, end: item.end, message: 'a comma is missing after the last item', repair: [{ start: item.end, end: item.end, text: ',' }] };
    else if (!isWanted && comma !== null && mayGo(node, item)) yield { start: comma.start, end: comma.end, message: 'a comma after the last item', repair: [{ start: comma.start, end: comma.end, text: '' }] };
  }
}

/** The last item of a list, the comma after it, and the closing bracket; null for an empty list, and one that is not closed. */
function endOf(node: SyntaxNode): { readonly item: SyntaxNode; readonly comma: SyntaxNode | null; readonly bracket: SyntaxNode } | null {
  const bracket = node.last;
  if (bracket === null || !/^[)\]}]$/.test(bracket.type)) return null;
  let before = bracket.previous;
  while (before !== null && isComment(before)) before = before.previous;
  const comma = before?.type === ',' ? before : null;
  let item = comma === null ? before : comma.previous;
  while (item !== null && isComment(item)) item = item.previous;
  // After a hole, the comma counts the items.
  return item === null || !item.named || item.type === 'ERROR' ? null : { item, comma, bracket };
}

/** What takes everything that is left, and what stands alone in its brackets, takes no comma after it. */
function mayHave(node: SyntaxNode, item: SyntaxNode): boolean {
  if (/rest_pattern|^generator_expression$|^for_in_clause$|^if_clause$|comprehension|variadic|^keyword_separator$|^positional_separator$|dictionary_splat_pattern|list_splat_pattern/.test(item.type)) return false;
  if (item.type === 'required_parameter' && item.text.startsWith('...')) return false;
  // The parameter of a setter stands alone (ECMA-262, section 15.4).
  if (node.type === 'formal_parameters' && node.parent?.children.some(({ type }) => type === 'set') === true) return false;
  if (node.type === 'initializer_list' || node.type === 'enumerator_list') return !mayBeMacro(node, item);
  if (node.type === 'arguments' && /^(?:import|super)$/.test(node.previous?.type ?? '')) return node.previous?.type === 'super';
  // With a comma, brackets around one expression would be a tuple; a class without any base has none to follow.
  return node.type !== 'tuple' || node.parts.filter((part) => !isComment(part)).length > 1;
}

/** A macro may bring its own comma, and what the preprocessor leaves out may be the last item. */
function mayBeMacro(node: SyntaxNode, item: SyntaxNode): boolean {
  const isNamedLikeOne = /^[A-Z_][A-Z\d_]*(?:\(|$)/.test(item.text);
  return /^preproc/.test(item.type) || (isNamedLikeOne && (node.type === 'initializer_list' || node.parts.filter((part) => !isComment(part)).length === 1));
}

/** A comma that makes a tuple of one, or takes the rest apart, has a meaning. */
function mayGo(node: SyntaxNode, item: SyntaxNode): boolean {
  if (node.type === 'tuple' || node.type === 'subscript') return node.parts.filter((part) => !isComment(part)).length > 1;
  if (node.type === 'import_from_statement') return item.type !== 'wildcard_import';
  return node.type !== 'array_creation_expression' || !isDestructured(node);
}

/** In PHP, a list on the left of an assignment is a pattern. */
function isDestructured(node: SyntaxNode): boolean {
  return node.field === 'left' || node.parentType === 'foreach_statement';
}
