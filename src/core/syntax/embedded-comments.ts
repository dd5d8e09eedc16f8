import { SourceText } from '../base/source-text.js';
import { stretchesIn, type StretchKind } from '../base/stretches.js';
import { commentsOf, type Comment } from './comments.js';
import { embeddedCode } from './embedded.js';
import { memoized } from './memo.js';
import type { Source } from './source.js';

/**
 * The comments of a file and of the languages embedded in it, in text order: scripts and styles in HTML,
 * and HTML around PHP, about which the outer grammars know nothing.
 */
export const allComments = memoized((source: Source): readonly Comment[] => {
  const embedded = embeddedComments(source);
  return embedded.length === 0 ? commentsOf(source) : [...commentsOf(source), ...embedded].sort((a, b) => a.start - b.start);
});

/** The comments of embedded languages. */
export const embeddedComments = memoized((source: Source): readonly Comment[] => {
  const { text, tree } = source;
  if (text.language.insideAs === 'elements-at-margin') {
    return embeddedCode(source).flatMap(({ start, end, language }) =>
      commentsIn(text.text.slice(start, end), language.comments.line.length === 0 ? STYLE : SCRIPT, start));
  }
  if (text.language.insideAs === 'fences') {
    return embeddedCode(source).flatMap(({ start, end, language }) =>
      commentsOf({ text: new SourceText(text.path, language, text.text.slice(start, end)), tree: null, memo: [] }).map(
        (comment) => ({ start: comment.start + start, end: comment.end + start, body: comment.body }),
      ));
  }
  if (tree === null) return [];
  if (text.language.insideAs === 'elements') {
    return tree.ofType('raw_text').flatMap((node) =>
      commentsIn(node.text, node.parent?.type === 'style_element' ? STYLE : SCRIPT, node.start));
  }
  if (text.language.insideAs !== 'elements-in-texts') return [];
  return tree.ofType('text').flatMap((node) => markupComments(node.text, node.start));
});

/** Strings, which are skipped since a comment marker may be inside one, and comments. */
const DOUBLE: StretchKind = { whole: /"(?:[^"\\\n]|\\.)*"/y, reach: 'line' };
const SINGLE: StretchKind = { whole: /'(?:[^'\\\n]|\\.)*'/y, reach: 'line' };
const TEMPLATE: StretchKind = { whole: /`(?:[^`\\]|\\[^])*`/y, reach: 'text' };
const LINE: StretchKind = { whole: /\/\/(?<line>[^\r\n]*)/y, reach: 'line' };
const BLOCK: StretchKind = { whole: /\/\*(?<block>[^]*?)\*\//y, reach: 'text' };
const KINDS: Readonly<Record<string, StretchKind>> = { '"': DOUBLE, "'": SINGLE, '`': TEMPLATE, '//': LINE, '/*': BLOCK };

/** What comments and strings begin with. */
const SCRIPT = /["'`]|\/[/*]/g;
const STYLE = /["']|\/\*/g;

const MARKUP = /<!--|<(?:script|style)\b/gi;
const REMARK: StretchKind = { whole: /<!--(?<block>[^]*?)-->/y, reach: 'text' };
const ELEMENTS: Readonly<Record<string, StretchKind>> = {
  '<script': { whole: /<(?<element>script)\b[^>]*>(?<content>[^]*?)<\/script/iy, reach: 'text' },
  '<style': { whole: /<(?<element>style)\b[^>]*>(?<content>[^]*?)<\/style/iy, reach: 'text' },
};

function markupComments(text: string, offset: number): Comment[] {
  return [...stretchesIn(text, new RegExp(MARKUP), (mark) => ELEMENTS[mark.toLowerCase()] ?? REMARK)].flatMap((match) => {
    const { block, element, content } = match.groups ?? {};
    const start = offset + match.index;
    if (content === undefined) return [{ start, end: start + match[0].length, body: (block ?? '').trim() }];
    return commentsIn(content, element?.toLowerCase() === 'style' ? STYLE : SCRIPT, start + match[0].indexOf('>') + 1);
  });
}

function commentsIn(text: string, marks: RegExp, offset: number): Comment[] {
  return [...stretchesIn(text, new RegExp(marks), (mark) => KINDS[mark] as StretchKind)].flatMap((match) => {
    const body = match.groups?.['line'] ?? match.groups?.['block'];
    return body === undefined
      ? []
      : [{ start: offset + match.index, end: offset + match.index + match[0].length, body: body.replace(/^\*+/, '').trim() }];
  });
}
