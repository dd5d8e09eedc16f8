/**
 * A pattern for one name, without `/`: `*`, `?`, classes in brackets and escapes, as in git's manual, gitignore(5),
 * and POSIX.1-2017, section 2.13 of the Shell Command Language. Case counts; `?` and classes take whole characters.
 */
export interface NamePattern {
  /** The name itself, if the pattern has no wildcard. */
  readonly literal: string | null;
  /** The required ending of names, if the pattern is `*` followed by no wildcard; else null. Empty for a bare `*`. */
  readonly ending: string | null;
  /** Whether a name matches. */
  matches(name: string): boolean;
}

type Token =
  | { readonly kind: 'character'; readonly character: string }
  | { readonly kind: 'any-character' }
  | { readonly kind: 'any-text' }
  | { readonly kind: 'class'; readonly negated: boolean; readonly has: (character: string) => boolean };

/** Compiles the pattern for one name; null if it is invalid and so never matches. */
export function compileNamePattern(text: string): NamePattern | null {
  const tokens = tokenize([...text]);
  if (tokens === null) return null;
  if (tokens.every((token) => token.kind === 'character')) {
    const literal = tokens.map((token) => token.character).join('');
    return { literal, ending: null, matches: (name) => name === literal };
  }
  const [first, ...rest] = tokens;
  if (first?.kind === 'any-text' && rest.every((token) => token.kind === 'character')) {
    const ending = rest.map((token) => token.character).join('');
    return { literal: null, ending, matches: (name) => name.endsWith(ending) };
  }
  return { literal: null, ending: null, matches: (name) => matchTokens(tokens, name) };
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

/** One part of a class, and the index after it. */
interface ClassPart {
  readonly has: (character: string) => boolean;
  readonly next: number;
}

/** Reads a class from after its `[`; `last` is the index of its `]`. Null if it is not closed or contains an unknown name. */
function readClass(characters: readonly string[], start: number): { token: Token; last: number } | null {
  const parts: ClassPart[] = [];
  const negated = characters[start] === '!' || characters[start] === '^';
  let index = negated ? start + 1 : start;
  // A leading `]` is a member.
  for (let isFirst = true; isFirst || characters[index] !== ']'; isFirst = false) {
    const part = opensNamedClass(characters, index) ? readNamedClass(characters, index) : readRange(characters, index);
    if (part === null) return null;
    parts.push(part);
    index = part.next;
  }
  return { token: { kind: 'class', negated, has: (character) => parts.some((part) => part.has(character)) }, last: index };
}

/** Whether `[:` starts here and the next `]` follows a colon; if not, the `[` is an ordinary member. */
function opensNamedClass(characters: readonly string[], index: number): boolean {
  if (characters[index] !== '[' || characters[index + 1] !== ':') return false;
  const close = characters.indexOf(']', index + 2);
  return close < 0 || (close > index + 2 && characters[close - 1] === ':');
}

function readNamedClass(characters: readonly string[], index: number): ClassPart | null {
  const close = characters.indexOf(']', index + 2);
  const named = close < 0 ? undefined : NAMED_CLASSES[characters.slice(index + 2, close - 1).join('')];
  return named === undefined ? null : { has: (character) => named.test(character), next: close + 1 };
}

/** Reads a member or a range. */
function readRange(characters: readonly string[], index: number): ClassPart | null {
  const low = readMember(characters, index);
  if (low === null) return null;
  const isLow = (character: string): boolean => character === low.character;
  const afterDash = characters[low.next + 1];
  if (characters[low.next] !== '-' || afterDash === undefined || afterDash === ']') return { has: isLow, next: low.next };
  const high = readMember(characters, low.next + 1);
  if (high === null) return null;
  const [from, to] = [codeOf(low.character), codeOf(high.character)];
  // The low end is also a member by itself, so a reversed range still contains it, as in git.
  return { has: (character) => isLow(character) || (codeOf(character) >= from && codeOf(character) <= to), next: high.next };
}

/** The index after the class that begins at `start`; null if it is not closed. */
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

/** Matches with a single point to backtrack to, the latest `*`: at most tokens × characters steps. */
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
