import { defineRule } from '../../finders/rule.js';
import type { ProjectHit } from '../../finders/finder.js';
import type { DeclaredKind, FileFacts } from '../../facts/facts.js';
import type { ProjectFacts } from '../../facts/project.js';
import { bad, good } from '../../finders/examples.js';
import { byProject, usually } from '../../finders/hits.js';
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
  find: usually('javascript typescript python php java cpp go', byProject(findUnused)),
  examples: [
    good('javascript', 'class Quay {}\nexport const quay = new Quay();\n'),
    bad('javascript', "import './tide.js';\nclass Quay { copy() { return new Quay(); } }\n", '2:7-11 Quay is never used in the project'),
    good('typescript', 'class Quay {}\nexport default Quay;\n'),
    bad('typescript', "import './tide.js';\nabstract class Quay {}\n", '2:16-20 Quay is never used in the project'),
    good('python', 'class Quay:\n    pass\n', { file: 'quay.py', others: { 'main.py': 'from quay import Quay\nQuay()\n' } }),
    bad('python', 'class Quay:\n    pass\n', '1:7-11 [possible] Quay is never used in the project', { file: 'quay.py', others: { 'main.py': 'import quay\n' } }),
    good('php', '<?php class Quay {}\n', { file: 'quay.php', others: { 'main.php': '<?php new quay();\n' } }),
    bad('php', '<?php class Quay {}\ninterface Tide {}\n', ['1:13-17 [possible] Quay is never used in the project', '2:11-15 [possible] Tide is never used in the project']),
    good('java', 'class Quay {}\n', { file: 'Quay.java', others: { 'Main.java': 'class Main { public static void main(String[] args) { new Quay(); } }\n' } }),
    bad('java', 'class Quay { Quay() {} }\n', '1:7-11 [likely] Quay is never used in the project', { file: 'Quay.java' }),
    good('cpp', 'class Quay {};\nint main() { Quay quay; }\n'),
    bad('cpp', 'class Quay { public: Quay(); };\nint main() { return 0; }\n', '1:7-11 [likely] Quay is never used in the project'),
    good('go', 'package quay\n\ntype tide int\n\nvar low tide\n'),
    bad('go', 'package quay\n\ntype tide int\n', '3:6-10 tide is never used in the project'),
  ],
});

const CLASSES: ReadonlySet<DeclaredKind> = new Set<DeclaredKind>(['class']);

function findUnused(file: FileFacts, project: ProjectFacts, { free }: FreeNames): readonly ProjectHit[] {
  // A program's own class is what is run.
  if (file.language === 'java' && file.is('program')) return [];
  return unusedNames(file, project, CLASSES, free);
}
