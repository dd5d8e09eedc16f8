import type { DeclaredKind, FileFacts } from '../facts/facts.js';
import type { ProjectFacts } from '../facts/project.js';
import { bindingsOf } from '../syntax/bindings/bindings.js';
import { functionOf } from '../syntax/bindings/functions.js';
import type { ParsedSource } from '../syntax/source.js';
import type { Hit, ProjectHit } from './finder.js';
import { hitAt, hitsOf, NO_HITS } from './hits.js';
import { nameTest } from './name-patterns.js';
import type { FreeNames } from './options.js';
import { unusedNames } from './unused-names.js';
import { isDeclarationFile } from './declaration-files.js';

const KINDS: ReadonlySet<DeclaredKind> = new Set<DeclaredKind>(['function', 'method']);

/** Functions and methods that nothing in the project names. */
export function unnamedFunctions(file: FileFacts, project: ProjectFacts, { free }: FreeNames): readonly ProjectHit[] {
  return unusedNames(file, project, KINDS, free);
}

export function uncalledFunctions({ tree, text }: ParsedSource, { free }: FreeNames): Hit[] {
  if (isDeclarationFile(text.path)) return [];
  const { all, isOpen } = bindingsOf(tree);
  if (isOpen) return [];
  const isFree = nameTest(free);
  return hitsOf(all, (binding) => {
    const { node, name, scope, kind, isExported, references } = binding;
    if (isExported || kind === 'parameter' || kind === 'import' || scope.kind === 'class') return NO_HITS;
    const body = functionOf(binding);
    // The name of a function expression helps readers of stack traces.
    if (body === null || (kind === 'function' && scope.node === body) || body.parent?.type === 'decorated_definition') {
      return NO_HITS;
    }
    // A function called only by itself is unused.
    const isUsed = references.all.some((reference) => reference.reads && !reference.isWithin(body));
    return isUsed || isFree(name) ? NO_HITS : [hitAt(node, `${name} is never used`)];
  });
}
