import fc from 'fast-check';
import { beforeAll, describe, expect, test } from 'vitest';
import { CATALOG } from '../../src/core/catalog/registry.js';
import type { Language } from '../../src/core/base/language.js';
import { finderFor } from '../../src/core/finders/rule.js';
import { bindingsOf } from '../../src/core/syntax/bindings/bindings.js';
import { Scopes, type Scope } from '../../src/core/syntax/bindings/scope.js';
import { CLASSES, FUNCTIONS } from '../../src/core/syntax/functions.js';
import { releaseNumbers, takeNumbers } from '../../src/core/syntax/number-pool.js';
import type { SyntaxNode, SyntaxTree } from '../../src/core/syntax/node.js';
import { operatorTest } from '../../src/core/syntax/operators.js';
import type { ParsedSource } from '../../src/core/syntax/source.js';
import { LOOPS } from '../../src/core/syntax/statements.js';
import { parsedExamples } from '../support/example-codes.js';
import { builtGrammars } from '../support/grammars.js';
import { same } from '../support/same.js';
import { textOf, withSource } from '../support/sources.js';
import { GRAMMARS, languageById } from '../../src/core/languages/languages.js';

const grammars = builtGrammars();
beforeAll(() => grammars.load(GRAMMARS));

/** The code of all examples, each once. */
const EXAMPLES = [
  ...new Map(parsedExamples().map((example) => [`${example.language} ${example.file} ${example.code}`, example])).values(),
];

function inEach(look: (source: ParsedSource, language: Language) => void): void {
  for (const { language, code, file } of EXAMPLES) {
    withSource(grammars, textOf(language, code, file), (source) => look(source, languageById(language) as Language));
  }
}

function nodesOf(tree: SyntaxTree): SyntaxNode[] {
  const nodes: SyntaxNode[] = [];
  tree.root.walk((node) => void nodes.push(node));
  return nodes;
}

/** The nodes around one, the nearest first. */
function* around(node: SyntaxNode): Iterable<SyntaxNode> {
  for (let outer = node.parent; outer !== null; outer = outer.parent) yield outer;
}

describe('a node by its number', () => {
  test('has the neighbours that it has as a node', () => {
    inEach(({ tree }) => {
      for (const node of nodesOf(tree)) {
        same(tree.nodeAt(node.index), node);
        same(tree.typeAt(node.index), node.type);
        same(tree.textAt(node.index), node.text);
        same(
          [node.parentType, node.lastType, node.nextType],
          [node.parent?.type ?? null, node.last?.type ?? null, node.next?.type ?? null],
        );
        same([tree.lastOf(node.index), tree.nextOf(node.index)], [node.last?.index ?? -1, node.next?.index ?? -1]);
      }
      expect(tree.typeAt(-1)).toBeNull();
    });
  });

  test('is found by its kind, each once and in the order of the text', () => {
    inEach(({ tree }) => {
      const nodes = nodesOf(tree);
      for (const type of tree.types) {
        const kinds = tree.names.kinds.flatMap((name, kind) => (name === type ? [kind] : []));
        const numbers = kinds.flatMap((kind) => [...tree.numbersOfKind(kind)]).sort((a, b) => a - b);
        same(numbers, nodes.filter((node) => node.type === type).map(({ index }) => index));
        same(tree.hasAny([type]), tree.ofType(type).length > 0);
      }
      same(tree.hasAny(['no_such_node']), false);
    });
  });

  test('is among those of some types, type by type or in the order of the text', () => {
    inEach(({ tree }) => {
      for (const types of [[...tree.types], [...FUNCTIONS], [...LOOPS, 'no_such_node'], ['if_statement'], []]) {
        const numbers = tree.ofTypes(types).map(({ index }) => index);
        same([...tree.numbersOf(types)], numbers);
        same([...tree.numbersInOrder(new Map(types.map((type) => [type, true])))], numbers.toSorted((a, b) => a - b));
      }
    });
  });

  test('knows its only part between two others, and the operator of an expression', () => {
    const operators = new Set(['&&', '+', 'and', '==', '-eq']);
    let found = 0;
    inEach(({ tree }) => {
      const test = operatorTest(tree, operators);
      for (const node of nodesOf(tree)) {
        const { children } = node;
        same(tree.onlyBetween(node.index), children.length === 3 ? children[1]?.index : -1);
        same(tree.previousOf(node.index), node.parent?.children[node.parent.children.indexOf(node) - 1]?.index ?? -1);
        const operator = node.child('operator');
        if (test(node.index)) found += 1;
        same(test(node.index), operator !== null && operators.has(operator.type));
      }
    });
    expect(found).toBeGreaterThan(5);
  });

  test('has the parts in a role, and the nodes around it, that it has as a node', () => {
    const types = new Set([...FUNCTIONS, ...CLASSES, ...LOOPS]);
    inEach(({ tree }) => {
      for (const node of nodesOf(tree)) {
        for (const [first, second] of [
          ['body', 'name'],
          ['name', 'body'],
          ['left', 'operator'],
          ['no-such-role', 'parameters'],
        ] as const) {
          same(
            tree.childInRoles(node.index, tree.rolesOf([first, second])), (node.child(first) ?? node.child(second))?.index ?? -1,
          );
        }
        same(tree.closest(node.index, types), [...around(node)].find(({ type }) => types.has(type))?.index ?? -1);
        same(node.closest(types), [...around(node)].find(({ type }) => types.has(type)) ?? null);
      }
    });
  });

  test('lies in what its node lies in', () => {
    inEach(({ tree }) => {
      const nodes = nodesOf(tree).slice(0, 30);
      for (const inner of nodes) {
        const outer = new Set([inner, ...around(inner)]);
        same(
          nodes.filter((node) => node.isAround(inner.index)).map(({ index }) => index),
          nodes.filter((node) => outer.has(node)).map(({ index }) => index),
        );
      }
    });
  });
});

