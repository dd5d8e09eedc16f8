import type { Edit } from './edit.js';
import { SourceText } from './source-text.js';

/**
 * Applies edits to a text. They must not overlap; their order does not matter. The result is what would be read of a file that
 * holds it: U+FEFF at its start is a byte-order mark.
 * @param dropsMark whether to drop the byte-order mark, however often it is there.
 */
export function applyEdits(text: SourceText, edits: readonly Edit[], dropsMark = false): SourceText {
  let result = '';
  let end = 0;
  for (const edit of [...edits].sort((a, b) => a.start - b.start)) {
    result += text.text.slice(end, edit.start) + edit.text;
    end = edit.end;
  }
  result += text.text.slice(end);
  if (dropsMark) result = result.replace(/^\uFEFF+/, '');
  else if (text.hasByteOrderMark) result = `\uFEFF${result}`;
  const hasMark = result.startsWith('\uFEFF');
  return new SourceText(text.path, text.language, hasMark ? result.slice(1) : result, hasMark);
}
