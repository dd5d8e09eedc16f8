import { formatSelector } from '../model/selector.js';
import type { Comment } from '../syntax/comments.js';
import { allComments } from '../syntax/embedded-comments.js';
import type { Source } from '../syntax/source.js';
import { coveredLine } from './covered-line.js';
import { parseWaiverComment } from './parse-waiver.js';
import type { Lines, MalformedWaiver, Stretch, StrayResume, Waiver, WaiverReading, WaiverText } from './waiver.js';

const NOTHING: WaiverReading = { waivers: [], malformed: [], stray: [] };

/** A waiver whose end is not known yet. */
interface OpenWaiver {
  readonly text: WaiverText;
  readonly comment: Comment;
  readonly line: number;
  readonly covers: (Lines | null)[];
  readonly resumes: (Stretch | null)[];
}

/** Reads the waivers in the comments of a file. */
export function readWaivers(source: Source): WaiverReading {
  const { text } = source;
  // Hardly any file has one, and searching for the word is much cheaper than finding comments.
  if (!/\belvar\s/.test(text.text)) return NOTHING;
  const found: OpenWaiver[] = [];
  const malformed: MalformedWaiver[] = [];
  const stray: StrayResume[] = [];
  for (const comment of allComments(source)) {
    const parsed = parseWaiverComment(comment.body);
    if (parsed === null) continue;
    const { start, end, body } = comment;
    const { line } = text.positionAt(start);
    switch (parsed.kind) {
      case 'malformed':
        malformed.push({ start, end, line, text: body, problem: parsed.problem });
        break;
      case 'waive':
        found.push({
          text: parsed.waiver,
          comment,
          line,
          covers: parsed.waiver.selectors.map(() => linesOf(parsed.waiver, comment, line, source)),
          resumes: parsed.waiver.selectors.map(() => null),
        });
        break;
      case 'resume': {
        const unmatched = parsed.selectors.filter((selector) => !closes(formatSelector(selector), { start, end }, line, found));
        if (unmatched.length > 0) stray.push({ start, end, line, selectors: unmatched });
      }
    }
  }
  const waivers = found.map(({ text: written, comment: { start, end }, line, covers, resumes }): Waiver => ({
    ...written, start, end, line, covers, resumes,
  }));
  return { waivers, malformed, stray };
}

function linesOf({ reach }: WaiverText, comment: Comment, line: number, source: Source): Lines | null {
  if (reach === 'throughout') return { from: 1, to: Infinity };
  if (reach === 'below') return { from: line, to: Infinity };
  const covered = coveredLine(comment, source);
  return covered === null ? null : { from: covered, to: covered };
}

/** Ends the latest open waiver with a selector before `line`. @returns whether there is one. */
function closes(selector: string, resume: Stretch, line: number, found: readonly OpenWaiver[]): boolean {
  for (const { text, covers, resumes } of found.toReversed()) {
    if (text.reach !== 'below') continue;
    const index = text.selectors.findIndex((own, place) => formatSelector(own) === selector && covers[place]?.to === Infinity);
    if (index < 0) continue;
    covers[index] = { from: (covers[index] as Lines).from, to: line - 1 };
    resumes[index] = resume;
    return true;
  }
  return false;
}
