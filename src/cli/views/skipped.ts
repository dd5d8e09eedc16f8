import type { PatternOrigin, SkippedPath } from '../../core/model/scope.js';
import { REASONS } from '../../formats/text/skip-reasons.js';
import type { Style } from '../terminal.js';
import { visible } from '../../formats/text/visible.js';

/** The pattern that decided, with its line. */
export function formatPattern({ file, line, pattern }: PatternOrigin): string {
  const place = file === null ? 'the built-in list' : visible(`${file}:${line}`);
  return pattern === null ? place : `${place}  ${visible(pattern)}`;
}

/** Why a path is not checked, with the pattern that excludes it. */
export function whyNotChecked({ reason, by }: SkippedPath): string {
  return `${REASONS[reason]}${by === null ? '' : `, ${formatPattern(by)}`}`;
}

/** Why named paths are not checked, one line each. @param named relative to the root. */
export function namedSkips(skipped: readonly SkippedPath[], named: readonly string[], style: Style): string[] {
  return named.flatMap((path) => skipped.filter((one) => one.path === path || one.path === `${path}/`))
    .map((one) => style.level('warning', `${visible(one.path)} is not checked: ${whyNotChecked(one)}.`));
}

/** One path that is not checked, as a row. */
export function skippedRow({ path, by }: SkippedPath, style: Style): string[] {
  return [visible(path), by === null ? '' : style.faint(formatPattern(by))];
}
