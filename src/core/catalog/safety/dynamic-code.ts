import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { argumentsOf, calleeOf, callsOf } from '../../syntax/calls.js';
import { bindingsOf } from '../../syntax/bindings/bindings.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { isFilled } from '../../syntax/texts.js';
import { bad, good } from '../../finders/examples.js';
import { byTree, hitAt, hitsOf, inLanguages, NO_HITS } from '../../finders/hits.js';

export default defineRule({
  id: 'safety/dynamic-code',
  title: 'No text is run as code',
  about: 'Whoever can change the text can run any code: CWE-95 (MITRE), "Eval Injection".',
  advice: 'Look values up in a table, parse data with a parser, and pass functions instead of source text.',
  tags: ['security', 'starter'],
  confidence: 'likely',
  options: {},
  find: {
    languages: {
      ...inLanguages('javascript typescript', byTree(findInScript)),
      python: byTree(findInPython),
      php: byTree(findInPhp),
      shell: byTree(findInShell),
    },
  },
  examples: [
    good('javascript', 'tides.eval(1);\nsetTimeout(() => sail(), 10);\n'),
    bad('javascript', "eval(tide);\nconst sail = new Function('return 1');\nsetTimeout('sail()', 10);\n", ['1:1-11 eval runs text as code', '2:14-38 Function runs text as code', '3:1-25 setTimeout runs text as code']),
    good('javascript', "const all = Function('return this')();\n(0, eval)('this');\n"),
    bad('javascript', "(0, eval)(tide);\nsetTimeout('sail(' + tide + ')', 10);\nvm.runInNewContext(tide);\n", ['1:1 eval runs text as code', '2:1 setTimeout runs text as code', '3:1 vm.runInNewContext runs text as code']),
    good('typescript', 'const evaluate: Function = sail;\n'),
    bad('typescript', 'const tide = eval(text) as number;\n', '1:14-24 eval runs text as code'),
    good('python', 'import ast\ntide = ast.literal_eval(text)\n'),
    bad('python', 'exec(text)\n', '1:1-11 exec runs text as code'),
    good('python', 'def eval(text):\n    return 1\neval(text)\n'),
    good('python', 'import re\nre.compile(text, re.I)\n'),
    bad('python', "exec(compile(text, 'tide', 'exec'))\nbuiltins.eval(text)\n", ['1:6 compile runs text as code', '2:1 builtins.eval runs text as code']),
    good('php', '<?php $plan->eval($text);\n'),
    bad('php', '<?php eval($text);\n', '1:7-18 eval runs text as code'),
    bad('php', '<?php assert("$tide");\n', '1:7 assert runs text as code'),
    bad('shell', 'sh -c "ls $tide"\n', '1:1-17 [possible] sh runs text as code'),
    good('shell', 'echo "$tide"\n'),
    bad('shell', 'eval "$tide"\n', '1:1 eval runs text as code'),
  ],
});

function findCalls({ tree }: ParsedSource, names: readonly string[]): Hit[] {
  return callsOf(tree, names).filter((call) => names.includes(withoutPage(call))).map((call) => tell(call, calleeOf(call)));
}

function tell(node: SyntaxNode, name: string): Hit {
  return hitAt(node, `${name} runs text as code`);
}

const TIMERS = ['setTimeout', 'setInterval'];

/** Other ways to write a call of eval: without a receiver, so that it runs in the global scope, or by its name as text. */
const INDIRECT = ['(0, eval)', '(0,eval)', '(1, eval)', '(1,eval)', ...['window', 'globalThis', 'self', 'global'].flatMap((object) => [`${object}['eval']`, `${object}["eval"]`])];

/** Functions of Node's module vm, and its class. */
const IN_NODE = ['runInNewContext', 'runInThisContext', 'runInContext', 'Script'];

/** The called function, without the global object that everything belongs to. */
function withoutPage(call: SyntaxNode): string {
  return calleeOf(call).replace(/^(?:window|globalThis)\./, '');
}

