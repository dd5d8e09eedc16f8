import { defineRule, type Hit } from '../../model/rule.js';
import { calleeOf, callsOf } from '../../syntax/calls.js';
import { functionAround } from '../../syntax/functions.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import type { SyntaxTree } from '../../syntax/tree.js';
import { bad, good } from '../examples.js';
import { byTree, hitAt, inLanguages } from '../hits.js';
import { list } from '../options.js';

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
      'print', 'pprint', 'pprint.pprint', 'breakpoint',
      'System.out.print', 'System.out.println',
      'var_dump', 'print_r', 'var_export', 'std::cout', 'fmt.Print', 'fmt.Println', 'fmt.Printf', 'println',
    ], 'more', 'functions that print, with the object before the dot'),
  },
  find: { languages: inLanguages('javascript typescript python java php cpp go', byTree(findPrints)) },
  examples: [
    good('javascript', 'console.error(message);\nlog.info(tide);\nconst consoleLog = 1;\n'),
    bad('javascript', 'console.log(tide);\ndebugger;\n', '1:1 2:1'),
    bad('javascript', 'window.console.log(tide);\nconsole?.log(tide);\ntides.forEach(console.log);\n', '1:1 2:1 3:15'),
    bad('javascript', 'alert(tide);\nconsole.log(tide);\n', '1:1', { options: { calls: ['alert'] } }),
    good('typescript', 'log.debug(tide);\n'),
    bad('typescript', 'console.table(tides);\n', '1:1'),
    good('python', 'log.info(tide)\nprinter(tide)\nprint(tide, file=sys.stderr)\n'),
    bad('python', 'if tide:\n    print(tide)\n', '2:5'),
    good('java', 'class Quay { void moor() { log.info(name); print(name); } }\n'),
    bad('java', 'class Quay { void moor() { System.out.println(name); } }\n', '1:28'),
    good('php', '<?php echo $tide;\n$log->info(print_r($tide, true));\n'),
    bad('php', '<?php var_dump($tide);\n', '1:7'),
    good('cpp', 'void moor() { log << tide; }\n'),
    bad('cpp', 'void moor() { std::cout << tide << low; }\n', '1:15'),
    good('go', 'package quay\n\nfunc moor() { log.Println(1) }\n\nfunc ExampleMoor() { fmt.Println(1) }\n'),
    bad('go', 'package quay\n\nfunc moor() { fmt.Println(1) }\n', '3:15'),
  ],
});

/** Bare names that print in one language and can mean anything in others. */
const AT_HOME: Readonly<Record<string, string>> = { print: 'python', pprint: 'python', breakpoint: 'python', println: 'go' };

interface Calls {
  readonly names: ReadonlySet<string>;
  /** The names without the objects that they belong to. */
  readonly methods: readonly string[];
}

/** The calls to look for, by the option that lists them. */
const wanted = new WeakMap<readonly string[], Calls>();

function callsFor(calls: readonly string[]): Calls {
  let own = wanted.get(calls);
  if (own === undefined) wanted.set(calls, (own = { names: new Set(calls), methods: [...new Set(calls.map((name) => /[^.>:]+$/.exec(name)?.[0] ?? name))] }));
  return own;
}

/** With a second argument, these PHP functions return their output instead of printing it. */
function returnsOutput(call: SyntaxNode, called: string): boolean {
  return (called === 'print_r' || called === 'var_export') && (call.child('arguments')?.parts.length ?? 0) > 1;
}

/** Whether a call prints to standard error, or in an example that Go runs and compares with its output. */
function isElsewhere(call: SyntaxNode, grammar: string): boolean {
  if (grammar === 'python') return /\bfile\s*=\s*sys\.stderr\b/.test(call.child('arguments')?.text ?? '');
  return grammar === 'go' && /^Example/.test(functionAround(call)?.child('name')?.text ?? '');
}

/** Functions that print and are passed to others, as in `tides.forEach(console.log)`. */
function passedOn(tree: SyntaxTree, names: ReadonlySet<string>, text: string): Hit[] {
  // There are very many members, and hardly any is passed.
  if (![...names].some((name) => text.includes(`${name})`) || text.includes(`${name},`))) return [];
  return tree.ofType('member_expression').filter((node) => node.parentType === 'arguments' && names.has(node.text)).map((node) => hitAt(node, `${node.text} bypasses the log`));
}

function findPrints({ tree, grammar, text: { text } }: ParsedSource, { calls }: { readonly calls: readonly string[] }): Hit[] {
  const { names, methods } = callsFor(calls);
  const hits: Hit[] = [];
  for (const call of callsOf(tree, methods)) {
    const called = calleeOf(call);
    if (names.has(called) && !returnsOutput(call, called) && !isElsewhere(call, grammar) && (AT_HOME[called] ?? grammar) === grammar) hits.push(hitAt(call, `${called} bypasses the log`));
  }
  hits.push(...passedOn(tree, names, text));
  if (names.has('debugger')) for (const node of tree.ofType('debugger_statement')) hits.push(hitAt(node, 'debugger stops the program here'));
  // C++ writes to a stream with an operator; the stream is the leftmost operand.
  for (const node of tree.ofType('qualified_identifier')) {
    if (names.has(node.text) && node.parent?.type === 'binary_expression' && node.field === 'left') hits.push(hitAt(node, `${node.text} bypasses the log`));
  }
  return hits;
}
