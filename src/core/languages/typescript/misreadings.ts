import type { Tree } from 'web-tree-sitter';
import { blanks, name, type Misreading } from '../../syntax/misreading.js';
import { SCRIPT_MISREADINGS } from '../javascript/misreadings.js';

/** What the grammar of TypeScript takes for errors. */
export const TYPESCRIPT_MISREADINGS: readonly Misreading[] = [
  ...SCRIPT_MISREADINGS,
  // Import types with type arguments, TypeScript 2.9: a name in their place is read everywhere.
  { found: /\b(?:typeof\s+)?import\s*\(\s*(?:"[^"\n]*"|'[^'\n]*')\s*(?:,\s*\{[^{}]*\{[^{}]*\}\s*\}\s*)?\)/g, instead: name },
  // Call signatures on lines of their own, without semicolons: the grammar reads the second as type arguments of the first.
  {
    // elvar waive text/line-width because a pattern is one literal
    found: /(?<=[\w>\])}"'`][ \t]{0,99})(?<!=>[ \t]{0,99})\r?\n(?=(?:\s|\/\/[^\n]*\n|\/\*(?:[^*]|\*(?!\/))*\*\/)*<\s*(?:const\s+)?[A-Z$_])/g,
    instead: (feed) => `;${feed.slice(1)}`,
  },
  // A property with the name of an operator, on a line of its own.
  {
    found: /(?<=[\w>\])}"'`][ \t]{0,99})\r?\n(?=\s*(?:in|instanceof|as|is|satisfies|extends|keyof)\??:)/g,
    instead: (feed) => `;${feed.slice(1)}`,
  },
  // Escapes in template types.
  { found: /\\`/g, instead: () => '__' },
  { found: /\\\\(?=\$\{)/g, instead: () => '__' },
  // A function type whose parameter has the name of a type.
  { found: /(?<=\()(?:any|string|number|boolean|object|symbol|unknown|never)(?=\)\s*=>)/g, instead: name },
  // A default export that is only declared, and has no name.
  {
    found: /\bexport\s+default\s+function\s*(?=[(<])/g,
    instead: (head) => `declare function ${'_'.repeat(Math.max(0, head.length - 17))}`,
  },
  // TypeScript 5.0: only the types of a module.
  { found: /\bexport(\s+)type(?=\s*\*)/g, instead: (_, between) => `export${between}    ` },
  // Global augmentation within a module declaration.
  { found: /(?<=^|[{};]\s{0,99})global(?=\s*\{)/gm, instead: blanks },
  // TypeScript 4.7: variance of type parameters. TypeScript 5.0: const type parameters.
  {
    found: /(?<=[<,]\s{0,99})(?:const\s+)?(?:in\s+)?(?:in|out|const)(?=\s+(?!as\b|of\b|in\b|instanceof\b)[A-Za-z_$])/g,
    instead: blanks,
  },
  { found: /(?<=^[ \t]{0,99})(?:in\s+out|in|out)(?=[ \t]+[A-Z]\w*(?:\s+extends\b|\s*[,>=]))/gm, instead: blanks },
  // The word type as a name: of a key, of a type, and of what is imported or exported.
  {
    // elvar waive text/line-width because a pattern is one literal
    found: /(?<=\[\s{0,99}|\{\s{0,99}type\s{0,99}:\s{0,99})type(?=\s+in\b|\s*[\]}])|(?<=[{,]\s{0,99})type(?=\s+as\s+(?!as\b)\w+\s*[,}])|(?<=^\s{0,99})type(?=\s+as\s+\w+,?\s*$)/gm,
    instead: name,
  },
  // A type that takes an object apart and may get none.
  { found: /(?<=[}\]])\?(?=:)/g, instead: blanks },
  // Parts of a tuple with the names of types.
  { found: /(?<=[[,]\s{0,99})(?:type|any|string|number|boolean|object|symbol|unknown|never)(?=\??:)/g, instead: name },
  // A method and a parameter called using.
  { found: /(?<=[\s(])using(?=\s*[(:])/g, instead: name },
  // TypeScript 4.9: auto-accessors.
  { found: /\baccessor(?=\s+[\w$#[])/g, instead: () => 'readonly' },
];

/** Type arguments of a tagged template, which the grammar reads as comparisons, without an error. TypeScript never does. */
const TEMPLATE_ARGUMENTS = /(?<=[\w$)\]])<[^<>`;]*(?:<[^<>`;]*(?:<[^<>`;]*>[^<>`;]*)*>[^<>`;]*)*>(?=`)/g;

/** A text without what the grammar misreads silently, at the same offsets. */
export function withoutTemplateArguments(text: string): string {
  return text.includes('>`') ? text.replace(TEMPLATE_ARGUMENTS, blanks) : text;
}

/**
 * Type arguments stand on the line of their type's name; what begins the next line is a call signature. The grammar reads it as
 * arguments, without an error.
 */
export function withDividedSignatures(text: string, { rootNode }: Tree): string {
  if (!/\n[ \t]*</.test(text)) return text;
  let divided = text;
  for (const type of rootNode.descendantsOfType(['generic_type', 'type_query', 'nested_type_identifier'])) {
    const given = type?.childForFieldName('type_arguments')
      ?? type?.namedChildren.find((part) => part?.type === 'type_arguments');
    if (type == null || given == null) continue;
    const feed = text.lastIndexOf('\n', given.startIndex);
    if (feed > type.startIndex) divided = `${divided.slice(0, feed)};${divided.slice(feed + 1)}`;
  }
  return divided;
}