function findInScript(source: ParsedSource): Hit[] {
  const { tree } = source;
  const timers = callsOf(tree, TIMERS).filter((call) => TIMERS.includes(withoutPage(call)) && isText(argumentsOf(call)[0]));
  const handlers = callsOf(tree, ['setAttribute']).filter((call) => /^["']on[a-z]+["']$/.test(argumentsOf(call)[0]?.text ?? '') && isText(argumentsOf(call)[1]));
  return [
    ...findCalls(source, ['eval', 'Function']).filter((hit) => !IS_GLOBAL.test(source.text.text.slice(hit.start, hit.end))),
    // To run "this" is the old way to get the global object.
    ...callsOf(tree, INDIRECT).filter((call) => !/^["']this["']$/.test(argumentsOf(call)[0]?.text ?? '')).map((call) => tell(call, 'eval')),
    ...callsOf(tree, IN_NODE).filter((call) => /^vm\.\w+$/.test(calleeOf(call))).map((call) => tell(call, calleeOf(call))),
    ...timers.map((call) => tell(call, calleeOf(call))),
    ...handlers.map((call) => tell(call, 'the attribute')),
  ];
}

/** The old way to get the global object. */
const IS_GLOBAL = /^(?:new\s+)?Function\(\s*["']return this;?["']\s*\)$/;

/** Whether a value is a text, or a text joined with something. */
function isText(node: SyntaxNode | undefined): boolean {
  if (node === undefined) return false;
  return /^(?:string|template_string)$/.test(node.type) || (node.type === 'binary_expression' && node.parts.some(isText));
}

function findInPython(source: ParsedSource): Hit[] {
  const { tree } = source;
  return [
    ...callsOf(tree, ['eval', 'exec']).filter((call) => /^(?:builtins\.)?(?:eval|exec)$/.test(calleeOf(call)) && !isCompiled(argumentsOf(call)[0])),
    ...callsOf(tree, ['compile']).filter((call) => /^(?:builtins\.)?compile$/.test(calleeOf(call)) && argumentsOf(call).length > 1),
  ].filter((call) => bindingsOf(tree).scopeAt(call).lookUp(calleeOf(call)) === null).map((call) => tell(call, calleeOf(call)));
}

/** Whether the text is compiled on the spot: the call that does it is reported. */
function isCompiled(node: SyntaxNode | undefined): boolean {
  return node?.type === 'call' && calleeOf(node) === 'compile';
}

/** PHP's assert, and the pattern flag e, run texts that they are given. */
function findInPhp(source: ParsedSource): Hit[] {
  const { tree } = source;
  const asserted = callsOf(tree, ['assert']).filter((call) => /^\\?assert$/.test(calleeOf(call)) && /^(?:string|encapsed_string)$/.test(argumentsOf(call)[0]?.type ?? ''));
  const replaced = callsOf(tree, ['preg_replace']).filter((call) => /^["']([/#~@|!]).*\1[a-zA-Z]*e[a-zA-Z]*["']$/.test(argumentsOf(call)[0]?.text ?? ''));
  return [...findCalls(source, ['eval', 'create_function']), ...asserted.map((call) => tell(call, 'assert')), ...replaced.map((call) => tell(call, 'the flag e'))];
}

/** A shell that is started to run a text made of values. */
const SHELLS = /^(?:.*\/)?(?:ba|z|k|da)?sh$/;

function findInShell({ tree }: ParsedSource): Hit[] {
  return hitsOf(tree.ofType('command'), (command): readonly Hit[] => {
    const name = command.child('name')?.text ?? '';
    if (name === 'eval') return [tell(command, name)];
    const [flag, text] = command.childrenOf('argument');
    const isRun = SHELLS.test(name) && flag !== undefined && /^-[a-z]*c$/.test(flag.text) && text !== undefined && (isFilled(text) || /expansion/.test(text.type));
    return isRun ? [hitAt(command, `${name} runs text as code`, undefined, { confidence: 'possible' })] : NO_HITS;
  });
}
