import type { GrammarId } from '../base/language.js';
import { blanks, name, type Misreading } from '../languages/misreading.js';
import { LANGUAGE_MISREADINGS } from '../languages/misreadings.js';

/** Words of the language that may be the name of an export: ECMA-262, section 16.2.3, "ModuleExportName". */
const NAMED_LIKE_WORDS: Misreading = {
  found: /\b(export|import)\s*\{[^{}]*\}/g,
  instead: (list) => list.replace(/(\bas\s+)([a-z]+)(?=\s*[,}])/g, (_, as: string, word: string) => as + name(word)).replace(/([{,]\s*)(default|if|in|for|const|var|new|void|typeof|class|function|import|export|with|as)(?=\s+as\s)/g, (_, before: string, word: string) => before + name(word)),
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
const AS_WORD: Misreading = { found: /(?<=\bas\s{1,99})(?:break|case|catch|class|continue|debugger|default|delete|do|else|enum|export|extends|false|finally|for|function|if|import|in|instanceof|new|null|return|super|switch|this|throw|true|try|typeof|var|void|while|with|yield)(?=\s*[,}])/g, instead: name };

const SCRIPT: readonly Misreading[] = [NAMED_LIKE_WORDS, AS_WORD, ...USING, ATTRIBUTES];

const TYPESCRIPT: readonly Misreading[] = [
  ...SCRIPT,
  // Import types with type arguments, TypeScript 2.9: a name in their place is read everywhere.
  { found: /\b(?:typeof\s+)?import\s*\(\s*(?:"[^"\n]*"|'[^'\n]*')\s*(?:,\s*\{[^{}]*\{[^{}]*\}\s*\}\s*)?\)/g, instead: name },
  // Call signatures on lines of their own, without semicolons: the grammar reads the second as type arguments of the first.
  { found: /(?<=[\w>\])}"'`][ \t]{0,99})(?<!=>[ \t]{0,99})\r?\n(?=(?:\s|\/\/[^\n]*\n|\/\*(?:[^*]|\*(?!\/))*\*\/)*<\s*(?:const\s+)?[A-Z$_])/g, instead: (feed) => `;${feed.slice(1)}` },
  // A property with the name of an operator, on a line of its own.
  { found: /(?<=[\w>\])}"'`][ \t]{0,99})\r?\n(?=\s*(?:in|instanceof|as|is|satisfies|extends|keyof)\??:)/g, instead: (feed) => `;${feed.slice(1)}` },
  // Escapes in template types.
  { found: /\\`/g, instead: () => '__' },
  { found: /\\\\(?=\$\{)/g, instead: () => '__' },
  // A function type whose parameter has the name of a type.
  { found: /(?<=\()(?:any|string|number|boolean|object|symbol|unknown|never)(?=\)\s*=>)/g, instead: name },
  // A default export that is only declared, and has no name.
  { found: /\bexport\s+default\s+function\s*(?=[(<])/g, instead: (head) => `declare function ${'_'.repeat(Math.max(0, head.length - 17))}` },
  // TypeScript 5.0: only the types of a module.
  { found: /\bexport(\s+)type(?=\s*\*)/g, instead: (_, between) => `export${between}    ` },
  // Global augmentation within a module declaration.
  { found: /(?<=^|[{};]\s{0,99})global(?=\s*\{)/gm, instead: blanks },
  // TypeScript 4.7: variance of type parameters. TypeScript 5.0: const type parameters.
  { found: /(?<=[<,]\s{0,99})(?:const\s+)?(?:in\s+)?(?:in|out|const)(?=\s+(?!as\b|of\b|in\b|instanceof\b)[A-Za-z_$])/g, instead: blanks },
  { found: /(?<=^[ \t]{0,99})(?:in\s+out|in|out)(?=[ \t]+[A-Z]\w*(?:\s+extends\b|\s*[,>=]))/gm, instead: blanks },
  // The word type as a name: of a key, of a type, and of what is imported or exported.
  { found: /(?<=\[\s{0,99}|\{\s{0,99}type\s{0,99}:\s{0,99})type(?=\s+in\b|\s*[\]}])|(?<=[{,]\s{0,99})type(?=\s+as\s+(?!as\b)\w+\s*[,}])|(?<=^\s{0,99})type(?=\s+as\s+\w+,?\s*$)/gm, instead: name },
  // A type that takes an object apart and may get none.
  { found: /(?<=[}\]])\?(?=:)/g, instead: blanks },
  // Parts of a tuple with the names of types.
  { found: /(?<=[[,]\s{0,99})(?:type|any|string|number|boolean|object|symbol|unknown|never)(?=\??:)/g, instead: name },
  // A method and a parameter called using.
  { found: /(?<=[\s(])using(?=\s*[(:])/g, instead: name },
  // TypeScript 4.9: auto-accessors.
  { found: /\baccessor(?=\s+[\w$#[])/g, instead: () => 'readonly' },
];

/** Media queries as ranges: Media Queries Level 4, section 2.4.3. */
const CSS_RANGE = /\((?=[^()]*[<>])[^(){};"']{7,}\)/g;

const CSS: readonly Misreading[] = [
  // CSS Syntax Level 3, section 4.3.6: whatever is between the brackets of an unquoted address belongs to it.
  { found: /\b(url|url-prefix|domain|src)\((\s*)([^\s"'()][^"'()]{0,2000}?)(\s{0,99})\)/gi, instead: (_, word, before, address, after) => `${word.length > 3 ? 'u'.repeat(word.length) : word}(${before}${'a'.repeat(address.length)}${after})` },
  { found: /\burl-prefix\(\s*\)/gi, instead: (whole) => 'a'.repeat(whole.length) },
  { found: CSS_RANGE, instead: (whole) => `(width:${'1'.repeat(whole.length - 8)})` },
  // CSS Animations Level 1, section 3: any percentage.
  { found: /(?<!\d)\d*\.\d+%(?=\s*[,{])/g, instead: (share) => share.replace('.', '0') },
  // CSS Nesting Level 1: the nesting selector anywhere in a selector.
  { found: /&(?=[^;{}"']{0,999}\{)/g, instead: () => '*' },
  // CSS Cascading Level 5, section 2: a layer, a condition or media after an import.
  { found: /(@import\s{1,99}(?:url\([^)]{0,999}\)|"[^"\n]*"|'[^'\n]*'))([^;{}]{1,500})(?=;)/gi, instead: (_, source, condition) => source + blanks(condition) },
  // Selectors Level 4, sections 6.3 and 14.3: the flags of attributes, and steps without blanks around the sign.
  { found: /(\[[^[\]{};"']{1,100}=\s*(?:"[^"\n]*"|'[^'\n]*'|[\w-]+))(\s+[is])(?=\s*\])/gi, instead: (_, selector, flag) => selector + blanks(flag) },
  { found: /(?<=:nth-[\w-]+\(\s{0,99}[-+]?\d*n)-(?=\d)/gi, instead: () => '+' },
  // Media Queries Level 5, section 2.5: a query with a name.
  { found: /@custom-(?:media|selector)\b[^;{}]{0,500};/gi, instead: blanks },
  // What old browsers take for a part of the value, and others skip: CSS Syntax Level 3, sections 5.4.6 and 9.
  { found: /\\[09](?=\s*[;}!)])/g, instead: blanks },
  { found: /;(?=\s*;)/g, instead: () => ' ' },
  { found: /(?<=[;{]\s{0,99})[*_](?=[a-z-]+\s*:)/g, instead: () => '-' },
  { found: /\b(?:-ms-)?filter\s*:\s*(?:"[^"]*"|[^;{}"']*(?:progid:|alpha\()[^;{}]*)/gi, instead: (whole) => `a:b${' '.repeat(whole.length - 3)}` },
];

const SHELL: readonly Misreading[] = [
  // Bash Reference Manual, "Shell Parameter Expansion": an offset and a length are arithmetic.
  { found: /(?=:)(?<=\$\{\w{1,99}(?:\[[^\]]{0,99}\])?)(?::[^-=?+}][^}]{0,999})(?=\})/g, instead: (whole) => `:${'1'.repeat(whole.length - 1)}` },
];

const PHP: readonly Misreading[] = [
  // PHP 8.1 has `readonly` as a word of the language, which still can be the name of a function or, before, of a class.
  // Exit with a negative number; with one in brackets, it is read everywhere.
  { found: /\bexit -(\d+)(?=\s*;)/gi, instead: (_, status) => `exit(${status})` },
  { found: /(?<=\bfunction\s{1,99}&?|\bclass\s{1,99}|\bnew\s{1,99}|->|::)readonly\b(?=\s*[({;])/gi, instead: name },
];

const CPP: readonly Misreading[] = [
  { found: /(?<=\bnew\s{1,99})const\b/g, instead: blanks },
  // A type parameter without a name that has a default: [temp.param] in the standard.
  { found: /(?<=>\s{0,99})\*(?=\s*=\s*(?:nullptr|0)\b)/g, instead: () => 'p' },
];

/** Type arguments of a tagged template, which the grammar reads as comparisons, without an error. TypeScript never does. */
const TEMPLATE_ARGUMENTS = /(?<=[\w$)\]])<[^<>`;]*(?:<[^<>`;]*(?:<[^<>`;]*>[^<>`;]*)*>[^<>`;]*)*>(?=`)/g;

/** A text without what its grammar misreads silently, at the same offsets. */
export function withoutSilentMisreadings(text: string, grammar: GrammarId): string {
  return (grammar === 'typescript' || grammar === 'tsx') && text.includes('>`') ? text.replace(TEMPLATE_ARGUMENTS, blanks) : text;
}

const KNOWN: Readonly<Partial<Record<GrammarId, readonly Misreading[]>>> = {
  javascript: SCRIPT, typescript: TYPESCRIPT, tsx: TYPESCRIPT, css: CSS, bash: SHELL, php: PHP, cpp: CPP, ...LANGUAGE_MISREADINGS,
};

/** For each construct that a grammar is known to misread, how to write it in a text so that it is read. All offsets stay the same. */
export function readableForms(grammar: GrammarId): readonly ((text: string) => string)[] {
  return (KNOWN[grammar] ?? []).map(({ found, instead }) => (text) => text.replace(found, (construct: string, ...groups) => fitted(instead(construct, ...(groups as string[])), construct)));
}

/** What is not of the same length would move all that follows. */
function fitted(instead: string, construct: string): string {
  return instead.length === construct.length ? instead : construct;
}
