import type { ProjectHit } from './finder.js';
import { isFoundByName, isNotOwn, isRunByName } from '../facts/entries.js';
import { familyOf } from '../facts/family.js';
import { surenessInMost } from '../facts/how-sure.js';
import { howMade, type ProjectFacts } from '../facts/project.js';
import { nameTest } from './name-patterns.js';
import { isDeclared, type Declaration, type DeclaredKind, type FileFacts } from '../facts/facts.js';
import { hasForeignBase, isFoundByBase } from '../facts/heritage.js';
import { usageIn } from '../facts/usage.js';
import { hitsOf, NO_HITS } from './hits.js';

/** What a file declares, and nothing in the project names besides. @param free patterns of names that something else uses. */
export function unusedNames(
  file: FileFacts, project: ProjectFacts, kinds: ReadonlySet<DeclaredKind>, free: readonly string[],
): readonly ProjectHit[] {
  if (file.family === null || isNotOwn(file.path)) return NO_HITS;
  const isTest = isRunByName(file.path);
  const isFree = nameTest(free);
  return hitsOf(file.declarations.filter(({ kind }) => kinds.has(kind)), (declared): readonly ProjectHit[] => {
    const usage = usageIn(project).of(declared.name, file.family);
    if (usage.uses > 0 || mayBeCalled(declared, project) || isFree(declared.text) || (isTest && isFoundByName(declared.text))) {
      return NO_HITS;
    }
    const made = howMade(project, declared.text);
    if (made === 'probably') return NO_HITS;
    const isUnsure = isTest || file.is('damaged') || usage.isMentioned || made === 'perhaps' || mayBeFound(declared, project);
    return [{
      start: declared.start,
      end: declared.end,
      message: `${declared.text} is never used in the project`,
      confidence: isUnsure ? 'possible' : (familyOf(file).sureness ?? surenessInMost)(declared, file, project),
    }];
  });
}

/** Whether a name is used where it is not seen, or it is another rule's to say. */
function mayBeCalled(declared: Declaration, project: ProjectFacts): boolean {
  return isDeclared(declared, 'called') || isDeclared(declared, 'exported')
    || isDeclared(declared, 'usedInside') || (declared.kind === 'method' && hasForeignBase(project, declared.owner));
}

/**
 * Methods that much code calls whatever class they are of: Python's mappings and files, and what the languages' own interfaces
 * ask for.
 */
const OF_PROTOCOLS = new Set(('popitem setdefault has_key iteritems itervalues iterkeys readinto readline readlines writelines '
  + 'isatty fileno seekable readable writable truncate current key rewind valid offsetGet offsetSet offsetExists offsetUnset '
  + 'jsonSerialize getIterator compareTo equals hashCode close run call accept').split(' '));

/**
 * Whether what is outside the project may find something by convention: a test, a class of some kind, a method of a known form.
 */
function mayBeFound({ kind, name, text }: Declaration, project: ProjectFacts): boolean {
  if (/^test/i.test(text)) return true;
  return kind === 'class' ? isFoundByBase(project, name) : kind === 'method' && OF_PROTOCOLS.has(text);
}
