import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { bindingsOf } from '../../syntax/bindings/bindings.js';
import { namesOfPattern } from '../../languages/javascript/bindings.js';
import { isModule } from '../../languages/javascript/exported-names.js';
import type { Binding, Bindings } from '../../syntax/bindings/scope.js';
import { functionAround } from '../../syntax/functions.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { BLOCKS, LOOPS } from '../../syntax/statements.js';
import { bad, good } from '../../finders/examples.js';
import { byTree, hitAt, inLanguages } from '../../finders/hits.js';

export default defineRule({
  id: 'idiom/function-scoped-binding',
  title: 'Variables are limited to their block',
  about: 'var is visible in the whole function, even before its own line; let and const are visible from their line to the '
    + 'end of the block.',
  advice: 'Use let, or const if the value never changes.',
  tags: ['readability', 'correctness'],
  confidence: 'certain',
  repairs: 'safe',
  options: {},
  find: { languages: inLanguages('javascript typescript', byTree(findVar, ['variable_declaration', 'for_in_statement'])) },
  examples: [
    good('javascript', 'let a = 1;\nconst b = 2;\n'),
    bad('javascript', 'export function moor() {\n  var a = 1;\n  sail(a);\n}\n', '2:3-6 visible in the whole function: a', {
      repaired: 'export function moor() {\n  let a = 1;\n  sail(a);\n}\n',
    }),
    bad(
      'javascript',
      'export function moor() {\n  if (b) { var a = 1; }\n  return a;\n}\n',
      '2:12 visible in the whole function: a',
      { repaired: 'export function moor() {\n  if (b) { var a = 1; }\n  return a;\n}\n' },
    ),
    bad('javascript', 'export function moor(a) {\n  for (var b in a) var last = b;\n  if (a) var low = 1;\n  var\n    c = 1;\n'
      + '  return [last, low, c];\n}\n', [
        '2:8 visible in the whole function: b', '2:20 visible in the whole function: last',
        '3:10 visible in the whole function: low', '4:3 visible in the whole function: c',
      ], { repaired: 'export function moor(a) {\n  for (let b in a) var last = b;\n  if (a) var low = 1;\n  var\n    c = 1;\n'
        + '  return [last, low, c];\n}\n' }),
    bad(
      'javascript',
      'export function moor() {\n  sail();\n  var a = 1;\n  function sail() { return a; }\n}\n',
      '3:3 visible in the whole function: a',
      { repaired: 'export function moor() {\n  sail();\n  var a = 1;\n  function sail() { return a; }\n}\n' },
    ),
    good('typescript', 'declare var tide: number;\nexport const a = tide;\n'),
    bad(
      'typescript',
      'export function moor(): number {\n  var a: number = 1;\n  return a;\n}\n',
      '2:3-6 visible in the whole function: a',
      { repaired: 'export function moor(): number {\n  let a: number = 1;\n  return a;\n}\n' },
    ),
  ],
});

function findVar({ tree, text: { text } }: ParsedSource): Hit[] {
  const bindings = bindingsOf(tree);
  const declarations = tree.ofType('variable_declaration').filter(({ parent }) => parent?.type !== 'ambient_declaration');
  const loops = tree.ofType('for_in_statement').filter((node) => node.child('kind')?.text === 'var');
  const isOwnFile = isModule(tree);
  return [...declarations, ...loops].map((node) => {
    const word = (node.child('kind') ?? node.first) as SyntaxNode;
    const names = node.type === 'variable_declaration'
      ? node.parts.flatMap((part) => (part.type === 'variable_declarator' ? namesOfPattern(part.child('name')) : []))
      : namesOfPattern(node.child('left'));
    // With the name on the next line, the grammar reads `let` as a name.
    const isNext = names.every(({ start }, index) => index > 0 || !text.slice(word.end, start).includes('\n'));
    const isSafe = !bindings.isOpen && isNext && names.every((name) => canBeLet(name, node, bindings, isOwnFile));
    return hitAt(
      word,
      `visible in the whole function: ${names.map(({ text }) => text).join(', ')}`,
      isSafe ? [{ start: word.start, end: word.end, text: 'let' }] : undefined,
    );
  });
}

/**
 * Whether let would mean the same: declared once, used only in its block and after its line, and not in a loop that would make it
 * anew.
 */
// elvar waive size/branches because each part is one condition of a safe repair
function canBeLet(name: SyntaxNode, declaration: SyntaxNode, bindings: Bindings, isOwnFile: boolean): boolean {
  const binding: Binding | null = bindings.scopeAt(name).functionScope.bindings.get(name.text) ?? null;
  // In a classic script, a var of the file is a property of the page.
  if (binding === null
      || binding.declarations.length > 1 || binding.node !== name || (binding.scope.kind === 'file' && !isOwnFile)) return false;
  // A branch without braces takes no declaration with let.
  if (declaration.type !== 'for_in_statement'
      && declaration.parent?.type !== 'for_statement' && !BLOCKS.has(declaration.parent?.type ?? '')) return false;
  const block = declaration.type === 'for_in_statement' || declaration.parent?.type === 'for_statement'
    ? (declaration.type === 'for_in_statement' ? declaration : declaration.parent)
    : declaration.closest(BLOCKS);
  if (block === null || /^switch_(?:case|default)$/.test(block.type)) return false;
  const around = functionAround(name);
  const loop = declaration.closest(LOOPS);
  const inLoop = declaration.type === 'for_in_statement' || (loop !== null && (around === null || loop.start > around.start));
  return binding.references.all.every(({ node }) =>
    node.isWithin(block) && node.start > name.start && (!inLoop || functionAround(node) === around) && !isInHoisted(node, around))
    // A loop must set the variable in each iteration, or it would keep its value from the last.
    && (!inLoop || declaration.type === 'for_in_statement'
      || declaration.parent?.type === 'for_statement' || name.parent?.child('value') != null)
    && ![...(bindings.scopeAt(block).bindings.values())].some((other) => other !== binding && other.name === name.text);
}

/** Whether a use is in a function declaration, which can be called before the variable is set: then let would fail. */
function isInHoisted(node: SyntaxNode, around: SyntaxNode | null): boolean {
  for (let inner = functionAround(node); inner !== null && inner !== around; inner = functionAround(inner)) {
    if (/^(?:generator_)?function_declaration$/.test(inner.type)) return true;
  }
  return false;
}
