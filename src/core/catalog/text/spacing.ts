import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { isComment, type SyntaxNode } from '../../syntax/node.js';
import { KIND, SHIFT, START } from '../../syntax/node-table.js';
import { layoutTest, type LayoutTest } from '../../syntax/solid.js';
import type { ParsedSource } from '../../syntax/source.js';
import { bad, good } from '../../finders/examples.js';
import { byTree, inLanguages } from '../../finders/hits.js';
import { list, toggle } from '../../finders/options.js';

interface Options {
  readonly operators: boolean;
  readonly commas: boolean;
  readonly tight: readonly string[];
}

export default defineRule({
  id: 'text/spacing',
  title: 'Spaces around operators and after commas',
  about: 'Where spaces come and go, the eye has to look for what belongs together, and changes of layout hide changes of code.',
  advice: 'Put a space on both sides of an operator between two operands, and after a comma.',
  tags: ['layout'],
  confidence: 'certain',
  repairs: 'safe',
  options: {
    operators: toggle(true, 'true', 'whether operators have spaces on both sides'),
    commas: toggle(true, 'true', 'whether a space follows a comma'),
    tight: list([], 'fewer', 'operators that need no spaces, such as *'),
  },
  find: { languages: { ...inLanguages('javascript typescript python java php cpp c', byTree(findAll)), css: byTree(findCommas) }, others: byTree(findAll) },
  examples: [
    good('javascript', 'const tide = low + high * 2;\nsail(a, b, -c);\nconst f = (a = 1) => a ? b : c;\n'),
    good('javascript', 'sail(...a);\nb = [c,];\nfor (let i = 0; i < 3; i++) {}\n'),
    bad('javascript', 'const tide=low+ high;\nsail(a,b);\n', ['1:11-12 no space around =', '1:15-16 no space before +', '2:7-8 no space after this comma'], { repaired: 'const tide = low + high;\nsail(a, b);\n' }),
    bad('javascript', 'const f = (a=1)=>a?b :c;\n', ['1:13 no space around =', '1:16 no space around =>', '1:19 no space around ?', '1:22 no space after :'], { repaired: 'const f = (a = 1) => a ? b : c;\n' }),
    bad('javascript', 'a = b*c+d;\n', '1:8 no space around +', { options: { tight: ['*'] }, repaired: 'a = b*c + d;\n' }),
    good('javascript', 'sail(a,b);\n', { options: { commas: false } }),
    good('typescript', 'type Tide =\n  | Low\n  | High;\nfunction moor<A, B = A>(a?: A, b = 1): B { return a as B; }\n'),
    bad('typescript', 'type Tide=Low|High;\nenum Berth { A=1 }\n', ['1:10-11 no space around =', '1:14-15 no space around |', '2:15-16 no space around ='], { repaired: 'type Tide = Low | High;\nenum Berth { A = 1 }\n' }),
    good('python', 'def moor(a, b=1, *c) -> int:\n    return a[1:-1] ** -b + f"{a+b=}"[0]\nsail(x=1, **d)\n'),
    bad('python', 'a=b+1\nif a<b<=c: sail(a,b)\n', ['1:2-3 no space around =', '1:4-5 no space around +', '2:5-6 no space around <', '2:7-9 no space around <=', '2:18-19 no space after this comma'], { repaired: 'a = b + 1\nif a < b <= c: sail(a, b)\n' }),
    good('java', 'class Quay { int low = 1; Map<String, Integer> all = x -> x > 0 ? a : b; }\n'),
    bad('java', 'class Quay { int low=a+1; Map<String,Integer> all; }\n', ['1:21-22 no space around =', '1:23-24 no space around +', '1:37-38 no space after this comma'], { repaired: 'class Quay { int low = a + 1; Map<String, Integer> all; }\n' }),
    good('php', "<?php declare(strict_types=1);\n$a = $b . 'c';\n$a ?: $b;\n[$a => 1, 'b' => 2];\n"),
    bad('php', "<?php $a=$b.'c';\nsail($a,$b);\n[$a=>1];\n", ['1:9-10 no space around =', '1:12-13 no space around .', '2:8-9 no space after this comma', '3:4-6 no space around =>'], { repaired: "<?php $a = $b . 'c';\nsail($a, $b);\n[$a => 1];\n" }),
    good('cpp', 'int *a = &b;\nvector<int> c(d, -e);\nint f(int g = 1) { return (byte)*h + x; }\n'),
    bad('cpp', 'int a=b+c;\nint d = sail(a,b);\n', ['1:6-7 no space around =', '1:8-9 no space around +', '2:15-16 no space after this comma'], { repaired: 'int a = b + c;\nint d = sail(a, b);\n' }),
    good('c', 'char a[] = { 1, 2 };\n'),
    bad('c', 'int a=1;\n', '1:6-7 no space around =', { repaired: 'int a = 1;\n' }),
    good('css', 'a, b { color: rgb(1, 2, 3); }\n'),
    bad('css', 'a,b { color: rgb(1,2, 3); }\n', ['1:2-3 no space after this comma', '1:19-20 no space after this comma'], { repaired: 'a, b { color: rgb(1, 2, 3); }\n' }),
  ],
});

