import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { bindingsOf } from '../../syntax/bindings/bindings.js';
import type { Reference } from '../../syntax/bindings/references.js';
import type { Binding, BindingKind } from '../../syntax/bindings/scope.js';
import { isModule } from '../../languages/javascript/exported-names.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { LOOPS } from '../../syntax/statements.js';
import { bad, good } from '../../finders/examples.js';
import { byTree, hitAt, hitsOf, inLanguages, NO_HITS } from '../../finders/hits.js';
import { isDeclarationFile } from '../../finders/declaration-files.js';

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
    good(
      'javascript',
      'const moor = () => berth;\nconst berth = 1;\nmoor();\nsail();\nfunction sail(a = low) { const low = 1; }\n'
        + 'export { low };\nconst low = 1;\n',
    ),
    bad('javascript', 'sail(berth);\nconst berth = 1;\nnew Quay();\nclass Quay {}\n', [
      '1:6-11 berth is used before its declaration has run', '3:5-9 Quay is used before its declaration has run',
    ]),
    good('typescript', 'let berth: Berth;\nclass Berth {}\ntype Low = typeof low;\nconst low = 1;\n'),
    bad('javascript', 'const tide = tide + 1;\n', '1:14 tide is used before its declaration has run'),
    bad(
      'javascript',
      'export function moor(a = b, b = 1) {\n  sail(tide);\n  var tide = a;\n  for (const x of x) sail(x);\n}\n',
      [
        '1:26 b is used before it has a value', '2:8 [likely] tide is used before it has a value',
        '4:19 x is used before it has a value',
      ],
    ),
    good(
      'javascript',
      'export function moor(a) {\n  while (a) { if (tide) sail(tide); var tide = a; }\n  low = 1;\n  sail(low);\n'
        + '  var low = 2;\n}\n',
    ),
    bad('typescript', 'sail(Tide.Low);\nenum Tide { Low }\nclass Quay { static berth = new Berth(); }\nclass Berth {}\n', [
      '1:6-10 Tide is used before its declaration has run', '3:33-38 Berth is used before its declaration has run',
    ]),
    bad('typescript', 'const high = low + 1;\nconst low = 1;\n', '1:14 low is used before its declaration has run'),
  ],
});

function findEarlyUses({ tree, text }: ParsedSource): Hit[] {
  if (isDeclarationFile(text.path)) return [];
  return hitsOf(bindingsOf(tree).all, (binding) => {
    if (binding.kind === 'loop' || binding.kind === 'parameter') return earlyInHead(binding);
    if (!EARLY_KINDS.has(binding.kind)) return NO_HITS;
    const before = binding.references.before(endOfDeclaration(binding));
    if (before.length === 0) return NO_HITS;
    if (isVar(binding)) return earlyVar(binding, isModule(tree));
    const early = before.filter((reference) => isEarly(binding, reference));
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
const IN_TYPES = new Set(
  ['type_query', 'type_annotation', 'type_alias_declaration', 'interface_declaration', 'type_arguments', 'decorator'],
);

/** Names that cannot be used before their declaration has run. */
const EARLY_KINDS: ReadonlySet<BindingKind> = new Set<BindingKind>(['class', 'variable', 'constant', 'type']);

/**
 * The parameters of a function get their values in order, and what a loop goes over is worked out before its variable has a
 * value.
 */
function earlyInHead({ kind, node, name, references }: Binding): readonly Hit[] {
  if (references.length === 0 || (kind === 'parameter' && references.before(node.start).length === 0)) return NO_HITS;
  const head = node.closest(kind === 'loop' ? LOOPS_OVER : PARAMETERS);
  if (head === null || (kind === 'loop' && node.parentType === 'assignment_expression')
      || (kind === 'loop' && !/^(?:let|const)$/.test(head.child('kind')?.text ?? ''))) return NO_HITS;
  const over = kind === 'loop' ? head.child('right') : head;
  if (over === null) return NO_HITS;
  return hitsOf(references.all, (reference): readonly Hit[] => {
    const { node: use } = reference;
    const isEarlyThere = use.isWithin(over) && (kind === 'loop' || use.start < node.start) && isRunIn(use, head);
    return isEarlyThere ? [hitAt(use, `${name} is used before it has a value`)] : NO_HITS;
  });
}

const LOOPS_OVER = new Set(['for_in_statement']);
const PARAMETERS = new Set(['formal_parameters']);

/** Whether code runs when the code around it does, not in a function that may be called later. */
function isRunIn(use: SyntaxNode, outer: SyntaxNode): boolean {
  for (let around = use.parent; around !== null && around !== outer; around = around.parent) if (isDeferred(around)) return false;
  return !isInType(use);
}

function isVar({ node }: Binding): boolean {
  return node.closest(DECLARATIONS)?.type === 'variable_declaration';
}

/** A var that is read before anything has set it. In a script, an earlier one may have declared it. */
function earlyVar({ name, node, scope, declarations, references }: Binding, mayJudgeFile: boolean): readonly Hit[] {
  const declarator = node.parent;
  if (declarations.length > 1 || declarator?.type !== 'variable_declarator'
      || declarator.child('value') === null || (scope.kind === 'file' && !mayJudgeFile)) return NO_HITS;
  const before = references.before(node.start);
  const [first] = before;
  // Anything else than a plain read first may set it, or happens in a function that is called later.
  if (first === undefined || !first.reads
      || first.writes || before.some(({ writes }) => writes) || first.node.parent?.type === 'unary_expression') return NO_HITS;
  // In a loop, an earlier pass has set it; in another branch, it is meant to be undefined.
  const isStraight = isRunIn(first.node, scope.node)
    && first.node.closest(BLOCKS) === declarator.closest(BLOCKS) && !isRepeated(declarator, scope.node);
  return isStraight ? [hitAt(first.node, `${name} is used before it has a value`, undefined, { confidence: 'likely' })] : NO_HITS;
}

/** Whether a loop runs the declaration again. */
function isRepeated(declarator: SyntaxNode, outer: SyntaxNode): boolean {
  for (let around = declarator.parent; around !== null && around !== outer; around = around.parent) {
    if (LOOPS.has(around.type)) return true;
  }
  return false;
}

const BLOCKS = new Set(['statement_block', 'program', 'switch_case', 'switch_default']);

function mustBeFirst({ kind, node, declarations }: Binding): boolean {
  if (declarations.length > 1) return false;
  // A const enum is gone when the program runs.
  if (kind === 'type') {
    return node.parentType === 'enum_declaration' && node.parent?.childOfType('const') === null && node.closest(AMBIENT) === null;
  }
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
    if (isDeferred(around)) return false;
  }
  return true;
}

/** Whether code runs later than what is around it. Static parts of a class run at once. */
function isDeferred(node: SyntaxNode): boolean {
  return /function|method_definition/.test(node.type)
    || (/^(?:public_)?field_definition$/.test(node.type) && node.childOfType('static') === null);
}

function isInType(node: SyntaxNode): boolean {
  return node.closest(IN_TYPES) !== null;
}
