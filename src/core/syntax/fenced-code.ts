import type { Language, LanguageLookup } from '../base/language.js';
import { hasRoomForFence } from './list-items.js';

/** A piece of code in a text of Markdown, as UTF-16 offsets of whole lines. */
interface FencedCode {
  readonly start: number;
  /** Exclusive. */
  readonly end: number;
  /**
   * What each line begins with that is none of the code: the indentation of a list, the signs of a quotation. Blank lines may
   * lack blanks of it.
   */
  readonly prefix: string;
  readonly language: Language;
  /** What the name of a file with such code ends in, where the language does not say enough; else empty. */
  readonly ending: string;
}

const FENCE = /^((?:[ \t]*(?:>|(?:[-*+]|\d{1,9}[.)])(?=[ \t])))*[ \t]*)(`{3,}|~{3,})[ \t]*([\w+#.-]*)[^\n`]*$/gm;

/** The code between fences that say its language, in lists and quotations too: CommonMark 0.31, section 4.5. */
export function fencedCode(text: string, languages: LanguageLookup): FencedCode[] {
  const found: FencedCode[] = [];
  FENCE.lastIndex = 0;
  for (let opening = FENCE.exec(text); opening !== null; opening = FENCE.exec(text)) {
    const [whole, before = '', fence = '', word = ''] = opening;
    const start = opening.index + whole.length + 1;
    // Below a sign of a list, its content is indented.
    const prefix = before.replace(/[^>\s]/g, ' ');
    const end = endOf(text, start, prefix, fence);
    const language = languageOf(word.toLowerCase(), languages);
    if (language !== undefined && end > start && isWhole(text, { start, end, prefix })
        && hasRoomForFence(text, opening.index, before) && !isTranscript(language, text.slice(start, end))) {
      found.push({ start, end, prefix, language, ending: word.toLowerCase() === 'tsx' ? '.tsx' : '' });
    }
    // What is never closed goes on to the end.
    FENCE.lastIndex = Math.max(start, text.indexOf('\n', end) < 0 ? text.length : text.indexOf('\n', end));
  }
  return found;
}

/** Where the line of the closing fence begins: as many signs of the same kind, or more, and nothing else. */
function endOf(text: string, from: number, prefix: string, fence: string): number {
  const closing = new RegExp(
    `^${prefix.includes('>') ? `(?:${prefix.trimEnd()})?` : ''}[ \\t]*${fence[0] === '~' ? '~' : '`'}{${fence.length},}[ \\t]*$`,
    'gm',
  );
  closing.lastIndex = from;
  return closing.exec(text)?.index ?? text.length;
}

/**
 * Whether all lines begin with what stands before the code, that of the closing fence too. Otherwise the list or the quotation
 * ends before, or somebody wrote it in a way of their own.
 */
function isWhole(text: string, { start, end, prefix }: Pick<FencedCode, 'start' | 'end' | 'prefix'>): boolean {
  if (prefix === '') return true;
  if (end === text.length || !text.startsWith(prefix, end)) return false;
  return text.slice(start, end - 1).split('\n').every((line) => line.startsWith(prefix) || line.trimEnd() === prefix.trimEnd());
}

/** Whether a piece shows what somebody typed, with the sign that asks for it, and what came back. */
function isTranscript({ traits }: Language, code: string): boolean {
  return traits.includes('transcripts') && /^[ \t>]*[$%] /m.test(code);
}

function languageOf(word: string, { called, ofName }: LanguageLookup): Language | undefined {
  if (word === '') return undefined;
  return called(word) ?? ofName(`a.${word}`);
}
