import type { Finding } from '../../core/model/finding.js';
import { needCommit } from './revision.js';
import { unreadable } from './unreadable.js';
import { diffSince } from './work-tree.js';
import { readSource } from '../files/source-file.js';

/** A range of lines, inclusive, from 1. */
type Lines = readonly [from: number, to: number];

/** Which lines have changed since a revision of git. */
export class ChangedLines {
  /**
   * @param files the changed lines of each file in the diff.
   * @param tracked the files that git tracks; all others are new from beginning to end.
   */
  constructor(private readonly files: ReadonlyMap<string, readonly Lines[]>, private readonly tracked: ReadonlySet<string>) {}

  /** Whether any line of a file has changed. */
  has(path: string): boolean {
    return !this.tracked.has(path) || (this.files.get(path) ?? []).length > 0;
  }

  /** The findings of one file that touch changed lines. @param file its path on disk. */
  among(findings: readonly Finding[], file: string): readonly Finding[] {
    const [{ path }] = findings as readonly [Finding];
    if (!this.tracked.has(path)) return findings;
    const changed = this.files.get(path) ?? [];
    const lineOfGit = linesOfGit(file);
    return findings.filter(({ span: { start, end } }) => {
      // A finding that ends before the first column of a line does not touch it.
      const last = end.column === 1 && end.line > start.line ? end.line - 1 : end.line;
      return changed.some(([from, to]) => lineOfGit(start.line) <= to && from <= lineOfGit(last));
    });
  }
}

/**
 * Which lines have changed between a revision and the files on the disk.
 * @throws UsageError if git knows no such revision; IncompleteError if it cannot tell.
 */
export function changedSince(root: string, revision: string): ChangedLines {
  const commit = needCommit(root, revision, '--since');
  // git-diff-index(1): without context lines, and whatever the attributes of a file are.
  const diff = diffSince(
    root, commit, ['--patch', '--unified=0', '--no-color', '--text', '--find-renames', '--src-prefix=a/', '--dst-prefix=b/'],
  );
  if ('failed' in diff) throw unreadable(`what has changed since ${revision}`, diff.failed);
  const files = readDiff(diff.out);
  for (const own of diff.tooLarge) files.set(own, [[1, Infinity]]);
  return new ChangedLines(files, diff.tracked);
}

/** The added lines of each file in a unified diff without context. */
function readDiff(diff: string): Map<string, Lines[]> {
  const files = new Map<string, Lines[]>();
  let current: Lines[] = [];
  // Lines of a hunk may look like headers, so they are counted.
  let rest = 0;
  for (const line of diff.split('\n')) {
    if (rest > 0) {
      if (!line.startsWith('\\')) rest -= 1;
      continue;
    }
    if (line.startsWith('+++ ')) {
      current = [];
      files.set(pathIn(line.slice(4)), current);
    }
    const [, old = '1', start, added = '1'] = /^@@ -\d+(?:,(\d+))? \+(\d+)(?:,(\d+))? @@/.exec(line) ?? [];
    if (start === undefined) continue;
    rest = Number(old) + Number(added);
    if (added !== '0') current.push([Number(start), Number(start) + Number(added) - 1]);
  }
  return files;
}

/** The path in a header: git quotes paths with special characters as C does, and ends those with blanks with a tab. */
function pathIn(header: string): string {
  const written = header.endsWith('\t') ? header.slice(0, -1) : header;
  if (!written.startsWith('"')) return written.slice(2);
  const bytes: number[] = [];
  const body = Buffer.from(written.slice(1, -1)).toString('latin1');
  for (let at = 0; at < body.length; at += 1) {
    if (body[at] !== '\\') {
      bytes.push(body.charCodeAt(at));
      continue;
    }
    const octal = /^[0-7]{3}/.exec(body.slice(at + 1))?.[0];
    if (octal === undefined) bytes.push((ESCAPES[body[at + 1] as string] ?? body[at + 1] as string).charCodeAt(0));
    else bytes.push(parseInt(octal, 8));
    at += octal === undefined ? 1 : 3;
  }
  return Buffer.from(bytes).toString('utf8').slice(2);
}

const ESCAPES: Readonly<Record<string, string>> = { a: '\x07', b: '\b', t: '\t', n: '\n', v: '\v', f: '\f', r: '\r' };

/** Git ends lines only with LF, Elvar with CR too: maps a line of Elvar's to git's. */
function linesOfGit(file: string): (line: number) => number {
  const reading = readSource(file, { largest: null, generated: 'check' });
  if ('skipped' in reading || !/\r(?!\n)/.test(reading.text)) return (line) => line;
  let line = 1;
  const lines = [0, 1];
  for (const [end] of reading.text.matchAll(/\r\n|\r|\n/g)) {
    if (end !== '\r') line += 1;
    lines.push(line);
  }
  return (own) => lines[own] ?? line;
}
