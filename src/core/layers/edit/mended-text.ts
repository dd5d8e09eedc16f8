import { removeRuling } from './edit-layer.js';

/** An edit of one file: a ruling or a line is removed. */
export type Removal =
  | { readonly kind: 'remove-ruling'; readonly zone: string | null; readonly selector: string }
  | { readonly kind: 'drop-line' };

/** The text of a file without a ruling, or without a line. @param line from 1. @throws EditError if there is no such ruling. */
export function mendedText(text: string, removal: Removal, line: number): string {
  return removal.kind === 'remove-ruling'
    ? removeRuling(text, removal.zone, removal.selector)
    : text.split('\n').toSpliced(line - 1, 1).join('\n');
}
