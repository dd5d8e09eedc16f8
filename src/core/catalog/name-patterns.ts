import { RE2JS } from 're2js';

/** Answers whether a whole name matches one of some patterns. */
export type NameTest = (name: string) => boolean;

const tests = new WeakMap<readonly string[], NameTest>();

/**
 * The test of a list of regular expressions (RE2). Names come up again and again, so each is matched once.
 * Its test throws RE2JSException when one of them is none; option values have been checked for that.
 */
export function nameTest(patterns: readonly string[]): NameTest {
  let test = tests.get(patterns);
  if (test === undefined) tests.set(patterns, (test = makeTest(patterns)));
  return test;
}

function makeTest(patterns: readonly string[]): NameTest {
  const plain = new Set(patterns.flatMap(plainNames));
  const others = patterns.filter((pattern) => plainNames(pattern).length === 0);
  if (others.length === 0) return (name) => plain.has(name);
  // Compiling takes longer than most files, and most projects have no name that it is asked about.
  let expression: RE2JS | null = null;
  const known = new Map<string, boolean>();
  return (name) => {
    if (plain.has(name)) return true;
    let matches = known.get(name);
    if (matches === undefined) {
      expression ??= RE2JS.compile(others.map((pattern) => `(?:${pattern})`).join('|'));
      known.set(name, (matches = expression.matches(name)));
    }
    return matches;
  };
}

/** The names that a plain word or a list of single letters matches; none for any other pattern. */
function plainNames(pattern: string): string[] {
  if (/^\w+$/.test(pattern)) return [pattern];
  return /^\[\w+\]$/.test(pattern) ? [...pattern.slice(1, -1)] : [];
}

const searches = new Map<string, RE2JS>();

/** The regular expression (RE2) of a text, compiled once. @throws RE2JSException when it is none. */
export function compiled(pattern: string): RE2JS {
  let expression = searches.get(pattern);
  if (expression === undefined) searches.set(pattern, (expression = RE2JS.compile(pattern)));
  return expression;
}
