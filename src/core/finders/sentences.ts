import type { Edit } from '../base/edit.js';
import { withoutTrailing } from '../base/trailing.js';
import type { Hit } from './finder.js';

/** An address, a to-do mark, and a function signature with its result. */
function isNoSentence(paragraph: string): boolean {
  return /^(?:https?:|TODO|type:|[\w$.]+\()/.test(paragraph)
    || /^[^\n]*(?:\s[-=]>\s|\[)/.test(paragraph) || /\bhttps?:\/\/\S+$/.test(paragraph);
}

/** Names that are written in lower case even at the beginning of a sentence. */
const LOWER_CASE = new Set(
  ('bash cron curl diff gcc git grep gzip jq less make mutex npm null pip pnpm sed ssh sudo systemd tar true false undefined '
    + 'vim yarn zsh eg ie etc vs iff').split(' '),
);

/** Judges the first paragraph. @param start where `text` begins in the file. */
export function judgeSentence(text: string, start: number): Hit[] {
  const begin = /^(?:\s|\*)*/.exec(text)?.[0].length ?? 0;
  const rest = text.slice(begin);
  // Up to an empty line, a tag, a list or an example.
  // elvar waive text/line-width because a pattern is one literal
  const end = /\r?\n[ \t]{0,200}(?:\*[ \t]{0,200})?(?:\r?\n|@|[-+>] |[-=~#]{2,}|#{1,6} |[:|]|\d+[.)]|>>>|\.\.|```|<\/?(?:p|ul|ol|li|dl|pre|br|hr|table|div|blockquote|h\d)\b)|$/i.exec(rest)?.index
    ?? rest.length;
  const paragraph = withoutTrailing(rest.slice(0, end), /[\s*]/);
  if (!/^[A-Za-z]/.test(paragraph) || !/\s/.test(paragraph.trim()) && paragraph.length < 12 || isNoSentence(paragraph)) return [];
  const edits: Edit[] = [];
  const [word] = /^[\w$.]+/.exec(paragraph) ?? [''];
  // A name of the code keeps its case.
  if (/^[a-z]+$/.test(word) && !LOWER_CASE.has(word) && !/^[-(/]/.test(paragraph.slice(word.length))) {
    edits.push({ start: start + begin, end: start + begin + 1, text: paragraph.charAt(0).toUpperCase() });
  }
  if (!/[.!?:;…)}\]>`"']$/.test(paragraph)) {
    edits.push({ start: start + begin + paragraph.length, end: start + begin + paragraph.length, text: '.' });
  }
  if (edits.length === 0) return [];
  const message = edits.length === 2 ? 'this begins with a small letter and has no full stop'
    : edits[0]?.text === '.' ? 'this has no full stop'
    : 'this begins with a small letter';
  const line = paragraph.split('\n', 1)[0]?.trimEnd() ?? '';
  return [{ start: start + begin, end: start + begin + line.length, message, repair: edits }];
}
