import { RE2JS } from 're2js';
import { Query, type Language as Grammar, type QueryCapture, type QueryMatch } from 'web-tree-sitter';
import { fillIn } from '../base/fill-in.js';
import type { OptionValue, OptionValues } from '../model/option.js';
import { LONGEST_SOURCE, SearchStopped, tooLong } from '../patterns/expression.js';
import { SOON_DONE, TookTooLong, type TimeLimit } from '../syntax/time-limit.js';

/** A stretch that a search found, with its named captures. */
export interface Match {
  readonly start: number;
  readonly end: number;
  readonly captures: ReadonlyMap<string, { readonly start: number; readonly end: number; readonly text: string }>;
}

/** The most matches in progress at a time; only a query that combines nearly everything with nearly everything needs more. */
const MOST_OPEN = 4096;

/** Milliseconds that one query may take in one file. */
const LONGEST = 2000;

/** Inserts option values into a query: texts in quote marks, a list as several texts. */
function fillQuery(query: string, options: OptionValues): string {
  const quoted = (value: OptionValue): string => JSON.stringify(String(value));
  return fillIn(query, (name) => {
    const value = options[name];
    if (value === undefined) return undefined;
    return Array.isArray(value) ? value.map(quoted).join(' ') : quoted(value);
  });
}

/**
 * Finds all matches of a regular expression (RE2, `^` and `$` match at line ends) in time linear in the text.
 * @throws SearchStopped if it takes too long.
 */
export function searchPattern(pattern: RE2JS, text: string, limit: TimeLimit): Match[] {
  // Setting a limit takes a while itself.
  return pattern.programSize() * text.length < SMALL_SEARCH
    ? allMatches(pattern, text)
    : limited(limit, () => allMatches(pattern, text));
}

/**
 * The product of a pattern's size and a text's length below which a search cannot take {@link LONGEST}: a core of 2 GHz does
 * about twice as much in that time.
 */
const SMALL_SEARCH = 2_000_000;

/** Runs what a house rule asks for, in the time that it has. @throws SearchStopped if it takes too long. */
export function limited<Result>(limit: TimeLimit, work: () => Result): Result {
  try {
    return limit.within(LONGEST, work);
  } catch (error) {
    throw error instanceof TookTooLong ? new SearchStopped(`it takes longer than ${LONGEST / 1000} s`) : error;
  }
}

function allMatches(pattern: RE2JS, text: string): Match[] {
  const matches: Match[] = [];
  const names = Object.keys(pattern.namedGroups());
  const matcher = pattern.matcher(text);
  while (matcher.find()) {
    const [start, end] = [matcher.start(), matcher.end()];
    if (start === end) continue;
    const captures = new Map(names.flatMap((name) => {
      const written = matcher.group(name);
      const from = matcher.start(name);
      return written === null || from < 0 ? [] : [[name, { start: from, end: from + written.length, text: written }] as const];
    }));
    matches.push({ start, end, captures });
  }
  return matches;
}

/** The deepest nesting of a query: the engine crashes over about thirty times as much, and people need less than ten. */
const DEEPEST_QUERY = 100;

/**
 * A query below both is run without a clock of its own, whose setting takes longer than most searches; in characters, and in `*`,
 * `+` and `?`.
 */
const LONGEST_SIMPLE = 5000;
const MOST_REPETITIONS = 10;

/** How often a query says `*`, `+` or `?` of a part: the names of predicates end with `?`, too. */
function repetitionsIn(query: string): number {
  return [...query.matchAll(/"(?:\\[^]|[^"\\])*(?:"|\\?$)|;.*|[*+]|(?<=[)\]"])\?/g)].filter(([part]) => part.length === 1).length;
}

/** Why a query is not given to the engine; null if it may be. */
function queryExcess(query: string): string | null {
  if (query.length > LONGEST_SOURCE) return tooLong();
  let depth = 0;
  // Texts and comments first, so that a bracket in them is none.
  for (const [part] of query.matchAll(/"(?:\\[^]|[^"\\])*(?:"|\\?$)|;.*|[()[\]]/g)) {
    if (part === '(' || part === '[') depth += 1;
    else if (part === ')' || part === ']') depth -= 1;
    if (depth > DEEPEST_QUERY) return `its brackets are nested more than ${DEEPEST_QUERY} deep`;
  }
  return null;
}

/** What is wrong with a query. */
interface QueryMistake {
  readonly what: string;
  /** The text at the error; null if the error concerns the whole. */
  readonly near: string | null;
}

/**
 * A query of a house rule. Predicates with regular expressions are not left to the package, whose engine can take
 * forever: they are renamed so that it ignores them, and are evaluated here.
 */
