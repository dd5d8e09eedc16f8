import { RE2JS } from 're2js';
import { Query, type Language as Grammar, type QueryCapture, type QueryMatch } from 'web-tree-sitter';
import { fillIn } from '../inspect/fill-in.js';
import type { OptionValue, OptionValues } from '../model/option.js';

/** Thrown when a house rule's search is stopped: it took too long, or had too many matches in progress. */
export class SearchStopped extends Error {
  override readonly name = 'SearchStopped';
}

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

/** Inserts option values into a regular expression: texts literally, a list as a choice of its items. */
export function fillPattern(pattern: string, options: OptionValues): string {
  return fillIn(pattern, (name) => {
    const value = options[name];
    if (value === undefined) return undefined;
    return Array.isArray(value) ? `(?:${value.map((item) => RE2JS.quote(String(item))).join('|')})` : RE2JS.quote(String(value));
  });
}

/** Inserts option values into a query: texts in quote marks, a list as several texts. */
function fillQuery(query: string, options: OptionValues): string {
  const quoted = (value: OptionValue): string => JSON.stringify(String(value));
  return fillIn(query, (name) => {
    const value = options[name];
    if (value === undefined) return undefined;
    return Array.isArray(value) ? value.map(quoted).join(' ') : quoted(value);
  });
}

/** Finds all matches of a regular expression (RE2, `^` and `$` match at line ends) in time linear in the text. */
export function searchPattern(pattern: RE2JS, text: string): Match[] {
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

/** The regular expression of a house rule with its options inserted. @throws RE2JSException if it is not valid. */
export function compilePattern(pattern: string, options: OptionValues): RE2JS {
  return RE2JS.compile(fillPattern(pattern, options), RE2JS.MULTILINE);
}

/** What is wrong with a query. */
export interface QueryMistake {
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

  /** @throws QueryError or Error if the query does not fit the grammar. */
  constructor(grammar: Grammar, query: string, options: OptionValues) {
    this.query = new Query(grammar, fillQuery(query, options).replace(/#(not-|any-not-|any-)?match\?/g, (_, kind: string | undefined) => `#${kind ?? ''}like?`));
    if (!this.query.captureNames.includes('finding')) throw new Error('it names no @finding');
    for (const predicates of this.query.predicates) {
      for (const { operator, operands } of predicates) {
        const [left, right] = operands;
        if (!/^(?:not-|any-|any-not-)?like\?$/.test(operator)) throw new Error(`there is no predicate #${operator}`);
        if (operands.length !== 2 || left?.type !== 'capture' || right?.type !== 'string') throw new Error('#match? takes a capture and a regular expression');
        this.expressions.set(right.value, RE2JS.compile(right.value));
      }
    }
  }

  /** All matches of the query in a tree. @throws SearchStopped if it takes too long. */
  search(root: Parameters<Query['matches']>[0]): Match[] {
    const start = performance.now();
    let isLate = false;
    const stop = (): boolean => {
      isLate ||= performance.now() - start > LONGEST;
      return isLate;
    };
    const matches = this.query.matches(root, { matchLimit: MOST_OPEN, progressCallback: stop as never });
    if (isLate || this.query.didExceedMatchLimit()) throw new SearchStopped('a search was stopped');
    return matches.filter((match) => this.isMeant(match)).flatMap(foundBy);
  }

  private isMeant({ patternIndex, captures }: QueryMatch): boolean {
    return (this.query.predicates[patternIndex] ?? []).every(({ operator, operands }) => {
      const [capture, expression] = operands as unknown as [{ readonly name: string }, { readonly value: string }];
      const nodes = captures.filter(({ name }) => name === capture.name);
      const isNegative = operator.includes('not-');
      const holds = ({ node }: QueryCapture): boolean => (this.expressions.get(expression.value) as RE2JS).matcher(node.text).find() !== isNegative;
      return operator.startsWith('any-') ? nodes.some(holds) : nodes.every(holds);
    });
  }
}

function foundBy({ captures }: QueryMatch): Match[] {
  const named = new Map(captures.map(({ name, node }) => [name, { start: node.startIndex, end: node.endIndex, text: node.text }]));
  return captures.filter(({ name }) => name === 'finding').map(({ node }) => ({ start: node.startIndex, end: node.endIndex, captures: named }));
}

/** What is wrong with a query for a grammar; null if it fits. */
export function queryMistake(grammar: Grammar, query: string, options: OptionValues): QueryMistake | null {
  try {
    new HouseQuery(grammar, query, options);
    return null;
  } catch (error) {
    if (isQueryError(error)) return { what: describe(error), near: fillQuery(query, options).slice(error.index).split('\n', 1)[0]?.slice(0, 40) ?? null };
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
