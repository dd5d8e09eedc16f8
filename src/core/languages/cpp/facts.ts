import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import type { FactCollector } from '../../facts/collector.js';
import { wordsOf } from '../../facts/names-in.js';

/** The node types of names. */
const C_NAMES: ReadonlyMap<string, true> = new Map(
  ['identifier', 'field_identifier', 'type_identifier', 'namespace_identifier'].map((type) => [type, true]),
);

const CLASSES = ['class_specifier', 'struct_specifier'];
const CLASS_SET = new Set(CLASSES);
const TEMPLATES = new Set(['template_declaration']);
const NAMESPACES = new Set(['namespace_definition']);
const PROTOTYPES = ['declaration', 'field_declaration'];

/** Collects what a file of C or C++ declares and includes. */
export function collectC({ tree, text: { text, language } }: ParsedSource, facts: FactCollector): void {
  facts.words.addTree(tree, C_NAMES);
  // The body of a macro is a text to the grammar.
  for (const { start, end } of tree.ofType('preproc_arg')) facts.words.addText(text, start, end);
  for (const node of tree.ofType('function_definition')) declareFunction(node, facts);
  for (const node of tree.ofTypes(PROTOTYPES)) {
    const name = node.childrenOf('declarator').map(nameIn).find((found) => found !== null) ?? null;
    if (name !== null && node.child('default_value') === null) facts.declare({ name, kind: 'signature', parts: [name] });
  }
  if (language.id === 'cpp') for (const node of tree.ofTypes(CLASSES)) declareClass(node, facts);
  for (const include of tree.ofType('preproc_include')) {
    const node = include.child('path');
    if (node?.type === 'string_literal' || node?.type === 'system_lib_string') facts.import(
      { module: node.text.slice(1, -1), node, flags: ['whole'] },
    );
    // What a macro stands for may be any file.
    else facts.mark('loads');
  }
}

/** The name in a declarator of a function; null if it declares something else. */
function nameIn(declarator: SyntaxNode | null): SyntaxNode | null {
  let at = declarator;
  while (at !== null && at.type !== 'function_declarator') {
    at = /^(?:pointer|reference)_declarator$/.test(at.type) ? (at.child('declarator') ?? at.parts.at(-1) ?? null) : null;
  }
  let name = at?.child('declarator') ?? null;
  while (name?.type === 'qualified_identifier') name = name.child('name');
  return name?.type === 'identifier' || name?.type === 'field_identifier' ? name : null;
}

function declareFunction(node: SyntaxNode, facts: FactCollector): void {
  const name = nameIn(node.child('declarator'));
  if (name === null) return;
  if (name.text === 'main') facts.mark('program');
  const qualified = name.parent?.type === 'qualified_identifier' ? name.parent : null;
  const scope = qualified?.child('scope') ?? null;
  // The class around it is named only to say whose method it is.
  if (scope?.type === 'namespace_identifier') facts.declare({ name: scope, kind: 'signature', parts: [scope] });
  const owner = qualified === null ? node.closest(CLASS_SET)?.child('name')?.text : wordsOf(scope?.text ?? '').at(-1);
  if (/^(?:main|WinMain)$/.test(name.text) || name.text === owner || isOwnToFile(node)) return;
  facts.declare(
    { name, kind: owner === undefined ? 'function' : 'method', parts: [node], flags: isMarked(node) ? ['called'] : [], owner },
  );
}

/** Whether only its own file can call a function, which judges it: ISO C++, section 6.6 [basic.link]. */
function isOwnToFile(node: SyntaxNode): boolean {
  const space = node.closest(NAMESPACES);
  if (space !== null && space.child('name') === null) return true;
  return node.closest(CLASS_SET) === null
    && node.parts.some(({ type, text }) => type === 'storage_class_specifier' && text === 'static');
}

/** Whether something about a function says that others may call it: an attribute, a base class, a template's arguments. */
function isMarked(node: SyntaxNode): boolean {
  const head = node.text.slice(0, (node.child('body')?.start ?? node.end) - node.start);
  return node.closest(TEMPLATES) !== null || node.parts.some(({ type }) => /^(?:attribute_|ms_declspec)/.test(type))
    || /\b(?:virtual|override|final|__attribute__|EXPORT|API)\b/.test(head);
}

function declareClass(node: SyntaxNode, facts: FactCollector): void {
  const name = node.child('name');
  if (name?.type !== 'type_identifier' || node.child('body') === null) return;
  const bases = node.childOfType('base_class_clause');
  for (const base of wordsOf(bases?.text ?? '')) {
    if (!/^(?:public|private|protected|virtual)$/.test(base)) facts.extend(name.text, base);
  }
  const isCalled = node.closest(TEMPLATES) !== null
    || node.parentType === 'type_definition' || node.childOfType('attribute_specifier', 'attribute_declaration') !== null;
  facts.declare({ name, kind: 'class', parts: [node], flags: isCalled ? ['called'] : [] });
}
