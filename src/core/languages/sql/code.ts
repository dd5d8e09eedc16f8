import { memoized } from '../../syntax/memo.js';
import type { Source } from '../../syntax/source.js';
import { readTokens, type Token, type Unclosed } from './tokens.js';

/** A function, a procedure or a trigger with code of its own, or a block without a name. */
export interface Routine {
  readonly kind: 'function' | 'procedure' | 'block';
  /** Null for a block. */
  readonly name: Token | null;
  readonly parameters: readonly Token[];
  readonly variables: readonly Token[];
  /** Its tokens from the word that creates it to the last, as places in {@link SqlCode.tokens}; the end is exclusive. */
  readonly from: number;
  readonly to: number;
  /** Where its code begins, behind parameters and what it gives back. */
  readonly body: number;
}

/** A file of SQL as rules see it. */
export interface SqlCode {
  /** The tokens, without comments. */
  readonly tokens: readonly Token[];
  readonly comments: readonly Token[];
  readonly routines: readonly Routine[];
  readonly unclosed: Unclosed | null;
}

/** The code of a file of SQL. */
export const sqlCode = memoized(({ text: { text } }: Pick<Source, 'text' | 'memo'>): SqlCode => {
  const { tokens, unclosed } = readTokens(text);
  const code = tokens.filter(({ kind }) => kind !== 'comment');
  return { tokens: code, comments: tokens.filter(({ kind }) => kind === 'comment'), routines: routinesIn(code), unclosed };
});

/** Whether a token is one of some words. */
export function isWord(token: Token | undefined, ...words: readonly string[]): boolean {
  return token?.kind === 'word' && words.includes(token.text);
}

/** Whether a token is a name, quoted or not. */
export function isName(token: Token | undefined): boolean {
  return token?.kind === 'name' || (token?.kind === 'word' && /^[\p{L}_@]/u.test(token.text));
}

/** The place behind the bracket that closes the one at a place. */
export function closingAfter(tokens: readonly Token[], open: number): number {
  let depth = 0;
  for (let at = open; at < tokens.length; at += 1) {
    const { text, kind } = tokens[at] as Token;
    if (kind === 'sign' && text === '(') depth += 1;
    else if (kind === 'sign' && text === ')' && (depth -= 1) === 0) return at + 1;
    else if (kind === 'end' && depth > 0 && text !== ';') return at;
  }
  return tokens.length;
}

/** The last token of a name with its schema, from its first; and the place behind it. */
export function qualifiedName(tokens: readonly Token[], from: number): { readonly name: Token | null; readonly next: number } {
  let at = from;
  if (!isName(tokens[at])) return { name: null, next: at };
  while (tokens[at + 1]?.text === '.' && isName(tokens[at + 2])) at += 2;
  return { name: tokens[at] as Token, next: at + 1 };
}

const KINDS: ReadonlyMap<string, Routine['kind']> = new Map<string, Routine['kind']>(
  [['FUNCTION', 'function'], ['PROCEDURE', 'procedure'], ['PROC', 'procedure']],
);

function routinesIn(tokens: readonly Token[]): Routine[] {
  const routines: Routine[] = [];
  for (let at = 0; at < tokens.length;) {
    const found = routineAt(tokens, at);
    if (found !== null) routines.push(found);
    at = found === null ? at + 1 : Math.max(at + 1, found.to);
  }
  return routines;
}

