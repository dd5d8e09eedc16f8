import path from 'node:path';
import type { IncompletePath } from '../../core/model/scope.js';
import { LineAuthors, type LineAuthor } from '../../core/history/line-authors.js';
import type { Decision } from '../../core/model/statement.js';
import { linesOfStatement } from '../../core/history/statement-lines.js';
import { blameLines, isCommitted } from '../git/blame.js';
import { findRepository } from '../git/find-repository.js';
import { UsageError } from '../files/errors.js';
import { statsAt } from '../files/stats.js';

/**
 * Whether the file of a statement may be one of the project's: built-in presets and fetched ones have names, and those outside
 * the project paths that lead out of it.
 */
export function mayBeCommitted(file: string): boolean {
  return !file.includes(':') && !file.startsWith('../') && !path.isAbsolute(file);
}

/** Who wrote the lines of all statements in trails. @throws UsageError without git. */
export function authorsOf(root: string, decisions: Iterable<Decision>): LineAuthors {
  const repository = findRepository(root);
  if ('failed' in repository) {
    throw new UsageError({ code: 'needs-git', what: '--who', why: repository.failed, advice: repository.advice ?? null });
  }
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
  const incomplete: IncompletePath[] = [];
  const authors = new Map<string, ReadonlyMap<number, LineAuthor>>();
  for (const [file, lines] of wanted) {
    if (!mayBeCommitted(file) || statsAt(path.join(root, file))?.isFile() !== true) continue;
    const known = blameLines(root, file, [...lines]);
    if (!('failed' in known)) authors.set(file, known);
    else if (isCommitted(root, file)) incomplete.push(
      { path: file, reason: { code: 'unreadable', why: `git cannot tell who wrote its lines: ${known.failed}` } },
    );
    else authors.set(file, new Map([...lines].map((line) => [line, 'uncommitted' as const])));
  }
  return new LineAuthors(authors, incomplete);
}
