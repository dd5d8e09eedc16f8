import { bindPlainly, type PlainBinding } from '../../syntax/bindings/plain.js';
import type { Scope } from '../../syntax/bindings/scope.js';
import { boundValues } from '../../syntax/bindings/bound-values.js';
import type { Import, LanguageSyntax } from '../../syntax/language-syntax.js';
import type { SyntaxNode, SyntaxTree } from '../../syntax/node.js';
import { RUBY_MISREADINGS } from './misreadings.js';
import { RUBY_TRANSLATION } from './translation.js';

const SCOPES: ReadonlyMap<string, Scope['kind']> = new Map<string, Scope['kind']>([
  ['method_declaration', 'function'],
  ...['lambda', 'brace_block', 'do_block'].map((type) => [type, 'block'] as const),
  ...['class_declaration', 'module_declaration', 'singleton_class'].map((type) => [type, 'class'] as const),
]);

const PARAMETER_LISTS = ['method_parameters', 'block_parameters', 'lambda_parameters', 'destructured_parameter'];
const ASSIGNMENTS = ['assignment', 'augmented_assignment'];

/** The plain names on the left side of an assignment, one inside the other. */
function assignedIn(left: SyntaxNode | null): SyntaxNode[] {
  if (left === null) return [];
  if (left.type === 'identifier') return [left];
  return /^(?:left_assignment_list|destructured_left_assignment|rest_assignment)$/.test(left.type)
    ? left.parts.flatMap(assignedIn)
    : [];
}

const BINDING: PlainBinding = {
  scopes: SCOPES,
  // The body of a lambda is its scope.
  makesScope: ({ type, parentType }) => !(/block$/.test(type) && parentType === 'lambda'),
  names: ['identifier'],
  declareAll: (tree, scopes, declare) => {
    for (const list of tree.ofTypes(PARAMETER_LISTS)) {
      const isOfBlock = list.parentType !== 'destructured_parameter';
      for (const part of list.parts) {
        declare(
          scopes.around(isOfBlock ? list : (list.parent as SyntaxNode)),
          'parameter',
          part.type === 'identifier' ? part : part.child('name'),
        );
      }
    }
    for (const node of tree.ofType('exception_variable')) declare(scopes.at(node), 'caught', node.firstPart);
    for (const node of tree.ofType('for_in_statement')) {
      for (const name of assignedIn(node.child('left'))) declare(scopes.at(node), 'loop', name);
    }
    const firsts = tree.ofTypes(ASSIGNMENTS).flatMap((node) => assignedIn(node.child('left')));
    // A name is declared where it is first assigned, unless a scope around has it by then: the order of the text counts.
    for (const name of firsts.toSorted((a, b) => a.start - b.start)) {
      if (!isKnown(scopes.at(name), name)) declare(scopes.at(name), isResult(name) ? 'loop' : 'variable', name);
    }
  },
  isUse: ({ field, parentType }) =>
    !(field === 'name' && /^(?:call_expression|method_declaration|alias)$/.test(parentType ?? '')),
  useMore: (tree, use) => {
    // In a hash, a key alone stands for the variable of its name: Ruby 3.1.
    for (const pair of tree.ofType('pair')) if (pair.child('value') === null) use(pair.child('key')?.text ?? '', pair);
    // A call without an object may as well be one of a variable that holds a function: `low.()`.
    for (const call of tree.ofType('method_declaration')) if (/\bsuper\b/.test(call.text)) passedToBase(call, use);
  },
  isOpen: (tree) => /\b(?:binding|local_variables|eval|instance_eval)\b/.test(tree.text),
};

const BARE_SUPER = new Set(['super']);

/** Without arguments of its own, a call of the base method passes all parameters: Ruby documentation, "Calling Methods". */
function passedToBase(method: SyntaxNode, use: (name: string, at: SyntaxNode) => void): void {
  const parameters = method.child('parameters');
  if (parameters === null || !method.contains(BARE_SUPER)) return;
  method.walk((node) => {
    if (node.type === 'super' && !(node.field === 'name' && node.parent?.child('arguments') !== null)) {
      for (const part of parameters.parts) use((part.type === 'identifier' ? part : part.child('name'))?.text ?? '', node);
    }
  });
}

/** Whether an assignment is what its block gives back, or sets one of several names. */
function isResult(name: SyntaxNode): boolean {
  const assignment = name.parent;
  return assignment === null || !/assignment$/.test(assignment.type) || assignment.next?.named !== true;
}

function isKnown(scope: Scope, { text }: SyntaxNode): boolean {
  for (let around: Scope | null = scope; around !== null; around = around.kind === 'block' ? around.parent : null) {
    if (around.own(text) !== undefined) return true;
  }
  return false;
}

const LOADERS = new Set(['require', 'require_relative', 'load', 'autoload']);

/** The files that a file of Ruby loads. */
function importsIn(tree: SyntaxTree): Import[] {
  return tree.ofType('call_expression').flatMap((call) => {
    if (call.child('object') !== null || !LOADERS.has(call.child('name')?.text ?? '')) return [];
    const node = call.child('arguments')?.parts.findLast(({ type }) => type === 'string');
    return node === undefined ? [] : [{ module: node.text.slice(1, -1), node }];
  });
}

export const RUBY_SYNTAX: LanguageSyntax = {
  translation: RUBY_TRANSLATION,
  misreadings: RUBY_MISREADINGS,
  callsAreStatements: true,
  bind: (tree) => bindPlainly(tree, BINDING),
  values: boundValues(() => 'variable'),
  // What visits the parts of something has a method for each of their classes.
  isChosen: (declared) => !/^_?[a-z]+(?:_[a-z]+)*_[A-Z]/.test(declared.child('name')?.text ?? ''),
  // What a template fills in later is no code yet.
  isDialect: (text) => /<%[=-]?\s/.test(text),
  // Ruby documentation, "Control Expressions": all but false and nil counts as true.
  truth: { names: /^(?!(?:true|false)$)/, everyText: true },
  imports: importsIn,
  leaving: {
    callee: /^(?:(?:Kernel\.|Process\.)?(?:exit!?|abort)|(?:Kernel\.)?(?:raise|throw))$/,
    names: ['exit', 'exit!', 'abort', 'raise', 'throw'],
  },
};
