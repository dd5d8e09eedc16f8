import type { Language } from '../base/language.js';
import { languageById, languageOfName } from '../base/languages.js';

/** A piece of code in a text of Markdown, as UTF-16 offsets. */
export interface FencedCode {
  readonly start: number;
  /** Exclusive. */
  readonly end: number;
  readonly language: Language;
}

/** What the first word behind a fence means, besides the names of languages and the endings of their files. */
const MEANT: ReadonlyMap<string, string> = new Map([['golang', 'go'], ['c++', 'cpp'], ['c#', 'csharp'], ['bash', 'shell'], ['zsh', 'shell'], ['node', 'javascript'], ['plpgsql', 'sql'], ['postgresql', 'sql'], ['mysql', 'sql'], ['sqlite', 'sql']]);

const FENCE = /^([ \t]*)(`{3,}|~{3,})[ \t]*([\w+#.-]*)[^\n`]*$/gm;

/** The code between fences that say its language: CommonMark 0.31, section 4.5. What is indented belongs to a list, and to how that is laid out. */
export function fencedCode(text: string): FencedCode[] {
  const found: FencedCode[] = [];
  FENCE.lastIndex = 0;
  for (let opening = FENCE.exec(text); opening !== null; opening = FENCE.exec(text)) {
    const [whole, indent = '', fence = '', word = ''] = opening;
    const start = opening.index + whole.length + 1;
    const end = endOf(text, start, fence);
    const language = indent === '' ? languageOf(word.toLowerCase()) : undefined;
    if (language !== undefined && end > start && !isTranscript(language, text.slice(start, end))) found.push({ start, end, language });
    // What is never closed goes on to the end.
    FENCE.lastIndex = Math.max(start, text.indexOf('\n', end) < 0 ? text.length : text.indexOf('\n', end));
  }
  return found;
}

/** Where the line of the closing fence begins: as many signs of the same kind, or more, and nothing else. */
function endOf(text: string, from: number, fence: string): number {
  const closing = new RegExp(`^[ \\t]*${fence[0] === '~' ? '~' : '`'}{${fence.length},}[ \\t]*$`, 'gm');
  closing.lastIndex = from;
  return closing.exec(text)?.index ?? text.length;
}

/** Whether a piece shows what somebody typed, with the sign that asks for it, and what came back. */
function isTranscript({ id }: Language, code: string): boolean {
  return id === 'shell' && /^[ \t]*[$%] /m.test(code);
}

function languageOf(word: string): Language | undefined {
  // These forms have a grammar of their own, which goes by the name of the file.
  if (word === '' || word === 'tsx') return undefined;
  return languageById(MEANT.get(word) ?? word) ?? languageOfName(`a.${word}`);
}
