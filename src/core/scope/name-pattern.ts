/**
 * A pattern for one name, without `/`: `*`, `?`, classes in brackets and escapes, as in git's manual, gitignore(5),
 * and POSIX.1-2017, section 2.13 of the Shell Command Language. Case counts; `?` and classes take whole characters.
 */
export interface NamePattern {
  /** The name itself, when the pattern has no wildcard. */
  readonly literal: string | null;
  /** Whether a name matches. */
  matches(name: string): boolean;
}

type Token =
  | { readonly kind: 'character'; readonly character: string }
  | { readonly kind: 'any-character' }
  | { readonly kind: 'any-text' }
  | { readonly kind: 'class'; readonly negated: boolean; readonly has: (character: string) => boolean };

/** Compiles the pattern for one name; null when it is invalid and so never matches. */
export function compileNamePattern(text: string): NamePattern | null {
  const tokens = tokenize([...text]);
  if (tokens === null) return null;
  if (tokens.every((token) => token.kind === 'character')) {
    const literal = tokens.map((token) => token.character).join('');
    return { literal, matches: (name) => name === literal };
  }
  const [first, ...rest] = tokens;
  if (first?.kind === 'any-text' && rest.every((token) => token.kind === 'character')) {
    const ending = rest.map((token) => token.character).join('');
    return { literal: null, matches: (name) => name.endsWith(ending) };
  }
  return { literal: null, matches: (name) => matchTokens(tokens, name) };
}

function tokenize(characters: readonly string[]): Token[] | null {
  const tokens: Token[] = [];
  for (let index = 0; index < characters.length; index += 1) {
    const character = characters[index] as string;
    if (character === '\\') {
      index += 1;
      const escaped = characters[index];
      if (escaped === undefined) return null;
      tokens.push({ kind: 'character', character: escaped });
    } else if (character === '?') {
      tokens.push({ kind: 'any-character' });
    } else if (character === '*') {
      if (tokens.at(-1)?.kind !== 'any-text') tokens.push({ kind: 'any-text' });
    } else if (character === '[') {
      const read = readClass(characters, index + 1);
      if (read === null) return null;
      tokens.push(read.token);
      index = read.last;
    } else {
      tokens.push({ kind: 'character', character });
    }
  }
  return tokens;
}

const NAMED_CLASSES: Readonly<Record<string, RegExp>> = {
  alnum: /[a-zA-Z0-9]/, alpha: /[a-zA-Z]/, blank: /[ \t]/, cntrl: /[\x00-\x1f\x7f]/, digit: /[0-9]/, graph: /[\x21-\x7e]/,
  lower: /[a-z]/, print: /[\x20-\x7e]/, punct: /[!-/:-@[-`{-~]/, space: /[ \t\n\v\f\r]/, upper: /[A-Z]/, xdigit: /[0-9a-fA-F]/,
};

/** Reads a class from after its `[`; `last` is the index of its `]`. Null when it is not closed or has an unknown name in it. */
function readClass(characters: readonly string[], start: number): { token: Token; last: number } | null {
  const tests: ((character: string) => boolean)[] = [];
  let index = start;
  const negated = characters[index] === '!' || characters[index] === '^';
  if (negated) index += 1;
  for (let isFirst = true; ; isFirst = false) {
    const character = characters[index];
    if (character === undefined) return null;
    if (character === ']' && !isFirst) break;
    if (character === '[' && characters[index + 1] === ':') {
      const close = characters.indexOf(']', index + 2);
      if (close < 0) return null;
      if (close > index + 2 && characters[close - 1] === ':') {
        const named = NAMED_CLASSES[characters.slice(index + 2, close - 1).join('')];
        if (named === undefined) return null;
        tests.push((candidate) => named.test(candidate));
        index = close + 1;
        continue;
      }
      // Not a named class after all: an ordinary `[`.
    }
    const low = readMember(characters, index);
    if (low === null) return null;
    index = low.next;
    if (characters[index] === '-' && characters[index + 1] !== undefined && characters[index + 1] !== ']') {
      const high = readMember(characters, index + 1);
      if (high === null) return null;
      index = high.next;
      tests.push((candidate) => codeOf(candidate) >= codeOf(low.character) && codeOf(candidate) <= codeOf(high.character));
    }
    // The low end counts by itself too, so that a range the wrong way round still has it, as in git.
    tests.push((candidate) => candidate === low.character);
  }
  return { token: { kind: 'class', negated, has: (character) => tests.some((test) => test(character)) }, last: index };
}

/** The index after the class that begins at `start`; null when it is not closed. */
export function endOfClass(characters: readonly string[], start: number): number | null {
  const read = readClass(characters, start + 1);
  return read === null ? null : read.last + 1;
}

function readMember(characters: readonly string[], index: number): { character: string; next: number } | null {
  const escaped = characters[index] === '\\';
  const character = characters[escaped ? index + 1 : index];
  return character === undefined ? null : { character, next: index + (escaped ? 2 : 1) };
}

function codeOf(character: string): number {
  return character.codePointAt(0) as number;
}

/** Matches with one point to return to, the latest `*`: at most tokens × characters steps. */
function matchTokens(tokens: readonly Token[], name: string): boolean {
  const characters = [...name];
  let token = 0;
  let position = 0;
  let star = -1;
  let starPosition = 0;
  while (position < characters.length) {
    const current = tokens[token];
    if (current?.kind === 'any-text') {
      star = token;
      starPosition = position;
      token += 1;
    } else if (current !== undefined && matchesOne(current, characters[position] as string)) {
      token += 1;
      position += 1;
    } else if (star >= 0) {
      starPosition += 1;
      position = starPosition;
      token = star + 1;
    } else {
      return false;
    }
  }
  while (tokens[token]?.kind === 'any-text') token += 1;
  return token === tokens.length;
}

function matchesOne(token: Token, character: string): boolean {
  switch (token.kind) {
    case 'character':
      return token.character === character;
    case 'any-character':
    case 'any-text':
      return true;
    case 'class':
      return token.has(character) !== token.negated;
  }
}
