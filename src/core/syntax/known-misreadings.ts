import type { Stretch } from './damaged-stretches.js';
import type { LanguageSyntax } from './language-syntax.js';
import type { Misreading } from './misreading.js';

/** Writes a construct that a grammar is known to misread so that it is read, wherever it touches one of the stretches. */
type ReadableForm = (text: string, stretches: readonly Stretch[]) => string;

/** For each construct that a grammar is known to misread, how to write it. All offsets stay the same. */
export function readableForms({ misreadings }: Pick<LanguageSyntax, 'misreadings'>): readonly ReadableForm[] {
  return misreadings.map((misreading) => (text, stretches) => readable(text, stretches, misreading));
}

/**
 * How far beyond a stretch a construct is looked for, in UTF-16 code units: some begin before it or end behind it, and what
 * follows a construct decides whether it is one.
 */
const AROUND = 1_000;

function readable(text: string, stretches: readonly Stretch[], { found, instead }: Misreading): string {
  const parts: string[] = [];
  let taken = 0;
  for (const { start, end } of stretches) {
    const from = Math.max(taken, start - AROUND);
    // What comes before may be looked at too, but what comes far behind would be searched to the end of the text.
    const near = text.slice(0, end + AROUND);
    found.lastIndex = from;
    for (let match = found.exec(near); match !== null; match = found.exec(near)) {
      const [construct, ...groups] = match;
      const after = match.index + construct.length;
      if (construct === '') found.lastIndex += 1;
      if (match.index >= end) break;
      if (after <= start) continue;
      parts.push(text.slice(taken, match.index), fitted(instead(construct, ...groups), construct));
      taken = after;
    }
  }
  found.lastIndex = 0;
  return parts.length === 0 ? text : parts.join('') + text.slice(taken);
}

/** What is not of the same length would move all that follows. */
function fitted(instead: string, construct: string): string {
  return instead.length === construct.length ? instead : construct;
}
