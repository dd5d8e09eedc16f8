import { createTwoFilesPatch } from 'diff';

/** Unchanged lines shown around a change. */
const CONTEXT = 2;

/** More lines than this added and removed take the shortest diff too long: its time grows with their square. */
const MOST_EDITED = 1000;

/**
 * The change of a file as a unified diff (POSIX.1-2017, diff -u), which `git apply` and `patch` read; empty if nothing changes.
 */
export function patchOf(path: string, before: string, after: string): string {
  if (before === after) return '';
  const shortest = createTwoFilesPatch(
    `a/${path}`, `b/${path}`, before, after, undefined, undefined, { context: CONTEXT, maxEditLength: MOST_EDITED },
  );
  return shortest?.replace(/^=+\n/, '') ?? `--- a/${path}\n+++ b/${path}\n${hunksOf(linesOf(before), linesOf(after))}`;
}

function linesOf(text: string): string[] {
  return text.split(/(?<=\n)/);
}

/** A stretch of lines that gives way to others: from an index up to another in the old and in the new lines. */
interface Change {
  readonly old: readonly [from: number, to: number];
  readonly new: readonly [from: number, to: number];
}

/** The hunks of a diff that need not be the shortest: line against line where there are as many, else the whole middle. */
function hunksOf(old: readonly string[], now: readonly string[]): string {
  const hunks: Change[][] = [];
  for (const change of changesOf(old, now)) {
    const latest = hunks.at(-1);
    if (latest !== undefined && change.old[0] - (latest.at(-1) as Change).old[1] <= 2 * CONTEXT) latest.push(change);
    else hunks.push([change]);
  }
  return hunks.map((changes) => hunkText(changes, old, now)).join('');
}

function changesOf(old: readonly string[], now: readonly string[]): Change[] {
  let start = 0;
  while (start < old.length && old[start] === now[start]) start += 1;
  let [oldEnd, newEnd] = [old.length, now.length];
  while (oldEnd > start && newEnd > start && old[oldEnd - 1] === now[newEnd - 1]) {
    oldEnd -= 1;
    newEnd -= 1;
  }
  if (oldEnd !== newEnd) return [{ old: [start, oldEnd], new: [start, newEnd] }];
  const changes: Change[] = [];
  for (let at = start; at < oldEnd; at += 1) {
    const from = at;
    while (at < oldEnd && old[at] !== now[at]) at += 1;
    if (at > from) changes.push({ old: [from, at], new: [from, at] });
  }
  return changes;
}

function hunkText(changes: readonly Change[], old: readonly string[], now: readonly string[]): string {
  const [first, last] = [changes[0] as Change, changes.at(-1) as Change];
  const start = Math.max(0, first.old[0] - CONTEXT);
  const end = Math.min(old.length, last.old[1] + CONTEXT);
  const [newStart, newEnd] = [first.new[0] - (first.old[0] - start), last.new[1] + (end - last.old[1])];
  let text = '';
  let at = start;
  for (const change of changes) {
    text += marked(' ', old, at, change.old[0]) + marked('-', old, ...change.old) + marked('+', now, ...change.new);
    at = change.old[1];
  }
  return `@@ -${range(start, end)} +${range(newStart, newEnd)} @@\n${text}${marked(' ', old, at, end)}`;
}

function range(start: number, end: number): string {
  return `${end > start ? start + 1 : start},${end - start}`;
}

function marked(mark: string, lines: readonly string[], from: number, to: number): string {
  return lines.slice(from, to)
    .map((line) => (line.endsWith('\n') ? mark + line : `${mark}${line}\n\\ No newline at end of file\n`))
    .join('');
}
