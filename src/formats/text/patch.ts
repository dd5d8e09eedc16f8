import { createTwoFilesPatch } from 'diff';

/** The change of a file as a unified diff (POSIX.1-2017, diff -u), which `git apply` and `patch` read; empty if nothing changes. */
export function patchOf(path: string, before: string, after: string): string {
  if (before === after) return '';
  return createTwoFilesPatch(`a/${path}`, `b/${path}`, before, after, undefined, undefined, { context: 2 }).replace(/^=+\n/, '');
}
