import { blanks, name, type Misreading } from '../../syntax/misreading.js';

/** Words of the language that may be the name of an export: ECMA-262, section 16.2.3, "ModuleExportName". */
const NAMED_LIKE_WORDS: Misreading = {
  found: /\b(export|import)\s*\{[^{}]*\}/g,
  instead: (list) => list.replace(/(\bas\s+)([a-z]+)(?=\s*[,}])/g, (_, as: string, word: string) => as + name(word)).replace(
    /([{,]\s*)(default|if|in|for|const|var|new|void|typeof|class|function|import|export|with|as)(?=\s+as\s)/g,
    (_, before: string, word: string) => before + name(word),
  ),
};

/** Explicit Resource Management, in ECMAScript 2026 and TypeScript 5.2; elsewhere `using` is a name. */
const USING: readonly Misreading[] = [
  { found: /\bawait(\s+)using(?=[ \t]+[\w$]+\s*=[^=])/g, instead: (_, between) => `     ${between}const` },
  { found: /\busing(?=[ \t]+[\w$]+\s*(?:=[^=]|\sof\b))/g, instead: () => 'const' },
  { found: /(?<![.\w$])using(?=\s*(?:[-+*/]?=|[.,)\]};]))/g, instead: name },
];

/** Import attributes: ECMA-262, section 16.2.2. */
const ATTRIBUTES: Misreading = { found: /(?<=['"]\s{0,99})\b(?:with|assert)\s*\{[^{}]*\}/g, instead: blanks };

/** The same where the list has comments with braces. */
const AS_WORD: Misreading = {
  // elvar waive text/line-width because a pattern is one literal
  found: /(?<=\bas\s{1,99})(?:break|case|catch|class|continue|debugger|default|delete|do|else|enum|export|extends|false|finally|for|function|if|import|in|instanceof|new|null|return|super|switch|this|throw|true|try|typeof|var|void|while|with|yield)(?=\s*[,}])/g,
  instead: name,
};

/** What the grammars of JavaScript and TypeScript take for errors. */
export const SCRIPT_MISREADINGS: readonly Misreading[] = [NAMED_LIKE_WORDS, AS_WORD, ...USING, ATTRIBUTES];
