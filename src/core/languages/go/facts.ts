import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import type { FactCollector } from '../../facts/collector.js';
import type { DECLARED } from '../../facts/facts.js';

/** The node types of names. */
const GO_NAMES: ReadonlyMap<string, true> = new Map(
  ['identifier', 'field_identifier', 'type_identifier', 'package_identifier'].map((type) => [type, true]),
);

const FUNCTIONS = ['function_declaration', 'method_declaration'];

/** Collects what a file of Go declares. */
export function collectGo({ tree, text: { text } }: ParsedSource, facts: FactCollector): void {
  facts.words.addTree(tree, GO_NAMES);
  facts.mark('module');
  const isProgram = tree.ofType('package_clause').some((clause) => /\bmain$/.test(clause.text));
  if (isProgram) facts.mark('program');
  // What C code or the linker takes is named in a comment: the go command, "cgo" and "compile".
  const named = new Set([...text.matchAll(/^\/\/(?:export|go:linkname)\s+(\w+)/gm)].map((match) => match[1] as string));
  // An interface of any package may ask for a method with a capital letter.
  const flagsOf = (name: SyntaxNode, isMethod: boolean): (keyof typeof DECLARED)[] => [
    ...(/^\p{Lu}/u.test(name.text) && (isMethod || !isProgram) ? [] : ['hidden' as const]),
    ...(named.has(name.text) ? ['called' as const] : []),
  ];
  for (const node of tree.ofTypes(FUNCTIONS)) {
    const name = node.child('name');
    if (name === null || /^(?:main|init|_)$/.test(name.text) || /^(?:Test|Benchmark|Example|Fuzz)(?!\p{Ll})/u.test(name.text)) {
      continue;
    }
    const isMethod = node.type === 'method_declaration';
    facts.declare({
      name,
      kind: isMethod ? 'method' : 'function',
      parts: [node],
      flags: flagsOf(name, isMethod),
      owner: isMethod ? '' : undefined,
    });
  }
  for (const node of tree.ofType('type_spec')) {
    const name = node.child('name');
    if (name !== null) facts.declare({ name, kind: 'class', parts: [node], flags: flagsOf(name, false) });
  }
  for (const spec of tree.ofType('import_spec')) {
    const node = spec.child('path');
    if (node !== null) facts.import({ module: node.text.slice(1, -1), node, flags: ['whole'] });
  }
}
