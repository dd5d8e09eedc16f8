import type { Target } from './family.js';
import type { ProjectFacts } from './project.js';

/** A relative path from a file; null if it leaves the project. A slash at its end stays. */
export function joined(from: string, relative: string): string | null {
  const steps = from.split('/').slice(0, -1);
  for (const step of relative.split('/')) {
    if (step === '..' && steps.pop() === undefined) return null;
    if (step !== '..' && step !== '.' && step !== '') steps.push(step);
  }
  return `${steps.join('/')}${/(?:^|\/)\.{0,2}$/.test(relative) && steps.length > 0 ? '/' : ''}`;
}

/** The last step of a path, without its ending. */
export function stemOf(path: string): string {
  return (path.split('/').at(-1) as string).replace(/(?<=.)\.\w+$/, '');
}

/** Where a path leads that names a file exactly; null if it leaves the project. */
export function exactTarget(project: ProjectFacts, path: string | null): Target {
  if (path === null) return 'elsewhere';
  const file = project.at(path);
  return file !== undefined ? { files: [file] } : project.isUnknown(path) ? 'elsewhere' : 'missing';
}
