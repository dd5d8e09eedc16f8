import { defineRule } from '../../finders/rule.js';
import type { ProjectHit } from '../../finders/finder.js';
import { isRunByName, mentionedFiles, offeringFiles, openPackages, packageOf } from '../../facts/entries.js';
import { isDeclared, type FileFacts } from '../../facts/facts.js';
import { familyOf } from '../../facts/family.js';
import { aliasTakersOf, takersOf } from '../../facts/modules.js';
import { stemOf } from '../../facts/paths.js';
import type { ProjectFacts } from '../../facts/project.js';
import { usageIn } from '../../facts/usage.js';
import { hashOf } from '../../facts/word-hash.js';
import { memoized } from '../../syntax/memo.js';
import { byProject, NO_HITS, shared } from '../../finders/hits.js';
import { nameTest } from '../../finders/name-patterns.js';
import { freeNames } from '../../finders/options.js';

export default defineRule({
  id: 'dead/file',
  title: 'Every file is used',
  about: 'A file that nothing loads, runs or names is kept up to date for nobody, and those who find it take it for a part '
    + 'of the whole.',
  advice: 'Delete it; the version history keeps it. If something runs it from outside, list its path in the option free.',
  tags: ['leftover'],
  confidence: 'likely',
  options: { free: freeNames() },
  find: shared(byProject(findUnloaded)),
});

function findUnloaded(
  file: FileFacts, project: ProjectFacts, { free }: { readonly free: readonly string[] },
): readonly ProjectHit[] {
  if (nameTest(free)(file.path) || isRunFromOutside(file, project) || isLoaded(file, project)) return NO_HITS;
  return [{
    start: file.start,
    end: file.start,
    message: 'nothing in the project loads this file',
    confidence: isUnsure(file, project) ? 'possible' : 'likely',
  }];
}

function isRunFromOutside(file: FileFacts, project: ProjectFacts): boolean {
  const { path } = file;
  if (familyOf(file).isLoadedByName?.(path) === true) return true;
  return isRunByName(path) || file.is('program') || offeringFiles(project).has(path);
}

function isLoaded(file: FileFacts, project: ProjectFacts): boolean {
  const { path } = file;
  if (takersOf(project).has(path) || mentionedFiles(project).has(path)) return true;
  const stem = stemOf(path);
  return familyOf(file).isBuilt === true
    && aliasTakersOf(project).has(stem === 'index' ? (path.split('/').at(-2) ?? stem) : stem);
}

function isUnsure(file: FileFacts, project: ProjectFacts): boolean {
  const { isMentioned, uses } = usageIn(project).of(hashOf(stemOf(file.path)), file.family);
  if (isMentioned || (familyOf(file).namesModules === true && uses > 0) || mayBeLoaded(file, project)) return true;
  // What declares nothing for others does something when it is run, by whomever.
  if (familyOf(file).marksExports === true && !file.declarations.some((declared) => isDeclared(declared, 'exported'))) {
    return true;
  }
  const manifest = packageOf(project, file);
  return manifest !== null && !manifest.is('internal') && (!manifest.is('closed') || openPackages(project).has(manifest.path));
}

/**
 * Whether another file loads modules whose names it computes: in Python and C from anywhere, in JavaScript from its own
 * directory.
 */
function mayBeLoaded(file: FileFacts, project: ProjectFacts): boolean {
  const { path, family } = file;
  const { loadsBelow } = familyOf(file);
  return loadersIn(project).some((loader) =>
    loader.family === family && (loadsBelow !== true || path.startsWith(loader.path.slice(0, loader.path.lastIndexOf('/') + 1))));
}

const loadersIn = memoized((project: ProjectFacts) =>
  project.files.filter((file) => file.is('loads') && !isRunByName(file.path)));
