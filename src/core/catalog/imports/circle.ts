import { defineRule } from '../../finders/rule.js';
import type { ProjectHit } from '../../finders/finder.js';
import { circlesIn } from '../../facts/circles.js';
import type { FileFacts } from '../../facts/facts.js';
import type { ProjectFacts } from '../../facts/project.js';
import { bad, good } from '../../finders/examples.js';
import { byProject, usually } from '../../finders/hits.js';

export default defineRule({
  id: 'imports/circle',
  title: 'Files do not import each other in a circle',
  about: 'None of the files in a circle can be understood, tested or moved without the others, and what is loaded first finds the rest unfinished.',
  advice: 'Move what both sides need into a file of its own, or hand it over as an argument.',
  tags: ['dependencies', 'correctness'],
  confidence: 'certain',
  options: {},
  find: usually('javascript typescript python c cpp', byProject(findCircles)),
  examples: [
    good('javascript', "import { tide } from './tide.js';\n", { file: 'quay.js', others: { 'tide.js': "export const tide = () => import('./quay.js');\n" } }),
    bad('javascript', "import { tide } from './tide.js';\nexport const berth = tide;\n", '1:22-33 these files import each other in a circle: a/berth.js → a/tide.js → quay.js → a/berth.js', {
      file: 'a/berth.js', others: { 'a/tide.js': "import { quay } from '../quay.js';\nexport const tide = quay;\n", 'quay.js': "import { berth } from './a/berth.js';\nexport const quay = berth;\n" },
    }),
    good('typescript', "import { tide } from './tide.js';\n", { file: 'quay.ts', others: { 'tide.ts': "import type { Quay } from './quay.js';\nexport const tide = 1;\n" } }),
    bad('typescript', "import { tide } from './tide.js';\n", '1:22-33 these files import each other in a circle: quay.ts → tide.ts → quay.ts', { file: 'quay.ts', others: { 'tide.ts': "export * from './quay.js';\n" } }),
    good('python', 'from . import tide\n', { file: 'harbour/quay.py', others: { 'harbour/tide.py': 'def low():\n    from . import quay\n', 'harbour/__init__.py': 'from . import quay\n' } }),
    bad('python', 'from . import tide\n', '1:15-19 these files import each other in a circle: harbour/quay.py → harbour/tide.py → harbour/quay.py', { file: 'harbour/quay.py', others: { 'harbour/tide.py': 'from harbour.quay import low\n' } }),
    good('c', '#include "tide.h"\n', { file: 'quay.h', others: { 'tide.h': 'int tide(void);\n' } }),
    bad('c', '#include "tide.h"\n', '1:10-18 these files import each other in a circle: quay.h → tide.h → quay.h', { file: 'quay.h', others: { 'tide.h': '#include "quay.h"\n' } }),
    good('cpp', '#include "tide.hpp"\n', { file: 'quay.hpp', others: { 'tide.hpp': 'int tide();\n' } }),
    bad('cpp', '#include "tide.hpp"\n', '1:10-20 these files import each other in a circle: quay.hpp → tide.hpp → quay.hpp', { file: 'quay.hpp', others: { 'tide.hpp': '#include "quay.hpp"\n' } }),
  ],
});

/** Each circle is told where it begins: in the first of its files. That may have changed since the project was read. */
function findCircles({ path, imports }: FileFacts, project: ProjectFacts): ProjectHit[] {
  return (circlesIn(project).get(path) ?? []).flatMap(({ taken: { module }, paths }): ProjectHit[] => {
    const taken = imports.find((own) => own.module === module);
    return taken === undefined ? [] : [{ start: taken.start, end: taken.end, message: `these files import each other in a circle: ${[...paths, paths[0]].join(' → ')}` }];
  });
}
