import { withoutTrailing } from '../base/trailing.js';
import * as z from 'zod';
import { isDate } from '../base/date.js';
import { lineBeyond } from '../layers/parse/yaml-size.js';
import { describeValue, problemAt, problemsOfIssues } from '../layers/parse/schema-problems.js';
import { nodeAt, readYaml, type YamlNode } from '../layers/parse/yaml-text.js';
import { lazily } from '../base/lazily.js';
import { LEDGER_STATUSES, type WrittenEntry } from '../model/ledger.js';
import { compareProblems, type Problem } from '../model/problem.js';
import { blocksOf, linesText, type Block } from './blocks.js';
import { readScalar } from './scalar.js';

/** The most lines of a ledger: as many as the largest one has that this program writes. */
const MOST_LINES = 3_000_000;

/** One entry as written. What people need not write is optional. */
const entrySchema = lazily(() => z.strictObject({
  path: z.string().min(1),
  rule: z.string().min(1),
  line: z.int().min(1).optional(),
  code: z.string().optional(),
  fingerprint: z.string().regex(/^[0-9a-f]{16}$/, 'sixteen hexadecimal digits'),
  status: z.enum(LEDGER_STATUSES).optional(),
  because: z.string().min(1).optional(),
  since: z.string().optional(),
  until: z.string().optional(),
}));

/** What {@link entrySchema} lets through. */
type EntryData = z.output<ReturnType<typeof entrySchema>>;

const keys = lazily(() => Object.keys(entrySchema().shape));

/** The lines that git leaves around both sides of a conflict (git-merge, "How conflicts are presented"). */
const CONFLICT = /^(?:<{7} |={7}$|>{7} )/m;

/** Reads the text of a ledger. @param file its name in places. @returns the entries in order, and all mistakes. */
export function readLedger(
  text: string, file: string,
): { readonly entries: readonly WrittenEntry[]; readonly problems: readonly Problem[] } {
  if (lineBeyond(text, MOST_LINES) !== null) {
    return {
      entries: [],
      problems: [problemAt(
        { file, line: MOST_LINES + 1, column: 1, length: 1 }, { code: 'yaml-too-many', what: 'lines', limit: MOST_LINES },
      )],
    };
  }
  const conflict = CONFLICT.exec(text);
  if (conflict !== null) {
    const line = text.slice(0, conflict.index).split('\n').length;
    return { entries: [], problems: [problemAt({ file, line, column: 1, length: 7 }, { code: 'merge-conflict' })] };
  }
  const simple = readSimply(text, file);
  if (simple !== null) return simple;
  const { root, problems } = readYaml(text, file);
  if (root === null) return { entries: [], problems };
  if (typeof root.value !== 'object' || root.value === null || Array.isArray(root.value)) {
    return {
      entries: [], problems: [...problems, problemAt(root.place, { code: 'not-a-mapping', found: describeValue(root.value) })],
    };
  }
  const read = z.strictObject({ findings: z.array(z.unknown()).nullable() }).safeParse(root.value);
  if (!read.success) problems.push(...problemsOfIssues(read.error.issues, root, ['findings']));
  const list = nodeAt(root, ['findings']);
  const items = list.whole && Array.isArray(list.node.value) ? [...list.node.parts.values()] : [];
  const entries = items.flatMap((item, index) => readEntry(item, index, problems) ?? []);
  return { entries, problems: problems.sort(compareProblems) };
}

function readEntry(item: YamlNode, index: number, problems: Problem[]): WrittenEntry | null {
  const read = entrySchema().safeParse(item.value);
  if (!read.success) {
    problems.push(...problemsOfIssues(read.error.issues, item, keys()));
    return null;
  }
  for (const key of ['since', 'until'] as const) {
    const day = read.data[key];
    if (day !== undefined && !isDate(day)) {
      problems.push(problemAt(nodeAt(item, [key]).node.place, { code: 'bad-date', found: describeValue(day) }));
    }
  }
  return entryOf(read.data, { writtenIn: item.place.line, index });
}

function entryOf(
  { path, rule, line, code, fingerprint, status, because, since, until }: EntryData,
  place: Pick<WrittenEntry, 'writtenIn' | 'index'>,
): WrittenEntry {
  return {
    path, rule, line: line ?? null, code: code ?? null, fingerprint, status: status ?? 'accepted', because: because ?? null,
    since: since ?? null, until: until ?? null, ...place,
  };
}

/** How many mistakes are looked for: far more than anybody will read. */
const MOST_MISTAKES = 1_000;

/**
 * Reads a ledger in its usual form. The YAML parser takes seconds for some ten thousand entries, so it gets only
 * those in another form.
 * @returns null if the text is not one block per entry.
 */
function readSimply(
  text: string, file: string,
): { readonly entries: readonly WrittenEntry[]; readonly problems: readonly Problem[] } | null {
  const blocks = blocksOf(text);
  if (blocks === null) return null;
  const entries: WrittenEntry[] = [];
  const problems: Problem[] = [];
  for (const block of blocks.entries) {
    const entry = readBlock(block, entries.length) ?? parseBlock(block, entries.length, file, problems);
    if (entry !== null) entries.push(entry);
    if (problems.length < MOST_MISTAKES) continue;
    problems.push(problemAt(
      { file, line: block.line, column: 1, length: 1 }, { code: 'yaml-too-many', what: 'mistakes', limit: MOST_MISTAKES },
    ));
    break;
  }
  return { entries, problems };
}

/** A key and its value on one line. */
const PART = /^( *(?:- )?)([a-z]+): ([^ \t].*)$/;

function readBlock({ line, lines }: Block, index: number): WrittenEntry | null {
  const parts: Record<string, string | number> = {};
  const margin = /^ *- /.exec(lines[0] as string)?.[0].length;
  for (const [row, text] of lines.entries()) {
    const [, before = '', key, written] = PART.exec(withoutTrailing(text, ' \t')) ?? [];
    if (before.length !== margin || before.includes('-') !== (row === 0)) return null;
    const value = written === undefined ? null
      : key === 'line' && /^[1-9]\d{0,8}$/.test(written) ? Number(written)
      : readScalar(written);
    if (key === undefined || value === null || key in parts) return null;
    parts[key] = value;
  }
  const read = entrySchema().safeParse(parts);
  return read.success && areDays(read.data) ? entryOf(read.data, { writtenIn: line, index }) : null;
}

function areDays({ since, until }: EntryData): boolean {
  return [since, until].every((day) => day === undefined || isDate(day));
}

function parseBlock({ line, lines }: Block, index: number, file: string, problems: Problem[]): WrittenEntry | null {
  const { root, problems: own } = readYaml(linesText(lines), file);
  const item = root?.parts.get(0);
  const entry = item === undefined ? null : readEntry(item, index, own);
  problems.push(...own.map((problem) => ({
    ...problem, place: problem.place === null ? null : { ...problem.place, line: problem.place.line + line - 1 },
  })));
  if (item === undefined && own.length === 0) {
    problems.push(problemAt({ file, line, column: 1, length: 1 }, { code: 'wrong-type', expected: 'an entry', found: 'empty' }));
  }
  return entry === null || own.length > 0 ? null : { ...entry, writtenIn: line };
}
