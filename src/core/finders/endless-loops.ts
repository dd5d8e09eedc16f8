import type { Hit, TreeFinder } from './finder.js';
import type { SyntaxNode } from '../syntax/node.js';
import { bindingsOf } from '../syntax/bindings/bindings.js';
import type { Bindings } from '../syntax/bindings/scope.js';
import type { ParsedSource } from '../syntax/source.js';
import { functionAround, FUNCTIONS } from '../syntax/functions.js';
import { LOOPS, unwrapped } from '../syntax/statements.js';
import { eachNode } from './hits.js';

const ENDS = new Set([
  'return_statement', 'throw_statement', 'throw_expression', 'raise_statement', 'yield', 'yield_expression', 'await',
  'await_expression',
    'goto_statement', 'exit_statement', 'co_return_statement', 'co_await_expression', 'co_yield_statement',
  'yield_statement',
]);
const ENDING_CALL = /^(?:process\.exit|sys\.exit|exit|os\._exit|System\.exit|abort|die|quit|std::exit)$/;

/** What a language does otherwise than most. */
interface LoopWays {
  /** Whether something outside the loop ends it, as an error does that is caught around it. */
  readonly isEndedAround?: (loop: SyntaxNode) => boolean;
  /** Whether a local name is known by another one, too, which may change it. */
  readonly hasAlias?: (name: string, owner: SyntaxNode) => boolean;
  /** Whether an operator other than an assignment, or a call, may change a name that it gets. */
  readonly changesOperand?: (operation: SyntaxNode, name: string) => boolean;
}

/** Finds loops that do not end. */
export function endlessLoops(ways: LoopWays = {}): TreeFinder<unknown> {
  return eachNode(['while_statement', 'for_statement', 'do_statement'], (loop, _options: unknown, source) =>
    judge(loop, source, ways));
}

function judge(loop: SyntaxNode, { tree }: ParsedSource, ways: LoopWays): Hit | null {
  // A loop over values ends, and has no condition.
  if (loop.type === 'for_statement' && loop.child('right') !== null) return null;
  const message = runsAway(loop) ?? neverEnds(loop, bindingsOf(tree), ways);
  if (message === null) return null;
  const body = loop.child('body');
  const end = loop.type === 'do_statement' || body === null ? loop.start + 2 : Math.max(loop.start + 1, body.start);
  return {
    start: loop.start, end: loop.start + loop.text.slice(0, end - loop.start).split('\n', 1)[0]!.trimEnd().length, message,
  };
}

/** A counting loop that counts away from its bound. */
function runsAway(loop: SyntaxNode): string | null {
  if (loop.type !== 'for_statement') return null;
  const step = /^(?:(?<before>\+\+|--)\s*(?<first>[\w$]+)|(?<second>[\w$]+)\s*(?<after>\+\+|--))$/.exec(
    (loop.child('increment') ?? loop.child('update'))?.text ?? '',
  )?.groups;
  const condition =
    /^(?<name>[\w$]+)\s*(?<sign><|>)=?\s*(?<bound>[^<>]+)$/.exec(loop.child('condition')?.text.replace(/;$/, '') ?? '')?.groups;
  if (step === undefined || condition === undefined) return null;
  const counted = step['first'] ?? step['second'];
  const isTowards = ((step['before'] ?? step['after']) === '++') === (condition['sign'] === '<');
  if (condition['name'] === counted) return isTowards ? null : `${counted} counts away from the end of the loop`;
  // The bound moves instead of the counter.
  return condition['bound']?.trim() === counted && isTowards ? `${counted} moves the end of the loop away` : null;
}

function neverEnds(loop: SyntaxNode, bindings: Bindings, ways: LoopWays): string | null {
  const body = loop.child('body');
  if (body === null) return null;
  const condition = conditionOf(loop);
  if (condition === null || /^(?:true|True|1)$/.test(condition.text)) {
    return canLeave(body) || ways.isEndedAround?.(loop) === true ? null : 'nothing ends this loop';
  }
  const names = comparedNames(condition, body) ?? switchIn(condition, bindings);
  if (names === null || names.length === 0 || !names.every((name) => isLocal(name, loop, bindings, ways))) return null;
  const others = [...loop.childrenOf('increment'), ...loop.childrenOf('update')].map(({ text }) => text).join(' ');
  return names.some((name) => isNamed(name, others) || changes(body, name, ways)) || canLeave(body)
    ? null
    : `nothing in the loop changes ${names.join(' or ')}`;
}

/** Whether only the function around the loop can change a name. */
function isLocal(name: string, loop: SyntaxNode, bindings: Bindings, { hasAlias }: LoopWays): boolean {
  const binding = bindings.scopeAt(loop).lookUp(name);
  // What a reference refers to can change elsewhere.
  if (binding?.node.parentType === 'reference_declarator') return false;
  // A function inside may change it, whenever it is called.
  const own = functionAround(loop);
  if (binding?.references.areWritten === true
      && binding.references.all.some(({ writes, node }) => writes && functionAround(node) !== own)) return false;
  if (own !== null && hasAlias?.(name, own) === true) return false;
  return binding !== null && binding.kind !== 'field' && binding.scope.functionScope.kind === 'function' && !binding.isExported;
}

