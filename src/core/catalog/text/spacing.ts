import { syntaxOf } from '../../syntax/language-syntax.js';
import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { isComment, type SyntaxNode } from '../../syntax/node.js';
import { layoutTest, type LayoutTest } from '../../syntax/solid.js';
import type { ParsedSource } from '../../syntax/source.js';
import { byTree, shared } from '../../finders/hits.js';
import { list, toggle } from '../../finders/options.js';
import type { Options } from '../../finders/spacing.js';
import { isQuoted, spaceAfterCommas } from '../../finders/spacing.js';

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
  find: shared(byTree(spacingIn)),
});

const OPERATIONS = [
  'binary_expression', 'assignment_expression', 'augmented_assignment_expression', 'binary_operator', 'comparison_operator',
  'assignment', 'augmented_assignment', 'named_expression',
  'variable_declarator', 'init_declarator', 'assignment_pattern', 'object_assignment_pattern', 'field_definition',
  'public_field_definition', 'required_parameter', 'enum_assignment',
  'ternary_expression', 'conditional_expression', 'arrow_function', 'lambda_expression', 'union_type', 'intersection_type',
  'type_alias_declaration', 'default_type',
  'property_element', 'const_element', 'array_element_initializer', 'simple_parameter', 'reference_assignment_expression',
  'optional_parameter_declaration', 'typed_default_parameter', 'function_definition',
  'property_declaration', 'constant_item', 'optional_parameter', 'enum_variant', 'infix_expression',
];

/** In these, only this token is an operator. */
const ONLY: Readonly<Record<string, string>> = {
  variable_declarator: '=', init_declarator: '=', assignment_pattern: '=', object_assignment_pattern: '=', field_definition: '=',
  public_field_definition: '=', required_parameter: '=', enum_assignment: '=', assignment: '=',
  arrow_function: '=>', lambda_expression: '->', type_alias_declaration: '=', default_type: '=', property_element: '=',
  const_element: '=', array_element_initializer: '=>', simple_parameter: '=',
  optional_parameter_declaration: '=', typed_default_parameter: '=', function_definition: '->', property_declaration: '=',
  constant_item: '=', optional_parameter: '=', enum_variant: '=',
};

function* spacingIn(source: ParsedSource, options: Options): Iterable<Hit> {
  if (options.operators) yield* findOperators(source, options.tight);
  if (options.commas) yield* spaceAfterCommas(source, options);
}

function* findOperators(source: ParsedSource, tight: readonly string[]): Iterable<Hit> {
  const { tree, text: { text } } = source;
  let isLayout: LayoutTest | null = null;
  for (const node of tree.ofTypes(OPERATIONS)) {
    for (const operator of operatorsOf(node)) {
      const { start, end } = operator;
      const [before, after] = [isOpen(text, start - 1), isOpen(text, end)];
      if ((before && after) || tight.includes(operator.text)
          || isDoubtful(node, operator, before || after) || isQuoted(node)) continue;
      isLayout ??= layoutTest(source);
      const where = before ? 'after' : after ? 'before' : 'around';
      const edits = [...(before ? [] : [{ start, end: start, text: ' ' }]), ...(after ? [] : [{ start: end, end, text: ' ' }])];
      yield {
        start, end, message: `no space ${where} ${operator.text}`, repair: isLayout(start) && isLayout(end) ? edits : undefined,
      };
    }
  }
}

/** The operators of a node: punctuation between two parts. */
function operatorsOf(node: SyntaxNode): SyntaxNode[] {
  const only = ONLY[node.type];
  return node.children.filter((child) =>
    !child.named && (only === undefined ? /^[^\w\s()[\]{};,]+$/.test(child.text) : child.text === only)
      && child.previous !== null && child.next !== null && !isComment(child.previous) && !isComment(child.next));
}

/** Whether there is a blank or a line end at an offset, or nothing. */
function isOpen(text: string, offset: number): boolean {
  const character = text[offset];
  return character === undefined || /\s/.test(character);
}

/** Where grammars guess, or two operators are one. */
function isDoubtful(node: SyntaxNode, { text, previous, next }: SyntaxNode, hasBlank: boolean): boolean {
  // `a ?: b` of PHP and C: together they are one.
  return text === '?' && next?.type === ':' || text === ':' && previous?.type === '?'
    || syntaxOf(node.tree).isDoubtfulOperator?.(node, text, hasBlank) === true;
}
