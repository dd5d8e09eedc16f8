import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { CLASSES, FUNCTIONS, nameOf } from '../../syntax/functions.js';
import { isComment, type SyntaxNode } from '../../syntax/node.js';
import { KIND, PARENT, SHIFT } from '../../syntax/node-table.js';
import type { ParsedSource } from '../../syntax/source.js';
import type { SyntaxTree } from '../../syntax/node.js';
import { bindingsOf } from '../../syntax/bindings/bindings.js';
import { byTree, hitAt, hitsOf, NO_HITS, shared } from '../../finders/hits.js';

const TYPES = [...CLASSES, ...FUNCTIONS, 'type_alias_declaration', 'variable_declarator'];

export default defineRule({
  id: 'docs/public-comment',
  title: 'Everything public is documented',
  about: 'Nobody should have to read a function before calling it.',
  advice: 'Add a comment that says what it does, what it takes and what it returns.',
  tags: ['documentation'],
  confidence: 'certain',
  options: {},
  find: shared(byTree(findUndescribed, TYPES)),
});

function findUndescribed({ tree, grammar }: ParsedSource): Hit[] {
  const elsewhere = SCRIPTS.has(grammar) ? exportedElsewhere(tree) : [];
  return hitsOf([...candidates(tree, grammar), ...elsewhere], (node): readonly Hit[] => {
    if (!(elsewhere.includes(node) || isPublic(node, grammar)) || isDescribed(node, grammar)) return NO_HITS;
    const name = nameOf(node);
    return name === null ? [] : [hitAt(name, `${name.text} is public but not documented`)];
  });
}

const SCRIPTS: ReadonlySet<string> = new Set(['javascript', 'typescript', 'tsx']);
const EXPORTED = new Set(['export_statement']);

/** What may be public. In JavaScript that is what an export contains, and most functions are elsewhere. */
function candidates(tree: SyntaxTree, grammar: string): readonly SyntaxNode[] {
  if (!SCRIPTS.has(grammar)) return tree.ofTypes(TYPES);
  const { table } = tree;
  const isExport = tree.kindFlags(EXPORTED);
  const around = (index: number): number => (index < 0 ? -1 : table[(index << SHIFT) + PARENT] as number);
  const isHeld = (index: number): boolean => index >= 0 && isExport[table[(index << SHIFT) + KIND] as number] === 1;
  const found: SyntaxNode[] = [];
  const numbers = tree.numbersOf(TYPES);
  for (let place = 0; place < numbers.length; place += 1) {
    const index = numbers[place] as number;
    const parent = around(index);
    if (isHeld(parent) || isHeld(around(parent))) found.push(tree.nodeAt(index));
  }
  return found;
}

/** Functions and classes that are exported by their names, or assigned to what a CommonJS module exports. */
function exportedElsewhere(tree: SyntaxTree): SyntaxNode[] {
  const specifiers = tree.ofType('export_specifier');
  const file = specifiers.length === 0 ? null : bindingsOf(tree).file;
  const named = file === null
    ? []
    : specifiers.filter((node) => node.parent?.parent?.child('source') === null).flatMap((node) => {
      const declared = file.own(node.child('name')?.text ?? '')?.node.parent;
      return declared != null && TYPES.includes(declared.type) ? [declared] : [];
    });
  const assigned = !tree.text.includes('exports') ? [] : tree.ofType('assignment_expression')
    .filter((node) =>
      /^(?:module\.)?exports(?:\.\w+)?$/.test(node.child('left')?.text ?? '') && OWN_NAMES.has(node.child('right')?.type ?? ''))
    .map((node) => node.child('right') as SyntaxNode);
  return [...named, ...assigned].filter((node) =>
    node.type !== 'variable_declarator' || FUNCTIONS.has(node.child('value')?.type ?? ''));
}

const OWN_NAMES = new Set(['function_expression', 'class']);

// elvar waive size/branches because a table of languages is clearest in one piece
function isPublic(node: SyntaxNode, grammar: string): boolean {
  switch (grammar) {
    case 'javascript':
    case 'typescript':
    case 'tsx':
      return isExported(node);
    case 'python':
      return !/^_/.test(nameOf(node)?.text ?? '_') && /^(?:module|block|decorated_definition)$/.test(node.parent?.type ?? '')
        && node.closest(FUNCTIONS) === null && isInPublic(node);
    case 'java':
      return isReachable(node) && /\bpublic\b/.test(node.childOfType('modifiers')?.text ?? '')
        && !/@Override\b/.test(node.childOfType('modifiers')?.text ?? '') && /declaration$/.test(node.type);
    case 'php':
      return isReachable(node) && /declaration$|^function_definition$/.test(node.type)
        && (node.childOfType('visibility_modifier')?.text ?? 'public') === 'public' && !/^__/.test(nameOf(node)?.text ?? '');
    default:
      return node.type === 'function_definition' && node.parent?.type === 'translation_unit'
        && !/^static\b/.test(node.text) && nameOf(node)?.type === 'identifier' && nameOf(node)?.text !== 'main';
  }
}

/** Whether the owner of a member is accessible: not a class inside a function and, in Java, not one that is not public. */
function isReachable(node: SyntaxNode): boolean {
  if (node.closest(FUNCTIONS) !== null) return false;
  for (let holder = node.closest(CLASSES); holder !== null; holder = holder.closest(CLASSES)) {
    if (/_declaration$/.test(holder.type) && node.tree.grammar === 'java' && !isPublicInJava(holder)) return false;
  }
  return node.parent?.parent?.type !== 'object_creation_expression';
}

/** Members of an interface are public without the keyword. */
function isPublicInJava(type: SyntaxNode): boolean {
  return /\bpublic\b/.test(type.childOfType('modifiers')?.text ?? '') || type.parent?.type === 'interface_body';
}

function isExported(node: SyntaxNode): boolean {
  if (node.type === 'variable_declarator') {
    const holder = node.parent?.parent;
    return holder?.type === 'export_statement' && FUNCTIONS.has(node.child('value')?.type ?? '');
  }
  return node.parent?.type === 'export_statement';
}

function isInPublic(node: SyntaxNode): boolean {
  const holder = node.closest(CLASSES);
  return holder === null || !/^_/.test(holder.child('name')?.text ?? '');
}

function isDescribed(node: SyntaxNode, grammar: string): boolean {
  if (grammar === 'python') {
    const first = node.child('body')?.firstPart;
    return first?.type === 'expression_statement' && /^(?:string|concatenated_string)$/.test(first.firstPart?.type ?? '');
  }
  let place = node;
  while (place.parent !== null
      && /^(?:export_statement|lexical_declaration|variable_declaration|template_declaration|decorated_definition|assignment_expression|expression_statement)$/.test(
        place.parent.type,
      )) {
    place = place.parent;
  }
  let before = place.previous;
  while (before !== null && /^(?:attribute_list|decorator)$/.test(before.type)) before = before.previous;
  // In a class, modifiers such as static precede it in the tree.
  return before !== null && isComment(before);
}
