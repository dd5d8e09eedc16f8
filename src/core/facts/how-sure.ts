import type { Confidence } from '../model/rule.js';
import { hasProgram, isForOthers } from './entries.js';
import { isDeclared, type Declaration, type FileFacts } from './facts.js';
import type { ProjectFacts } from './project.js';

/** How sure it is, in most languages, that what nothing names is unused: without a program, all of it may be for others. */
export function surenessInMost(declared: Declaration, file: FileFacts, project: ProjectFacts): Confidence {
  return isDeclared(declared, 'hidden') || hasProgram(project, file) ? 'likely' : 'possible';
}

/** The same where methods are called by templates, too, and packages are made for others. */
export function surenessInPackages(declared: Declaration, file: FileFacts, project: ProjectFacts): Confidence {
  if (isDeclared(declared, 'hidden')) return 'likely';
  if (declared.kind === 'method' && project.hasTemplates) return 'possible';
  return hasProgram(project, file) ? unlessForOthers(file, project) : 'possible';
}

/** How sure it is of what others may use if it belongs to a package that is made for them. */
export function unlessForOthers(file: FileFacts, project: ProjectFacts): Confidence {
  return isForOthers(project, file) ? 'possible' : 'likely';
}
