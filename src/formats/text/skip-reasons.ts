import type { SkippedPath, SkipReason } from '../../core/model/scope.js';

/** Each reason why a file is not checked, in words. */
export const REASONS: Readonly<Record<SkipReason, string>> = {
  ignored: 'excluded by a pattern',
  'not-included': 'not matched by scope.include',
  symlink: 'a symbolic link, which is not followed',
  'not-a-file': 'not a regular file',
  'no-language': 'in no language that Elvar knows',
  unreadable: 'could not be read',
  'too-large': 'larger than scope.largest',
  binary: 'a binary file',
  'not-utf8': 'not UTF-8 text',
  generated: 'marked as generated',
};

/** Why a path is not checked, with the place of the pattern that excludes it. */
export function describeSkipped({ reason, by }: SkippedPath): string {
  if (by === null) return REASONS[reason];
  const pattern = by.pattern === null ? '' : ` (${by.pattern})`;
  return `${REASONS[reason]}, ${by.file === null ? 'the built-in list' : `${by.file}:${by.line}`}${pattern}`;
}
