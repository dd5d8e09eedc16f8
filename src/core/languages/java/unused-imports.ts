import { SAFE } from '../../finders/hits.js';
import type { Importing } from '../../finders/unused-imports.js';

export const JAVA_IMPORTS: Importing = {
  statements: ['import_declaration'],
  names: (statement) => {
    const path = statement.childOfType('scoped_identifier');
    return path === null || statement.childOfType('asterisk') !== null ? [] : [path.child('name') ?? path];
  },
  uses: ['identifier', 'type_identifier'],
  inDocumentation: true,
  inText: null,
  // Importing only gives a name here: JLS, section 7.5; PHP_IMPORTS manual, "Using namespaces".
  surenessOf: () => SAFE,
  isOffered: null,
};