function conditionOf(loop: SyntaxNode): SyntaxNode | null {
  const condition = loop.child('condition');
  if (condition === null || condition.type === 'empty_statement') return null;
  return unwrapped(condition.type === 'expression_statement' ? (condition.firstPart ?? condition) : condition);
}

/** The plain names in a comparison of names and numbers; null for anything that can change by itself. */
function comparedNames(condition: SyntaxNode, body: SyntaxNode): string[] | null {
  if (!/^(?:binary_expression|comparison_operator)$/.test(condition.type)) return null;
  const names: string[] = [];
  for (const side of condition.parts) {
    if (/^(?:identifier|variable_name)$/.test(side.type)) names.push(side.text);
    else if (!/number|integer|literal/.test(side.type) && !isSteadySize(side, body)) return null;
  }
  // Names in capitals are constants; if both sides are variables, either may change elsewhere.
  return names;
}

/** Whether something is the size of a list that the loop only reads by index. */
function isSteadySize(side: SyntaxNode, body: SyntaxNode): boolean {
  const list = /^([\w$]+)\.length$|^(?:len|count)\((\$?\w+)\)$/.exec(side.text);
  const name = list?.[1] ?? list?.[2];
  if (name === undefined) return false;
  // Where the loop does not name the list, something that it calls may change it.
  const uses = [...body.text.matchAll(wordsOf(name))];
  return uses.length > 0 && uses.every(({ index }) =>
    /^\s*\[[^\]=]*\](?!\s*=[^=])/.test(body.text.slice(index + name.length, index + name.length + 40)));
}

/** A condition that is a local name, perhaps negated, which was declared with a fixed truth value. */
function switchIn(condition: SyntaxNode, bindings: Bindings): string[] | null {
  const name = /^(?:!\s*|not )?(\$?\w+)$/.exec(condition.text)?.[1];
  if (name === undefined) return null;
  const declared = bindings.scopeAt(condition).lookUp(name)?.node.parent;
  const value = declared?.child('value') ?? declared?.child('right');
  return value != null && /^(?:true|false)$/i.test(value.text) ? [name] : null;
}

/** A name as a whole word. */
function wordsOf(name: string): RegExp {
  return new RegExp(`(?<![\\w$])${name.replace(/\$/g, '\\$')}(?![\\w$])`, 'g');
}

/** Whether a text has a name as a whole word. */
export function isNamed(name: string, text: string): boolean {
  return text.includes(name) && wordsOf(name).test(text);
}

/** Nodes that may change a name inside them, function bodies included. */
const mayChange = rememberedByType((type) =>
  FUNCTIONS.has(type) || /^(?:pointer_expression|yield|by_ref)$|assignment|update_expression|named_expression/.test(type));

function changes(body: SyntaxNode, name: string, ways: LoopWays): boolean {
  let changed = false;
  body.walk((node) => {
    changed ||= changesHere(node, name, ways);
    return !changed;
  });
  return changed;
}

/** Whether a node by itself may change a name. */
function changesHere(node: SyntaxNode, name: string, { changesOperand }: LoopWays): boolean {
  const { type } = node;
  // A reference to a name may change it later.
  if (type === 'init_declarator') return node.contains(REFERENCES) && isNamed(name, node.text);
  if (mayChange(type)) return isNamed(name, (node.child('left') ?? node).text);
  switch (type) {
    case 'binary_expression':
      return changesOperand?.(node, name) === true;
    case 'unary_expression':
    case 'argument_list':
    case 'arguments':
      // An argument, or a variable whose address is taken, may be changed by the call.
      return node.text.includes(name)
        && (/&|\$|\+\+|--|\b(?:ref|out)\b/.test(node.text) || changesOperand?.(node, name) === true);
    default:
      return /^for(?:each)?_statement$/.test(type) && isNamed(name, node.child('left')?.text ?? '');
  }
}

const REFERENCES = new Set(['reference_declarator']);

const mayCall = rememberedByType((type) => /call|invocation/.test(type));

/** Caches answers per node type: there are few types and very many nodes. */
function rememberedByType(test: (type: string) => boolean): (type: string) => boolean {
  const known = new Map<string, boolean>();
  return (type) => {
    let answer = known.get(type);
    if (answer === undefined) known.set(type, (answer = test(type)));
    return answer;
  };
}

/** Whether something in the body can leave the loop. A `break` in an inner loop or switch leaves only that. */
function canLeave(body: SyntaxNode): boolean {
  let leaves = false;
  body.walk((node) => {
    if (leaves || FUNCTIONS.has(node.type)) return false;
    if (ENDS.has(node.type)) leaves = true;
    if (mayCall(node.type) && ENDING_CALL.test(node.text.split('(', 1)[0] ?? '')) leaves = true;
    if (node.type === 'break_statement' || node.type === 'continue_statement') {
      leaves ||= node.parts.length > 0 || (node.type === 'break_statement' && !isWithinInner(node, body));
    }
    return !leaves;
  });
  return leaves;
}

function isWithinInner(node: SyntaxNode, body: SyntaxNode): boolean {
  for (let around = node.parent; around !== null && around !== body; around = around.parent) {
    if (LOOPS.has(around.type) || /^switch_(?:statement|expression)$/.test(around.type)) return true;
  }
  return false;
}
