import type { Problem } from '../../core/model/problem.js';
import { describeProblem } from '../../formats/text/problem.js';
import type { Style } from '../terminal.js';
import { visible } from '../../formats/text/visible.js';
import { count, listed } from './table.js';

/** How many mistakes are shown: nobody corrects more in one go. */
const MOST_SHOWN = 100;

/** All mistakes in the layer files, each with the lines around it. */
export function viewProblems(problems: readonly Problem[], texts: ReadonlyMap<string, string>, style: Style): string {
  const files = [...new Set(problems.map(({ file }) => file))];
  const mistakes =
    `${count(problems.length, 'mistake')} in `
      + (files.length > 3 ? count(files.length, 'layer file') : listed(files.map(visible)));
  const lines = [style.wrong(style.strong(`${mistakes}: nothing was done.`))];
  const split = new Map<string, readonly string[]>();
  for (const problem of problems.slice(0, MOST_SHOWN)) {
    const text = texts.get(problem.file);
    if (text !== undefined && !split.has(problem.file)) split.set(problem.file, text.split(/\r\n|\r|\n/));
    lines.push('', ...viewProblem(problem, split.get(problem.file), style));
  }
  if (problems.length > MOST_SHOWN) {
    lines.push('', `These are the first ${MOST_SHOWN}; there ${problems.length - MOST_SHOWN === 1 ? 'is' : 'are'} `
      + `${count(problems.length - MOST_SHOWN, 'more mistake')}.`);
  }
  return `${lines.join('\n')}\n`;
}

/**
 * The mistakes that a layer file would have if the command line were carried out. They are not in any file yet, so they have no
 * lines.
 */
export function viewUnfitChange(problems: readonly Problem[], style: Style): string {
  const lines = problems.flatMap(({ detail }) => {
    const { what, advice } = describeProblem(detail);
    return [style.wrong(visible(what)), ...(advice === null ? [] : [`  ${visible(advice)}`])];
  });
  return `${[...new Set([...lines, '  Nothing was written.'])].join('\n')}\n`;
}

function viewProblem({ file, place, detail }: Problem, lines: readonly string[] | undefined, style: Style): string[] {
  const { what, advice } = describeProblem(detail);
  const at = place === null ? file : `${file}:${place.line}:${place.column}`;
  const shown = [`${style.name(visible(at))}  ${style.strong(visible(what))}`];
  if (place !== null && lines !== undefined) shown.push(...codeFrame(lines, place, style));
  if (advice !== null) shown.push(`  ${visible(advice)}`);
  return shown;
}

/** The longest part of a source line to show. */
const LONGEST = 100;

/** The line of a place and the one before it, with a mark below the mistake. */
function codeFrame(
  source: readonly string[], { line, column, length }: { line: number; column: number; length: number }, style: Style,
): string[] {
  const width = String(line).length;
  const rows = [line - 1, line].filter((number) => number >= 1 && source[number - 1] !== undefined);
  // Of a long line, show only a window, so that the mark is visible.
  const from = Math.max(0, column + Math.min(length, 20) - LONGEST);
  const show = (part: string): string => visible(part.replaceAll('\t', ' '));
  const lines = rows.map((number) => {
    const shown = show((source[number - 1] as string).slice(from, from + LONGEST));
    return `  ${style.faint(`${String(number).padStart(width)} │`)} ${shown}`;
  });
  const before = show((source[line - 1] ?? '').slice(from, column - 1)).length;
  const marked = Math.max(1, Math.min(length, from + LONGEST - column + 1));
  lines.push(`  ${style.faint(`${' '.repeat(width)} │`)} ${' '.repeat(before)}${style.wrong('^'.repeat(marked))}`);
  return lines;
}
