import { defineRule, type SyntaxFinder } from '../../model/rule.js';
import type { OptionValues } from '../../model/option.js';
import { hitsAt } from '../hits.js';

/** Comparing with null this way also catches undefined, and is often meant: it converts nothing else. */
const script: SyntaxFinder<OptionValues> = {
  by: 'query',
  query: '(binary_expression operator: ["==" "!="] @operator)',
  judge: (matches) => hitsAt(matches, ({ operator }) => {
    const sides = operator?.parent?.namedChildren ?? [];
    return operator && sides.every((side) => side.type !== 'null') ? { at: operator, message: advise(operator.text) } : null;
  }),
};

const php: SyntaxFinder<OptionValues> = {
  by: 'query',
  query: '(binary_expression operator: ["==" "!=" "<>"] @operator)',
  judge: (matches) => hitsAt(matches, ({ operator }) => operator ? { at: operator, message: advise(operator.text) } : null),
};

export default defineRule({
  id: 'slips/loose-compare',
  title: 'Values are compared without converting them',
  about: 'A comparison that converts its sides first finds "0" and 0, or "" and false, equal: ECMA-262, section 7.2.14; PHP manual, "Comparison Operators".',
  advice: 'Compare with === or !==, and convert on purpose where the types differ.',
  tags: ['starter'],
  confidence: 'likely',
  options: {},
  find: { languages: { javascript: script, typescript: script, php } },
  examples: [
    { language: 'javascript', code: 'if (a === b || c == null) sail();\n', finds: [] },
    { language: 'javascript', code: 'if (a == b || c != 1) sail();\n', finds: ['1:7', '1:17'] },
    { language: 'typescript', code: 'const same = a === b;\n', finds: [] },
    { language: 'typescript', code: 'const same = a != b;\n', finds: ['1:16'] },
    { language: 'typescript', file: 'berth.tsx', code: 'const berth = <b>{a == b}</b>;\n', finds: ['1:21'] },
    { language: 'php', code: '<?php if ($a === $b) sail();\n', finds: [] },
    { language: 'php', code: '<?php if ($a == $b || $c <> 1) sail();\n', finds: ['1:14', '1:26'] },
  ],
});

function advise(operator: string): string {
  return `${operator} converts its sides before it compares; ${operator === '==' ? '===' : '!=='} does not`;
}