/** Nodes with an operator between two operands; nodes of other languages simply do not occur. */
const COMMA = [','];
const OPERATIONS = [
  'binary_expression', 'assignment_expression', 'augmented_assignment_expression', 'binary_operator', 'comparison_operator', 'assignment', 'augmented_assignment', 'named_expression',
  'variable_declarator', 'init_declarator', 'assignment_pattern', 'object_assignment_pattern', 'field_definition', 'public_field_definition', 'required_parameter', 'enum_assignment',
  'ternary_expression', 'conditional_expression', 'arrow_function', 'lambda_expression', 'union_type', 'intersection_type', 'type_alias_declaration', 'default_type',
  'property_element', 'const_element', 'array_element_initializer', 'simple_parameter', 'reference_assignment_expression', 'optional_parameter_declaration', 'typed_default_parameter', 'function_definition',
  'property_declaration', 'constant_item', 'optional_parameter', 'enum_variant', 'infix_expression',
];

/** In these, only this token is an operator. */
const ONLY: Readonly<Record<string, string>> = {
  variable_declarator: '=', init_declarator: '=', assignment_pattern: '=', object_assignment_pattern: '=', field_definition: '=', public_field_definition: '=', required_parameter: '=', enum_assignment: '=', assignment: '=',
  arrow_function: '=>', lambda_expression: '->', type_alias_declaration: '=', default_type: '=', property_element: '=', const_element: '=', array_element_initializer: '=>', simple_parameter: '=',
  optional_parameter_declaration: '=', typed_default_parameter: '=', function_definition: '->', property_declaration: '=', constant_item: '=', optional_parameter: '=', enum_variant: '=',
};

function* findAll(source: ParsedSource, options: Options): Iterable<Hit> {
  if (options.operators) yield* findOperators(source, options.tight);
  if (options.commas) yield* findCommas(source, options);
}

function* findOperators(source: ParsedSource, tight: readonly string[]): Iterable<Hit> {
  const { tree, text: { text, language } } = source;
  let isLayout: LayoutTest | null = null;
  for (const node of tree.ofTypes(OPERATIONS)) {
    for (const operator of operatorsOf(node)) {
      const { start, end } = operator;
      const [before, after] = [isOpen(text, start - 1), isOpen(text, end)];
      if ((before && after) || tight.includes(operator.text) || isDoubtful(node, operator, language.id, before || after) || isQuoted(node, language.id)) continue;
      isLayout ??= layoutTest(source);
      const where = before ? 'after' : after ? 'before' : 'around';
      const edits = [...(before ? [] : [{ start, end: start, text: ' ' }]), ...(after ? [] : [{ start: end, end, text: ' ' }])];
      yield { start, end, message: `no space ${where} ${operator.text}`, repair: isLayout(start) && isLayout(end) ? edits : undefined };
    }
  }
}

/** The operators of a node: punctuation between two parts. */
function operatorsOf(node: SyntaxNode): SyntaxNode[] {
  const only = ONLY[node.type];
  return node.children.filter((child) => !child.named && (only === undefined ? /^[^\w\s()[\]{};,]+$/.test(child.text) : child.text === only)
    && child.previous !== null && child.next !== null && !isComment(child.previous) && !isComment(child.next));
}

/** Whether there is a blank or a line end at an offset, or nothing. */
function isOpen(text: string, offset: number): boolean {
  const character = text[offset];
  return character === undefined || /\s/.test(character);
}

/** Where grammars guess, or two operators are one. */
function isDoubtful({ type, parentType, first }: SyntaxNode, { text, previous, next }: SyntaxNode, language: string, hasBlank: boolean): boolean {
  // `a ?: b` of PHP and C: together they are one.
  if (text === '?' && next?.type === ':' || text === ':' && previous?.type === '?') return true;
  // Type arguments look like comparisons.
  if ((language === 'kotlin' || language === 'csharp') && /^[<>]$/.test(text)) return !hasBlank;
  if (language !== 'cpp' && language !== 'c') return false;
  // A declaration of a pointer, a cast, and arguments of a template look like sums and comparisons.
  if (type !== 'binary_expression') return false;
  return parentType === 'expression_statement' || (first?.type === 'parenthesized_expression' && /^[*&+-]$/.test(text)) || (/^[<>]$/.test(text) && !hasBlank);
}

/** Whether blanks in a node may become a part of a text: between the braces of Python's texts, which may show what they compute, and in arguments of macros. */
function isQuoted(node: SyntaxNode, language: string): boolean {
  if (!/^(?:python|cpp|c|rust)$/.test(language)) return false;
  for (let around = node.parent; around !== null; around = around.parent) {
    // A macro of Rust may look at the text that it is given.
    if (around.type === 'token_tree' || around.type === 'token_tree_pattern') return true;
    if (around.type === 'interpolation') return true;
    if (around.type === 'call_expression' && /^(?:assert|[A-Z][A-Z\d_]*)$/.test(around.child('function')?.text ?? '')) return true;
  }
  return false;
}

function* findCommas(source: ParsedSource, { commas }: Options): Iterable<Hit> {
  if (!commas) return;
  const { tree, text: { text, language } } = source;
  const { table, size } = tree;
  const isComma = tree.kindFlags(COMMA);
  let isLayout: LayoutTest | null = null;
  for (let index = 0; index < size; index += 1) {
    if (isComma[table[(index << SHIFT) + KIND] as number] !== 1) continue;
    const start = table[(index << SHIFT) + START] as number;
    const next = text[start + 1];
    // A closing bracket may follow at once; between two commas is a hole.
    if (text[start] !== ',' || next === undefined || /[\s)\]}>,]/.test(next)) continue;
    const comma = tree.nodeAt(index);
    if (comma.next === null || isComment(comma.next) || isQuoted(comma, language.id)) continue;
    isLayout ??= layoutTest(source);
    yield { start, end: start + 1, message: 'no space after this comma', repair: isLayout(start + 1) ? [{ start: start + 1, end: start + 1, text: ' ' }] : undefined };
  }
}
