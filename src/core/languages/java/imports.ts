import { stepsAround, type ImportPlaces } from '../../syntax/import-places.js';
import type { Import } from '../../syntax/language-syntax.js';
import type { SyntaxTree } from '../../syntax/node.js';

/** What a file of Java imports. */
export function javaImports(tree: SyntaxTree): Import[] {
  return tree.ofType('import_declaration').flatMap((statement) => {
    const node = statement.childOfType('scoped_identifier', 'identifier');
    return node === null ? [] : [{ module: node.text, node }];
  });
}

/** Where the sources of Java and Kotlin begin, nobody says. */
export function placesOfPackage(module: string, own: readonly string[]): ImportPlaces {
  return { certain: [], likely: stepsAround(own, module.split('.')) };
}
