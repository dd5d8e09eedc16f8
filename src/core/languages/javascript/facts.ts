import { isModule } from './exported-names.js';
import { argumentsOf, callsOf } from '../../syntax/calls.js';
import type { SyntaxTree } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import type { FactCollector } from '../../facts/collector.js';
import { basesOf, CLASS_TYPES, classesIn } from './class-facts.js';
import { scriptExports } from './export-facts.js';
import { LOADERS, scriptImports } from './import-facts.js';
import { topLevel, type TopLevel } from './top-level-facts.js';
import { isDeclarationFile } from '../../finders/declaration-files.js';

/** The node types of names. */
const SCRIPT_NAMES: ReadonlyMap<string, true> = new Map(
  [
    'identifier', 'property_identifier', 'shorthand_property_identifier', 'shorthand_property_identifier_pattern',
    'type_identifier',
  ].map((type) =>
    [type, true]),
);

/** Collects what a file of JavaScript or TypeScript declares, exports and imports. */
export function collectScript({ tree, text: { path, text } }: ParsedSource, facts: FactCollector): void {
  facts.words.addTree(tree, SCRIPT_NAMES);
  const isOwn = isModule(tree);
  if (isOwn) facts.mark('module');
  if (/\beval\s*\(|\bnew Function\s*\(/.test(text)) facts.mark('open');
  if (callsOf(tree, LOADERS).some((call) => argumentsOf(call)[0]?.type !== 'string')) facts.mark('loads');
  scriptImports(tree).forEach((imported) => facts.import(imported));
  for (const node of tree.ofTypes(CLASS_TYPES)) {
    for (const base of basesOf(node)) facts.extend(node.child('name')?.text ?? '', base);
  }
  if (isDeclarationFile(path)) return;
  const top = topLevel(tree.root);
  for (const declared of [...classesIn(tree), ...scriptExports(tree, top)]) facts.declare(declared);
  if (!isOwn) collectShared(tree, top, facts);
}

/** What a classic script declares for all scripts of a page. */
function collectShared(tree: SyntaxTree, top: ReadonlyMap<string, TopLevel>, facts: FactCollector): void {
  for (const [name, { node, kind, nameNode }] of top) {
    facts.share(name);
    if (kind === 'function') facts.declare({ name: nameNode, kind, parts: [node] });
  }
  // An assignment to what nobody declares makes a name that all scripts share.
  for (const assignment of tree.ofType('assignment_expression')) {
    const left = assignment.child('left');
    if (left?.type === 'identifier') facts.share(left.text);
    else if (left?.type === 'member_expression' && /^(?:window|self|globalThis|global)$/.test(left.child('object')?.text ?? '')) {
      facts.share(left.child('property')?.text ?? '');
    }
  }
}
