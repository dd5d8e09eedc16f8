import fc from 'fast-check';
import { expect, test } from 'vitest';
import { Document, isMap, isPair, isScalar, isSeq, parseDocument, visit, type Node } from 'yaml';
import { CATALOG } from '../../src/core/catalog/registry.js';
import { layerJsonSchema } from '../../src/core/layers/json-schema.js';
import { completionsAt } from '../../src/editor/layer-completion.js';
import { contextAt } from '../../src/editor/layer-context.js';
import { Positions } from '../../src/editor/positions.js';
import { HAS_TIME, runs } from '../support/runs.js';

const SCHEMA = layerJsonSchema(CATALOG, ['elvar:starter', 'elvar:tidy']);

const level = fc.constantFrom('error', 'warning', 'note', 'off');
const ruling = fc.oneof(level, fc.record(
  { level, because: fc.constantFrom('of the tide', "it's said: so", 'a # b'), guard: fc.constantFrom('no-weaker', 'fixed') },
  { requiredKeys: ['level'] },
));
const rulings = fc.dictionary(
  fc.constantFrom('text/indent', 'dead/import', 'slips/*', 'tag:security', '*'), ruling, { minKeys: 1, maxKeys: 3 },
);
const layer = fc.record({
  title: fc.constant('Saltmarsh Harbour'),
  presets: fc.array(fc.constantFrom('elvar:starter', 'elvar:tidy'), { minLength: 1, maxLength: 2 }),
  rulings,
  zones: fc.array(
    fc.record({
      name: fc.constantFrom('tests', 'prose'),
      match: fc.array(fc.constantFrom('*.test.js', 'a b/'), { minLength: 1, maxLength: 2 }),
      rulings,
    }),
    { minLength: 1, maxLength: 2 },
  ),
  policy: fc.record({ 'fail-on': fc.constantFrom('error', 'never') }),
}, { requiredKeys: ['rulings'] });

/** A layer file as people may write it: some of it in braces and brackets, on one line or several, with comments. */
const text = fc.tuple(
  layer, fc.array(fc.nat({ max: 3 }), { minLength: 30, maxLength: 30 }), fc.constantFrom(20, 80), fc.boolean(),
)
  .map(([data, styles, lineWidth, indentSeq]) => {
    const document = new Document(data);
    let index = 0;
    visit(document, (_, node) => {
      if (!isMap(node) && !isSeq(node)) return;
      const style = styles[index % styles.length] as number;
      if (index > 0 && style === 0) node.flow = true;
      if (index > 0 && style === 1) node.commentBefore = ' what {the}: ["office wants';
      index += 1;
    });
    return document.toString({ lineWidth, indentSeq });
  });

/** Each key and value of a text with the path to it, as the parser of YAML sees them. */
function* wordsOf(
  source: string,
): Iterable<{
  readonly path: readonly string[];
  readonly at: 'key' | 'value';
  readonly from: number;
  readonly to: number;
  readonly word: string;
}> {
  const all: { path: readonly string[]; at: 'key' | 'value'; node: Node }[] = [];
  const enter = (node: unknown, path: readonly string[]): void => {
    if (isMap(node)) {
      for (const pair of node.items) {
        if (!isPair(pair) || !isScalar(pair.key)) continue;
        all.push({ path, at: 'key', node: pair.key });
        enter(pair.value, [...path, String(pair.key.value)]);
      }
    } else if (isSeq(node)) for (const item of node.items) enter(item, [...path, '*']);
    else if (isScalar(node)) all.push({ path, at: 'value', node });
  };
  enter(parseDocument(source).contents, []);
  for (const { path, at, node } of all) if (isScalar(node) && node.range != null) {
    yield { path, at, from: node.range[0], to: node.range[1], word: String(node.value) };
  }
}

test('wherever a word is cut off, it is known where it stands, and the whole word is offered', () => {
  let words = 0;
  fc.assert(fc.property(text, fc.boolean(), fc.nat(), (source, isLast, salt) => {
    for (const { path, at, from, to, word } of wordsOf(source)) {
      const cut = from + 1 + (salt % Math.max(1, to - from - 1));
      // What is typed after the place may be there, or not yet.
      const broken = isLast
        ? source.slice(0, cut)
        : source.slice(0, cut) + source.slice(source.indexOf('\n', cut) < 0 ? source.length : source.indexOf('\n', cut));
      const context = contextAt(broken, cut);
      expect(
        [context.path, context.at === 'either' ? at : context.at], `${JSON.stringify(broken)} at ${cut}`,
      ).toEqual([path, at]);
      if (/\s/.test(word) || (at === 'value'
        && ['name', 'match', 'title', 'because', '*'].includes(path.findLast((step) => step !== '*') ?? ''))) continue;
      const labels = completionsAt(broken, cut, SCHEMA, new Positions(broken, 'utf-16')).map(({ label }) => label);
      expect(labels, `${JSON.stringify(broken)} at ${cut}`).toContain(word);
      words += 1;
    }
  }), { numRuns: runs(30, 1_800) });
  if (HAS_TIME) expect(words).toBeGreaterThan(500);
});
