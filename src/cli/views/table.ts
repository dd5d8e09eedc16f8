import stringWidth from 'string-width';

export { count, listed } from '../../formats/text/words.js';

/** Rows of cells as lines, the columns aligned at their left. Blanks at the end of a line and columns without any text are left out. */
export function table(all: readonly (readonly string[])[], indent = '  ', gap = '  '): string[] {
  const rows = all.map((row) => row.filter((_, column) => all.some((other) => (other[column] ?? '') !== '')));
  const widths: number[] = [];
  for (const row of rows) {
    row.forEach((cell, column) => {
      // The last cell of a row pushes nothing, so it may be as long as it likes.
      if (column < row.length - 1) widths[column] = Math.max(widths[column] ?? 0, widthOf(cell));
    });
  }
  return rows.map((row) => {
    const cells = row.map((cell, column) => (column < row.length - 1 ? padEnd(cell, widths[column] ?? 0) : cell));
    return (indent + cells.join(gap)).trimEnd();
  });
}

const SGR = /\u001b\[[0-9;]*m/g;

/** Signs that take one column each: ASCII, and those that Elvar itself puts between words. */
const PLAIN = /^[\x20-\x7e\u00b7\u00d7\u2013\u2014\u2018\u2019\u201c\u201d\u2026\u2192\u2500\u25b8\u25cf]*$/;

/** The columns a text takes. Nearly all texts are plain; for these the long way, which is one of tables of Unicode, is far too long. */
function widthOf(text: string): number {
  const plain = text.includes('\u001b') ? text.replace(SGR, '') : text;
  return PLAIN.test(plain) ? plain.length : stringWidth(plain);
}

/** A text filled up with blanks to a number of columns. */
export function padEnd(text: string, columns: number): string {
  return text + ' '.repeat(Math.max(0, columns - widthOf(text)));
}

/** A text broken at its blanks into lines of at most `columns`, each with `indent` before it. */
export function wrap(text: string, columns: number, indent: string): string[] {
  const lines: string[] = [];
  let line = '';
  for (const word of text.split(' ')) {
    if (line !== '' && widthOf(`${indent}${line} ${word}`) > columns) {
      lines.push(indent + line);
      line = word;
    } else {
      line = line === '' ? word : `${line} ${word}`;
    }
  }
  return [...lines, indent + line];
}
