import { defineRule } from '../../finders/rule.js';
import type { ProjectHit } from '../../finders/finder.js';
import type { DeclaredKind, FileFacts } from '../../facts/facts.js';
import type { ProjectFacts } from '../../facts/project.js';
import { byProject, shared } from '../../finders/hits.js';
import { freeNames, type FreeNames } from '../../finders/options.js';
import { unusedNames } from '../../finders/unused-names.js';

export default defineRule({
  id: 'dead/class',
  title: 'Every class is used',
  about: 'A class that nothing in the project names still has to be read, tested and changed along with the rest.',
  advice: 'Delete it; the version history keeps it. If something finds it by its name, such as a framework, list the name in the option free.',
  tags: ['leftover'],
  confidence: 'certain',
  options: { free: freeNames() },
  find: shared(byProject(findUnused)),
});

const CLASSES: ReadonlySet<DeclaredKind> = new Set<DeclaredKind>(['class']);

function findUnused(file: FileFacts, project: ProjectFacts, { free }: FreeNames): readonly ProjectHit[] {
  // A program's own class is what is run.
  if (file.language === 'java' && file.is('program')) return [];
  return unusedNames(file, project, CLASSES, free);
}
