import { Parser, type Tree } from 'web-tree-sitter';
import { beforeAll, describe, expect, test } from 'vitest';
import { CATALOG } from '../../src/core/catalog/registry.js';
import { grammarFor, type GrammarId, type Language } from '../../src/core/base/language.js';
import type { Translation } from '../../src/core/syntax/translation.js';
import { startEngine, type EngineMemory } from '../../src/core/syntax/engine.js';
import type { SyntaxNode } from '../../src/core/syntax/node.js';
import { ReadTree } from '../../src/core/syntax/tree.js';
import { SAMPLE, TreeReader } from '../../src/core/syntax/trusted-reading.js';
import { Grammars } from '../../src/core/syntax/grammars.js';
import { builtGrammarFiles, builtGrammars } from '../support/grammars.js';
import { sampled, size } from '../support/runs.js';
import { same } from '../support/same.js';
import { GRAMMAR_DEFINITIONS, GRAMMARS, KNOWN_LANGUAGES, languageById } from '../../src/core/languages/languages.js';

const grammars = builtGrammars();
beforeAll(() => grammars.load(GRAMMARS));

/** A tree as the package's own cursor walks it; fields that a translation names are another test's. */
function walked(tree: Tree, grammar: GrammarId): string[] {
  const translation = (GRAMMAR_DEFINITIONS.get(grammar)?.syntax.translation ?? null);
  const cursor = tree.walk();
  const lines: string[] = [];
  for (let depth = 0; ;) {
    // The package calls a node without a name an error: the end of a file that ends a statement of Go is one.
    const type = cursor.nodeType === 'ERROR' && !cursor.nodeIsNamed ? '' : cursor.nodeType;
    const said = cursor.nodeIsNamed ? (translation?.types[type] ?? type) : type;
    const meant = cursor.nodeIsNamed
      ? (new Map(Object.entries(translation?.words?.find(([of]) => of === said)?.[1] ?? {})).get(cursor.nodeText) ?? said)
      : said;
    const end = translation?.endsWithLine?.includes(said) === true
      ? cursor.startIndex + cursor.nodeText.replace(/[\r\n]+$/, '').length
      : cursor.endIndex;
    lines.push(
      [depth, meant, cursor.nodeIsNamed, translation === null ? cursor.currentFieldName : null, cursor.startIndex, end].join(' '),
    );
    if (cursor.gotoFirstChild()) {
      depth += 1;
      continue;
    }
    while (!cursor.gotoNextSibling()) {
      if (!cursor.gotoParent()) {
        cursor.delete();
        return lines;
      }
      depth -= 1;
    }
  }
}

function described({ type, named, field, start, end, tree: { names } }: SyntaxNode): string {
  return [type, named, names.translation === null ? field : null, start, end].join(' ');
}

/** The same of the tree that rules see, by its links alone. */
function linked(root: SyntaxNode): string[] {
  const depths = new Map<SyntaxNode | null, number>([[null, -1]]);
  const lines: string[] = [];
  root.walk((node) => {
    const depth = (depths.get(node.parent) ?? 0) + 1;
    depths.set(node, depth);
    lines.push(`${depth} ${described(node)}`);
    const children = node.children;
    same(children.at(0) ?? null, node.first);
    same(children.at(-1) ?? null, node.last);
    children.forEach((child, index) => same(child.previous, children[index - 1] ?? null));
  });
  return lines;
}

const codes: [GrammarId, string][] = CATALOG.rules.flatMap(({ examples }) =>
  examples.flatMap(({ language, file, code }): [GrammarId, string][] => {
    const known = languageById(language) as Language;
    const grammar = grammarFor(known, file ?? `a${known.endings[0]}`);
    // Cut off in the middle, most of them do not follow their grammar.
    return grammar === null ? [] : [[grammar, code], [grammar, code.slice(0, Math.floor(code.length * 0.6))]];
  }));

