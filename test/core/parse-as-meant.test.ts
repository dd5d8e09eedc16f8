import fc from 'fast-check';
import { beforeAll, expect, test } from 'vitest';
import type { GrammarId } from '../../src/core/base/language.js';
import { parseAsMeant } from '../../src/core/syntax/parse-as-meant.js';
import { changedTree } from '../../src/core/syntax/text-changes.js';
import { GRAMMARS } from '../../src/core/languages/languages.js';
import { builtGrammars } from '../support/grammars.js';
import { runs } from '../support/runs.js';

const grammars = builtGrammars();
beforeAll(() => grammars.load(GRAMMARS));

/** What the grammar does not know, and as what it is read: an import type, a resource, import attributes, a word as a name. */
const UNKNOWN = [
  'type Quay = import("./quay.js", { with: { "resolution-mode": "import" } }).Quay;\n',
  'function moor() {\n  using berth = open();\n  return berth;\n}\n',
  'import tides from "./tides.json" with { type: "json" };\n',
  'export { berth as default, quay as new };\n',
];
const KNOWN = 'export function depth(quay: number): number {\n  return quay - 3;\n}\n';
const FAR = KNOWN.repeat(60);

function meant(text: string, grammar: GrammarId = 'typescript'): { readonly hasErrors: boolean; readonly types: string } {
  const tree = parseAsMeant('quay.ts', text, grammar, grammars);
  const { rootNode } = tree;
  const result = { hasErrors: rootNode.hasError, types: rootNode.toString() };
  tree.delete();
  return result;
}

test('constructs that the grammar does not know are read, wherever they stand', () => {
  fc.assert(fc.property(fc.array(fc.constantFrom(...UNKNOWN, FAR), { maxLength: 6 }), (parts) => {
    expect(meant(parts.join('')).hasErrors).toBe(false);
  }));
});

test('a mistake far away does not change how a construct is read that the grammar knows', () => {
  const known = 'type Pier = import("./pier.js").Pier;\n';
  const broken = `${known}${FAR}const = berth as;\n${FAR}${UNKNOWN[2]}`;
  expect(meant(broken)).toMatchObject({ hasErrors: true, types: expect.stringContaining('arguments') as string });
  expect(meant(broken).types.startsWith(meant(known).types.slice(0, -1))).toBe(true);
});

test('what somebody types is parsed as from the beginning after each change, with errors or without', () => {
  const changes = fc.array(
    fc.tuple(fc.nat(), fc.constantFrom(' ', '(', '}', '"', 'x', '\n', ''), fc.constantFrom(0, 0, 1, 3)), { maxLength: 8 },
  );
  const following = grammars.following();
  fc.assert(fc.property(fc.array(fc.constantFrom(...UNKNOWN, KNOWN), { maxLength: 5 }), changes, (parts, places) => {
    let text = parts.join('');
    for (const [place, sign, length] of places) {
      const at = place % (text.length + 1);
      text = text.slice(0, at) + sign + text.slice(at + length);
      const [typed, whole] = [
        following.parseNamed('quay.ts', text, 'typescript'), grammars.parseNamed('quay.ts', text, 'typescript'),
      ];
      expect(typed.rootNode.toString()).toBe(whole.rootNode.toString());
      expect(typed.rootNode.endIndex).toBe(whole.rootNode.endIndex);
      for (const tree of [typed, whole]) tree.delete();
    }
  }), { numRuns: runs(100) });
});

test('what is parsed again after a change is parsed as from the beginning', () => {
  const texts = fc.array(fc.constantFrom(...UNKNOWN, KNOWN, 'go(`${a}`);\n', '// quay\n'), { minLength: 1, maxLength: 8 })
    .map((parts) => parts.join(''));
  const change = fc.tuple(fc.nat(), fc.constantFrom(' ', '_', ';', '\n', 'x'), fc.constantFrom(1, 1, 0, 3));
  const changes = fc.array(change, { minLength: 1, maxLength: 4 });
  fc.assert(fc.property(texts, changes, (before, places) => {
    let after = before;
    for (const [place, sign, length] of places) {
      const at = place % before.length;
      after = after.slice(0, at) + sign + after.slice(at + length);
    }
    const [first, expected] = [grammars.parse(before, 'typescript'), grammars.parse(after, 'typescript')];
    const changed = changedTree(first, before, after);
    const again = grammars.parse(after, 'typescript', changed);
    // How the parser gets over an error may depend on where it began.
    if (!expected.rootNode.hasError) expect(again.rootNode.toString()).toBe(expected.rootNode.toString());
    expect(again.rootNode.hasError).toBe(expected.rootNode.hasError);
    for (const tree of [first, expected, changed, again]) tree.delete();
  }), { numRuns: runs(100) });
});