function routineAt(tokens: readonly Token[], at: number): Routine | null {
  if (isWord(tokens[at], 'DO') && isDollar(tokens[at + 1])) {
    const to = behindDollars(tokens, at + 1);
    return { kind: 'block', name: null, parameters: [], variables: variablesIn(tokens, at + 2, to), from: at, to, body: at + 2 };
  }
  if (!isWord(tokens[at], 'CREATE', 'ALTER')) return null;
  let word = at + 1;
  // CREATE OR REPLACE, OR ALTER, DEFINER = name@host, EDITIONABLE, AGGREGATE.
  while (word < at + 12 && !(tokens[word]?.kind === 'word' && KINDS.has((tokens[word] as Token).text))) {
    const token = tokens[word];
    if (token === undefined || token.kind === 'end' || isWord(
      token, 'TABLE', 'VIEW', 'INDEX', 'TYPE', 'AGGREGATE', 'EXTENSION', 'OPERATOR', 'CAST', 'TRIGGER', 'EVENT',
    )) return null;
    word += 1;
  }
  const kind = KINDS.get(tokens[word]?.text ?? '');
  if (kind === undefined) return null;
  const { name, next } = qualifiedName(tokens, isWord(tokens[word + 1], 'IF') ? word + 4 : word + 1);
  if (name === null) return null;
  const list = tokens[next]?.text === '('
    ? { from: next + 1, to: closingAfter(tokens, next) - 1 }
    : { from: next, to: headEnd(tokens, next) };
  const to = routineEnd(tokens, list.to);
  // Without a body, an existing one is altered, or one is announced.
  if (to === null) return null;
  const body = bodyStart(tokens, list.to, to);
  return {
    kind,
    name,
    parameters: parametersIn(tokens, list.from, list.to),
    variables: variablesIn(tokens, body, to),
    from: at,
    to,
    body,
  };
}

function isDollar(token: Token | undefined): boolean {
  return token?.kind === 'sign' && /^\$.*\$$/.test(token.text) && token.text.length > 1;
}

/** The place behind the mark that ends what the one at a place begins. */
export function behindDollars(tokens: readonly Token[], open: number): number {
  const mark = tokens[open]?.text;
  for (let at = open + 1; at < tokens.length; at += 1) {
    if (tokens[at]?.kind === 'sign' && tokens[at]?.text === mark) return at + 1;
  }
  return tokens.length;
}

/** Where the parameters without brackets end. */
function headEnd(tokens: readonly Token[], from: number): number {
  let at = from;
  while (at < tokens.length && !isWord(tokens[at], 'AS', 'IS', 'BEGIN', 'RETURNS', 'RETURN', 'WITH')
      && tokens[at]?.kind !== 'end' && !isDollar(tokens[at])) at += 1;
  return at;
}

/** The place behind a routine; null if it has no code. */
function routineEnd(tokens: readonly Token[], from: number): number | null {
  let depth = 0;
  let hasBody = false;
  for (let at = from; at < tokens.length; at += 1) {
    const token = tokens[at] as Token;
    if (isDollar(token) && depth === 0) return behindEnd(tokens, behindDollars(tokens, at));
    if (opensBlock(tokens, at)) {
      depth += 1;
      hasBody ||= token.text === 'BEGIN';
    } else if (isWord(token, 'END') && !isWord(tokens[at + 1], 'IF', 'LOOP', 'WHILE', 'REPEAT', 'FOR')) {
      depth = Math.max(0, depth - 1);
      if (depth === 0 && hasBody) return behindEnd(tokens, at + 1);
    } else if (depth === 0 && endsHead(tokens, from, at)) return hasBody || token.text !== ';' ? at : null;
  }
  return hasBody ? tokens.length : null;
}

/** Whether a block begins that an END of its own ends. */
function opensBlock(tokens: readonly Token[], at: number): boolean {
  if (isWord(tokens[at - 1], 'END')) return false;
  return isWord(tokens[at], 'CASE') || (isWord(tokens[at], 'BEGIN') && !isWord(tokens[at + 1], 'TRAN', 'TRANSACTION', 'WORK'));
}

/** Whether a statement ends that has had no block, and no declarations that one may follow. */
function endsHead(tokens: readonly Token[], from: number, at: number): boolean {
  const token = tokens[at] as Token;
  return token.kind === 'end' && (token.text !== ';' || !mayDeclare(tokens, from, at));
}

/** The place behind the next end of a statement. */
function behindEnd(tokens: readonly Token[], from: number): number {
  for (let at = from; at < tokens.length; at += 1) if (tokens[at]?.kind === 'end') return at + 1;
  return tokens.length;
}

