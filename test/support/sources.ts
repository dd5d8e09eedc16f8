import { grammarFor, type GrammarId, type Language } from '../../src/core/base/language.js';
import { SourceText } from '../../src/core/base/source-text.js';
import type { Grammars } from '../../src/core/syntax/grammars.js';
import { Source, type ParsedSource } from '../../src/core/syntax/source.js';
import type { SyntaxNode } from '../../src/core/syntax/node.js';
import { languageById } from '../../src/core/languages/languages.js';

/** The text of a made-up file of a language. */
export function textOf(language: string, code: string, file?: string): SourceText {
  const known = languageById(language) as Language;
  return new SourceText(file ?? `example${known.endings[0]}`, known, code);
}

/** What `use` makes of a parsed file; the memory of the parser is freed afterwards. */
export function withSource<Result>(grammars: Grammars, text: SourceText, use: (source: ParsedSource) => Result): Result {
  const source = new Source(text, grammars);
  try {
    if (grammarFor(text.language, text.path) === null) throw new Error(`${text.language.id} has no grammar`);
    return use(source as ParsedSource & { readonly grammar: GrammarId });
  } finally {
    source.dispose();
  }
}

/** `line:column` of a node, from 1. */
export function placeOf(text: SourceText, { start }: Pick<SyntaxNode, 'start'>): string {
  const { line, column } = text.positionAt(start);
  return `${line}:${column}`;
}
