import { comparedWithNull } from '../../languages/sql/statements.js';
import { defineRule } from '../../finders/rule.js';
import { bad, good } from '../../finders/examples.js';

export default defineRule({
  id: 'slips/null-compare',
  title: 'Nothing is compared with NULL by a sign',
  about:
    'A comparison with NULL is neither true nor false but unknown, so the condition never holds: ISO/IEC 9075-2, section 8.2.',
  advice: 'Write IS NULL or IS NOT NULL.',
  tags: ['correctness', 'data', 'starter'],
  confidence: 'likely',
  repairs: 'offered',
  options: {},
  find: { languages: { sql: comparedWithNull } },
  examples: [
    good('sql', 'UPDATE quay SET low = NULL WHERE high IS NULL;\nSELECT moor(a => NULL, b = NULL);\nDECLARE @low int = NULL;\n'
      + 'CREATE FUNCTION sail(a int = NULL) RETURNS int AS $$ SELECT 1 $$;\n'),
    bad(
      'sql',
      'SELECT 1 FROM quay WHERE low = NULL AND high <> NULL;\n',
      ['1:30-36 = NULL is never true', '1:46-53 <> NULL is never true'],
      { repaired: 'SELECT 1 FROM quay WHERE low IS NULL AND high IS NOT NULL;\n' },
    ),
  ],
});
