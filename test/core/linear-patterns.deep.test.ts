import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { expect, test } from 'vitest';
import { STOPWATCH } from '../../src/host/inspection/stopwatch.js';
import { builtGrammars } from '../support/grammars.js';

const SOURCES = path.join(import.meta.dirname, '..', '..', 'src');

/**
 * How long a run of one character is. A pattern that looks at each of its stretches takes some hundred million steps for that.
 */
const LENGTH = 60_000;

/** Milliseconds: a hundred times what a pattern takes that goes through the text once. */
const SOON = 250;

/** Milliseconds that a pattern may take on the slowest machine. */
const FAR_TOO_LONG = 8_000;

/** Characters of each class, and what is made of two. */
const RUNS = [
  ' ', '\t', '\n', 'a', 'A', '0', '_', '-', '.', '/', '\\', '"', "'", '`', '(', '[', '{', '<', '*', '#', ':', ',', '@', '=',
  '\u001b', 'a ', 'a.', '\n ', '0 ', '/*', '"\\',
];

/** Patterns that get only short texts, and which ones. */
const SHORT: Readonly<Record<string, RegExp>> = {
  'what the parser of the command line prints': /^cli\/command-line\//,
  'forty characters':
    /^core\/(?:languages\/python\/[a-z-]+\.ts .*\[ \\t\]\*,\?|catalog\/safety\/secret-literal\.ts \/\[\\w\.-\]\*\$)/,
  'lines of two thousand characters': /^core\/languages\/code-lines/,
  'queries of five thousand characters': /^core\/catalog\/house-search\.ts .*\[\*\+\]/,
};

interface Pattern {
  readonly where: string;
  readonly source: string;
  readonly flags: string;
}

/** Each regular expression that is written in the sources, once. */
async function patterns(): Promise<Pattern[]> {
  const all = builtGrammars();
  await all.load(['typescript']);
  const found = new Map<string, Pattern>();
  for (const file of readdirSync(SOURCES, { recursive: true, encoding: 'utf8' }).filter((name) => name.endsWith('.ts')).sort()) {
    const tree = all.parse(readFileSync(path.join(SOURCES, file), 'utf8'), 'typescript');
    for (const node of tree.rootNode.descendantsOfType('regex')) {
      const [, source = '', flags = ''] = /^\/(.*)\/([a-z]*)$/s.exec(node?.text ?? '') ?? [];
      const where = `${file.split(path.sep).join('/')} /${source}/${flags}`;
      if (!Object.values(SHORT).some((short) => short.test(where))) found.set(`${source}/${flags}`, { where, source, flags });
    }
    tree.delete();
  }
  return [...found.values()];
}

/** Texts that the beginning of a pattern may match, so that what comes after it meets the run. */
function beginnings({ source }: Pattern): string[] {
  const whole = sampleOf(source);
  return ['', ...Array.from({ length: Math.min(whole.length, 8) }, (_, end) => whole.slice(0, end + 1))];
}

/** What classes of characters stand for; those that are left out are places. */
const CLASSES: Readonly<Record<string, string>> = {
  s: ' ', d: '0', w: 'a', S: 'a', D: 'a', W: ' ', n: '\n', t: '\t', r: '\r', b: '', B: '', p: 'A', u: '',
};

/**
 * A text that a pattern may well match: each part once, and the first of several ways. It need not match for the test to say
 * something.
 */
function sampleOf(source: string): string {
  let sample = '';
  let depth = 0;
  // Inside groups, the ways after the first are passed over.
  let skips = Infinity;
  for (const [part] of source.matchAll(
    /\\[pk][{<][^}>]*[}>]|\\.|\[\^?(?:\\.|[^\]\\])*\]|\(\?<?[=!]|\(\?(?::|<\w+>)|[()|]|\{\d+(?:,\d*)?\}\??|[*+?]\??|[^]/g,
  )) {
    if (part.startsWith('(')) depth += 1;
    else if (part === ')') {
      depth -= 1;
      if (depth < skips) skips = Infinity;
    } else if (part === '|') skips = Math.min(skips, depth);
    else if (depth < skips && !/^(?:[*+?^$]\??|\{\d)/.test(part)) sample += characterOf(part);
  }
  return sample;
}

function characterOf(part: string): string {
  if (part.startsWith('\\')) return CLASSES[part[1] as string] ?? part.slice(1);
  if (!part.startsWith('[')) return part === '.' ? 'a' : part;
  return part.startsWith('[^') || part.length < 3 ? 'a' : characterOf(part[1] === '\\' ? part.slice(1, 3) : part[1] as string);
}

/** Milliseconds that a pattern takes for its first matches in a text; at most so many. */
function timeOf(pattern: RegExp, text: string, most: number): number {
  const start = performance.now();
  try {
    STOPWATCH.within(most, () => {
      pattern.lastIndex = 0;
      for (let matches = 0; matches < 3; matches += 1) {
        const match = pattern.exec(text);
        if (match === null) break;
        if (match[0] === '') pattern.lastIndex += 1;
      }
    });
    return performance.now() - start;
  } catch {
    return Infinity;
  }
}

/**
 * Whether a pattern takes no more than in proportion to the length of a text. What is done soon is; of anything else two lengths
 * are compared, since a machine may be slow, and another program may have taken the time.
 */
function isLinear(pattern: RegExp, textOf: (length: number) => string): boolean {
  if (timeOf(pattern, textOf(LENGTH), SOON) < Infinity) return true;
  return [1, 2, 3].some(() => {
    const once = timeOf(pattern, textOf(LENGTH), FAR_TOO_LONG);
    return once < Infinity && timeOf(pattern, textOf(2 * LENGTH), 3 * once) < Infinity;
  });
}

test('each pattern looks through long runs of characters in time that grows with their length only', async () => {
  const all = await patterns();
  expect(all.length).toBeGreaterThan(1000);
  const slow: string[] = [];
  for (const one of all) {
    const pattern = new RegExp(one.source, one.flags.includes('g') || one.flags.includes('y') ? one.flags : `${one.flags}g`);
    for (const beginning of beginnings(one)) {
      const runs = beginning !== '' ? [...new Set([' ', '\t', 'a', '0', beginning.at(-1) as string, beginning])] : RUNS;
      const worst = runs.find((run) => {
        return !isLinear(pattern, (length) => `${beginning}${run.repeat(length / run.length)}\0`);
      });
      if (worst === undefined) continue;
      slow.push(`${one.where} takes long for ${JSON.stringify(beginning)} and ${JSON.stringify(worst)}`);
      break;
    }
  }
  expect(slow).toEqual([]);
});
