import path from 'node:path';
import { LineAuthors } from '../../core/history/line-authors.js';
import type { Decision } from '../../core/model/statement.js';
import { linesOfStatement } from '../../core/history/statement-lines.js';
import { blameLines } from '../git/blame.js';
import { askGit } from '../git/git.js';
import { UsageError } from '../files/errors.js';
import { statsAt } from '../files/stats.js';

/** Whether the file of a statement may be one of the project's: built-in presets and fetched ones have names, and those outside the project paths that lead out of it. */
export function mayBeCommitted(file: string): boolean {
  return !file.includes(':') && !file.startsWith('../') && !path.isAbsolute(file);
}

/** Who wrote the lines of all statements in trails. @throws UsageError without git. */
export function authorsOf(root: string, decisions: Iterable<Decision>): LineAuthors {
  const repository = askGit(root, ['rev-parse', '--git-dir']);
  if ('failed' in repository) throw new UsageError(`--who needs git: ${repository.failed}`);
  const wanted = new Map<string, Set<number>>();
  for (const { trail } of decisions) {
    for (const { statement } of trail) {
      for (const { file, line } of linesOfStatement(statement)) {
        const lines = wanted.get(file);
        if (lines === undefined) wanted.set(file, new Set([line]));
        else lines.add(line);
      }
    }
  }
  return new LineAuthors(new Map([...wanted].flatMap(([file, lines]) => {
    if (!mayBeCommitted(file) || statsAt(path.join(root, file))?.isFile() !== true) return [];
    const known = blameLines(root, file, [...lines]);
    return [[file, known.size > 0 ? known : new Map([...lines].map((line) => [line, 'uncommitted' as const]))] as const];
  })));
}