/** What the examples of the rules leave out. */
const SAMPLES: Readonly<Record<string, string>> = {
  csharp: 'class Quay { IEnumerable<int> Moor() { int Sail() => 1; Tide t = new(); a?.b(); ++c; c++; d = -1.5; using (var e = '
    + 'F()) { } G(delegate { H(); }); yield return 1; foreach (var (x, y) in z) { } } }\n',
  kotlin: 'typealias Low = Int\nclass Quay : Base { constructor(a: Int) { moor() }\n'
    + ' fun sail() { val f = fun(a: Int): Int { return 1 }\n do { moor() } while (a)\n while (b) { continue }\n'
    + ' for (c in d) moor()\n val e = """a"""\n val g = 1.5\n } }\n',
  ruby: 'until a\n  next\nend\nb while c\nd until e\nfor f in g do break end\ncase h\nin [i] then j\nend\nbegin\n  k\nensure\n'
    + '  l\nend\nm += -1.5\n(n)\nif o then p else q end\nr unless s\n',
  rust: 'union Low { a: u8 }\ntype High = u8;\nfn moor() { let f = |a| a + 1; for b in c { continue; } d += -1; e.f; }\n',
};
for (const [grammar, code] of Object.entries(SAMPLES)) codes.push([grammar, code]);

test('the tree that rules see is the one that the package shows, in every grammar', () => {
  expect(new Set(codes.map(([grammar]) => grammar))).toEqual(new Set(GRAMMARS));
  for (const [grammar, code] of [
    ...sampled(codes, 30),
    ...Object.entries(SAMPLES) as [GrammarId, string][],
    ['javascript', 'a = "😀é"; // ü\nb();\n'] as [GrammarId, string],
  ]) {
    const tree = grammars.parse(code, grammar);
    const read = grammars.read(code, grammar, tree);
    expect(linked(read.root), code).toEqual(walked(tree, grammar));
    expect(read.depth).toBe(Math.max(...walked(tree, grammar).map((line) => Number(line.split(' ')[0]))));
    tree.delete();
  }
});

test.each<[string, GrammarId, string]>([
  ['long', 'javascript', 'go(tide, "harbour");\n'.repeat(size(2_000, 12_000))],
  ['deep', 'json', `${'['.repeat(900)}1${']'.repeat(900)}`],
  ['long in one node', 'javascript', `go([${'tide, '.repeat(size(3_000, 20_000))}]);`],
  ['empty', 'javascript', ''],
  ['of blanks alone', 'python', '  \n\n'],
  ['without any sense', 'css', '}}{{;;@@'],
  ['in letters of two code units', 'python', 'tide = "😀" * 3  # é😀\n'.repeat(3)],
])('a tree that is %s is the same too', (_, grammar, code) => {
  const tree = grammars.parse(code, grammar);
  const read = grammars.read(code, grammar, tree);
  const expected = walked(tree, grammar);
  const told: string[] = [];
  for (let index = 0; index < read.size; index += 1) told.push(described(read.nodeAt(index)));
  expect(told.join('\n')).toBe(expected.map((line) => line.replace(/^\d+ /, '')).join('\n'));
  expect(read.depth).toBe(Math.max(...expected.slice(0, 100_000).map((line) => Number(line.split(' ')[0]))));
  tree.delete();
  // The memory that is handed back is used for the next one.
  read.dispose();
});

test.each([...GRAMMAR_DEFINITIONS.values()].filter(({ syntax }) => syntax.translation !== null).map(({ id }) => id))(
  'what %s calls its nodes and fields is said in terms that code needs: each occurs in an example', (grammar) => {
    const translation = GRAMMAR_DEFINITIONS.get(grammar)?.syntax.translation as Translation;
    const types = new Set<string>();
    const fields = new Set<string>();
    const own = new Set<string>();
    for (const [, code] of codes.filter(([id]) => id === grammar)) {
      const tree = grammars.parse(code, grammar);
      grammars.read(code, grammar, tree).root.walk(({ type, field, parent }) => {
        types.add(type);
        if (field !== null && parent !== null) fields.add(`${parent.type} ${field}`);
      });
      for (const type of Object.keys(translation.types)) if (tree.rootNode.descendantsOfType(type).length > 0) own.add(type);
      tree.delete();
    }
    expect(Object.keys(translation.types).filter((type) => !own.has(type))).toEqual([]);
    expect(Object.values(translation.types).filter((type) => !types.has(type))).toEqual([]);
    expect(translation.fields.map(([type, field]) => `${type} ${field}`).filter((named) => !fields.has(named))).toEqual([]);
  },
);

