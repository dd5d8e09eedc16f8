import type { CheckReport } from '../../core/inspect/check-report.js';
import type { LineAuthor } from '../../core/history/line-authors.js';
import path from 'node:path';
import { findRepository, readRegularFile, type Repository } from './find-repository.js';
import { askGit } from './git.js';
import { withView, type GitView } from './git-view.js';
import { LineEnds } from './line-end-settings.js';
import { borderCommits } from './shallow.js';

/** The largest file of which lines are looked up, in bytes. */
const LARGEST_TEXT = 16 * 1024 * 1024;

/** What git tells of a commit for the first of its lines; later lines may leave it out. */
type Headers = Record<string, string>;

/**
 * Asks git who last wrote lines of a file.
 * @param lines from 1. @param commit the commit that has these lines; null for the file on the disk.
 * @returns the author of each line, without lines that the file does not have; or why git does not tell: the file may not be
 *   committed.
 */
export function blameLines(
  root: string, file: string, lines: readonly number[], commit: string | null = null,
): ReadonlyMap<number, LineAuthor> | { readonly failed: string } {
  const repository = findRepository(root);
  if ('failed' in repository) return repository;
  const answer = withView(repository, (view) => {
    if (commit === null) showFile(view, repository, file);
    const ranges = lines.flatMap((line) => ['-L', `${line},${line}`]);
    return view.run([
      '-c',
      'i18n.logOutputEncoding=UTF-8',
      'blame',
      '--root',
      '--line-porcelain',
      ...ranges,
      ...(commit === null ? [] : [commit]),
      '--',
      file,
    ]);
  });
  return 'failed' in answer ? answer : readBlame(answer.out.toString('utf8'), borderCommits(root));
}

/** Whether the last commit has a file. */
export function isCommitted(root: string, file: string): boolean {
  return 'out' in askGit(root, ['rev-parse', '--verify', '--quiet', `HEAD:./${file}`]);
}

/**
 * Git compares what is in its work tree with the last commit: there stands only this file, with its line ends as git would store
 * them.
 */
function showFile(view: GitView, repository: Repository, own: string): void {
  const bytes = readRegularFile(path.join(repository.workTree, repository.prefix, own), LARGEST_TEXT);
  if (bytes === null) return;
  const lineEnds = new LineEnds(view, repository);
  lineEnds.learn([own]);
  view.place(own, lineEnds.asStored(own, bytes, `HEAD:./${own}`));
}

/**
 * git-blame(1), "The Porcelain Format": a line with the commit and the numbers of lines, one for each header, and the text behind
 * a tab.
 */
function readBlame(output: string, borders: ReadonlySet<string>): ReadonlyMap<number, LineAuthor> {
  const authors = new Map<number, LineAuthor>();
  let [writer, line, headers]: [string, number, Headers] = ['', 0, {}];
  for (const text of output.split('\n')) {
    const head = /^([0-9a-f]{40,64}) \d+ (\d+)/.exec(text);
    if (head !== null) [writer, line, headers] = [head[1] as string, Number(head[2]), {}];
    else if (text.startsWith('\t')) authors.set(line, authorOf(writer, headers, borders.has(writer)));
    else headers[/^\S*/.exec(text)?.[0] ?? ''] = text.slice(text.indexOf(' ') + 1);
  }
  return authors;
}

/** @param isOldest whether earlier commits are not known here. */
function authorOf(commit: string, headers: Headers, isOldest: boolean): LineAuthor {
  if (/^0+$/.test(commit)) return 'uncommitted';
  const day = dayOf(headers['author-time'], headers['author-tz']);
  return {
    commit: {
      id: commit,
      day,
      landed: dayOf(headers['committer-time'], headers['committer-tz']),
      author: headers['author'] ?? '',
      subject: headers['summary'] ?? '',
    },
    isOldest,
  };
}

/** The day of a time in seconds, where its time zone is. @param zone as `+0130`. */
function dayOf(time = '0', zone = '+0000'): string {
  const [, sign, hours = '0', minutes = '0'] = /^([+-])(\d\d)(\d\d)$/.exec(zone) ?? [];
  const ahead = (Number(hours) * 60 + Number(minutes)) * (sign === '-' ? -60 : 60);
  return new Date((Number(time) + ahead) * 1000).toISOString().slice(0, 10);
}

/** Asks git for the day on which lines of a file last changed, as YYYY-MM-DD; without those that are not committed. */
export function blameDays(root: string, file: string, lines: readonly number[]): ReadonlyMap<number, string> {
  const known = blameLines(root, file, lines);
  return 'failed' in known
    ? new Map()
    : new Map([...known].flatMap(([line, author]) => (author === 'uncommitted' ? [] : [[line, author.commit.day] as const])));
}

/** Asks git for the day on which each waiver that excuses something was written, by the path and the line of the waiver. */
export function waiverDays(
  root: string, { files }: Pick<CheckReport, 'files'>,
): ReadonlyMap<string, ReadonlyMap<number, string>> {
  return new Map(files.flatMap(({ path, findings }) => {
    const lines = new Set(findings.all.flatMap(({ excused }) => (excused?.by === 'waiver' ? [excused.line] : [])));
    return lines.size === 0 ? [] : [[path, blameDays(root, path, [...lines])] as const];
  }));
}
