import { visible } from '../text/visible.js';

/**
 * A text as a code span in a table: there a bar would end the cell, even in code. Behind a backslash, nothing in code can keep it from that
 * (GitHub Flavored Markdown, section 4.10), so such a text is no code.
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

/** A text with Markdown's special characters escaped (CommonMark, section 2.4). */
export function escaped(text: string): string {
  return visible(text).replace(/[\\`*_[\]<>|#&~]/g, '\\$&');
}

/** Lines that are hidden until somebody opens them. @param summary plain text. */
export function folded(summary: string, lines: readonly string[]): string[] {
  return ['<details>', `<summary>${summary.replace(/&/g, '&amp;').replace(/</g, '&lt;')}</summary>`, '', ...lines, '', '</details>'];
}