describe('reading from the engine’s memory', () => {
  const engine = startEngine(builtGrammarFiles().engine);
  const parse = (id: GrammarId) => (text: string): Tree => grammars.parse(text, id);

  test.each(GRAMMARS)('is right about the sample, in %s', async (id) => {
    expect(
      TreeReader.for(grammars.get(id), await engine, parse(id), GRAMMAR_DEFINITIONS.get(id)?.syntax.sample).isTrusted,
    ).toBe(true);
    const tree = parse(id)((GRAMMAR_DEFINITIONS.get(id)?.syntax.sample ?? SAMPLE));
    expect(tree.rootNode.descendantCount).toBeGreaterThan(10);
    tree.delete();
  });

  test.each<[string, (memory: EngineMemory) => EngineMemory]>([
    ['is shifted', ({ words, ...others }) => ({ ...others, words: words.subarray(1) })],
    ['is empty', ({ words, ...others }) => ({ ...others, words: new Int32Array(words.length) })],
    ...sampled([2, 3, 5, 7, 11], 5).map((step): [string, (memory: EngineMemory) => EngineMemory] => [
      `is noise at every ${step}th word`,
      ({ words, ...others }) => ({
        ...others, words: words.map((word, index) => (index % step === 0 ? Math.imul(word ^ 0x1234567, index) : word)),
      }),
    ]),
  ])('is left to the package where the memory %s', async (_, spoil) => {
    const { memory } = await engine;
    const reader = TreeReader.for(grammars.get('tsx'), { memory: () => spoil(memory()) }, parse('tsx'));
    expect(reader.isTrusted).toBe(false);
    for (const [grammar, code] of codes.filter(([id]) => id === 'tsx')) {
      const tree = parse('tsx')(code);
      const read = new ReadTree(code, grammar, grammars.get('tsx'), reader.read(tree));
      expect(linked(read.root), code).toEqual(walked(tree, grammar));
      expect([read.depth, read.hasErrors]).toEqual([grammars.read(code, grammar, tree).depth, tree.rootNode.hasError]);
      tree.delete();
    }
  });
});

test('nodes are found by their types in the order of the text', () => {
  const code = 'a(b, c(d));\ne(f);\n';
  const tree = grammars.parse(code, 'javascript');
  const whole = grammars.read(code, 'javascript', tree);
  expect(whole.ofType('identifier').map(({ text }) => text)).toEqual(['a', 'b', 'c', 'd', 'e', 'f']);
  expect(whole.ofType('call_expression').map(({ text }) => text)).toEqual(['a(b, c(d))', 'c(d)', 'e(f)']);
  expect(whole.ofType('nothing')).toEqual([]);
  expect(whole.root.contains(new Set(['arguments']))).toBe(true);
  tree.delete();
});

test('others who use the same engine read their own texts', () => {
  const parser = new Parser();
  parser.setLanguage(grammars.get('css'));
  const mine = grammars.parse('a { top: 0 }', 'css');
  const theirs = parser.parse('b {}'.repeat(3000));
  const byCall = parser.parse((index) => 'c {}'.slice(index));
  expect([mine, theirs, byCall].map((tree) => tree?.rootNode.childCount)).toEqual([1, 3000, 1]);
  expect(grammars.parse('d {} e {}', 'css').rootNode.childCount).toBe(2);
});

test('a grammar is loaded once, however often and at the same time it is asked for', async () => {
  const asked: string[] = [];
  const files = builtGrammarFiles();
  const own = new Grammars({ engine: files.engine, grammar: (id) => (asked.push(id), files.grammar(id)) }, KNOWN_LANGUAGES);
  await Promise.all([own.load(['css', 'json']), own.load(['json'])]);
  const css = own.get('css');
  await own.load(['css']);
  expect(own.get('css')).toBe(css);
  expect(asked.sort()).toEqual(['css', 'json']);
  expect(() => own.get('python')).toThrow('has not been loaded');
});
