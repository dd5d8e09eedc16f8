import { visible } from '../text/visible.js';

/**
 * A text as a code span in a table: there a bar would end the cell, even in code. Behind a backslash, nothing in code can keep it
 * from that (GitHub Flavored Markdown, section 4.10), so such a text is no code.
 */
export function codeInCell(text: string): string {
  return /\\\|/.test(visible(text)) ? escaped(text) : code(text).replaceAll('|', '\\|');
}

/** A text as a code span, whatever backticks it contains (CommonMark, section 6.1). */
export function code(text: string): string {
  const safe = visible(text);
  const longest = Math.max(0, ...[...safe.matchAll(/`+/g)].map(([run]) => run.length));
  const fence = '`'.repeat(longest + 1);
  return longest > 0 ? `${fence} ${safe} ${fence}` : `${fence}${safe}${fence}`;
}

/**
 * A text with Markdown's special characters escaped (CommonMark, section 2.4). What a code host would take for a person or a team
 * is code: nobody is called upon by a file's contents.
 */
export function escaped(text: string): string {
  const safe = visible(text);
  return safe.includes('@')
    ? safe.split(MENTION).map((part, index) => (index % 2 === 1 ? code(part) : escapedPart(part))).join('')
    : escapedPart(safe);
}

function escapedPart(text: string): string {
  return text.replace(/[\\`*_[\]<>|#&~]/g, '\\$&');
}

/** A name behind an at sign that follows no part of another word. */
const MENTION = /(?<![A-Za-z0-9_])(@[A-Za-z0-9][A-Za-z0-9_/-]*)/;

/** Lines that are hidden until somebody opens them. @param summary plain text. */
export function folded(summary: string, lines: readonly string[]): string[] {
  const parts = summary.split(MENTION).map((part, index) =>
    (index % 2 === 1 ? `<code>${part}</code>` : part.replace(/&/g, '&amp;').replace(/</g, '&lt;')));
  return [
    '<details>',
    `<summary>${parts.join('')}</summary>`,
    '',
    ...lines,
    '',
    '</details>',
  ];
}
