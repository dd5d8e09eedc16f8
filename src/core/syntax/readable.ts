import { commentsOf } from './comments.js';
import { declaredNames } from './declared-names.js';
import { syntaxOf } from './language-syntax.js';
import type { Source } from './source.js';
import { contentOf, isFilled, textsOf } from './texts.js';

/** A stretch of a file written in words. */
export interface Writing {
  readonly start: number;
  readonly text: string;
  /** Names are written in shorter words than prose, and texts may be in any language. */
  readonly kind: 'name' | 'comment' | 'text';
}

/** What people wrote in words: names at their declarations, comments, and strings that look like prose. In file order. */
export function writtenBy(source: Source): Writing[] {
  const { text: { text, language }, tree } = source;
  // Of prose, every line is read.
  if (language.isProse) return [{ start: 0, text: withoutCode(text), kind: 'comment' }];
  const comments = commentsOf(source).map(
    ({ start, end }) => ({ start, text: withoutCode(text.slice(start, end)), kind: 'comment' as const }),
  );
  if (tree === null) return comments;
  const names = syntaxOf(tree).values !== null
    ? declaredNames(tree).map(({ node }) => ({ start: node.start, text: node.text, kind: 'name' as const }))
    : [];
  const prose = syntaxOf(tree).isPage === true
    ? tree.ofType('text').map(({ start, text: words }) => ({ start, text: words, kind: 'text' as const }))
    : textsOf(tree).flatMap((node) => {
      if (isFilled(node)) return [];
      const { start, text: words } = contentOf(node);
      // A string without a blank is a key or a name.
      return /\s/.test(words.trim()) ? [{ start, text: withoutCode(words), kind: 'text' as const }] : [];
    });
  return [...names, ...comments, ...prose].sort((a, b) => a.start - b.start);
}

/**
 * Replaces what is not prose with blanks, so that offsets stay valid: code, addresses, paths, digests, names with special
 * characters.
 */
function withoutCode(text: string): string {
  return text.replace(
    // elvar waive text/line-width because a pattern is one literal
    /```[^]*?```|`[^`\n]*`|\b\w+:\/\/\S+|(?<!\S)\S+@\S+|@\w+(?:\s*\{[^}\n]*\})?|\\[nrtux0-9]|(?<![\w.-])[\w.-]*[/\\][\w./\\-]+|\b\w*\d\w*\b|\b\w+(?:\.\w+)+\b|[<{][^<>{}\n]*[>}]|\b[\w$]+\(|\b\w*_\w+\b|\b[a-z]+[A-Z]\w*\b|\b[A-Z]{2,}[a-z]\w*\b|--?\w[\w-]*|#\w+|%\w+|<code>[^<]*<\/code>|\{@code[^}]*\}/g,
    (code) => ' '.repeat(code.length),
  );
}
