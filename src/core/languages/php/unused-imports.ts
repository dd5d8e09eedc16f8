import { SAFE } from '../../finders/hits.js';
import type { Importing } from '../../finders/unused-imports.js';

export const PHP_IMPORTS: Importing = {
  statements: ['namespace_use_declaration'],
  names: (statement) => {
    const clauses = [...statement.parts, ...(statement.childOfType('namespace_use_group')?.parts ?? [])].filter(({ type }) =>
      type === 'namespace_use_clause');
    return clauses.flatMap((clause) =>
      clause.child('alias') ?? clause.childOfType('qualified_name')?.last ?? clause.childOfType('name') ?? []);
  },
  uses: ['name'],
  inDocumentation: true,
  inText: null,
  // Importing only gives a name here: JLS, section 7.5; PHP_IMPORTS manual, "Using namespaces".
  surenessOf: () => SAFE,
  isOffered: null,
};
