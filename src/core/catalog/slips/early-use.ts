import { defineRule, type Hit } from '../../model/rule.js';
import { bindingsOf } from '../../syntax/bindings/bindings.js';
import type { Reference } from '../../syntax/bindings/references.js';
import type { Binding, BindingKind } from '../../syntax/bindings/scope.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { bad, good } from '../examples.js';
import { byTree, hitAt, hitsOf, inLanguages, NO_HITS } from '../hits.js';

export default defineRule({
  id: 'slips/early-use',
  title: 'Nothing is used before its declaration has run',
  about: 'Before its line has run, reading a let, const or class throws (ECMA-262, section 9.1.1.1.6), and a var is undefined.',
  advice: 'Move the declaration up, or the use down.',
  tags: ['correctness', 'starter'],
  confidence: 'certain',
  options: {},
  find: { languages: inLanguages('javascript typescript', byTree(findEarlyUses)) },
  examples: [
    good('javascript', 'const moor = () => berth;\nconst berth = 1;\nmoor();\nsail();\nfunction sail(a = low) { const low = 1; }\nexport { low };\nconst low = 1;\n'),
    bad('javascript', 'sail(berth);\nconst berth = 1;\nnew Quay();\nclass Quay {}\n', '1:6 3:5'),
    good('typescript', 'let berth: Berth;\nclass Berth {}\ntype Low = typeof low;\nconst low = 1;\n'),
    bad('javascript', 'const tide = tide + 1;\n', '1:14'),
    bad('typescript', 'const high = low + 1;\nconst low = 1;\n', '1:14'),
  ],
});

function findEarlyUses({ tree, text }: ParsedSource): Hit[] {
  if (text.path.endsWith('.d.ts')) return [];
  return hitsOf(bindingsOf(tree).all, (binding) => {
    if (!EARLY_KINDS.has(binding.kind)) return NO_HITS;
    const early = binding.references.before(endOfDeclaration(binding)).filter((reference) => isEarly(binding, reference));
    if (early.length === 0 || !mustBeFirst(binding)) return NO_HITS;
    return early.map(({ node }) => hitAt(node, `${binding.name} is used before its declaration has run`));
  });
}

/** A name has its value only after its declaration: `const tide = tide + 1` reads it too early. */
function endOfDeclaration({ node, kind }: Binding): number {
  const declarator = kind === 'class' || node.parentType !== 'variable_declarator' ? null : node.parent;
  return declarator?.end ?? node.start;
}

const AMBIENT = new Set(['ambient_declaration']);
const DECLARATIONS = new Set(['variable_declaration', 'lexical_declaration', 'using_declaration']);
const IN_TYPES = new Set(['type_query', 'type_annotation', 'type_alias_declaration', 'interface_declaration', 'type_arguments', 'decorator']);

/** Names that cannot be used before their declaration has run. */
const EARLY_KINDS: ReadonlySet<BindingKind> = new Set<BindingKind>(['class', 'variable', 'constant']);

function mustBeFirst({ kind, node, declarations }: Binding): boolean {
  if (declarations.length > 1) return false;
  if (kind === 'class') return node.closest(AMBIENT) === null;
  // A var exists from the start; if it is declared several times, early use is often intended.
  return node.closest(DECLARATIONS)?.type !== 'variable_declaration'
    && node.closest(AMBIENT) === null;
}

/** Whether a use before the declaration in the text also runs before it. */
function isEarly({ scope }: Binding, { node }: Reference): boolean {
  if (node.type === 'type_identifier') return false;
  if (node.parent?.type === 'export_specifier' || isInType(node)) return false;
  // Code inside a function runs when it is called, usually later.
  for (let around = node.parent; around !== null && around !== scope.node; around = around.parent) {
    if (/function|method_definition|^public_field_definition$|^field_definition$|class_static_block/.test(around.type)) return false;
    if (around.type === 'for_in_statement' || around.type === 'labeled_statement') continue;
  }
  return true;
}

function isInType(node: SyntaxNode): boolean {
  return node.closest(IN_TYPES) !== null;
}
