import { defineRule, type Hit } from '../../model/rule.js';
import { argumentsOf, calleeOf, callsOf } from '../../syntax/calls.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { bad, good } from '../examples.js';
import { byTree, hitAt, inLanguages } from '../hits.js';

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
      python: byTree((source) => findCalls(source, ['eval', 'exec'])),
      php: byTree((source) => findCalls(source, ['eval', 'create_function'])),
      shell: byTree(({ tree }) => tree.ofType('command').flatMap((command) => {
        const name = command.child('name');
        return name?.text === 'eval' ? [hitAt(command, 'eval runs text as code')] : [];
      })),
    },
  },
  examples: [
    good('javascript', 'tides.eval(1);\nsetTimeout(() => sail(), 10);\n'),
    bad('javascript', "eval(tide);\nconst sail = new Function('return 1');\nsetTimeout('sail()', 10);\n", '1:1 2:14 3:1'),
    good('typescript', 'const evaluate: Function = sail;\n'),
    bad('typescript', 'const tide = eval(text) as number;\n', '1:14'),
    good('python', 'import ast\ntide = ast.literal_eval(text)\n'),
    bad('python', 'exec(text)\n', '1:1'),
    good('php', '<?php $plan->eval($text);\n'),
    bad('php', '<?php eval($text);\n', '1:7'),
    good('shell', 'echo "$tide"\n'),
    bad('shell', 'eval "$tide"\n', '1:1'),
  ],
});

function findCalls({ tree }: ParsedSource, names: readonly string[]): Hit[] {
  return callsOf(tree, names).filter((call) => names.includes(withoutPage(call))).map((call) => hitAt(call, `${calleeOf(call)} runs text as code`));
}

const TIMERS = ['setTimeout', 'setInterval'];

/** The called function, without the global object that everything belongs to. */
function withoutPage(call: SyntaxNode): string {
  return calleeOf(call).replace(/^(?:window|globalThis)\./, '');
}

function findInScript(source: ParsedSource): Hit[] {
  const timers = callsOf(source.tree, TIMERS).filter((call) => TIMERS.includes(withoutPage(call)) && /^(?:string|template_string)$/.test(argumentsOf(call)[0]?.type ?? ''));
  return [...findCalls(source, ['eval', 'Function']), ...timers.map((call) => hitAt(call, `${calleeOf(call)} runs text as code`))];
}
