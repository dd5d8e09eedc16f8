import { beforeAll, expect, test } from 'vitest';
import { isComment, type SyntaxNode } from '../../src/core/syntax/node.js';
import { builtGrammars } from '../support/grammars.js';
import { parsedExamples } from '../support/example-codes.js';
import { size } from '../support/runs.js';
import { same } from '../support/same.js';
import { textOf, withSource } from '../support/sources.js';
import { GRAMMARS } from '../../src/core/languages/languages.js';

const grammars = builtGrammars();
beforeAll(() => grammars.load(GRAMMARS));

/** A node and all below it by its children alone, which another test holds against the parser. */
function allBelow(node: SyntaxNode): SyntaxNode[] {
  return [node, ...node.children.flatMap(allBelow)];
}

function ancestors(node: SyntaxNode): SyntaxNode[] {
  return node.parent === null ? [] : [node.parent, ...ancestors(node.parent)];
}

/** Each tree of the examples once; a few nodes of a large one are enough. */
function eachTree(check: (nodes: readonly SyntaxNode[], root: SyntaxNode) => void): void {
  for (const { language, file, code } of parsedExamples()) {
    withSource(grammars, textOf(language, code, file), ({ tree }) => check(allBelow(tree.root), tree.root));
  }
}

test('a keyword is not a node, whatever its name', () => {
  withSource(grammars, textOf('typescript', "let tide: string = 'a';\n"), ({ tree }) =>
    expect(tree.ofType('string').map(({ text }) => text)).toEqual(["'a'"]));
  withSource(grammars, textOf('python', 'moor = lambda ship: 1\n'), ({ tree }) =>
    expect(tree.ofType('lambda').map(({ text }) => text)).toEqual(['lambda ship: 1']));
  withSource(grammars, textOf('javascript', 'class Quay {}\n(class {});\n'), ({ tree }) =>
    expect(tree.ofType('class').map(({ text }) => text)).toEqual(['class {}']));
});

test('the nodes of a type are those that a walk meets', () => {
  eachTree((nodes, root) => {
    const types = [...new Set(nodes.map(({ type }) => type))];
    for (const type of types) {
      const all = nodes.filter((node) => node.type === type);
      // Words of the language count only where nothing else has their name; in this file it may be missing.
      const found = root.tree.ofType(type);
      same(
        all.some(({ named }) => named) ? found : found.length === 0 ? all : found,
        all.some(({ named }) => named) ? all.filter(({ named }) => named) : all,
      );
      expect(new Set(found.map(({ named }) => named)).size).toBeLessThan(2);
    }
    same([...root.tree.types].sort(), [...types].sort());
    same(root.tree.ofTypes(types.slice(0, 3)), types.slice(0, 3).flatMap((type) => root.tree.ofType(type)));
    same(root.tree.ofType('no such type'), []);
    same(root.tree.size, nodes.length);
  });
});

test('the same place is always the same object', () => {
  eachTree((nodes, root) => {
    expect(new Set(nodes).size).toBe(nodes.length);
    same(allBelow(root).every((node, index) => node === nodes[index]), true);
    nodes.forEach((node, index) => same(node.index, index));
  });
});

test('a walk visits all in text order, and skips what it should', () => {
  eachTree((nodes, root) => {
    const met: SyntaxNode[] = [];
    root.walk((node) => void met.push(node));
    same(met.every((node, index) => node === nodes[index]), true);
    expect(met).toHaveLength(nodes.length);
    const inner = nodes.find((node) => node !== root && node.children.length > 0);
    if (inner === undefined) return;
    const around: SyntaxNode[] = [];
    root.walk((node) => {
      around.push(node);
      return node !== inner;
    });
    const below = new Set(allBelow(inner));
    same(around, nodes.filter((node) => node === inner || !below.has(node)));
  });
});

test('parts, roles and neighbours agree with the children', () => {
  eachTree((nodes) => {
    for (const node of nodes) {
      const { children } = node;
      same(node.parts, children.filter(({ named }) => named));
      same(node.firstPart, children.find((child) => child.named && !isComment(child)) ?? null);
      for (const field of new Set(children.map((child) => child.field ?? 'none'))) {
        same(node.child(field), children.find((child) => child.field === field) ?? null);
        same(node.childrenOf(field), children.filter((child) => child.field === field));
      }
      for (const { type } of children) same(node.childOfType('nothing', type), children.find((child) => child.type === type));
      children.forEach((child, index) => {
        same(child.next, children[index + 1] ?? null);
        same(child.parent, node);
        same(child.isWithin(node), true);
      });
    }
  });
});

test('ancestors and descendants are found by type', () => {
  eachTree((nodes) => {
    const types = [...new Set(nodes.map(({ type }) => type))];
    for (const node of nodes.filter((_, index) => index % size(20, 3) === 0)) {
      const above = ancestors(node);
      for (const type of types.slice(0, 8)) {
        const wanted = new Set([type]);
        same(node.closest(wanted), above.find((other) => other.type === type) ?? null);
        same(node.contains(wanted), allBelow(node).some((other) => other.type === type));
        const barred = new Set(['arguments', 'block', 'statement_block']);
        const open = (other: SyntaxNode): boolean => other === node
          || (other.parent !== null && open(other.parent) && (other.parent === node || !barred.has(other.parent.type)));
        same(node.contains(wanted, barred), allBelow(node).some((other) => other.type === type && open(other)));
      }
    }
  });
});
