import { defineRule, type Hit } from '../../model/rule.js';
import { bindingsOf } from '../../syntax/bindings/bindings.js';
import { isModule } from '../../syntax/bindings/script-exports.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { bad, good } from '../examples.js';
import { byTree, hitAt, hitsOf, inLanguages } from '../hits.js';
import { isKnownGlobal } from '../known-globals.js';
import { nameTest } from '../name-patterns.js';
import { patterns } from '../options.js';

const TYPE_PLACES = new Set(['type_annotation', 'type_query', 'nested_type_identifier', 'implements_clause', 'extends_type_clause', 'type_alias_declaration', 'ambient_declaration', 'type_arguments', 'type_predicate', 'asserts', 'type_predicate_annotation', 'asserts_annotation', 'function_type', 'index_signature']);

export default defineRule({
  id: 'slips/undeclared',
  title: 'Every name is declared',
  about: 'Reading a name that is not declared throws; assigning to one creates a global variable.',
  advice: 'Declare or import it, or correct its spelling. Names that other scripts provide can be listed in the option known.',
  tags: ['correctness'],
  confidence: 'likely',
  options: { known: patterns([], 'fewer', 'regular expressions (RE2) for whole names that come from elsewhere') },
  find: { languages: inLanguages('javascript typescript', byTree(findUndeclared)) },
  examples: [
    good('javascript', "import { moor } from './quay.js';\nmoor(window, process.env);\nif (typeof tide === 'undefined') moor(arguments);\n"),
    good('javascript', 'moor(tide);\n', { options: { known: ['moor|tide'] } }),
    bad('javascript', 'moor(tide);\nmoor(low);\n', '1:1 1:6 2:6'),
    good('typescript', 'const a: HTMLElement = document.body;\ntype B = Unknown;\n'),
    bad('typescript', 'const a = moor();\n', '1:11'),
  ],
});

/** Each name is reported at its first use. Types are left to the compiler. */
function findUndeclared({ tree, text }: ParsedSource, { known }: { readonly known: readonly string[] }): Hit[] {
  // The declaration may be in a part that could not be parsed.
  if (text.path.endsWith('.d.ts') || tree.ofType('ERROR').length > 0) return [];
  const isKnown = nameTest(known);
  // Code that tests a name with typeof expects that it may not exist.
  const told = new Set(tree.ofType('unary_expression').filter((node) => node.first?.type === 'typeof').flatMap((node) => node.child('argument')?.text ?? []));
  return hitsOf(bindingsOf(tree).unresolved.all, ({ node }): Hit[] => {
    const name = node.text;
    if (told.has(name) || node.type === 'type_identifier' || isKnownGlobal(name) || isKnown(name) || isInTypes(node)) return [];
    told.add(name);
    // Another script of the same page may declare it.
    return [hitAt(node, `${name} is not declared anywhere`, undefined, isModule(tree) ? undefined : { confidence: 'possible' })];
  });
}

/** `typeof` works on any name; in types, the compiler knows more than one file. */
function isInTypes(node: SyntaxNode): boolean {
  const { parent } = node;
  if (parent?.type === 'unary_expression' && parent.first?.type === 'typeof') return true;
  return node.closest(TYPE_PLACES) !== null;
}
