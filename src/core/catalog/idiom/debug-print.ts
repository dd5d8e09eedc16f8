import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { calleeOf, callsOf, methodOf } from '../../syntax/calls.js';
import { functionAround } from '../../syntax/functions.js';
import type { SyntaxNode, SyntaxTree } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { byTree, hitAt, shared } from '../../finders/hits.js';
import { list } from '../../finders/options.js';

export default defineRule({
  id: 'idiom/debug-print',
  title: 'No output that bypasses the log',
  about: 'Output printed by hand has no level and no time, clutters the console, and sometimes reveals what strangers should not see.',
  advice: 'Delete what is left from debugging, and send the rest to the log that the team reads.',
  tags: ['leftover', 'starter'],
  confidence: 'likely',
  options: {
    calls: list([
      'console.log', 'console.debug', 'console.dir', 'console.table', 'console.trace', 'debugger',
      'print', 'pprint', 'pprint.pprint', 'breakpoint', 'pdb.set_trace',
      'System.out.print', 'System.out.println', 'System.out.printf', 'printStackTrace',
      'var_dump', 'print_r', 'var_export', 'debug_print_backtrace', 'std::cout', 'cout', 'printf', 'puts', 'fmt.Print',
      'fmt.Println', 'fmt.Printf', 'println', 'dbg', 'p', 'pp',
      'RAISE NOTICE', 'PRINT', 'DBMS_OUTPUT.PUT_LINE', 'DBMS_OUTPUT.PUT',
      'Console.Write', 'Console.WriteLine', 'System.Console.Write', 'System.Console.WriteLine', 'Debug.WriteLine',
    ], 'more', 'functions that print, with the object before the dot'),
  },
  find: shared(byTree(findPrints)),
});

/** Bare names that print in one language and can mean anything in others. */
const AT_HOME: Readonly<Record<string, readonly string[]>> = {
  print: ['python', 'kotlin', 'ruby', 'rust'],
  pprint: ['python'],
  breakpoint: ['python'],
  println: ['go', 'kotlin', 'rust'],
  printf: ['cpp', 'ruby'],
  puts: ['cpp', 'ruby'],
  p: ['ruby'],
  pp: ['ruby'],
  dbg: ['rust'],
};

const SCRIPTS: ReadonlySet<string> = new Set(['javascript', 'typescript', 'tsx']);
const STREAMS = ['qualified_identifier', 'identifier'];

/** Methods that print whatever object they belong to. */
const OF_ANY_OBJECT = new Set(['printStackTrace']);

interface Calls {
  readonly names: ReadonlySet<string>;
  /** The names without the objects that they belong to. */
  readonly methods: readonly string[];
  /** The objects before a dot, with it. */
  readonly objects: readonly string[];
}

/** The calls to look for, by the option that lists them. */
const wanted = new WeakMap<readonly string[], Calls>();

function callsFor(calls: readonly string[]): Calls {
  let own = wanted.get(calls);
  if (own === undefined) {
    wanted.set(calls, (own = {
      names: new Set(calls),
      methods: [...new Set(calls.map((name) => /[^.>:]+$/.exec(name)?.[0] ?? name))],
      objects: [...new Set(calls.flatMap((name) => /^[\w$]+\./.exec(name)?.[0] ?? []))],
    }));
  }
  return own;
}

/** With a second argument, these PHP functions return their output instead of printing it. */
function returnsOutput(call: SyntaxNode, called: string): boolean {
  return (called === 'print_r' || called === 'var_export') && (call.child('arguments')?.parts.length ?? 0) > 1;
}

/**
 * Whether a call prints to standard error or a stream of the caller, or in an example that Go runs and compares with its output.
 */
function isElsewhere(call: SyntaxNode, grammar: string): boolean {
  if (grammar === 'python') return /\bfile\s*=\s*sys\.stderr\b/.test(call.child('arguments')?.text ?? '');
  // With a stream of its own, it writes there.
  if (grammar === 'java') return methodOf(call) === 'printStackTrace' && (call.child('arguments')?.parts.length ?? 0) > 0;
  if (grammar !== 'go') return false;
  let around = functionAround(call);
  for (let outer = around; outer !== null; outer = functionAround(outer)) around = outer;
  return /^Example/.test(around?.child('name')?.text ?? '');
}

/** Functions that print and are passed to others, as in `tides.forEach(console.log)`. */
function passedOn(tree: SyntaxTree, { names, objects }: Calls, text: string): Hit[] {
  // There are very many members, and hardly any is passed.
  if (!objects.some((object) => text.includes(object))) return [];
  return tree.ofType('member_expression')
    .filter((node) => node.parentType === 'arguments' && names.has(node.text))
    .map((node) => tell(node, node.text));
}

function findPrints({ tree, grammar, text: { text } }: ParsedSource, { calls }: { readonly calls: readonly string[] }): Hit[] {
  const wantedCalls = callsFor(calls);
  const { names, methods } = wantedCalls;
  const called = callsOf(tree, methods)
    .filter((call) => prints(call, wantedCalls, grammar))
    .map((call) => tell(call, calleeOf(call)));
  const stops = names.has('debugger')
    ? tree.ofType('debugger_statement').map((node) => hitAt(node, 'debugger stops the program here'))
    : [];
  return [...called, ...stops, ...printersIn(tree, grammar, wantedCalls, text)];
}

function tell(node: SyntaxNode, name: string): Hit {
  return hitAt(node, `${name} bypasses the log`);
}

function prints(call: SyntaxNode, { names }: Calls, grammar: string): boolean {
  const called = calleeOf(call);
  if (!names.has(called) && !(grammar === 'java' && OF_ANY_OBJECT.has(methodOf(call)) && names.has(methodOf(call)))) return false;
  return !returnsOutput(call, called) && !isElsewhere(call, grammar)
    && (Object.hasOwn(AT_HOME, called) ? AT_HOME[called] as readonly string[] : [grammar]).includes(grammar);
}

/** What prints without a call of its own: functions that are passed on, and C++'s streams, to which an operator writes. */
function printersIn(tree: SyntaxTree, grammar: string, wantedCalls: Calls, text: string): Hit[] {
  const { names } = wantedCalls;
  if (SCRIPTS.has(grammar)) return passedOn(tree, wantedCalls, text);
  if (grammar === 'java') {
    return tree.ofType('method_reference')
      .filter((node) => names.has(node.text.replace('::', '.')))
      .map((node) => tell(node, node.text));
  }
  if (grammar !== 'cpp') return [];
  return tree.ofTypes(STREAMS)
    .filter((node) => names.has(node.text) && node.parent?.type === 'binary_expression' && node.field === 'left')
    .map((node) => tell(node, node.text));
}
