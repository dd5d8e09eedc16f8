import { readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';
import fc from 'fast-check';
import { beforeAll, expect, test } from 'vitest';
import { CATALOG } from '../../src/core/catalog/registry.js';
import { inspect } from '../support/inspect.js';
import { repairFile } from '../../src/core/inspect/repair-file.js';
import { grammarFor, type Language } from '../../src/core/base/language.js';
import { SourceText } from '../../src/core/base/source-text.js';
import { builtGrammars } from '../support/grammars.js';
import { HAS_TIME, runs } from '../support/runs.js';
import { textOf, withSource } from '../support/sources.js';
import { builtTools, notesOf } from '../support/tools.js';
import { GRAMMARS, languageById } from '../../src/core/languages/languages.js';

const grammars = builtGrammars();
const tools = builtTools(grammars);
beforeAll(() => grammars.load(GRAMMARS));

/** A leaf of the syntax tree. */
interface Token {
  readonly start: number;
  readonly end: number;
  readonly text: string;
}

/** The tokens of a text but for commas; null if it does not parse. */
function tokensOf(text: SourceText): Token[] | null {
  return withSource(grammars, text, ({ tree, root }) => {
    if (root.hasError) return null;
    const tokens: Token[] = [];
    tree.root.walk((node) => {
      if (node.first === null && node.end > node.start) tokens.push({ start: node.start, end: node.end, text: node.text });
      return true;
    });
    return tokens;
  });
}

function wordsOf(text: SourceText): string[] | null {
  return tokensOf(text)?.flatMap((token) => (token.text === ',' ? [] : [token.text.trim()])) ?? null;
}

/** Takes blanks between tokens away, adds some, and breaks lines apart, as chance has it. */
function scrambled(text: SourceText, salt: number): SourceText {
  const tokens = tokensOf(text) ?? [];
  let [state, out, at] = [salt + 1, '', 0];
  const chance = (): number => (state = (state * 48_271) % 2_147_483_647) % 6;
  for (const [index, { start, end }] of tokens.entries()) {
    const gap = text.text.slice(at, start);
    const next = tokens[index - 1];
    const mayGo = next !== undefined
      && /^[ \t]+$/.test(gap) && (/\W$/.test(next.text) !== /^\W/.test(text.text.slice(start, end)));
    const doubled = /^ +$/.test(gap) && chance() === 0 ? `${gap} ` : gap;
    out += (mayGo && chance() < 3 ? '' : /^\n\n/.test(doubled) && chance() < 2 ? doubled.slice(1) : doubled)
      + text.text.slice(start, end);
    at = end;
  }
  return new SourceText(text.path, text.language, out + text.text.slice(at));
}

const LANGUAGES = [
  'javascript', 'typescript', 'python', 'java', 'php', 'cpp', 'c', 'css', 'go', 'csharp', 'kotlin', 'ruby', 'rust',
];
const root = path.join(import.meta.dirname, '../../src/core');
const samples: readonly SourceText[] = [
  ...CATALOG.rules.flatMap(({ examples }) => examples.flatMap(({ language, code, file }) =>
    (LANGUAGES.includes(language) && file === undefined && !code.startsWith('\uFEFF') ? [textOf(language, code)] : []))),
  ...readdirSync(root, { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('.ts'))
    .map((name) => new SourceText(name, languageById('typescript') as Language, readFileSync(path.join(root, name), 'utf8'))),
].filter((text) => grammarFor(text.language, text.path) !== null);

const options = fc.record({
  'text/alignment': fc.record({ style: fc.constantFrom('single', 'columns') }), 'idiom/last-comma': fc.record(
    { style: fc.constantFrom('in-columns', 'none') },
  ),
  'text/blank-between': fc.record({ outside: fc.constantFrom(1, 2), inside: fc.constantFrom(0, 1) }),
  'text/spacing': fc.constant({}),
});

test('rules about layout settle together in one run, and change nothing but blanks and commas', () => {
  let changed = 0;
  fc.assert(fc.property(fc.nat({ max: samples.length - 1 }), fc.nat(), options, (index, salt, chosen) => {
    const sample = samples[index] as SourceText;
    const before = scrambled(sample, salt);
    const words = wordsOf(before);
    if (words === null) return;
    const set = notesOf(chosen);
    const { text: after, withdrawn } = repairFile(before, set, tools, () => true);
    expect(wordsOf(after), before.text).toEqual(words);
    expect(withdrawn.map(({ rule, message }) => `${rule} ${message}`), before.text).toEqual([]);
    expect(inspect(after, set, tools).findings.filter(({ repair }) => repair !== null)
      .map(({ rule, message }) => `${rule} ${message}`), after.text).toEqual([]);
    expect(repairFile(after, set, tools, () => true).text.text).toBe(after.text);
    if (after.text !== before.text) changed += 1;
  }), { numRuns: runs(40, 2_500) });
  // How many runs there are depends on the machine, unless there is time.
  if (HAS_TIME) expect(changed).toBeGreaterThan(100);
});
