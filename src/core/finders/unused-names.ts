import type { ProjectHit } from './finder.js';
import { hasProgram, isForOthers, isOfCrate, isFoundByName, isNotOwn, isRunByName } from '../facts/entries.js';
import { howMade, type ProjectFacts } from '../facts/project.js';
import { nameTest } from './name-patterns.js';
import { isDeclared, type Declaration, type DeclaredKind, type FileFacts } from '../facts/facts.js';
import { hasForeignBase, isFoundByBase } from '../facts/heritage.js';
import { usageIn } from '../facts/usage.js';
import type { Confidence } from '../model/rule.js';
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
      confidence: isUnsure ? 'possible' : sureness(declared, file, project),
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

/** How sure it is that what nothing names is unused. */
function sureness(declared: Declaration, file: FileFacts, project: ProjectFacts): Confidence {
  if (isDeclared(declared, 'hidden')) return hiddenSureness(declared, file);
  const isMethod = declared.kind === 'method';
  switch (file.family) {
    case 'go':
      // A method may be one that an interface of another package asks for.
      return /(?:^|\/)internal\//.test(file.path) && !isMethod ? 'likely' : 'possible';
    case 'script':
      return isMethod ? unlessForOthers(file, project) : file.is('module') && !file.is('open') ? 'certain' : 'likely';
    case 'python':
    case 'php':
      return isMethod && project.hasTemplates ? 'possible' : unlessWithoutProgram(file, project);
    case 'shell':
      return 'likely';
    default:
      return hasProgram(project, file) && !mayBeAnothers(declared, file, project) ? 'likely' : 'possible';
  }
}

/** Whether others may use a name although there is a program. */
function mayBeAnothers({ kind }: Declaration, file: FileFacts, project: ProjectFacts): boolean {
  // In Ruby, any text may be the name of a method.
  return file.family === 'ruby' ? kind === 'method' : file.family === 'rust' && isOfCrate(project, file);
}

function unlessWithoutProgram(file: FileFacts, project: ProjectFacts): Confidence {
  return hasProgram(project, file) ? unlessForOthers(file, project) : 'possible';
}

function unlessForOthers(file: FileFacts, project: ProjectFacts): Confidence {
  return isForOthers(project, file) ? 'possible' : 'likely';
}

/** The same for what only the project, or a package of it, can use. */
function hiddenSureness({ kind }: Declaration, file: FileFacts): Confidence {
  return kind !== 'method' && (file.family === 'go' || (file.family === 'python' && !file.is('open'))) ? 'certain' : 'likely';
}
