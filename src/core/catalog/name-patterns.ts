import { RE2JS } from 're2js';
import { lazily } from '../model/lazily.js';

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
  const natives = others.flatMap((pattern) => nativeOf(pattern) ?? []);
  const foreign = others.filter((pattern) => nativeOf(pattern) === null);
  // Compiling takes longer than most files, and most projects have no name that it is asked about.
  const [all, rest] = [others, foreign].map((own) => lazily(() => RE2JS.compile(own.map((pattern) => `(?:${pattern})`).join('|')))) as [() => RE2JS, () => RE2JS];
  const isMatched = (name: string): boolean => {
    if (name.length > LONGEST_NATIVE) return all().matches(name);
    return natives.some((native) => native.test(name)) || (foreign.length > 0 && rest().matches(name));
  };
  const known = new Map<string, boolean>();
  return (name) => {
    if (plain.has(name)) return true;
    let matches = known.get(name);
    if (matches === undefined) known.set(name, (matches = isMatched(name)));
    return matches;
  };
}

/** In longer names V8 might try the two gaps of a pattern in too many ways; RE2 takes a time that grows with the name alone. */
const LONGEST_NATIVE = 200;

/** Words, choices of words and gaps: what nearly all patterns for names are made of. */
const SIMPLE = /^(\(\?i\))?((?:[\w-]|\.[*?]|\(\?:[\w-]+(?:\|[\w-]+)*\))*)$/;

/** How many there may be of each part that can be matched in several ways: V8 tries them all, and more would take it for ever. */
const MOST = [[/\.\*/g, 2], [/\.\?/g, 1], [/\(/g, 1]] as const;

/** The same pattern for V8, which needs a hundredth of the time that RE2 takes to compile it; null for any that is not {@link SIMPLE}. */
function nativeOf(pattern: string): RegExp | null {
  const [whole, ignoresCase, body = ''] = SIMPLE.exec(pattern) ?? [];
  if (whole === undefined || MOST.some(([part, most]) => (body.match(part)?.length ?? 0) > most)) return null;
  // A dot of RE2 stands for all but a line feed.
  return new RegExp(`^(?:${body.replace(/\.(?=[*?])/g, '[^\\n]')})$`, ignoresCase === undefined ? 'u' : 'iu');
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
