import type { CheckReport } from '../../core/inspect/check-report.js';
import type { LineAuthor } from '../../core/history/line-authors.js';
import { askGit } from './git.js';

/** What git tells of a commit for the first of its lines; later lines may leave it out. */
type Headers = Record<string, string>;

/**
 * Asks git who last wrote lines of a file.
 * @param lines from 1. @param commit the commit that has these lines; null for the work tree.
 * @returns the author of each line; empty without git or for a file that it does not know, and without lines that the file does not have.
 */
export function blameLines(root: string, file: string, lines: readonly number[], commit: string | null = null): ReadonlyMap<number, LineAuthor> {
  const ranges = lines.flatMap((line) => ['-L', `${line},${line}`]);
  // git-blame(1): with --root, only commits whose parents a shallow clone lacks are boundaries.
  const answer = askGit(root, ['-c', 'i18n.logOutputEncoding=UTF-8', 'blame', '--root', '--line-porcelain', ...ranges, ...(commit === null ? [] : [commit]), '--', file]);
  const authors = new Map<number, LineAuthor>();
  if ('failed' in answer) return authors;
  let [writer, line, headers]: [string, number, Headers] = ['', 0, {}];
  // git-blame(1), "The Porcelain Format": a line with the commit and the numbers of lines, one for each header, and the text behind a tab.
  for (const text of answer.out.split('\n')) {
    const head = /^([0-9a-f]{40,64}) \d+ (\d+)/.exec(text);
    if (head !== null) [writer, line, headers] = [head[1] as string, Number(head[2]), {}];
    else if (text.startsWith('\t')) authors.set(line, authorOf(writer, headers));
    else headers[/^\S*/.exec(text)?.[0] ?? ''] = text.slice(text.indexOf(' ') + 1);
  }
  return authors;
}

function authorOf(commit: string, headers: Headers): LineAuthor {
  if (/^0+$/.test(commit)) return 'uncommitted';
  const day = dayOf(headers['author-time'], headers['author-tz']);
  return { commit: { id: commit, day, landed: dayOf(headers['committer-time'], headers['committer-tz']), author: headers['author'] ?? '', subject: headers['summary'] ?? '' }, isOldest: 'boundary' in headers };
}

/** The day of a time in seconds, where its time zone is. @param zone as `+0130`. */
function dayOf(time = '0', zone = '+0000'): string {
  const [, sign, hours = '0', minutes = '0'] = /^([+-])(\d\d)(\d\d)$/.exec(zone) ?? [];
  const ahead = (Number(hours) * 60 + Number(minutes)) * (sign === '-' ? -60 : 60);
  return new Date((Number(time) + ahead) * 1000).toISOString().slice(0, 10);
}

/** Asks git for the day on which lines of a file last changed, as YYYY-MM-DD; without those that are not committed. */
export function blameDays(root: string, file: string, lines: readonly number[]): ReadonlyMap<number, string> {
  return new Map([...blameLines(root, file, lines)].flatMap(([line, author]) => (author === 'uncommitted' ? [] : [[line, author.commit.day] as const])));
}

/** Asks git for the day on which each waiver that excuses something was written, by the path and the line of the waiver. */
export function waiverDays(root: string, { files }: Pick<CheckReport, 'files'>): ReadonlyMap<string, ReadonlyMap<number, string>> {
  return new Map(files.flatMap(({ path, findings }) => {
    const lines = new Set(findings.flatMap(({ excused }) => (excused?.by === 'waiver' ? [excused.line] : [])));
    return lines.size === 0 ? [] : [[path, blameDays(root, path, [...lines])] as const];
  }));
}
