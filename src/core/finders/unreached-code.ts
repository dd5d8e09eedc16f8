import { syntaxOf } from '../syntax/language-syntax.js';
import type { Hit, TreeFinder } from './finder.js';
import type { SyntaxNode, SyntaxTree } from '../syntax/node.js';
import { KIND, PARENT, SHIFT } from '../syntax/node-table.js';
import type { ParsedSource } from '../syntax/source.js';
import { surelyLeaves } from '../syntax/leaving.js';
import { BLOCKS, eachExit, statementsOf } from '../syntax/statements.js';
import { byTree } from './hits.js';

/** Declarations that hold throughout their block, so that they may follow an exit. */
const HOLDS_ANYWHERE = new Set([
  'function_declaration', 'generator_function_declaration', 'class_declaration', 'interface_declaration',
  'type_alias_declaration', 'enum_declaration',
  'function_definition', 'class_definition', 'labeled_statement', 'named_label_statement', 'empty_statement', 'trait_declaration',
  'function_signature',
  'struct_declaration', 'method_declaration', 'constant_item', 'import_declaration', 'macro_definition', 'mod_item', 'impl_item',
  'case_statement', 'default_statement', 'switch_label', 'php_tag', 'php_end_tag', 'text_interpolation', 'text',
]);

/**
 * Finds what follows an exit in its block.
 * @param mayRun whether what follows may run, or has another use, in a language; absent for nothing of the kind.
 */
export function unreachedCode(mayRun?: (exit: SyntaxNode, first: SyntaxNode) => boolean): TreeFinder<unknown> {
  return byTree((source) => findUnreached(source, mayRun));
}

function findUnreached(
  { tree }: ParsedSource, mayRun: ((exit: SyntaxNode, first: SyntaxNode) => boolean) | undefined,
): Hit[] {
  const hits: Hit[] = [];
  for (const block of leftEarly(tree)) {
    const statements = statementsOf(block);
    // An attribute may leave a statement out.
    const exit = statements.findIndex((statement) => surelyLeaves(statement) && statement.previous?.type !== 'attribute_item');
    if (exit < 0 || exit === statements.length - 1) continue;
    // Do not judge code that parses only in part or that the preprocessor takes apart.
    const after = statements.slice(exit + 1);
    if (after.some(({ type }) => type === 'ERROR' || type.startsWith('preproc'))) continue;
    const first = after.find((statement) =>
      !HOLDS_ANYWHERE.has(statement.type) && !isBareDeclaration(statement) && statement.text !== ';');
    if (first === undefined
        || isLabelled(after, first)
        || isHabit(statements[exit] as SyntaxNode, first)
        || mayRun?.(statements[exit] as SyntaxNode, first) === true) continue;
    hits.push({ start: first.start, end: first.end, message: `never runs: ${reasonOf(statements[exit] as SyntaxNode)}` });
  }
  return hits;
}

const BLOCK_END = ['}'];
/** Statements that may leave on every path. */
const COMPOUND = [
  'if_statement', 'try_statement', 'switch_statement', 'switch_expression', 'while_statement', 'for_statement', 'with_statement',
  'statement_block',
];
const CHOICES = new Set(['if_statement']);
const ALTERNATIVE = ['alternative'];

/** The blocks with an exit before their last statement. Most blocks are left at their end, if at all. */
function leftEarly(tree: SyntaxTree): Set<SyntaxNode> {
  const blocks = new Set<SyntaxNode>();
  const { table } = tree;
  const isBlock = tree.kindFlags(BLOCKS);
  const isEnd = tree.kindFlags(BLOCK_END);
  const visit = (exit: number): void => {
    const next = tree.nextOf(exit);
    if (next < 0 || isEnd[table[(next << SHIFT) + KIND] as number] === 1) return;
    const parent = table[(exit << SHIFT) + PARENT] as number;
    if (isBlock[table[(parent << SHIFT) + KIND] as number] === 1) blocks.add(tree.nodeAt(parent));
  };
  eachExit(tree, visit);
  const roles = tree.rolesOf(ALTERNATIVE);
  const isChoice = tree.kindFlags(CHOICES);
  const statements = tree.numbersOf(COMPOUND);
  for (let at = 0; at < statements.length; at += 1) {
    const statement = statements[at] as number;
    const next = tree.nextOf(statement);
    // Most have one branch, or end their block: no node is made for these.
    if (next < 0 || isEnd[table[(next << SHIFT) + KIND] as number] === 1) continue;
    if (isChoice[table[(statement << SHIFT) + KIND] as number] === 1 && tree.childInRoles(statement, roles) < 0) continue;
    if (isBlock[table[((table[(statement << SHIFT) + PARENT] as number) << SHIFT) + KIND] as number] === 1
        && surelyLeaves(tree.nodeAt(statement))) {
      visit(statement);
    }
  }
  return blocks;
}

const LABELS = new Set(['labeled_statement', 'named_label_statement', 'statement_label']);

/** Whether it has a label that something may jump to. */
function isLabelled(after: readonly SyntaxNode[], first: SyntaxNode): boolean {
  return first.contains(LABELS)
    || after.some(({ type, start }) => start < first.start && /label|case_statement|default_statement/.test(type));
}

function isBareDeclaration(statement: SyntaxNode): boolean {
  return statement.type === 'variable_declaration' && statement.parts.every((part) => part.child('value') === null);
}

/** A `break` after a `return` in a switch, and a return after a call that ends the program. */
function isHabit(exit: SyntaxNode, first: SyntaxNode): boolean {
  if (first.type === 'break_statement') return true;
  return exit.type === 'expression_statement'
    && first.type === 'return_statement' && syntaxOf(exit.tree).endsFunction?.test(exit.text) !== true;
}

function reasonOf({ type, text }: SyntaxNode): string {
  if (/^(?:while|for)_statement$/.test(type)) return 'the loop above never ends';
  const word = type === 'if_statement' ? 'each branch'
    : /^(?:try|switch|with|statement)_/.test(type) || type === 'switch_expression' ? 'each path'
    : /^[A-Za-z_.:]+/.exec(text)?.[0] ?? 'the statement';
  return `${word} above leaves the block`;
}
