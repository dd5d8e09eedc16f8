import { defineRule } from '../../finders/rule.js';
import type { ProjectHit } from '../../finders/finder.js';
import { isNotOwn, isRunByName } from '../../facts/entries.js';
import { isImported, type FileFacts } from '../../facts/facts.js';
import { targetOf } from '../../facts/modules.js';
import type { ProjectFacts } from '../../facts/project.js';
import { bad, good } from '../../finders/examples.js';
import { byProject, inLanguages } from '../../finders/hits.js';

export default defineRule({
  id: 'imports/missing',
  title: 'Every relative import leads to a file',
  about: 'Whoever loads the file gets an error, at the latest when the line is reached.',
  advice: 'Correct the path, or bring the file back. A file that a build makes should be in a directory that an ignore file names.',
  tags: ['correctness'],
  confidence: 'certain',
  options: {},
  find: { languages: inLanguages('javascript typescript python php', byProject(findMissing)) },
  examples: [
    good('javascript', "import { tide } from './tide.js';\nimport sail from 'sail';\nimport './look.css';\n", { file: 'quay.js', others: { 'tide.ts': 'export const tide = 1;\n' } }),
    bad('javascript', "import { tide } from './tides.js';\nconst low = require('../low');\n", ['1:22-34 ./tides.js leads to no file', '2:21-29 ../low leads to no file'], { file: 'a/quay.js', others: { 'a/tide.js': 'export const tide = 1;\n' } }),
    good('typescript', "export * from './berths';\n", { file: 'quay.ts', others: { 'berths/index.ts': 'export const berth = 1;\n' } }),
    bad('typescript', "export * from './berths';\n", '1:15-25 ./berths leads to no file', { file: 'quay.ts' }),
    good('python', 'from . import tide, low\nfrom .tide import high\n', { file: 'harbour/quay.py', others: { 'harbour/tide.py': 'high = 1\n', 'harbour/__init__.py': 'low = 1\n' } }),
    bad('python', 'from .tides import high\n', '1:6-12 .tides leads to no file', { file: 'harbour/quay.py', others: { 'harbour/tide.py': 'high = 1\n' } }),
    good('php', "<?php require __DIR__ . '/tide.php';\nrequire $path;\n", { file: 'a/quay.php', others: { 'a/tide.php': '<?php\n' } }),
    bad('php', "<?php require_once __DIR__ . '/../tide.php';\n", '1:7-44 ./../tide.php leads to no file', { file: 'a/quay.php', others: { 'a/tide.php': '<?php\n' } }),
  ],
});

/** An import in a function, or where an error is caught, may be one that its author is prepared to miss; an example may be meant for another place. */
function findMissing(file: FileFacts, project: ProjectFacts): ProjectHit[] {
  if (file.is('damaged') || isNotOwn(file.path)) return [];
  return file.imports.flatMap((taken): ProjectHit[] => {
    if (isImported(taken, 'maybe') || targetOf(project, file, taken) !== 'missing') return [];
    const { start, end, module } = taken;
    return [{ start, end, message: `${module} leads to no file`, ...((isImported(taken, 'late') || isRunByName(file.path)) && { confidence: 'likely' as const }) }];
  });
}
