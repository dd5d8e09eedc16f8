import { defineRule } from '../../finders/rule.js';
import type { ProjectHit } from '../../finders/finder.js';
import { isNotOwn, isRunByName } from '../../facts/entries.js';
import { isImported, type FileFacts } from '../../facts/facts.js';
import { targetOf } from '../../facts/modules.js';
import type { ProjectFacts } from '../../facts/project.js';
import { byProject, shared } from '../../finders/hits.js';

export default defineRule({
  id: 'imports/missing',
  title: 'Every relative import leads to a file',
  about: 'Whoever loads the file gets an error, at the latest when the line is reached.',
  advice:
    'Correct the path, or bring the file back. A file that a build makes should be in a directory that an ignore file names.',
  tags: ['correctness'],
  confidence: 'certain',
  options: {},
  find: shared(byProject(findMissing)),
});

/**
 * An import in a function, or where an error is caught, may be one that its author is prepared to miss; an example may be meant
 * for another place.
 */
function findMissing(file: FileFacts, project: ProjectFacts): ProjectHit[] {
  if (file.is('damaged') || isNotOwn(file.path)) return [];
  return file.imports.flatMap((taken): ProjectHit[] => {
    if (isImported(taken, 'maybe') || targetOf(project, file, taken) !== 'missing') return [];
    const { start, end, module } = taken;
    return [{
      start,
      end,
      message: `${module} leads to no file`,
      ...((isImported(taken, 'late') || isRunByName(file.path)) && { confidence: 'likely' as const }),
    }];
  });
}