export class HouseQuery {
  private readonly query: Query;
  private readonly expressions = new Map<string, RE2JS>();
  /** Whether no step of the engine can take long. */
  private readonly isSimple: boolean;

  /** @throws QueryError or Error if the query does not fit the grammar. */
  constructor(grammar: Grammar, query: string, options: OptionValues) {
    const filled = fillQuery(query, options);
    const excess = queryExcess(filled);
    if (excess !== null) throw new SearchStopped(excess);
    this.isSimple = filled.length < LONGEST_SIMPLE && repetitionsIn(filled) < MOST_REPETITIONS;
    this.query = new Query(
      grammar, filled.replace(/#(not-|any-not-|any-)?match\?/g, (_, kind: string | undefined) => `#${kind ?? ''}like?`),
    );
    if (!this.query.captureNames.includes('finding')) throw new Error('it names no @finding');
    for (const predicates of this.query.predicates) {
      for (const { operator, operands } of predicates) {
        const [left, right] = operands;
        if (!/^(?:not-|any-|any-not-)?like\?$/.test(operator)) throw new Error(`there is no predicate #${operator}`);
        if (operands.length !== 2 || left?.type !== 'capture' || right?.type !== 'string') {
          throw new Error('#match? takes a capture and a regular expression');
        }
        this.expressions.set(right.value, RE2JS.compile(right.value));
      }
    }
  }

  /** All matches of the query in a tree. @throws SearchStopped if it takes too long. */
  search(root: Parameters<Query['matches']>[0], limit: TimeLimit): Match[] {
    const start = performance.now();
    let isLate = false;
    const stop = (): boolean => {
      isLate ||= performance.now() - start > LONGEST;
      return isLate;
    };
    const ask = (): QueryMatch[] => this.query.matches(root, { matchLimit: MOST_OPEN, progressCallback: stop as never });
    // The engine asks whether to stop only now and then, and with many repetitions a single of its steps can take seconds.
    const matches = this.isSimple ? ask() : limited(limit, ask);
    if (isLate || this.query.didExceedMatchLimit()) throw new SearchStopped('a search was stopped');
    const size = [...this.expressions.values()].reduce((sum, expression) => sum + expression.programSize(), 0) * matches.length;
    const chosen = (): Match[] => matches.filter((match) => this.isMeant(match)).flatMap(foundBy);
    return size < SMALL_SEARCH && root.endIndex < SOON_DONE ? chosen() : limited(limit, chosen);
  }

  private isMeant({ patternIndex, captures }: QueryMatch): boolean {
    return (this.query.predicates[patternIndex] ?? []).every(({ operator, operands }) => {
      const [capture, expression] = operands as unknown as [{ readonly name: string }, { readonly value: string }];
      const nodes = captures.filter(({ name }) => name === capture.name);
      const isNegative = operator.includes('not-');
      const holds = ({ node }: QueryCapture): boolean =>
        (this.expressions.get(expression.value) as RE2JS).matcher(node.text).find() !== isNegative;
      return operator.startsWith('any-') ? nodes.some(holds) : nodes.every(holds);
    });
  }
}

function foundBy({ captures }: QueryMatch): Match[] {
  const named = new Map(
    captures.map(({ name, node }) => [name, { start: node.startIndex, end: node.endIndex, text: node.text }]),
  );
  return captures.filter(({ name }) => name === 'finding')
    .map(({ node }) => ({ start: node.startIndex, end: node.endIndex, captures: named }));
}

/** What is wrong with a query for a grammar; null if it fits. @param limit says how to end what takes too long. */
export function queryMistake(grammar: Grammar, query: string, options: OptionValues, limit: TimeLimit): QueryMistake | null {
  try {
    limited(limit, () => new HouseQuery(grammar, query, options));
    return null;
  } catch (error) {
    if (isQueryError(error)) return {
      what: describe(error), near: fillQuery(query, options).slice(error.index).split('\n', 1)[0]?.slice(0, 40) ?? null,
    };
    return { what: error instanceof Error ? error.message : String(error), near: null };
  }
}

/** The package's own error for queries, which it does not export. */
interface QueryError extends Error {
  readonly kind: number;
  readonly info: { readonly word?: string };
  readonly index: number;
}

function isQueryError(error: unknown): error is QueryError {
  return error instanceof Error && error.name === 'QueryError';
}

function describe({ kind, info: { word = '' } }: QueryError): string {
  switch (kind) {
    case 2:
      return `the grammar has no node “${word}”`;
    case 3:
      return `the grammar has no field “${word}”`;
    case 4:
      return `nothing is captured as @${word}`;
    case 5:
      return 'the grammar allows no such structure';
    default:
      return 'it is not written as queries are: look for a bracket';
  }
}
