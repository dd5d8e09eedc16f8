import { realpathSync } from 'node:fs';
import path from 'node:path';
import { UsageError } from './errors.js';
import { linkStatsAt, statsAt } from './stats.js';

/**
 * A path as typed, relative to the project root with `/`; empty for the root itself. It need not exist.
 * @throws UsageError if it is outside the root.
 */
export function relativeToRoot(target: string, directory: string, root: string): string {
  if (target.includes('\0')) throw new UsageError({ code: 'nul-in-path' });
  const absolute = path.resolve(directory, target);
  const relative = within(absolute, root) ?? within(throughLinks(absolute), root);
  if (relative === null) throw new UsageError({ code: 'outside-root', path: target, root });
  return relative;
}

/** A place in a file, as `check` prints it. */
export interface FilePlace {
  readonly file: string;
  /** From 1. */
  readonly line: number;
  /** From 1; null if none is given. */
  readonly column: number | null;
}

/** Reads FILE:LINE or FILE:LINE:COLUMN; null if the text is neither, or a file of that exact name exists. */
export function parseFilePlace(text: string, exists: (file: string) => boolean): FilePlace | null {
  const [, file, line, column] = /^(.+?):(\d+)(?::(\d+))?$/s.exec(text) ?? [];
  if (file === undefined || line === undefined || exists(text)) return null;
  return { file, line: Number(line), column: column === undefined ? null : Number(column) };
}

/** @param line from 1. @param texts the file's text, split at its line ends. @throws UsageError if it has no such line. */
export function needLine(line: number, texts: readonly string[], file: string): void {
  // No line follows the last line end.
  const lines = Math.max(1, texts.at(-1) === '' ? texts.length - 1 : texts.length);
  if (line < 1 || line > lines) throw new UsageError({ code: 'no-line', line, lines, path: file });
}

/** The nearest ancestor of a path that is a file, so the path cannot exist; null if there is none. */
export function fileAbove(own: string, root: string): string | null {
  const steps = own.split('/').slice(0, -1);
  for (let depth = 1; depth <= steps.length; depth += 1) {
    const above = steps.slice(0, depth).join('/');
    const stats = statsAt(path.join(root, above));
    if (stats === undefined) return null;
    if (!stats.isDirectory()) return above;
  }
  return null;
}

/** The nearest step of a path, or the path itself, that is a link and therefore never followed; null if there is none. */
export function linkOn(own: string, root: string): string | null {
  const steps = own.split('/');
  for (let depth = 1; depth <= steps.length; depth += 1) {
    const step = steps.slice(0, depth).join('/');
    if (linkStatsAt(path.join(root, step))?.isSymbolicLink() === true) return step;
  }
  return null;
}

/** An absolute path for display: relative to the root if it is inside. */
export function relativeTo(root: string, absolute: string): string {
  return within(absolute, root) ?? absolute;
}

function within(absolute: string, root: string): string | null {
  const relative = path.relative(root, absolute);
  if (relative === '..' || relative.startsWith(`..${path.sep}`) || path.isAbsolute(relative)) return null;
  return relative.split(path.sep).join('/');
}

/** The path with links in its directory followed, so that a root reached through a link is recognised. */
function throughLinks(absolute: string): string {
  try {
    return path.join(realpathSync(path.dirname(absolute)), path.basename(absolute));
  } catch {
    return absolute;
  }
}
