import type { ProjectHit } from './finder.js';
import { hasProgram, isForOthers, isFoundByName, isNotOwn, isRunByName } from '../facts/entries.js';
import { mayBeMade, type ProjectFacts } from '../facts/project.js';
import { nameTest } from './name-patterns.js';
import { isDeclared, type Declaration, type DeclaredKind, type FileFacts } from '../facts/facts.js';
import { hasForeignBase } from '../facts/heritage.js';
import { usageIn } from '../facts/usage.js';
import type { Confidence } from '../model/rule.js';
import { NO_HITS } from './hits.js';

/** What a file declares, and nothing in the project names besides. @param free patterns of names that something else uses. */
export function unusedNames(file: FileFacts, project: ProjectFacts, kinds: ReadonlySet<DeclaredKind>, free: readonly string[]): readonly ProjectHit[] {
  const { family } = file;
  if (family === null || isNotOwn(file.path)) return NO_HITS;
  const isTest = isRunByName(file.path);
  const isFree = nameTest(free);
  const hits: ProjectHit[] = [];
  for (const declared of file.declarations) {
    if (!kinds.has(declared.kind) || isDeclared(declared, 'called') || isDeclared(declared, 'exported') || isDeclared(declared, 'usedInside')) continue;
    const usage = usageIn(project).of(declared.name, family);
    if (usage.uses > 0 || (declared.kind === 'method' && hasForeignBase(project, declared.owner)) || isFree(declared.text) || (isTest && isFoundByName(declared.text))) continue;
    const isUnsure = isTest || file.is('damaged') || usage.isMentioned || mayBeMade(project, declared.text);
    hits.push({ start: declared.start, end: declared.end, message: `${declared.text} is never used in the project`, confidence: isUnsure ? 'possible' : sureness(declared, file, project) });
  }
  return hits;
}

/** How sure it is that what nothing names is unused. */
function sureness(declared: Declaration, file: FileFacts, project: ProjectFacts): Confidence {
  const isHidden = isDeclared(declared, 'hidden');
  const isMethod = declared.kind === 'method';
  switch (file.family) {
    case 'go':
      // A method may be one that an interface of another package asks for.
      return isHidden ? (isMethod ? 'likely' : 'certain') : /(?:^|\/)internal\//.test(file.path) && !isMethod ? 'likely' : 'possible';
    case 'java':
    case 'c':
      return isHidden || hasProgram(project, file) ? 'likely' : 'possible';
    case 'python':
    case 'php':
      if (isMethod && project.hasTemplates) return 'possible';
      if (isHidden) return isMethod || file.is('open') ? 'likely' : 'certain';
      return isForOthers(project, file) || !hasProgram(project, file) ? 'possible' : 'likely';
    case 'script':
      return isMethod ? (isForOthers(project, file) ? 'possible' : 'likely') : file.is('module') && !file.is('open') ? 'certain' : 'likely';
    default:
      return isForOthers(project, file) ? 'possible' : 'likely';
  }
}
