import type { Catalog } from '../catalog/catalog.js';
import type { JsonSchema } from '../layers/json-schema.js';
import { LEDGER_STATUSES } from '../model/ledger.js';

/** What may stand in a ledger, for those who type in it. @param paths the files of the project. */
export function ledgerJsonSchema(catalog: Catalog, paths: readonly string[]): JsonSchema {
  const text = (description: string, more: JsonSchema = {}): JsonSchema => ({ type: 'string', description, ...more });
  return {
    properties: {
      findings: {
        description: 'The known findings, one entry each. elvar ledger take writes them.',
        items: {
          properties: {
            path: text('The file of the finding, relative to the root.', { examples: paths }),
            rule: text('The rule that finds it.', { examples: catalog.rules.map(({ id }) => id) }),
            line: { type: 'integer', description: 'The line on which the finding started when the entry was written.' },
            code: text('The text of that line.'),
            fingerprint: text(
              'Tells the finding from others, wherever its line goes: sixteen hexadecimal digits, written by elvar ledger take.',
            ),
            status: text(
              'The decision: it may stay (accepted), it will be repaired (planned, until a day), or the rule is wrong '
                + 'there (mistaken).',
              { enum: LEDGER_STATUSES },
            ),
            because: text('The reason, for those who ask.'),
            since: text('The day on which the entry was written, as YYYY-MM-DD.'),
            until: text('The last day on which it excuses, as YYYY-MM-DD.'),
          },
        },
      },
    },
  };
}
