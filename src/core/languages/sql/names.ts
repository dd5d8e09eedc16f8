import type { NameConventions } from '../../base/language.js';
import type { Hit } from '../../finders/finder.js';
import { hitsOf, NO_HITS } from '../../finders/hits.js';
import { misshapenName, type NameOptions } from '../../finders/name-forms.js';
import { nameTest } from '../../finders/name-patterns.js';
import type { NameKind } from '../../syntax/declared-name.js';
import { closingAfter, isName, isWord, qualifiedName, type SqlCode } from './code.js';
import { bySql, tell, writtenIn } from './find.js';
import type { Token } from './tokens.js';

/** A name that a file of SQL declares. */
interface Declared {
  readonly token: Token;
  readonly kind: NameKind;
}

const CONSTRAINTS = [
  'CONSTRAINT', 'PRIMARY', 'FOREIGN', 'UNIQUE', 'CHECK', 'INDEX', 'KEY', 'EXCLUDE', 'LIKE', 'FULLTEXT', 'SPATIAL', 'PERIOD',
];

/** Tables, views, types, columns, routines, parameters and variables, each where it is declared. */
export function namesIn({ tokens, routines }: SqlCode): Declared[] {
  const names: Declared[] = [];
  const add = (token: Token | null | undefined, kind: NameKind): void => {
    if (token != null && isName(token)) names.push({ token, kind });
  };
  for (let at = 0; at < tokens.length; at += 1) {
    if (!isWord(tokens[at], 'TABLE', 'VIEW', 'TYPE') || !isCreated(tokens, at)) continue;
    const { name, next } = qualifiedName(tokens, isWord(tokens[at + 1], 'IF') ? at + 4 : at + 1);
    add(name, 'type');
    if (name !== null && isWord(tokens[at], 'TABLE') && tokens[next]?.text === '(') {
      for (const column of columnsIn(tokens, next)) add(column, 'variable');
    }
  }
  for (const { name, parameters, variables } of routines) {
    add(name, 'function');
    for (const own of [...parameters, ...variables]) add(own, 'variable');
  }
  return names;
}

/** Whether a word belongs to a statement that creates something. */
function isCreated(tokens: readonly Token[], at: number): boolean {
  for (let before = at - 1; before >= 0 && before > at - 6; before -= 1) {
    const token = tokens[before];
    if (isWord(token, 'CREATE')) return true;
    if (token === undefined || token.kind !== 'word' || isWord(token, 'DROP', 'ALTER', 'FUNCTION', 'CAST', 'AS')) return false;
  }
  return false;
}

function columnsIn(tokens: readonly Token[], open: number): Token[] {
  const columns: Token[] = [];
  const end = closingAfter(tokens, open) - 1;
  let depth = 0;
  for (let at = open; at < end; at += 1) {
    const { text } = tokens[at] as Token;
    if (text === '(' || text === ')') depth += text === '(' ? 1 : -1;
    const begins = (at === open || text === ',') && depth === 1;
    const column = tokens[at + 1];
    if (begins && column !== undefined && isName(column) && !isWord(column, ...CONSTRAINTS) && isName(tokens[at + 2])) {
      columns.push(column);
    }
  }
  return columns;
}

/** What is not quoted is the same in capitals and in small letters: ISO/IEC 9075-2, section 5.2. */
export const SQL_NAMES: NameConventions = {
  variable: ['snake', 'camel', 'pascal', 'upper'],
  constant: ['snake', 'upper'],
  function: ['snake', 'camel', 'pascal', 'upper'],
  type: ['snake', 'camel', 'pascal', 'upper'],
};

/** Names of a kind that do not have the agreed form. */
export function misshapenSql(kind: NameKind): ReturnType<typeof bySql<NameOptions>> {
  return bySql((code, options: NameOptions, text) => hitsOf(namesIn(code), (declared): readonly Hit[] => {
    const message = declared.kind === kind
      ? misshapenName(writtenIn(text, declared.token).replace(/^@+/, ''), SQL_NAMES, kind, options)
      : null;
    return message === null ? NO_HITS : [tell(declared.token, message)];
  }));
}

/** Names that are too short to mean something. */
export const shortNames = bySql((code, { min, free }: { readonly min: number; readonly free: readonly string[] }, text) => {
  const isFree = nameTest(free);
  return hitsOf(namesIn(code), ({ token }): readonly Hit[] => {
    const name = writtenIn(text, token).replace(/^@+/, '');
    return name.length >= min || isFree(name) ? NO_HITS : [
      tell(token, `${name} has ${name.length === 1 ? '1 character' : `${name.length} characters`}; at least ${min} are required`),
    ];
  });
});
