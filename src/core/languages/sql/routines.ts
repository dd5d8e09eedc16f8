import type { Hit } from '../../finders/finder.js';
import { hitsOf, NO_HITS } from '../../finders/hits.js';
import { nameTest } from '../../finders/name-patterns.js';
import type { FreeNames } from '../../finders/options.js';
import { isWord, type Routine, type SqlCode } from './code.js';
import { byRoutine, headOf, tell, writtenIn } from './find.js';
import type { Token } from './tokens.js';

interface Most {
  readonly max: number;
}

function titleOf(routine: Routine, text: string): string {
  return routine.name === null ? 'this block' : writtenIn(text, routine.name);
}

/** Routines of too many lines. */
export const longRoutines = byRoutine<Most>((routine, code, { max }, text) => {
  const stretch = text.slice((code.tokens[routine.from] as Token).start, (code.tokens[routine.to - 1] as Token).end);
  const lines = stretch.split('\n').length;
  return lines > max
    ? [tell(headOf(routine, code), `${titleOf(routine, text)} is ${lines} lines long, ${lines - max} over ${max}`)]
    : NO_HITS;
});

/** Routines with too many parameters. */
export const manyParameters = byRoutine<Most>(({ parameters }, _code, { max }) => {
  const [first, last] = [parameters[0], parameters.at(-1)];
  return first !== undefined && last !== undefined && parameters.length > max
    ? [tell(first, `${parameters.length} parameters, ${parameters.length - max} over ${max}`, last)]
    : NO_HITS;
});

const ENDS = ['THEN', 'LOOP', 'DO', 'BEGIN'];

/** Routines with too many paths: McCabe's decisions plus one, as elsewhere. */
export const branchyRoutines = byRoutine<Most>((routine, code, { max }) => {
  let ways = 1;
  let isCondition = false;
  for (let at = routine.body; at < routine.to; at += 1) {
    const token = code.tokens[at];
    if (isWord(token, 'END')) at += 1;
    else if (isWord(token, 'IF', 'ELSIF', 'ELSEIF', 'WHEN', 'WHILE')) {
      // A statement may hold for a table only if there is one.
      if (isWord(code.tokens[at + 1], 'EXISTS') || (isWord(token, 'IF') && isWord(code.tokens[at + 2], 'EXISTS')
        && isWord(code.tokens[at - 1], 'TABLE', 'INDEX', 'VIEW', 'FUNCTION', 'SCHEMA'))) continue;
      ways += 1;
      isCondition = true;
    } else if (isWord(token, 'LOOP')) {
      // The head of a loop has been counted if it begins with WHILE.
      if (!isCondition) ways += 1;
      isCondition = false;
    } else if (isWord(token, ...ENDS) || token?.kind === 'end') isCondition = false;
    else if (isCondition && isWord(token, 'AND', 'OR')) ways += 1;
  }
  return ways > max ? [tell(headOf(routine, code), `${ways} paths through this routine, ${ways - max} over ${max}`)] : NO_HITS;
});

const OPENING = ['IF', 'LOOP', 'CASE', 'REPEAT'];

/** Branches and loops that are nested too deeply. Where they have no end of their own, as in T-SQL, nothing is said. */
export const deepRoutines = byRoutine<Most>(({ body, to }, { tokens }, { max }) => {
  const open: Token[] = [];
  const hits: Hit[] = [];
  for (let at = body; at < to; at += 1) {
    const token = tokens[at] as Token;
    if (isWord(token, 'END')) {
      const closes = tokens[at + 1];
      if (isWord(closes, ...OPENING, 'WHILE', 'FOR') || isWord(open.at(-1), 'CASE')) open.pop();
      if (isWord(closes, ...OPENING, 'WHILE', 'FOR')) at += 1;
    } else if (isWord(token, 'IF') ? opensBranch(tokens, at, to) : isWord(token, 'LOOP', 'CASE', 'REPEAT')) {
      open.push(token);
      if (open.length === max + 1 && token.text !== 'CASE') {
        hits.push(tell(token, `nested ${max + 1} levels deep, ${max} allowed`));
      }
    }
  }
  return open.length === 0 ? hits : NO_HITS;
});

/** Whether an IF begins a branch: a THEN follows before the statement ends. */
function opensBranch(tokens: readonly Token[], at: number, to: number): boolean {
  for (let next = at + 1; next < to; next += 1) {
    if (isWord(tokens[next], 'THEN')) return true;
    if (tokens[next]?.kind === 'end') return false;
  }
  return false;
}

/** How often a routine names something, in its code and in its texts, which may be run. */
function usesOf(name: Token, { from, to }: Routine, { tokens }: SqlCode): number {
  let uses = 0;
  const word = new RegExp(`(?<![\\w$])${name.text.replace(/[^\w]/g, '\\$&')}(?![\\w$])`, 'i');
  for (let at = from; at < to; at += 1) {
    const token = tokens[at] as Token;
    if (token !== name && (token.kind === 'text'
      ? word.test(token.text)
      : (token.kind === 'word' || token.kind === 'name') && token.text.toUpperCase() === name.text.toUpperCase())) uses += 1;
  }
  return uses;
}

