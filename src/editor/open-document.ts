import type { TextDocumentContentChangeEvent } from 'vscode-languageserver';
import { Positions, type Encoding } from './positions.js';

/** A document that is open in the editor, as it is there. */
export class OpenDocument {
  private known: Positions | null = null;

  constructor(readonly uri: string, readonly version: number, readonly text: string, readonly encoding: Encoding) {}

  /** Its places, as the client counts. */
  get positions(): Positions {
    return this.known ??= new Positions(this.text, this.encoding);
  }

  /** The document after changes, in their order. Each is about the text as the one before has left it. */
  changed(changes: readonly TextDocumentContentChangeEvent[], version: number): OpenDocument {
    // Whatever else a client may send is no change.
    if (!Array.isArray(changes) || !changes.every(isChange)) return new OpenDocument(this.uri, version, this.text, this.encoding);
    let { text } = this;
    for (const change of changes) {
      if (!('range' in change)) {
        ({ text } = change);
        continue;
      }
      const positions = text === this.text ? this.positions : new Positions(text, this.encoding);
      const [start, end] = [positions.offsetAt(change.range.start), positions.offsetAt(change.range.end)];
      text = text.slice(0, Math.min(start, end)) + change.text + text.slice(Math.max(start, end));
    }
    return new OpenDocument(this.uri, version, text, this.encoding);
  }
}

/** The protocol's types hold for what is written here, not for what comes. */
function isChange(change: unknown): boolean {
  if (typeof change !== 'object' || change === null || !('text' in change) || typeof change.text !== 'string') return false;
  return !('range' in change) || (isPosition(change.range, 'start') && isPosition(change.range, 'end'));
}

function isPosition(range: unknown, end: 'start' | 'end'): boolean {
  const position: unknown = typeof range === 'object' && range !== null && end in range
    ? (range as Record<string, unknown>)[end]
    : null;
  return typeof position === 'object' && position !== null && 'line' in position && 'character' in position
    && [position.line, position.character].every((number) => Number.isInteger(number) && (number as number) >= 0);
}
