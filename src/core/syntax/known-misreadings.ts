import type { LanguageSyntax } from './language-syntax.js';

/**
 * For each construct that a grammar is known to misread, how to write it in a text so that it is read. All offsets stay the same.
 */
export function readableForms({ misreadings }: Pick<LanguageSyntax, 'misreadings'>): readonly ((text: string) => string)[] {
  return misreadings.map(({ found, instead }) => (text) =>
    text.replace(found, (construct: string, ...groups) => fitted(instead(construct, ...(groups as string[])), construct)));
}

/** What is not of the same length would move all that follows. */
function fitted(instead: string, construct: string): string {
  return instead.length === construct.length ? instead : construct;
}
