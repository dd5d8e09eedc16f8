import { defineRule, type SyntaxFinder } from '../../model/rule.js';
import type { OptionValues } from '../../model/option.js';

const MESSAGE = '{callee} runs text as code';

const script: SyntaxFinder<OptionValues> = {
  by: 'query',
  query: `
    ((call_expression function: (identifier) @callee) @finding (#any-of? @callee "eval" "Function"))
    ((new_expression constructor: (identifier) @callee) @finding (#eq? @callee "Function"))
    ((call_expression function: (identifier) @callee arguments: (arguments . [(string) (template_string)])) @finding
      (#any-of? @callee "setTimeout" "setInterval"))`,
  message: MESSAGE,
};

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
      javascript: script,
      typescript: script,
      python: {
        by: 'query',
        query: '((call function: (identifier) @callee) @finding (#any-of? @callee "eval" "exec"))',
        message: MESSAGE,
      },
      php: {
        by: 'query',
        query: '((function_call_expression function: (name) @callee) @finding (#any-of? @callee "eval" "create_function"))',
        message: MESSAGE,
      },
    },
  },
  examples: [
    { language: 'javascript', code: 'tides.eval(1);\nsetTimeout(() => sail(), 10);\n', finds: [] },
    { language: 'javascript', code: "eval(tide);\nconst sail = new Function('return 1');\nsetTimeout('sail()', 10);\n", finds: ['1:1', '2:14', '3:1'] },
    { language: 'typescript', code: 'const evaluate: Function = sail;\n', finds: [] },
    { language: 'typescript', code: 'const tide = eval(text) as number;\n', finds: ['1:14'] },
    { language: 'python', code: 'import ast\ntide = ast.literal_eval(text)\n', finds: [] },
    { language: 'python', code: 'exec(text)\n', finds: ['1:1'] },
    { language: 'php', code: '<?php $plan->eval($text);\n', finds: [] },
    { language: 'php', code: '<?php eval($text);\n', finds: ['1:7'] },
  ],
});
