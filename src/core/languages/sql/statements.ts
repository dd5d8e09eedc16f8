import type { Hit } from '../../finders/finder.js';
import { hitsOf, NO_HITS } from '../../finders/hits.js';
import { behindDollars, closingAfter, isName, isWord, qualifiedName, type SqlCode } from './code.js';
import { bySql, tell, writtenIn } from './find.js';
import type { Token } from './tokens.js';

const COMPARISONS = new Set(['=', '<>', '!=', '<', '>', '<=', '>=']);

/** The operand that ends before, or begins at, a place: a name with what stands before its dots. */
function operandBefore(tokens: readonly Token[], end: number): readonly Token[] | null {
  let at = end;
  if (!isOperand(tokens[at])) return null;
  while (tokens[at - 1]?.text === '.' && isName(tokens[at - 2])) at -= 2;
  return tokens.slice(at, end + 1);
}

function operandAfter(tokens: readonly Token[], start: number): readonly Token[] | null {
  if (!isOperand(tokens[start])) return null;
  const { next } = qualifiedName(tokens, start);
  // What is called may give another value.
  return tokens[next]?.text === '(' ? null : tokens.slice(start, next);
}

const NO_OPERANDS = [
  'SELECT', 'WHERE', 'AND', 'OR', 'NOT', 'NULL', 'TRUE', 'FALSE', 'DEFAULT', 'ON', 'SET', 'IF', 'WHEN', 'CASE', 'END', 'THEN',
  'ELSE', 'BY', 'IN', 'IS', 'ANY', 'ALL', 'SOME', 'EXISTS', 'ARRAY', 'ROW', 'INTERVAL', 'CAST',
];

function isOperand(token: Token | undefined): boolean {
  return isName(token) && !isWord(token, ...NO_OPERANDS);
}

/** What ends the operand of a comparison: another operator makes a term of it that may differ. */
const BEHIND = [
  'AND', 'OR', 'THEN', 'GROUP', 'ORDER', 'LIMIT', 'HAVING', 'UNION', 'LOOP', 'ELSE', 'END', 'WHERE', 'JOIN', 'LEFT', 'INNER',
  'RETURNING', 'DO',
];
const BEFORE = ['AND', 'OR', 'WHERE', 'ON', 'IF', 'WHEN', 'NOT', 'HAVING', 'WHILE', 'ELSIF', 'ELSEIF', 'UNTIL'];

/** Comparisons of something with itself. */
export const selfCompared = bySql(({ tokens }, _options, text) => {
  const hits: Hit[] = [];
  for (let at = 1; at < tokens.length - 1; at += 1) {
    if (tokens[at]?.kind !== 'sign' || !COMPARISONS.has(tokens[at]?.text ?? '')) continue;
    const [left, right] = [operandBefore(tokens, at - 1), operandAfter(tokens, at + 1)];
    if (left === null || right === null || written(left) !== written(right)) continue;
    const before = tokens[at - left.length - 1];
    const behind = tokens[at + right.length + 1];
    const isWhole = (before === undefined || before.text === '(' || isWord(before, ...BEFORE))
      && (behind === undefined || behind.kind === 'end' || behind.text === ')' || isWord(behind, ...BEHIND));
    if (isWhole) hits.push(tell(
      left[0] as Token, `${text.slice(left[0]?.start, left.at(-1)?.end)} is on both sides of ${tokens[at]?.text}`, right.at(-1),
    ));
  }
  return hits;
});

function written(operand: readonly Token[]): string {
  return operand.map(({ text }) => text.toUpperCase()).join('');
}

/** Comparisons with NULL, which are never true: ISO/IEC 9075-2, section 8.2. */
export const comparedWithNull = bySql(({ tokens }) => {
  const hits: Hit[] = [];
  for (let at = 1; at < tokens.length - 1; at += 1) {
    const sign = tokens[at] as Token;
    if (sign.kind !== 'sign'
        || !/^(?:=|<>|!=)$/.test(sign.text) || !isWord(tokens[at + 1], 'NULL') || !isInCondition(tokens, at)) continue;
    const end = tokens[at + 1] as Token;
    hits.push({
      start: sign.start,
      end: end.end,
      message: `${sign.text} NULL is never true`,
      repair: [{ start: sign.start, end: sign.end, text: sign.text === '=' ? 'IS' : 'IS NOT' }],
    });
  }
  return hits;
});

