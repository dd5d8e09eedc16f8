import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { nameOf, parametersOf, passedParameters } from '../../syntax/functions.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { bad, good } from '../../finders/examples.js';
import { byTree, hitAt, inLanguages } from '../../finders/hits.js';

const CLASSES = ['class_specifier', 'struct_specifier'];

export default defineRule({
  id: 'slips/unmarked-override',
  title: 'Overriding functions are marked',
  about:
    'With override, the compiler reports when the base changes and nothing is overridden any more: ISO C++, [class.virtual].',
  advice: 'Add override after the parameters.',
  tags: ['correctness', 'readability'],
  confidence: 'likely',
  repairs: 'safe',
  options: {},
  find: { languages: inLanguages('cpp', byTree(findUnmarked)) },
  examples: [
    good('cpp', 'class A { virtual void moor(int a); void sail(); };\n'
      + 'class B : public A { void moor(int a) override; void sail(); void moor(); };\n'),
    bad(
      'cpp',
      'class A { virtual int moor(int a) const; };\nclass B : public A { int moor(int b) const; };\n',
      '2:26-30 moor overrides a function but is not marked override',
      {
        repaired: 'class A { virtual int moor(int a) const; };\nclass B : public A { int moor(int b) const override; };\n',
      },
    ),
  ],
});

/** Only base classes in the same file are known. */
function findUnmarked({ tree }: ParsedSource): Hit[] {
  const classes = tree.ofTypes(CLASSES).filter((node) => node.child('body') !== null);
  const virtuals = new Map(
    classes.map((node) => [node.child('name')?.text ?? '', new Set(methodsOf(node).filter(isVirtual).map(signature))]),
  );
  return classes.flatMap((node) => {
    const bases =
      node.childOfType('base_class_clause')?.parts.filter(({ type }) => type === 'type_identifier').map(({ text }) => text) ?? [];
    const inherited = new Set(bases.flatMap((base) => [...(virtuals.get(base) ?? [])]));
    return methodsOf(node)
      .filter((method) => inherited.has(signature(method)) && !/\b(?:override|final)\b/.test(headOf(method)))
      .map((method) => {
        const declarator = declaratorOf(method) as SyntaxNode;
        return hitAt(
          declarator.child('declarator') ?? declarator,
          `${nameOf(method)?.text} overrides a function but is not marked override`,
          [{ start: declarator.end, end: declarator.end, text: ' override' }],
        );
      });
  });
}

function methodsOf(node: SyntaxNode): SyntaxNode[] {
  return node.child('body')?.parts
    .filter((part) => /^(?:field_declaration|function_definition)$/.test(part.type) && declaratorOf(part) !== null) ?? [];
}

function declaratorOf(method: SyntaxNode): SyntaxNode | null {
  let declarator = method.child('declarator');
  while (declarator !== null && declarator.type !== 'function_declarator') declarator = declarator.child('declarator');
  return declarator;
}

function isVirtual(method: SyntaxNode): boolean {
  return /\bvirtual\b|\boverride\b/.test(headOf(method));
}

/** The declaration up to the body. */
function headOf(method: SyntaxNode): string {
  return method.text.slice(0, (method.child('body')?.start ?? method.end) - method.start);
}

/** Name, number of parameters and constness: enough to tell overloads apart in one file. */
function signature(method: SyntaxNode): string {
  const list = parametersOf(method);
  const types = list === null ? [] : passedParameters(list).map((part) => (part.text.split('=', 1)[0] ?? '')
    .trimEnd()
    .replace(/\b(\w+)$/, (name) => (part.child('declarator') === null ? name : ''))
    .replace(/\s+/g, ''));
  return `${nameOf(method)?.text} ${types.join(',')} ${/\)\s*const\b/.test(headOf(method)) ? 'const' : ''}`;
}
