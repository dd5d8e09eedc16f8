import type { Hit, TreeFinder } from './finder.js';
import { calleeOf, callsOf, methodOf } from '../syntax/calls.js';
import type { SyntaxNode, SyntaxTree } from '../syntax/node.js';
import type { ParsedSource } from '../syntax/source.js';
import { byTree, hitAt } from './hits.js';

/** Bare names that print in some language, and can mean anything in others. */
const BARE: ReadonlySet<string> = new Set(['print', 'pprint', 'breakpoint', 'println', 'printf', 'puts', 'p', 'pp', 'dbg']);

/** How a language prints. */
export interface PrintingWays {
  /** The bare names that print in it, of those that print in some language. */
  readonly bare?: readonly string[];
  /** Methods that print whatever object they belong to. */
  readonly ofAnyObject?: readonly string[];
  /** Whether a call prints elsewhere than on the console, or not at all. */
  readonly printsElsewhere?: (call: SyntaxNode, called: string) => boolean;
  /** What prints without a call of its own. */
  readonly more?: (tree: SyntaxTree, calls: PrintingCalls) => readonly SyntaxNode[];
}

/** The calls that print. */
export interface PrintingCalls {
  readonly names: ReadonlySet<string>;
  /** The names without the objects that they belong to. */
  readonly methods: readonly string[];
  /** The objects before a dot, with it. */
  readonly objects: readonly string[];
}

/** The calls to look for, by the option that lists them. */
const wanted = new WeakMap<readonly string[], PrintingCalls>();

function callsFor(calls: readonly string[]): PrintingCalls {
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

/** Finds what prints. */
export function printingCalls(ways: PrintingWays = {}): TreeFinder<{ readonly calls: readonly string[] }> {
  return byTree((source, options: { readonly calls: readonly string[] }) => findPrints(source, options, ways));
}

function findPrints({ tree }: ParsedSource, { calls }: { readonly calls: readonly string[] }, ways: PrintingWays): Hit[] {
  const wantedCalls = callsFor(calls);
  const { names, methods } = wantedCalls;
  const called = callsOf(tree, methods)
    .filter((call) => prints(call, wantedCalls, ways))
    .map((call) => tell(call, calleeOf(call)));
  const stops = names.has('debugger')
    ? tree.ofType('debugger_statement').map((node) => hitAt(node, 'debugger stops the program here'))
    : [];
  const more = ways.more?.(tree, wantedCalls).map((node) => tell(node, node.text)) ?? [];
  return [...called, ...stops, ...more];
}

function tell(node: SyntaxNode, name: string): Hit {
  return hitAt(node, `${name} bypasses the log`);
}

function prints(
  call: SyntaxNode, { names }: PrintingCalls, { bare = [], ofAnyObject = [], printsElsewhere }: PrintingWays,
): boolean {
  const called = calleeOf(call);
  if (!names.has(called) && !(ofAnyObject.includes(methodOf(call)) && names.has(methodOf(call)))) return false;
  return printsElsewhere?.(call, called) !== true && (!BARE.has(called) || bare.includes(called));
}
