import fc from 'fast-check';
import { beforeAll, expect, test } from 'vitest';
import { CATALOG } from '../../src/core/catalog/registry.js';
import type { Tools } from '../../src/core/inspect/inspect-file.js';
import { inspect } from '../support/inspect.js';
import { Planner } from '../../src/core/inspect/plan.js';
import { repairFile } from '../../src/core/inspect/repair-file.js';
import type { RuleSet } from '../../src/core/model/rule-set.js';
import { SourceText } from '../../src/core/base/source-text.js';
import { isComment, type SyntaxNode } from '../../src/core/syntax/node.js';
import { Spelling } from '../../src/core/syntax/spelling.js';
import { builtDictionary, builtGrammars } from '../support/grammars.js';
import { parsedExamples } from '../support/example-codes.js';
import { textOf, withSource } from '../support/sources.js';
import { runs } from '../support/runs.js';
import { GRAMMARS } from '../../src/core/languages/languages.js';

const grammars = builtGrammars();
const tools: Tools = {
  today: '2026-11-23',
  needsReasons: false,
  ownFiles: new Set<string>(),
  grammars,
  planner: new Planner(CATALOG, grammars),
  spelling: new Spelling(builtDictionary),
};
beforeAll(() => grammars.load(GRAMMARS));

/** Languages in which a line's indentation or end says something, so the tokens alone do not determine the meaning. */
const MEANINGFUL = new Set(['python', 'yaml', 'shell', 'html', 'go']);

const LAYOUT = ['text/trailing-blanks', 'text/final-newline', 'text/line-ending', 'text/indent', 'text/blank-runs'];

function setOf(ids: readonly string[]): RuleSet {
  const rules = CATALOG.rules.filter(({ id }) => ids.includes(id));
  return {
    id: ids.join(' '),
    rules: new Map(rules.map((rule) => [rule.id, {
      level: 'note' as const, options: rule.defaults, waivers: 'allow' as const, fix: 'allow' as const, ledger: 'allow' as const,
    }])),
  };
}

/**
 * The tokens of a file, without what is between them. Comments count only by their presence; line ends inside strings are one
 * decision for the file.
 */
function tokensOf(text: SourceText): string[] {
  return withSource(grammars, text, ({ tree }) => {
    const tokens: string[] = [];
    tree.root.walk((node: SyntaxNode) => {
      if (isComment(node)) tokens.push('comment');
      // The preprocessor drops blanks around what a macro stands for (C++, [cpp.replace]), and the system those after a program's
      // name.
      else if (node.first === null && node.text.trim() !== '') {
        tokens.push(`${node.type} `
          + (/^(?:preproc_arg|hash_bang_line)$/.test(node.type) ? node.text.trim() : node.text.replaceAll('\r\n', '\n')));
      }
      return !isComment(node);
    });
    return tokens;
  });
}

function parses(text: SourceText): boolean {
  return withSource(grammars, text, ({ root }) => !root.hasError);
}

const codes = parsedExamples().filter(({ language, code }) => !MEANINGFUL.has(language) && code.length < 400);

/** The same code with the layout of somebody who does not care. */
const untidy = fc.record({
  example: fc.constantFrom(...codes),
  lineEnd: fc.constantFrom('\n', '\r\n'),
  blanks: fc.array(fc.constantFrom('', '', ' ', '\t', '  \t'), { minLength: 1, maxLength: 6 }),
  indents: fc.array(fc.constantFrom('', '', ' ', '\t', '   '), { minLength: 1, maxLength: 6 }),
  gaps: fc.array(fc.constantFrom(0, 0, 0, 1, 4), { minLength: 1, maxLength: 5 }),
}).map(({ example, lineEnd, blanks, indents, gaps }) => {
  const lines = example.code.split('\n').map((line, index) => {
    const gap = lineEnd.repeat(gaps[index % gaps.length] ?? 0);
    return `${gap}${indents[index % indents.length]}${line}${blanks[index % blanks.length]}`;
  });
  return textOf(example.language, lines.join(lineEnd), example.file);
});

test('layout repairs change nothing but whitespace, and nothing when they run again', () => {
  const set = setOf(LAYOUT);
  fc.assert(fc.property(untidy, (text) => {
    fc.pre(parses(text));
    const { text: tidy, withdrawn } = repairFile(text, set, tools, () => true);
    expect(tokensOf(tidy), JSON.stringify([text.text, tidy.text])).toEqual(tokensOf(text));
    expect(withdrawn).toEqual([]);
    expect(inspect(tidy, set, tools).findings.filter(({ repair }) => repair !== null)).toEqual([]);
    expect(repairFile(tidy, set, tools, () => true).text.text).toBe(tidy.text);
  }), { numRuns: runs(200, 12_000) });
});

test('all repairs together leave code that was made of many pieces no worse, and come to an end', () => {
  const byLanguage = new Map<string, string[]>();
  for (const { language, file, code } of parsedExamples()) {
    if (file === undefined && code.length < 300) byLanguage.set(language, [...byLanguage.get(language) ?? [], code]);
  }
  const every = setOf(
    CATALOG.rules.map(({ id }) => id).filter((id) => id !== 'slips/settable-constant' && id !== 'words/spelling'),
  );
  const pieces = fc.constantFrom('javascript', 'typescript', 'python', 'java', 'css', 'cpp').chain((language) =>
    fc.array(fc.constantFrom(...byLanguage.get(language) as string[]), { minLength: 2, maxLength: 5 }).map((parts) =>
      textOf(language, parts.map((part) => (part.endsWith('\n') ? part : `${part}\n`)).join(''))));
  fc.assert(fc.property(pieces, (text) => {
    const wasRight = parses(text);
    const once = repairFile(text, every, tools, () => true);
    if (wasRight) expect(parses(once.text), JSON.stringify([text.text, once.text.text])).toBe(true);
    const again = repairFile(once.text, every, tools, () => true);
    // What went in circles was reported as withdrawn; everything else stays.
    if (once.withdrawn.length === 0) expect(again.text.text, text.text).toBe(once.text.text);
  }), { numRuns: runs(25, 1_600) });
});
