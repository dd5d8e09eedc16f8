import { wholeTables } from '../../languages/sql/statements.js';
import { defineRule } from '../../finders/rule.js';
import { bad, good } from '../../finders/examples.js';

export default defineRule({
  id: 'safety/whole-table',
  title: 'No statement changes a whole table by accident',
  about: 'UPDATE and DELETE without a condition change every row. Where that is meant, nobody can tell it from a condition '
    + 'that was forgotten.',
  advice: 'Add the condition. If all rows are meant, say so in a waiver, or empty the table with TRUNCATE.',
  tags: ['correctness', 'data'],
  confidence: 'likely',
  options: {},
  find: { languages: { sql: wholeTables } },
  examples: [
    good('sql', 'UPDATE quay SET low = 1 WHERE id = 2;\nDELETE FROM quay USING tide WHERE low;\n'
      + 'INSERT INTO quay VALUES (1) ON CONFLICT DO UPDATE SET low = 1;\nCREATE TRIGGER moor AFTER UPDATE ON quay;\n'
      + 'GRANT UPDATE, DELETE ON quay TO pilot;\n'),
    bad('sql', 'UPDATE harbour.quay SET low = (SELECT 1 FROM tide WHERE high);\nDELETE FROM quay;\n', [
      '1:1-20 this changes every row of quay', '2:1-17 this changes every row of quay',
    ]),
  ],
});
