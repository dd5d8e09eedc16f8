import { allColumns } from '../../languages/sql/statements.js';
import { defineRule } from '../../finders/rule.js';
import { bad, good } from '../../finders/examples.js';

export default defineRule({
  id: 'idiom/all-columns',
  title: 'Queries name the columns that they take',
  about: 'With a star, a query gives something else as soon as somebody adds a column, and readers do not see what is needed.',
  advice: 'Name the columns.',
  tags: ['readability', 'data'],
  confidence: 'certain',
  options: {},
  find: { languages: { sql: allColumns } },
  examples: [
    good('sql', 'SELECT low, count(*), 2 * high FROM quay WHERE EXISTS (SELECT * FROM tide);\n'
      + 'SELECT * FROM (SELECT low FROM quay) AS tides;\n'),
    bad('sql', 'SELECT * FROM quay;\nSELECT q.* FROM quay q;\n', [
      '1:8-9 every column is selected, whatever the table will have',
      '2:8-11 every column is selected, whatever the table will have',
    ]),
  ],
});
