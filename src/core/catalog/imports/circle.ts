import { defineRule } from '../../finders/rule.js';
import type { ProjectHit } from '../../finders/finder.js';
import { circlesIn } from '../../facts/circles.js';
import type { FileFacts } from '../../facts/facts.js';
import type { ProjectFacts } from '../../facts/project.js';
import { byProject, shared } from '../../finders/hits.js';

export default defineRule({
  id: 'imports/circle',
  title: 'Files do not import each other in a circle',
  about: 'None of the files in a circle can be understood, tested or moved without the others, and what is loaded first finds '
    + 'the rest unfinished.',
  advice: 'Move what both sides need into a file of its own, or hand it over as an argument.',
  tags: ['dependencies', 'correctness'],
  confidence: 'certain',
  options: {},
  find: shared(byProject(findCircles)),
});

/** Each circle is told where it begins: in the first of its files. That may have changed since the project was read. */
function findCircles({ path, imports }: FileFacts, project: ProjectFacts): ProjectHit[] {
  return (circlesIn(project).get(path) ?? []).flatMap(({ taken: { module }, paths }): ProjectHit[] => {
    const taken = imports.find((own) => own.module === module);
    return taken === undefined ? [] : [{
      start: taken.start,
      end: taken.end,
      message: `these files import each other in a circle: ${[...paths, paths[0]].join(' → ')}`,
    }];
  });
}