/** Words after which a sign compares, and after which it sets. */
const ASKING = new Set(['WHERE', 'AND', 'OR', 'ON', 'HAVING', 'WHEN', 'NOT']);
const SETTING = new Set(
  ['SET', 'DECLARE', 'VALUES', 'DEFAULT', 'SELECT', 'EXEC', 'EXECUTE', 'CALL', 'THEN', 'ELSE', 'BEGIN', 'LOOP', 'DO', 'RETURN'],
);

function isInCondition(tokens: readonly Token[], at: number): boolean {
  for (let place = at - 1; place >= 0 && place > at - 40; place -= 1) {
    const token = tokens[place] as Token;
    if (token.kind === 'end' || token.text === ',') return false;
    if (token.kind !== 'word') continue;
    if (ASKING.has(token.text) || (/^(?:IF|ELSIF|ELSEIF|WHILE)$/.test(token.text) && !isWord(tokens[place + 1], 'EXISTS'))) {
      return true;
    }
    if (SETTING.has(token.text)) return false;
  }
  return false;
}

/** The places of some words. */
function placesOf(tokens: readonly Token[], ...words: readonly string[]): number[] {
  const places: number[] = [];
  for (let at = 0; at < tokens.length; at += 1) if (isWord(tokens[at], ...words)) places.push(at);
  return places;
}

/** UPDATE and DELETE of all rows of a table. What comes from another one, or is told by a cursor, is not all. */
export const wholeTables = bySql(({ tokens }, _options, text) =>
  hitsOf(placesOf(tokens, 'DELETE', 'UPDATE'), (at): readonly Hit[] => {
    const token = tokens[at] as Token;
    const table = beginsStatement(tokens, at) ? tableAt(tokens, at) : null;
    if (table === null || !changesAll(tokens, table.next, token.text === 'DELETE')) return NO_HITS;
    return [tell(token, `this changes every row of ${writtenIn(text, table.name)}`, table.name)];
  }));

/** Whether a statement begins at a place. */
function beginsStatement(tokens: readonly Token[], at: number): boolean {
  const before = tokens[at - 1];
  return before === undefined || before.kind === 'end'
    || before.text === '(' || isDollarMark(before) || isWord(before, 'BEGIN', 'THEN', 'ELSE', 'LOOP', 'DO');
}

/** The table that UPDATE or DELETE FROM names, and the place behind it; null for another use of the word. */
function tableAt(tokens: readonly Token[], at: number): { readonly name: Token; readonly next: number } | null {
  const isDelete = isWord(tokens[at], 'DELETE');
  if (isDelete && !isWord(tokens[at + 1], 'FROM')) return null;
  const first = at + (isDelete ? 2 : 1);
  const { name, next } = qualifiedName(tokens, first + Number(isWord(tokens[first], 'ONLY')));
  return name === null || isWord(name, 'SET', 'STATISTICS') ? null : { name, next };
}

/** Whether nothing up to the end of a statement says which rows it means. */
function changesAll(tokens: readonly Token[], from: number, isDelete: boolean): boolean {
  let hasSet = isDelete;
  for (let place = from; place < tokens.length; place += 1) {
    const part = tokens[place] as Token;
    if (part.text === '(') place = closingAfter(tokens, place) - 1;
    else if (isWord(part, 'WHERE', 'FROM', 'USING', 'LIMIT', 'JOIN', 'CURRENT', 'TOP', 'OUTPUT')) return false;
    else if (isWord(part, 'SET')) hasSet = true;
    else if (part.kind === 'end' || part.text === ')' || isDollarMark(part)) break;
  }
  return hasSet;
}

function isDollarMark({ kind, text }: Token): boolean {
  return kind === 'sign' && /^\$.*\$$/.test(text) && text.length > 1;
}

