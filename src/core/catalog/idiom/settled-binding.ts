import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { bindingsOf } from '../../syntax/bindings/bindings.js';
import { namesOfPattern } from '../../languages/javascript/bindings.js';
import { isModule } from '../../languages/javascript/exported-names.js';
import type { Binding } from '../../syntax/bindings/scope.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { bad, good } from '../../finders/examples.js';
import { byTree, hitAt, hitsOf, inLanguages, NO_HITS, OFFERED } from '../../finders/hits.js';

const DECLARATIONS = ['lexical_declaration', 'for_in_statement'];

export default defineRule({
  id: 'idiom/settled-binding',
  title: 'Variables that never change are const',
  about: 'const tells readers that the value stays the same, so they need not look for changes further down.',
  advice: 'Use const instead of let.',
  tags: ['readability'],
  confidence: 'certain',
  repairs: 'safe',
  options: {},
  find: { languages: inLanguages('javascript typescript', byTree(findSettled, DECLARATIONS)) },
  examples: [
    good('javascript', 'let a = 1;\na += 1;\nlet b;\nb = 2;\nfor (let i = 0; i < 3; i++) sail(i);\nlet [c, d] = e;\nd = 1;\n'),
    bad('javascript', 'let a = 1;\nfor (let b of c) sail(a, b);\n', ['1:5-6 a never changes', '2:10-11 b never changes'], {
      repaired: 'const a = 1;\nfor (const b of c) sail(a, b);\n',
    }),
    bad('javascript', 'let a = 1, b = 2;\nb = 3;\n', '1:5 a never changes', { repaired: 'let a = 1, b = 2;\nb = 3;\n' }),
    good('typescript', 'let a: number;\na = 1;\n'),
    bad(
      'typescript', 'let a: number = 1;\nsail(a);\n', '1:5-6 a never changes', { repaired: 'const a: number = 1;\nsail(a);\n' },
    ),
  ],
});

/** The field of `let` and `const` in a loop; elsewhere they come first. */
const WORD = ['kind'];

function findSettled({ tree }: ParsedSource): Hit[] {
  const bindings = bindingsOf(tree);
  if (bindings.isOpen) return [];
  const roles = tree.rolesOf(WORD);
  let byNode: ReadonlyMap<SyntaxNode, Binding> | null = null;
  return hitsOf(tree.ofTypes(DECLARATIONS), (declaration): readonly Hit[] => {
    const own = tree.childInRoles(declaration.index, roles);
    const word = own < 0 ? declaration.index + 1 : own;
    if (tree.typeAt(word) !== 'let' || declaration.parentType === 'ambient_declaration') return NO_HITS;
    // A counting loop sets its names in its head.
    if (declaration.parentType === 'for_statement') return NO_HITS;
    const groups = declaration.type === 'for_in_statement' ? [namesOfPattern(declaration.child('left'))] : groupsOf(declaration);
    const known = byNode ??= changeable(bindings.all);
    const settled = groups.map((names) => names.length > 0 && names.every((name) => isSettled(known.get(name))));
    const { start, end } = tree.nodeAt(word);
    // Another script of the page can assign to a name of a classic script.
    const isShared = declaration.parentType === 'program' && !isModule(tree);
    const repair = settled.every(Boolean) ? [{ start, end, text: 'const' }] : undefined;
    return groups.flatMap((names, index) => (settled[index] && names[0] !== undefined
      ? [hitAt(names[0], `${names.map(({ text }) => text).join(', ')} never changes`, repair, isShared ? OFFERED : undefined)]
      : []));
  });
}

/** Declarations that may use `let`, by where they are. */
function changeable(bindings: readonly Binding[]): Map<SyntaxNode, Binding> {
  const known = new Map<SyntaxNode, Binding>();
  for (const binding of bindings) if (binding.kind === 'variable' || binding.kind === 'loop') known.set(binding.node, binding);
  return known;
}

/** The names in each declarator. One without a value is set later; its group is empty. */
function groupsOf(declaration: SyntaxNode): SyntaxNode[][] {
  return declaration.parts.filter(({ type }) => type === 'variable_declarator')
    .map((part) => (part.child('value') === null ? [] : namesOfPattern(part.child('name'))));
}

function isSettled(binding: Binding | undefined): boolean {
  return binding !== undefined && binding.declarations.length === 1 && !binding.references.areWritten;
}