/** Variables that nothing in their routine names. */
export const unusedVariables = byRoutine<FreeNames>((routine, code, { free }, text) => {
  const isFree = nameTest(free);
  return hitsOf(routine.variables, (name) => {
    const written = writtenIn(text, name);
    return usesOf(name, routine, code) > 0 || isFree(written.toLowerCase()) ? NO_HITS : [tell(name, `${written} is never used`)];
  });
});

/**
 * Parameters that nothing in their routine names. What is given back by its name is set or not; others are also used by their
 * number.
 */
export const unusedParameters = byRoutine<FreeNames>((routine, code, { free }, text) => {
  const isFree = nameTest(free);
  const body = code.tokens.slice(routine.body, routine.to);
  // A body that is a text, or written in another language, is not looked into.
  if (body.some(({ kind, text: written }) => kind === 'number' && written.startsWith('$'))
      || !body.some((token) => isWord(token, 'BEGIN', 'SELECT', 'INSERT', 'UPDATE', 'DELETE'))) return NO_HITS;
  return hitsOf(routine.parameters, (name) => {
    const written = writtenIn(text, name);
    const before = code.tokens[code.tokens.indexOf(name, routine.from) - 1];
    return isWord(before, 'OUT', 'INOUT') || usesOf(name, routine, code) > 0 || isFree(written.toLowerCase())
      ? NO_HITS
      : [tell(name, `${written} is never read`)];
  });
});

const AFTER_EXIT = ['END', 'ELSE', 'ELSIF', 'ELSEIF', 'WHEN', 'EXCEPTION', 'UNTIL'];

/** Statements behind one that always leaves. */
export const unreachedStatements = byRoutine((routine, { tokens }) => {
  const hits: Hit[] = [];
  for (let at = routine.body; at < routine.to; at += 1) {
    const token = tokens[at] as Token;
    const before = tokens[at - 1];
    const begins = before?.kind === 'end'
      || isWord(before, 'BEGIN', 'THEN', 'ELSE', 'LOOP', 'DO') || before?.text.startsWith('$') === true;
    if (!begins || !leaves(tokens, at)) continue;
    let end = at;
    while (end < routine.to && tokens[end]?.kind !== 'end') end += 1;
    const next = tokens[end + 1];
    if (end + 1 < routine.to
        && next !== undefined && (next.kind === 'word' || next.kind === 'name') && !isWord(next, ...AFTER_EXIT)) {
      hits.push(tell(next, `never runs: ${token.text} above leaves the block`));
    }
  }
  return hits;
});

function leaves(tokens: readonly Token[], at: number): boolean {
  const [word, next] = [tokens[at], tokens[at + 1]];
  if (isWord(word, 'RETURN')) return !isWord(next, 'QUERY', 'NEXT') && !isWord(tokens[at - 1], 'ELSE');
  if (isWord(word, 'RAISE')) return isWord(next, 'EXCEPTION') || next?.kind === 'end';
  return isWord(word, 'EXIT', 'LEAVE', 'CONTINUE', 'ITERATE')
    && (next?.kind === 'end' || tokens[at + 2]?.kind === 'end') && !isWord(next, 'WHEN', 'HANDLER');
}

/** Handlers of every error that do nothing, and say nothing of why. */
export const idleHandlers = byRoutine(({ body, to }, { tokens, comments }) => {
  const hits: Hit[] = [];
  for (let at = body; at < to; at += 1) {
    if (!isWord(tokens[at], 'OTHERS') || !isWord(tokens[at - 1], 'WHEN') || !isWord(tokens[at + 1], 'THEN')) continue;
    const isIdle = isWord(tokens[at + 2], 'END')
      || (isWord(tokens[at + 2], 'NULL') && tokens[at + 3]?.kind === 'end' && isWord(tokens[at + 4], 'END'));
    const [first, last] = [tokens[at - 1] as Token, tokens[at + 4] ?? (tokens[at + 1] as Token)];
    if (isIdle && !comments.some(({ start }) => start > first.start && start < last.end)) {
      hits.push(tell(first, 'the error caught here is ignored', tokens[at + 1] as Token));
    }
  }
  return hits;
});

/** Branches and loops without a statement. NULL is how to say that there is to be none. */
export const emptyBranches = byRoutine(({ body, to }, { tokens, comments }) => {
  const hits: Hit[] = [];
  for (let at = body; at < to - 1; at += 1) {
    const [word, next] = [tokens[at] as Token, tokens[at + 1] as Token];
    const isBare = (isWord(word, 'THEN', 'ELSE') && isWord(next, 'END', 'ELSE', 'ELSIF', 'ELSEIF'))
      || (isWord(word, 'LOOP') && isWord(next, 'END') && !isWord(tokens[at - 1], 'END'));
    if (isBare
        && isWord(tokens[at + 2], 'IF', 'LOOP') && !comments.some(({ start }) => start > word.start && start < next.start)) {
      hits.push(tell(word, 'this block is empty'));
    }
  }
  return hits;
});
