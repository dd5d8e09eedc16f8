import { SAFE } from '../../finders/hits.js';
import type { Importing } from '../../finders/unused-imports.js';
import { FUNCTIONS } from '../../syntax/functions.js';
import type { SyntaxNode } from '../../syntax/node.js';
import { hasRemark, isExplained, isOfferedToOthers, originOf } from './imported-names.js';

export const PYTHON_IMPORTS: Importing = {
  statements: ['import_statement', 'import_from_statement'],
  // Names from a module with an underscore are often re-exported by this one.
  names: (statement) =>
    statement.childrenOf('name').filter(() => !/^_[a-z]/.test(statement.child('module_name')?.text ?? '')).flatMap((part) => {
      if (part.type === 'aliased_import') {
        // PEP 484: importing a name as itself offers it to others.
        const alias = part.child('alias');
        return alias === null || alias.text === part.child('name')?.text ? [] : [alias];
      }
      return (statement.type === 'import_statement' ? part.first : part.last) ?? [];
    }).filter((name) => !isTried(statement)
      && !loadsPart(name, statement) && !(statement.type === 'import_statement' && FOR_EFFECT.test(name.text))),
  uses: ['identifier'],
  inDocumentation: false,
  inText: 'string_content',
  surenessOf: ({ statement, isWhole, path }) => {
    if (statement.closest(FUNCTIONS) !== null) return isWhole ? undefined : SAFE;
    // Other files can import a name of a module from here. If some names of a statement are used, the others are left over.
    const isLeftOver = !isWhole || (originOf(statement, path) === 'library' && statement.childrenOf('name').length === 1);
    return isLeftOver ? undefined : { confidence: 'possible' };
  },
  isOffered: ({ name, statement, isWhole, path }, count) => {
    if (statement.closest(FUNCTIONS) !== null) return false;
    if (isOfferedToOthers(count.unused, count.all, path)) return true;
    if (originOf(statement, path) === 'library') return false;
    return isWhole ? isExplained(statement) : hasRemark(name);
  },
};

/** An import inside `try`, or in what handles its failure, tests whether the module is available. */
function isTried(statement: SyntaxNode): boolean {
  for (let around = statement.parent; around !== null && !FUNCTIONS.has(around.type); around = around.parent) {
    if (around.type === 'try_statement') return true;
  }
  return false;
}

/** Modules that are imported for what they do when they are loaded: Python Standard Library, `readline` and `rlcompleter`. */
const FOR_EFFECT = /^(?:readline|rlcompleter|antigravity|this)$/;

/** `import a.b` loads a submodule of a module that another import binds. */
function loadsPart(name: SyntaxNode, statement: SyntaxNode): boolean {
  if (name.parent?.type !== 'dotted_name' || name.parent.parts.length < 2 || statement.type !== 'import_statement') return false;
  const others = name.tree.ofType('import_statement').filter((other) => other !== statement);
  return others.some((other) =>
    other.childrenOf('name').some((part) => (part.child('name') ?? part).text.split('.', 1)[0] === name.text));
}
