import { blanks, name, type Misreading } from '../../syntax/misreading.js';

const DIRECTIVE = /^[ \t]*#[ \t]*(if|elif|else|endif)\b[ \t]*(false\b)?/;

/**
 * The same code as the compiler sees it if one branch of each choice holds: C# language specification, section 6.5.5. Other
 * branches, and the directives themselves, are blank.
 */
function withOneBranch(text: string, isTaken: (branch: number) => boolean): string {
  const open: { branch: number; isTaken: boolean }[] = [];
  // What is never compiled is a branch that is not there.
  const begin = (never: string | undefined): void =>
    void open.push(never === undefined ? { branch: 0, isTaken: isTaken(0) } : { branch: -1, isTaken: false });
  return text.replace(/[^\n]*(?:\n|$)/g, (line) => {
    const [, word, never] = DIRECTIVE.exec(line) ?? [];
    const innermost = open.at(-1);
    if (word === 'if') begin(never);
    else if (word === 'endif') open.pop();
    else if (word !== undefined && innermost !== undefined) {
      innermost.branch += 1;
      innermost.isTaken = isTaken(innermost.branch);
    } else return open.every((each) => each.isTaken) ? line : blanks(line);
    return blanks(line);
  });
}

const WHOLE = /^[^]*#[ \t]*if\b[^]*$/;

export const CSHARP_MISREADINGS: readonly Misreading[] = [
  // What a declaration consists of may depend on a symbol, which the grammar knows only of whole declarations.
  { found: WHOLE, instead: (text) => withOneBranch(text, (branch) => branch === 0) },
  { found: WHOLE, instead: (text) => withOneBranch(text, (branch) => branch === 1) },
  // What a pointer points to: C# language specification, section 23.6.2. Where it is assigned to, it is read like a name.
  { found: /(?<=[;{})]\s{0,99})\*[^;={}\n]{1,200}?(?=\s{0,99}(?:[-+|&^*/%]|<<|>>)?=(?!=))/g, instead: name },
  {
    // elvar waive text/line-width because a pattern is one literal
    found: /(?<=[=(,;{}!&|?:+\-<>]\s{0,99}|\b(?:return|case)\s{1,99}|\))\*+(?=\s*\(\s*[\w.]+\s*\*+\s*\))|(?<=[=(,;{}!&|?:+\-<>]\s{0,99}|\b(?:return|case)\s{1,99})\*+(?=\s*[(\w])/g,
    instead: blanks,
  },
  { found: /(?<=\(\s{0,99}[\w.]{1,200}\s{0,99})\*+(?=\s*\)\s*[\w(&*])/g, instead: blanks },
  { found: /\brequired(?=\s*[[=.;)])/g, instead: name },
];
