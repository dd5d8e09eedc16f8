import type { Edit } from './edit.js';
import { SourceText } from './source-text.js';

/** Applies edits to a text. They must not overlap; their order does not matter. @param dropsMark whether to drop the byte-order mark. */
export function applyEdits(text: SourceText, edits: readonly Edit[], dropsMark = false): SourceText {
  let result = '';
  let end = 0;
  for (const edit of [...edits].sort((a, b) => a.start - b.start)) {
    result += text.text.slice(end, edit.start) + edit.text;
    end = edit.end;
  }
  return new SourceText(text.path, text.language, result + text.text.slice(end), text.hasByteOrderMark && !dropsMark);
}
