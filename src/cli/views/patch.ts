import { withoutTrailing } from '../../core/base/trailing.js';
import { patchOf } from '../../formats/text/patch.js';
import type { Style } from '../terminal.js';
import { visible } from '../../formats/text/visible.js';

/** The change of a file line by line, for a terminal. */
export function viewPatch(
  { path, before, after }: { readonly path: string; readonly before: string; readonly after: string }, style: Style,
): string[] {
  return patchOf(path, before, after).trimEnd().split('\n').map((line) => {
    const shown = shownLine(line);
    if (/^(?:---|\+\+\+) /.test(line)) return style.strong(shown);
    if (line.startsWith('@@')) return style.faint(shown);
    if (line.startsWith('+')) return style.good(shown);
    return line.startsWith('-') ? style.wrong(shown) : shown;
  });
}

/** A tab cannot drive the terminal, and tabs and trailing blanks are often just what changes here. */
function shownLine(line: string): string {
  const shown = line.includes('\t') ? line.split('\t').map(visible).join('→   ') : visible(line);
  return shown.endsWith(' ') && /^[+-]/.test(shown) ? marked(shown) : shown;
}

/** A line whose blanks at the end can be seen. */
function marked(line: string): string {
  const body = withoutTrailing(line, ' ');
  return `${body}${'·'.repeat(line.length - body.length)}`;
}
