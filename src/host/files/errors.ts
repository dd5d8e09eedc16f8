import type { IncompletePath } from '../../core/model/scope.js';
import { compareProblems, type Problem } from '../../core/model/problem.js';
import type { UsageMistake } from '../../core/model/usage-mistake.js';
import { describeUsageMistake } from '../../formats/text/usage-mistake.js';

/**
 * What was asked makes no sense; nothing was done. The message is for those who catch it: what is wrong and, on lines of their
 * own, what to do.
 */
export class UsageError extends Error {
  override readonly name = 'UsageError';

  constructor(readonly mistake: UsageMistake) {
    const { what, advice } = describeUsageMistake(mistake);
    super(advice === null ? what : `${what}\n${advice}`);
  }
}

/** A mistake that only an interface can make, in its own words. @param advice what to do; null if that is plain. */
export function wrongCall(what: string, advice: string | null = null): UsageError {
  return new UsageError({ code: 'call', what, advice });
}

/** The requested change would make a layer file wrong; nothing was done. */
export class UnfitChangeError extends Error {
  override readonly name = 'UnfitChangeError';

  /** @param problems the problems that the file would have; its text exists nowhere. */
  constructor(readonly problems: readonly Problem[]) {
    super(`${problems.length} problems in what was asked`);
  }
}

/** Something that the whole answer depends on could not be read: there is no answer that would not be a guess. */
export class IncompleteError extends Error {
  override readonly name = 'IncompleteError';

  /** @param advice what the user can do; null for nothing in particular. */
  constructor(readonly incomplete: readonly IncompletePath[], readonly advice: string | null = null) {
    super(incomplete.map(({ path }) => path).join(', '));
  }
}

/** Layer files are wrong; nothing was done. Contains every problem of every file that was read. */
export class LayerError extends Error {
  override readonly name = 'LayerError';

  /** File by file, each from top to bottom. */
  readonly problems: readonly Problem[];

  /** @param texts the texts of the files with problems, keyed by the name in places. */
  constructor(problems: readonly Problem[], readonly texts: ReadonlyMap<string, string>) {
    super(`${problems.length} problems in layer files`);
    const byFile = new Map<string, Problem[]>();
    for (const problem of problems) {
      const own = byFile.get(problem.file);
      if (own === undefined) byFile.set(problem.file, [problem]);
      else own.push(problem);
    }
    this.problems = [...byFile.values()].flatMap((own) => own.sort(compareProblems));
  }
}

/** Whether `error` is an operating-system error with one of these codes. */
export function hasCode(error: unknown, ...codes: readonly string[]): boolean {
  return error instanceof Error && 'code' in error && codes.includes(error.code as string);
}

/**
 * An operating-system error in words, such as `permission denied`.
 * @throws any other error as it is: only the caller can know what it means.
 */
export function describeSystemError(error: unknown): string {
  if (!(error instanceof Error && 'code' in error)) throw error;
  if (hasCode(error, 'EACCES', 'EPERM')) return 'permission denied';
  if (hasCode(error, 'ENOENT')) return 'it is gone';
  if (hasCode(error, 'ELOOP')) return 'its links form a circle';
  if (hasCode(error, 'EISDIR')) return 'it is a directory';
  if (hasCode(error, 'ENOSPC', 'EDQUOT')) return 'there is no space left on the disk';
  if (hasCode(error, 'EROFS')) return 'the disk can only be read';
  if (hasCode(error, 'ENAMETOOLONG')) return 'its name is too long';
  if (hasCode(error, 'EBADF')) return 'it is closed';
  if (hasCode(error, 'ENOTDIR')) return 'a part of its path is a file';
  if (hasCode(error, 'EIO')) return 'the disk has failed';
  if (hasCode(error, 'EMFILE', 'ENFILE')) return 'too many files are open';
  if (hasCode(error, 'ERR_STRING_TOO_LONG', 'ERR_FS_FILE_TOO_LARGE')) return 'it is too large';
  return String(error.code);
}