describe('scopes', () => {
  const kinds: ReadonlyMap<string, Scope['kind']> = new Map<string, Scope['kind']>(
    [['function_declaration', 'function'], ['arrow_function', 'function'], ['statement_block', 'block'], ['class_body', 'class']],
  );

  test('are those of the nearest node around that makes one', () => {
    inEach(({ tree }) => {
      // Every other block makes none.
      const isOwn = ({ type, index }: SyntaxNode): boolean => type !== 'statement_block' || index % 2 === 0;
      const scopes = new Scopes(tree, kinds, isOwn);
      const makes = (node: SyntaxNode): boolean => kinds.has(node.type) && isOwn(node);
      for (const node of nodesOf(tree)) {
        const outer = [...around(node)].find(makes) ?? tree.root;
        same(scopes.around(node).node, outer);
        same(scopes.at(node).node, makes(node) ? node : outer);
      }
      for (const scope of scopes.all()) {
        if (scope !== scopes.file) expect(scopes.all().indexOf(scope.parent as Scope)).toBeLessThan(scopes.all().indexOf(scope));
      }
    });
  });

  test('know where their names are used without the nodes', () => {
    inEach((source, language) => {
      if (!/^(?:javascript|typescript|python|java|php)$/.test(language.id)) return;
      for (const { references, node } of bindingsOf(source.tree).all) {
        same(references.length, references.all.length);
        same(references.areRead, references.all.some(({ reads }) => reads));
        same(references.areWritten, references.all.some(({ writes }) => writes));
        for (const offset of [0, node.start, node.end, Infinity]) {
          same(references.before(offset), references.all.filter(({ start }) => start < offset));
        }
        for (const reference of references.all) {
          same(reference.start, reference.node.start);
          for (const outer of [node, ...around(reference.node)]) {
            same(reference.isWithin(outer), outer === reference.node || [...around(reference.node)].includes(outer));
          }
        }
      }
    });
  });
});

test('a rule that needs certain nodes finds nothing where there are none of them', () => {
  const passed = new Set<string>();
  inEach((source, language) => {
    for (const rule of CATALOG.rules) {
      const finder = finderFor(rule, language.id);
      if (finder?.by !== 'tree' || finder.needs === null || source.tree.hasAny(finder.needs)) continue;
      expect([...finder.find(source, rule.defaults)], `${rule.id} in ${source.text.text}`).toEqual([]);
      passed.add(rule.id);
    }
  });
  expect(passed.size).toBeGreaterThan(20);
});

test('tables of numbers have one user at a time, and are long enough', () => {
  fc.assert(fc.property(fc.array(fc.tuple(fc.integer({ min: 1, max: 5000 }), fc.boolean()), { maxLength: 40 }), (steps) => {
    const held: { readonly numbers: Int32Array; readonly mark: number }[] = [];
    for (const [length, isReturned] of steps) {
      const numbers = takeNumbers(length);
      expect(numbers.length).toBeGreaterThanOrEqual(length);
      const mark = held.length + 1;
      numbers.fill(mark);
      held.push({ numbers, mark });
      if (isReturned) releaseNumbers((held.shift() as (typeof held)[number]).numbers);
      for (const own of held) expect(own.numbers.every((number) => number === own.mark)).toBe(true);
    }
    for (const { numbers } of held) releaseNumbers(numbers);
  }));
});
