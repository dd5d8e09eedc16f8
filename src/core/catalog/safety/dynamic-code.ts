import { defineRule, type Hit } from '../../model/rule.js';
import { argumentsOf, calleeOf, callsIn } from '../../syntax/calls.js';
import type { ParsedSource } from '../../syntax/source.js';
import { bad, good } from '../examples.js';
import { byTree, hitAt, inLanguages } from '../hits.js';

export default defineRule({
  id: 'safety/dynamic-code',
  title: 'No text is run as code',
  about: 'Whoever can change the text can run what he likes: CWE-95 of MITRE, "Eval Injection".',
  advice: 'Look values up in a table, parse data with a parser, and pass functions instead of their text.',
  tags: ['security', 'starter'],
  confidence: 'likely',
  options: {},
  find: {
    languages: {
      ...inLanguages('javascript typescript', byTree(findInScript)),
      python: byTree((source) => findCalls(source, /^(?:eval|exec)$/)),
      php: byTree((source) => findCalls(source, /^(?:eval|create_function)$/)),
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

function findCalls({ tree }: ParsedSource, names: RegExp): Hit[] {
  return callsIn(tree).filter((call) => names.test(calleeOf(call))).map((call) => hitAt(call, `${calleeOf(call)} runs text as code`));
}

function findInScript(source: ParsedSource): Hit[] {
  const timers = callsIn(source.tree).filter((call) => /^(?:(?:window|globalThis)\.)?set(?:Timeout|Interval)$/.test(calleeOf(call))
    && /^(?:string|template_string)$/.test(argumentsOf(call)[0]?.type ?? ''));
  return [...findCalls(source, /^(?:(?:window|globalThis)\.)?(?:eval|Function)$/), ...timers.map((call) => hitAt(call, `${calleeOf(call)} runs text as code`))];
}
