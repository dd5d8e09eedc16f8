import type { ActiveLevel } from '../model/level.js';
import { MOST_FINDINGS, type ForeignFinding, type ForeignLog, type ForeignNote, type ForeignPlace } from './foreign-log.js';

/** A line that speaks of a place. */
interface Message {
  readonly place: ForeignPlace;
  /** The word before the text that says how bad it is; null if there is none. */
  readonly level: ActiveLevel | 'belongs' | null;
  readonly id: string | null;
  readonly text: string;
  /** Whether its further lines are indented text, not pictures of the code. */
  readonly goesOn: boolean;
}

/**
 * The places of the GNU Coding Standards ("Formatting Error Messages"): `FILE:LINE`, `FILE:LINE:COLUMN`, `FILE:LINE.COLUMN`, and
 * ranges of these; and the one of several compilers, `FILE(LINE,COLUMN)`. A name of a drive has a colon too.
 */
// elvar waive text/line-width because a pattern is one literal
const COLONS = /^(?<file>(?:[A-Za-z]:[\\/])?[^:]+):(?<line>\d{1,9})(?:[.:](?<column>\d{1,9}))?(?:-(?:(?<endLine>\d{1,9})\.)?(?<end>\d{1,9}))?:\s?(?<text>.*)$/s;
const BRACKETS = /^(?<file>[^()]+)\((?<line>\d{1,9})(?:,(?<column>\d{1,9}))?\)\s?:\s?(?<text>.*)$/s;

/** A program's name may stand before the place. */
const PROGRAM = /^[\w.+-]+: ?(?=\S+:\d+[:.])/;

/** The words for levels that compilers print, before a colon or a code word. */
// elvar waive text/line-width because a pattern is one literal
const LEVEL = /^(?<word>fatal error|error|warning|note|info|information|remark|message|hint|suggestion)(?:\s+(?<code>[A-Za-z]{1,8}-?\d{1,6}))?\s*:\s*/i;

const LEVELS: Readonly<Record<string, ActiveLevel | 'belongs'>> = {
  'fatal error': 'error', error: 'error', warning: 'warning', note: 'belongs', info: 'note', information: 'note', remark: 'note',
  message: 'note', hint: 'note', suggestion: 'note',
};

/** An id in brackets at the end of the text, as `[-Wunused-variable]`, or at its start. */
const ID_LAST = /\s\[(?<id>[^\s[\]]{1,200})\]$/;
const ID_FIRST = /^\[(?<id>[A-Za-z][\w.-]{0,100})\]\s+/;

/** A picture of the code, without the blanks before it. */
const PICTURE = /^(?:\d*\s*\||[~^])/;

/** Whether a line goes on with the text before it, and is no picture of the code. */
function goesFurther(line: string): boolean {
  const text = line.trimStart();
  return text !== '' && text.length < line.length && line.length <= LONGEST && !PICTURE.test(text);
}

/**
 * Reads the output of a compiler, or of any other program that prints its messages as the GNU Coding Standards say. Other lines
 * count for nothing.
 */
export function readLinesLog(text: string): ForeignLog {
  const findings: (Omit<ForeignFinding, 'place' | 'message' | 'notes'> & {
    place: ForeignPlace | null;
    message: string;
    readonly notes: ForeignNote[];
  })[] = [];
  let latest: (typeof findings)[number] | null = null;
  let latestNote: { message: string; readonly place: ForeignPlace } | null = null;
  let goesOn = false;
  for (const line of text.replace(/^\uFEFF/, '').split(/\r\n|\n|\r/)) {
    const message = messageOf(line);
    if (message === null) {
      if (latest !== null) markColumn(latest, line);
      if (!goesOn || !goesFurther(line)) goesOn = false;
      else if (latestNote !== null) latestNote.message += `\n${line.trim()}`;
      else if (latest !== null) latest.message += `\n${line.trim()}`;
      continue;
    }
    ({ goesOn } = message);
    latestNote = null;
    if (message.level === 'belongs' && latest !== null) latest.notes.push(
      (latestNote = { message: message.text, place: message.place }),
    );
    else {
      if (findings.length === MOST_FINDINGS) {
        return {
          form: 'lines',
          findings: [],
          rules: [],
          mistakes: [{ at: null, what: `it has more than ${MOST_FINDINGS.toLocaleString('en')} findings` }],
        };
      }
      latest = {
        rule: message.id,
        level: message.level === 'belongs' ? 'note' : message.level ?? 'warning',
        message: message.text,
        place: message.place,
        notes: [],
        suppressed: null,
      };
      findings.push(latest);
    }
  }
  return { form: 'lines', findings, rules: [], mistakes: [] };
}

/** Some compilers give no column, but mark it below the code. */
function markColumn(finding: { place: ForeignPlace | null }, line: string): void {
  const { place } = finding;
  if (place?.region?.by === 'lines' && place.region.column === null && line.endsWith('^') && line.trimStart() === '^') {
    finding.place = { ...place, region: { ...place.region, column: line.length } };
  }
}

function messageOf(line: string): Message | null {
  // Nothing that begins with a blank names a file: it is code, or goes on.
  if (line.length > LONGEST || /^\s/.test(line)) return null;
  const plain = line.replace(SGR, '');
  const bracketed = BRACKETS.exec(plain)?.groups;
  const groups = bracketed ?? (COLONS.exec(plain) ?? COLONS.exec(plain.replace(PROGRAM, '')))?.groups;
  if (groups === undefined) return null;
  const { file = '', line: own, column, endLine, end, text = '' } = groups;
  const { level, code, rest } = levelOf(text.trim());
  // Compilers say by further blanks, or by nothing, that they tell the way to what comes next.
  if (rest === '' || (level === null && /^\s/.test(text))) return null;
  const first = ID_FIRST.exec(rest);
  const last = ID_LAST.exec(rest);
  return {
    place: { file, base: null, sha256: null, region: regionOf(Number(own), column, endLine, end) },
    level,
    id: code ?? last?.groups?.['id'] ?? first?.groups?.['id'] ?? null,
    text: last !== null && code === null ? rest.slice(0, last.index)
      : first !== null && code === null ? rest.slice(first[0].length)
      : rest,
    goesOn: bracketed !== undefined,
  };
}

/** The longest line that is read; what is longer is no message. */
const LONGEST = 10_000;

/** Colours of a terminal (ECMA-48, section 8.3.117), and links of one. */
const SGR = /\u001b\[[\d;]*[mK]|\u001b\]8;[^\u0007\u001b]*(?:\u0007|\u001b\\)/g;

function levelOf(text: string): { readonly level: Message['level']; readonly code: string | null; readonly rest: string } {
  const match = LEVEL.exec(text);
  const { word, code } = match?.groups ?? {};
  if (match === null || word === undefined) return { level: null, code: null, rest: text };
  return { level: LEVELS[word.toLowerCase()] ?? null, code: code ?? null, rest: text.slice(match[0].length) };
}

/** `LINE-LINE` has no columns; `LINE.COLUMN-COLUMN` ends on the same line. The last column belongs to it. */
function regionOf(
  line: number, column: string | undefined, endLine: string | undefined, end: string | undefined,
): ForeignPlace['region'] {
  if (line === 0) return null;
  const isRangeOfLines = column === undefined && end !== undefined;
  return {
    by: 'lines',
    line,
    column: column === undefined || Number(column) === 0 ? null : Number(column),
    endLine: endLine !== undefined ? Number(endLine) : isRangeOfLines ? Number(end) : null,
    endColumn: isRangeOfLines || end === undefined ? null : Number(end) + 1,
    columnsAre: 'utf16',
  };
}
