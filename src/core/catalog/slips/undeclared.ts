import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { FileFacts } from '../../facts/facts.js';
import { sharedIn, type ProjectFacts } from '../../facts/project.js';
import { hashOf } from '../../facts/word-hash.js';
import { bindingsOf } from '../../syntax/bindings/bindings.js';
import { isModule } from '../../languages/javascript/exported-names.js';
import type { Reference } from '../../syntax/bindings/references.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { bad, good } from '../../finders/examples.js';
import { byTree, hitAt, hitsOf, inLanguages, learning } from '../../finders/hits.js';
import { isKnownGlobal } from '../../finders/known-globals.js';
import { nameTest } from '../../finders/name-patterns.js';
import { patterns } from '../../finders/options.js';
import { isTestPath } from '../../finders/test-paths.js';
import { isDeclarationFile } from '../../finders/declaration-files.js';

const TYPE_PLACES = new Set([
  'type_annotation', 'type_query', 'nested_type_identifier', 'implements_clause', 'extends_type_clause',
  'type_alias_declaration', 'ambient_declaration', 'type_arguments', 'type_predicate', 'asserts', 'type_predicate_annotation',
  'asserts_annotation', 'function_type', 'index_signature',
]);

const RULE = 'slips/undeclared';

export default defineRule({
  id: RULE,
  title: 'Every name is declared',
  about: 'Reading a name that is not declared throws; assigning to one creates a global variable.',
  advice: 'Declare or import it, or correct its spelling. Names that other scripts provide can be listed in the option known.',
  tags: ['correctness'],
  confidence: 'likely',
  options: { known: patterns([], 'fewer', 'regular expressions (RE2) for whole names that come from elsewhere') },
  find: { languages: inLanguages('javascript typescript', learning(byTree(findUndeclared), sharedByScripts)) },
  examples: [
    good(
      'javascript',
      "import { moor } from './quay.js';\nmoor(window, process.env);\nif (typeof tide === 'undefined') moor(arguments);\n",
    ),
    good('javascript', "$('#quay').hide();\nnew Berth();\nmoor(1);\nmoor(2);\nmoor(3);\n"),
    good('javascript', 'moor();\n', { file: 'berths.js', others: { 'quay.js': 'function moor() {}\n' } }),
    good('javascript', 'moor(tide);\n', { options: { known: ['moor|tide'] } }),
    bad('javascript', 'moor(tide);\nmoor(low);\n', [
      '1:1-5 [possible] moor is not declared anywhere', '1:6-10 [possible] tide is not declared anywhere',
      '2:6-9 [possible] low is not declared anywhere',
    ]),
    good('typescript', 'const a: HTMLElement = document.body;\ntype B = Unknown;\n'),
    good(
      'javascript',
      "import { moor } from './quay.js';\ndescribe('quay', () => it('moors', async () => expect(await (0, moor)())));\n",
      { file: 'quay.test.js' },
    ),
    good('typescript', 'export async function moor() {\n  using berth = await (async () => 1)();\n  return berth;\n}\n'),
    bad('typescript', 'const a = moor();\n', '1:11-15 [possible] moor is not declared anywhere'),
  ],
});

/** Names that programs which run tests declare for them. */
const TEST_GLOBALS = new Set(
  ('describe xdescribe it xit test expect assert before after beforeEach afterEach beforeAll afterAll context specify suite '
    + 'setup teardown').split(' '),
);

/**
 * The names in a file that classic scripts of the project share. What shares a page with a file is not known of each, so that all
 * do.
 */
function sharedByScripts(file: FileFacts, project: ProjectFacts): number[] {
  if (file.is('module')) return [];
  return [...sharedIn(project)].filter((name) => file.countOf(name) > 0);
}

/** Each name is reported at its first use. Types are left to the compiler. */
function findUndeclared({ tree, text, learned }: ParsedSource, { known }: { readonly known: readonly string[] }): Hit[] {
  // The declaration may be in a part that could not be parsed.
  if (isDeclarationFile(text.path) || tree.ofType('ERROR').length > 0) return [];
  const isKnown = nameTest(known);
  // Code that tests a name with typeof expects that it may not exist.
  const isTest = isTestPath(text.path);
  const told = new Set(tree.ofType('unary_expression')
    .filter((node) => node.first?.type === 'typeof')
    .flatMap((node) => node.child('argument')?.text ?? []));
  const unresolved = bindingsOf(tree).unresolved.all;
  const provided = isModule(tree) ? NO_NAMES : providedByPage(unresolved);
  return hitsOf(unresolved, ({ node }): Hit[] => {
    const name = node.text;
    // The grammar takes a wait for a value in brackets for a call.
    if (told.has(name) || name === 'await'
        || node.type === 'type_identifier' || (isTest && TEST_GLOBALS.has(name)) || provided.has(name)) return [];
    if (isKnownGlobal(name) || isKnown(name) || isInTypes(node)) return [];
    told.add(name);
    if (learned.get(RULE)?.has(hashOf(name)) === true) return [];
    // Another script of the same page may declare it, or the build may put something in its place.
    return [hitAt(
      node,
      `${name} is not declared anywhere`,
      undefined,
      isModule(tree) && !/^__\w+__$/.test(name) ? undefined : { confidence: 'possible' },
    )];
  });
}

const NO_NAMES: ReadonlySet<string> = new Set();

/** From this many uses on, an undeclared name in a script is one that another script of the page provides. */
const MANY = 3;

/**
 * Names that a classic script gets from others, in all likelihood: those of libraries, and those that it uses again and again.
 */
function providedByPage(unresolved: readonly Reference[]): ReadonlySet<string> {
  const counts = new Map<string, number>();
  const written = new Set<string>();
  for (const { node, writes } of unresolved) {
    const name = node.text;
    counts.set(name, (counts.get(name) ?? 0) + 1);
    if (writes) written.add(name);
  }
  return new Set(
    [...counts].filter(([name, count]) => !written.has(name) && (count >= MANY || /^[A-Z$]/.test(name))).map(([name]) => name),
  );
}

/** `typeof` works on any name; in types, the compiler knows more than one file. */
function isInTypes(node: SyntaxNode): boolean {
  const { parent } = node;
  if (parent?.type === 'unary_expression' && parent.first?.type === 'typeof') return true;
  return node.closest(TYPE_PLACES) !== null;
}
