import stringWidth from 'string-width';

export { count, listed } from '../../formats/text/words.js';

/** Lays out rows of cells as lines, columns aligned left. Trailing blanks and empty columns are left out. */
export function table(all: readonly (readonly string[])[], indent = '  ', gap = '  '): string[] {
  const rows = all.map((row) => row.filter((_, column) => all.some((other) => (other[column] ?? '') !== '')));
  const widths: number[] = [];
  for (const row of rows) {
    row.forEach((cell, column) => {
      // The last cell of a row pushes nothing to the right, so its length does not matter.
      if (column < row.length - 1) widths[column] = Math.max(widths[column] ?? 0, widthOf(cell));
    });
  }
  return rows.map((row) => {
    const cells = row.map((cell, column) => (column < row.length - 1 ? padEnd(cell, widths[column] ?? 0) : cell));
    return (indent + cells.join(gap)).trimEnd();
  });
}

const SGR = /\u001b\[[0-9;]*m/g;

/** Characters one column wide: ASCII, and those that Elvar itself puts between words. */
const PLAIN = /^[\x20-\x7e\u00b7\u00d7\u2013\u2014\u2018\u2019\u201c\u201d\u2026\u2192\u2500\u25b8\u25cf]*$/;

/**
 * The number of columns that a text takes. Nearly all texts are plain; for these, the tables of Unicode would be far too slow.
 */
function widthOf(text: string): number {
  const plain = text.includes('\u001b') ? text.replace(SGR, '') : text;
  return PLAIN.test(plain) ? plain.length : stringWidth(plain);
}

/** A text padded with blanks to a number of columns. */
export function padEnd(text: string, columns: number): string {
  return text + ' '.repeat(Math.max(0, columns - widthOf(text)));
}

/** A text wrapped at blanks into lines of at most `columns`, each indented by `indent`. */
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
