import { lazily } from '../../base/lazily.js';
import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { Source } from '../../syntax/source.js';
import { bad, good } from '../../finders/examples.js';

/** UAX #9, section 2: characters that change the direction in which what follows is shown. */
const BIDIRECTIONAL = /[\u061C\u202A-\u202E\u2066-\u2069]/;

/** UTS #39, section 3.1: invisible characters, and spaces other than U+0020. Joiners are judged separately. */
const INVISIBLE = /[\u00AD\u180E\u200B\u200E\u200F\u2060-\u2064\uFEFF\uFFF9-\uFFFB]|\p{Cc}/u;
const STRANGE_BLANK = /[\u00A0\u1680\u2000-\u200A\u202F\u205F\u3000]/;
const JOINER = /[\u200C\u200D]/;

/** Cyrillic and Greek letters that look like Latin ones: UTS #39, the table of confusable characters. */
const lookAlike = lazily((): Readonly<Record<string, string>> => Object.fromEntries([
  // elvar waive text/odd-characters because the table is made of them
  ...'аaеeоoрpсcуyхxіiјjѕsһhԁdԛqԝwАAВBЕEКKМMНHОOРPСCТTХXУYЅSІIЈJ'.match(/../gu) ?? [],
  // elvar waive text/odd-characters because the table is made of them
  ...'ΑAΒBΕEΖZΗHΙIΚKΜMΝNΟOΡPΤTΥYΧXοoνv'.match(/../gu) ?? [],
].map((pair) => [...pair] as [string, string])));

export default defineRule({
  id: 'text/odd-characters',
  title: 'No invisible or misleading characters',
  about: 'Invisible, direction-changing and look-alike characters can make code do something other than what readers see: '
    + 'Unicode UTS #39, UAX #9.',
  advice: 'Type the intended character, or write it as an escape sequence if the text needs it.',
  tags: ['security', 'correctness', 'starter'],
  confidence: 'likely',
  options: {},
  find: { everywhere: { by: 'text', find: findOddCharacters } },
  examples: [
    good('javascript', "const gruß = 'größe';\nconst тариф = 'порт';\nconst family = '👩‍👧';\n"),
    bad('javascript', "const quay = 'a\u202Eb';\nconst ti\u200Bde = 1;\nconst q\u0443ay = 2;\n", [
      '1:16-17 U+202E changes the direction of the text', '2:9-10 U+200B is invisible',
      '3:7-11 q\u0443ay contains U+0443, which looks like “y”',
    ]),
    bad('python', 'tide\u00A0= 1\n', '1:5-6 U+00A0 looks like a space but is another character'),
  ],
});

function* findOddCharacters({ text: source }: Source): Iterable<Hit> {
  if (source.isPlain || !/[^\t\n\r\f\x20-\x7E]/.test(source.text)) return;
  for (const { start, text: line } of source.lines) {
    if (!/[^\t\f\x20-\x7E]/.test(line)) continue;
    let offset = start;
    for (const character of line) {
      const message = character >= '\x7F' || character < ' ' ? judge(character, line, offset - start) : null;
      if (message !== null) yield { start: offset, end: offset + character.length, message };
      offset += character.length;
    }
    yield* mixedWords(line, start);
  }
}

function judge(character: string, line: string, offset: number): string | null {
  if (character === '\t' || character === '\f') return null;
  const code = `U+${(character.codePointAt(0) as number).toString(16).toUpperCase().padStart(4, '0')}`;
  if (BIDIRECTIONAL.test(character)) return `${code} changes the direction of the text`;
  if (INVISIBLE.test(character)) return `${code} is invisible`;
  if (STRANGE_BLANK.test(character)) return `${code} looks like a space but is another character`;
  // Joiners belong in combined emoji and in scripts whose letters join.
  const isBetweenLatin = /[\x20-\x7E]/.test(line[offset - 1] ?? ' ') && /[\x20-\x7E]/.test(line[offset + 1] ?? ' ');
  return JOINER.test(character) && isBetweenLatin ? `${code} is invisible` : null;
}

function* mixedWords(line: string, start: number): Iterable<Hit> {
  for (const { 0: word, index } of line.matchAll(/[\p{L}\p{M}\p{N}_]+/gu)) {
    if (!/[A-Za-z]/.test(word) || !/[\u0370-\u052F]/.test(word)) continue;
    const look = [...word].find((character) => lookAlike()[character] !== undefined);
    if (look === undefined) continue;
    const code = (look.codePointAt(0) as number).toString(16).toUpperCase().padStart(4, '0');
    yield {
      start: start + index,
      end: start + index + word.length,
      message: `${word} contains U+${code}, which looks like “${lookAlike()[look]}”`,
    };
  }
}
