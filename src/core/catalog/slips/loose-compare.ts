import { defineRule } from '../../finders/rule.js';

export default defineRule({
  id: 'slips/loose-compare',
  title: 'Comparisons do not convert their operands',
  about: 'A comparison that converts its operands first considers "0" and 0, or "" and false, equal: ECMA-262, section '
    + '7.2.14; PHP manual, "Comparison Operators".',
  advice: 'Use === or !==, and convert explicitly if the types differ. Comparisons with null are exempt.',
  tags: ['correctness', 'starter'],
  confidence: 'likely',
  repairs: 'safe',
  options: {},
  find: { languages: {} },
});
