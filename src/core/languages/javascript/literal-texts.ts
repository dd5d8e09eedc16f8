import { SHOWN_ATTRIBUTES } from '../../finders/literal-texts.js';
import { argumentsOf, calleeOf, callsOf } from '../../syntax/calls.js';
import { END, SHIFT, START } from '../../syntax/node-table.js';
import type { SyntaxNode, SyntaxTree } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';

export function literalTextsInScript({ tree }: ParsedSource): SyntaxNode[] {
  const isText = (node: SyntaxNode | undefined | null): node is SyntaxNode =>
    node != null && /^(?:string|template_string)$/.test(node.type);
  const called = callsOf(tree, ASKING)
    .filter((call) => /^(?:window\.)?\w+$/.test(calleeOf(call)))
    .map((call) => argumentsOf(call)[0]);
  // Objects of all kinds have a title; phrases are for people.
  const set = membersSet(tree)
    .filter((node) => !/\.title$/.test(node.child('left')?.text ?? '') || /\p{L}\s+\p{L}/u.test(node.child('right')?.text ?? ''))
    .map((node) => node.child('right'));
  const attributes = tree.ofType('jsx_attribute')
    .filter((node) => SHOWN_ATTRIBUTES.has(node.firstPart?.text ?? ''))
    .map((node) => node.childOfType('string'));
  const named = callsOf(tree, ['setAttribute'])
    .filter((call) => SHOWN_ATTRIBUTES.has(argumentsOf(call)[0]?.text.slice(1, -1) ?? ''))
    .map((call) => argumentsOf(call)[1]);
  // A style is not for people.
  const made = callsOf(tree, ['createTextNode'])
    .map((call) => argumentsOf(call)[0])
    .filter((node) => !/[{}]/.test(node?.text ?? ''));
  return [...[...called, ...set, ...attributes, ...named, ...made].filter(isText), ...tree.ofType('jsx_text'), ...filledIn(tree)];
}

/** Strings between tags, in braces, that are sentences or phrases. */
function filledIn(tree: SyntaxTree): SyntaxNode[] {
  return tree.ofType('jsx_expression').filter(({ parentType }) => parentType === 'jsx_element').flatMap(({ firstPart }) => {
    const values = firstPart?.type === 'ternary_expression'
      ? [firstPart.child('consequence'), firstPart.child('alternative')]
      : [firstPart];
    return values.filter((value) => value !== null).filter((value) =>
      value.type === 'string' && /\p{L}\s+\p{L}/u.test(value.text));
  });
}

/** Calls that show their text to the user. */
const ASKING = ['alert', 'confirm', 'prompt'];

const ASSIGNMENT = ['assignment_expression'];

const LEFT = ['left'];

const PROPERTY = ['property'];

/** Properties of elements that show their text. */
const PROPERTIES = new Set(['textContent', 'innerText', 'placeholder', 'alt', 'ariaLabel', 'title']);

const LENGTHS = new Set([...PROPERTIES].map(({ length }) => length));

/** The assignments to one of {@link PROPERTIES}. Most assignments are others, so their nodes and names are not made. */
function membersSet(tree: SyntaxTree): SyntaxNode[] {
  const { table } = tree;
  const [lefts, properties] = [tree.rolesOf(LEFT), tree.rolesOf(PROPERTY)];
  const found: SyntaxNode[] = [];
  const numbers = tree.numbersOf(ASSIGNMENT);
  for (let place = 0; place < numbers.length; place += 1) {
    const index = numbers[place] as number;
    const left = tree.childInRoles(index, lefts);
    const property = left < 0 ? -1 : tree.childInRoles(left, properties);
    if (property < 0) continue;
    const at = property << SHIFT;
    if (LENGTHS.has((table[at + END] as number) - (table[at + START] as number)) && PROPERTIES.has(tree.textAt(property))) {
      found.push(tree.nodeAt(index));
    }
  }
  return found;
}
