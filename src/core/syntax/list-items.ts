/** Further than this, a line is code by its indentation alone: CommonMark 0.31, section 4.4. */
const DEEPEST = 3;

/** Lists whose last item begins further above are not looked for: whoever reads the text would not see it either. */
const MOST_LINES = 100;

const ITEM = /^([ \t]*)(?:[-*+]|\d{1,9}[.)])[ \t]+/;

/**
 * Whether what is indented like a line can be a fence: in a list, the content of its items begins further right.
 * @param lineStart the offset of the line. @param before what stands before the fence on it.
 */
export function hasRoomForFence(text: string, lineStart: number, before: string): boolean {
  // A blank behind the sign belongs to it.
  const quotation = /^(?:[ \t]*> ?)*/.exec(before)?.[0] ?? '';
  const indentation = widthOf(/^[ \t]*/.exec(before.slice(quotation.length))?.[0] ?? '');
  if (indentation <= DEEPEST) return true;
  let nearest = indentation;
  let end = lineStart - 1;
  for (let count = 0; count < MOST_LINES && end >= 0; count += 1) {
    const start = text.lastIndexOf('\n', end - 1) + 1;
    const line = text.slice(start, end);
    end = start - 1;
    if (!line.startsWith(quotation.trimEnd())) return false;
    const own = line.slice(quotation.length);
    const width = widthOf(/^[ \t]*/.exec(own)?.[0] ?? '');
    if (own.trim() === '' || width >= nearest) continue;
    const item = ITEM.exec(own);
    const content = item === null ? -1 : widthOf(item[0]);
    if (content >= 0 && content <= indentation && indentation <= content + DEEPEST) return true;
    if (width === 0) return false;
    nearest = width;
  }
  return false;
}

/** How many columns a text takes, with tab stops of four: CommonMark 0.31, section 2.2. */
function widthOf(text: string): number {
  let width = 0;
  for (const character of text) width += character === '\t' ? 4 - (width % 4) : 1;
  return width;
}