/** Whether declarations may stand before the code, each with a semicolon behind it: Oracle's and MySQL's. */
function mayDeclare(tokens: readonly Token[], from: number, at: number): boolean {
  for (let place = from; place < at; place += 1) {
    if (isWord(tokens[place], 'IS', 'AS', 'DECLARE')) return !tokens.slice(place, at).some(({ kind }) => kind === 'text');
  }
  return false;
}

function bodyStart(tokens: readonly Token[], from: number, to: number): number {
  for (let at = from; at < to; at += 1) if (isDollar(tokens[at]) || isWord(tokens[at], 'AS', 'IS', 'BEGIN', 'DECLARE')) {
    return isDollar(tokens[at]) || isWord(tokens[at], 'AS', 'IS') ? at + 1 : at;
  }
  return from;
}

const MODES = ['IN', 'OUT', 'INOUT', 'VARIADIC', 'NOCOPY'];
/** Types that may stand without a name before them: PostgreSQL documentation, "CREATE FUNCTION". */
const TYPES = new Set(('INT INT2 INT4 INT8 INTEGER BIGINT SMALLINT TEXT VARCHAR CHARACTER CHAR BPCHAR NUMERIC DECIMAL '
  + 'TIMESTAMP TIMESTAMPTZ DATE TIME INTERVAL BOOLEAN BOOL JSON JSONB UUID BYTEA DOUBLE REAL FLOAT FLOAT4 FLOAT8 '
  + 'ANYELEMENT ANYARRAY ANYNONARRAY ANYENUM ANY REGCLASS REGPROC NAME OID RECORD GEOMETRY GEOGRAPHY RASTER INTERNAL CSTRING '
  + 'TRIGGER VOID NVARCHAR BIT XML INET CIDR HSTORE TSVECTOR TSQUERY SETOF').split(' '));

function parametersIn(tokens: readonly Token[], from: number, to: number): Token[] {
  const names: Token[] = [];
  let depth = 0;
  let isFirst = true;
  for (let at = from; at < to; at += 1) {
    const token = tokens[at] as Token;
    if (token.text === '(' || token.text === ')') depth += token.text === '(' ? 1 : -1;
    else if (depth === 0 && token.text === ',') isFirst = true;
    else if (isFirst && !isWord(token, ...MODES)) {
      isFirst = false;
      const isNamed = isName(token) && isName(tokens[at + 1]) && at + 1 < to && tokens[at + 1]?.text !== '.';
      if (isNamed && !(token.kind === 'word' && TYPES.has(token.text)) && !isWord(tokens[at + 1], 'DEFAULT')) names.push(token);
    }
  }
  return names;
}

const NO_VARIABLES = ['CURSOR', 'TYPE', 'SUBTYPE', 'PROCEDURE', 'FUNCTION', 'PRAGMA', 'CONTINUE', 'EXIT', 'UNDO', 'BEGIN', 'END'];

/** What is declared in a block: after DECLARE and, in Oracle, before the first BEGIN. */
function variablesIn(tokens: readonly Token[], from: number, to: number): Token[] {
  const variables: Token[] = [];
  for (let at = from; at < to; at += 1) {
    if (!isWord(tokens[at], 'DECLARE')) continue;
    for (let place = at + 1; place < to && !isWord(tokens[place], 'BEGIN', 'DECLARE'); place += 1) {
      const token = tokens[place] as Token;
      const before = tokens[place - 1] as Token;
      const begins = before.kind === 'end' || isWord(before, 'DECLARE') || (before.text === ',' && /^@/.test(token.text));
      // In MySQL and T-SQL, each declaration has the word, and statements follow.
      if (before.kind === 'end'
          && /^(?:SET|SELECT|INSERT|UPDATE|DELETE|IF|OPEN|CALL|EXEC|EXECUTE|RETURN|WITH)$/.test(token.text)) break;
      if (begins && isName(token) && !isWord(token, ...NO_VARIABLES)
          && !isWord(tokens[place + 1], 'CURSOR', 'CONDITION', 'ALIAS', 'EXCEPTION', 'TABLE')) {
        variables.push(token);
      }
    }
  }
  return variables;
}
