import { commentsOf, isDocumentation } from './comments.js';
import type { ParsedSource } from './source.js';

/** The text of all comments that document something. */
export function documentationOf(source: ParsedSource): string {
  const { text } = source.text;
  return commentsOf(source).map(({ start, end }) => text.slice(start, end)).filter(isDocumentation).join('\n');
}

/** Whether a text has a name in it, not as a part of another one. */
export function mentionsName(documentation: string, name: string): boolean {
  for (let at = documentation.indexOf(name); at >= 0; at = documentation.indexOf(name, at + 1)) {
    if (!isNamePart(documentation[at - 1]) && !isNamePart(documentation[at + name.length])) return true;
  }
  return false;
}

function isNamePart(character: string | undefined): boolean {
  return character !== undefined && /[\p{ID_Continue}$]/u.test(character);
}