/** SELECT with a star for the columns. Where only the rows count, none is taken. */
export const allColumns = bySql(({ tokens }) => {
  const hits: Hit[] = [];
  for (let at = 1; at < tokens.length; at += 1) {
    const star = tokens[at] as Token;
    if (star.text !== '*' || star.kind !== 'sign') continue;
    const [first, before] = tokens[at - 1]?.text === '.' ? [tokens[at - 2] as Token, tokens[at - 3]] : [star, tokens[at - 1]];
    if (!isWord(before, 'SELECT', 'DISTINCT', 'ALL')) continue;
    // An aggregate of rows, and EXISTS, take no column; a query of one that lists its columns takes those.
    const around = tokens.slice(Math.max(0, at - 6), at).find((token) => isWord(token, 'EXISTS'));
    if (around === undefined && isWord(tokens[at + 1], 'FROM') && takesTable(tokens, at + 2)) {
      hits.push(tell(first, 'every column is selected, whatever the table will have', star));
    }
  }
  return hits;
});

/** Whether what is selected from is a table: a query in brackets, or a function, says what its columns are. */
function takesTable(tokens: readonly Token[], from: number): boolean {
  const { name, next } = qualifiedName(tokens, isWord(tokens[from], 'ONLY') ? from + 1 : from);
  return name !== null && tokens[next]?.text !== '(' && !isWord(name, 'LATERAL', 'VALUES');
}

const QUOTING = /\b(?:QUOTE_IDENT|QUOTE_LITERAL|QUOTE_NULLABLE|QUOTENAME|FORMAT|DBMS_ASSERT|QUOTE|USING)\b/;

/** Statements that run a text joined with values, which nothing has quoted. */
export const joinedStatements = bySql(({ tokens }) => hitsOf(placesOf(tokens, 'EXECUTE', 'EXEC'), (at): readonly Hit[] => {
  const token = tokens[at] as Token;
  const begins = tokens[at - 1] === undefined || tokens[at - 1]?.kind === 'end'
    || isWord(tokens[at - 1], 'BEGIN', 'THEN', 'ELSE', 'LOOP', 'DO', 'QUERY', 'IN') || isDollarMark(tokens[at - 1] as Token);
  if (!begins) return NO_HITS;
  let end = at + 1;
  while (end < tokens.length && tokens[end]?.kind !== 'end' && !isWord(tokens[end], 'LOOP')) end += 1;
  const parts = tokens.slice(at + 1, end);
  const isJoined = parts.some(({ text, kind }, index) => kind === 'sign'
    && (text === '||' || text === '+') && (parts[index - 1]?.kind === 'text' || parts[index + 1]?.kind === 'text'));
  return isJoined && !parts.some(({ text, kind }) => kind === 'word' && QUOTING.test(text))
    ? [tell(token, `${token.text} runs text as code`)]
    : NO_HITS;
}));

/** What may be unclosed in any dialect: a comment, a text or name in quote marks, a bracket. */
export const unclosedMarks = bySql((code: SqlCode) => {
  if (code.unclosed !== null) {
    return [{
      start: code.unclosed.start,
      end: code.unclosed.start + code.unclosed.mark.length,
      message: `“${code.unclosed.mark}” is never closed`,
    }];
  }
  const hits: Hit[] = [];
  const open: Token[] = [];
  // The commands of a rule stand in brackets, each with a semicolon: PostgreSQL documentation, "CREATE RULE".
  let lists = 0;
  const close = (token: Token): void => {
    if (open.pop() !== undefined) return;
    if (lists > 0) lists -= 1;
    else hits.push(tell(token, 'is not expected here: “)”'));
  };
  for (let at = 0; at < code.tokens.length; at += 1) {
    const token = code.tokens[at] as Token;
    // Within brackets, it is a text, whatever is in it.
    if (open.length > 0 && isDollarMark(token)) at = behindDollars(code.tokens, at) - 1;
    else if (token.kind === 'end') hits.push(...unclosedIn(open.splice(0)));
    else if (token.kind === 'sign' && token.text === ')') close(token);
    else if (token.kind === 'sign' && token.text === '(') {
      if (isWord(code.tokens[at - 1], 'DO', 'INSTEAD', 'ALSO')) lists += 1;
      else open.push(token);
    }
  }
  return [...hits, ...unclosedIn(open)];
});

function unclosedIn([first]: readonly Token[]): readonly Hit[] {
  return first === undefined ? NO_HITS : [tell(first, '“(” is never closed')];
}
