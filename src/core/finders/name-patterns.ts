import { RE2JS } from 're2js';
import { lazily } from '../base/lazily.js';

/** Tests whether a name matches one of the patterns: as a whole, unless the pattern itself marks where a name begins or ends. */
type NameTest = (name: string) => boolean;

const tests = new WeakMap<readonly string[], NameTest>();

/**
 * The test for a list of regular expressions (RE2). Names recur, so each is matched once.
 * The test throws RE2JSException if one of them is not valid; option values have been checked for that.
 */
export function nameTest(patterns: readonly string[]): NameTest {
  let test = tests.get(patterns);
  if (test === undefined) tests.set(patterns, (test = makeTest(patterns)));
  return test;
}

/**
 * A pattern for whole names. One that itself marks where a name begins or ends is taken literally: `^(C|GC)_` matches names that
 * begin so, whatever follows.
 */
function wholePattern(pattern: string): string {
  return /^\^|(?:^|[^\\])(?:\\\\)*\$$/.test(pattern) ? `(?s:.*)(?:${pattern})(?s:.*)` : pattern;
}

function makeTest(written: readonly string[]): NameTest {
  const patterns = written.map(wholePattern);
  const plain = new Set(patterns.flatMap(plainNames));
  const others = patterns.filter((pattern) => plainNames(pattern).length === 0);
  if (others.length === 0) return (name) => plain.has(name);
  const natives = others.flatMap((pattern) => nativeOf(pattern) ?? []);
  const foreign = others.filter((pattern) => nativeOf(pattern) === null);
  // Compiling takes longer than checking most files, and most projects have no name to test.
  const [all, rest] =
    [others, foreign].map((own) => lazily(() => RE2JS.compile(own.map((pattern) => `(?:${pattern})`).join('|')))) as [
      () => RE2JS,
      () => RE2JS,
    ];
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

/** In longer texts V8 might try the two gaps of a pattern in too many ways; RE2 takes a time that grows with the name alone. */
const LONGEST_NATIVE = 200;

/** Words, alternatives and gaps: nearly all patterns for names consist of these. */
const SIMPLE = /^(\(\?i\))?((?:[\w-]|\.[*?]|\(\?:[\w-]+(?:\|[\w-]+)*\))*)$/;

/** The most ambiguous parts allowed of each kind: V8 tries all ways to match them, and with more it would take forever. */
const MOST = [[/\.\*/g, 2], [/\.\?/g, 1], [/\(/g, 1]] as const;

/** The default patterns of Elvar's own rules: their cost in V8 is known, and tests compare the results with RE2. */
const shipped = new Set<string>();

/** Registers patterns that come from no file. They start with (?i) or have no flag. */
export function shipPatterns(patterns: readonly string[]): void {
  for (const pattern of patterns) shipped.add(pattern);
}

/** The same pattern for V8, which compiles it a hundred times faster than RE2; null if matching might take V8 too long. */
function nativeOf(pattern: string): RegExp | null {
  return shipped.has(pattern) || isSimple(pattern) ? translated(pattern, (body) => `^(?:${body})$`) : null;
}

function isSimple(pattern: string): boolean {
  const body = SIMPLE.exec(pattern)?.[2];
  return body !== undefined && MOST.every(([part, most]) => (body.match(part)?.length ?? 0) <= most);
}

/** An escaped character, a character class, or a dot. */
const PARTS = /\\.|\[(?:\\.|[^\]\\])*(?:\]|$)|\./g;

function translated(pattern: string, around: (body: string) => string = (body) => body): RegExp {
  const ignoresCase = pattern.startsWith('(?i)');
  // A dot in RE2 matches everything except a line feed.
  const body = pattern.slice(ignoresCase ? 4 : 0).replace(PARTS, (part) => (part === '.' ? '[^\\n]' : part));
  return new RegExp(around(body), ignoresCase ? 'iu' : 'u');
}

/** The names that a plain word or a class of single letters matches; empty for any other pattern. */
function plainNames(pattern: string): string[] {
  if (/^\w+$/.test(pattern)) return [pattern];
  return /^\[\w+\]$/.test(pattern) ? [...pattern.slice(1, -1)] : [];
}

/** A regular expression (RE2) to search texts with. */
interface TextPattern {
  /** Whether it matches anywhere in a text. */
  readonly test: (text: string) => boolean;
  /** Whether it matches a whole text, or itself marks where the text begins or ends. */
  readonly matches: (text: string) => boolean;
}

const textPatterns = new Map<string, TextPattern>();

/** The regular expression (RE2) for a text, compiled once. Its methods throw RE2JSException if it is not valid. */
export function textPattern(pattern: string): TextPattern {
  let made = textPatterns.get(pattern);
  if (made === undefined) textPatterns.set(pattern, (made = makeTextPattern(pattern)));
  return made;
}

function makeTextPattern(pattern: string): TextPattern {
  const slow = lazily(() => RE2JS.compile(pattern));
  const wholeName = lazily(() => RE2JS.compile(wholePattern(pattern)));
  const [search, whole] = [
    shipped.has(pattern) ? translated(pattern) : null,
    wholePattern(pattern) === pattern ? nativeOf(pattern) : null,
  ];
  return {
    test: (text) => (search === null || text.length > LONGEST_NATIVE ? slow().test(text) : search.test(text)),
    matches: (text) => (whole === null || text.length > LONGEST_NATIVE ? wholeName().matches(text) : whole.test(text)),
  };
}
