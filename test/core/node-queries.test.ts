import { beforeAll, expect, test } from 'vitest';
import { GRAMMARS } from '../../src/core/model/language.js';
import { isComment, type SyntaxNode } from '../../src/core/syntax/node.js';
import { builtGrammars } from '../support/grammars.js';
import { parsedExamples } from '../support/example-codes.js';
import { textOf, withSource } from '../support/sources.js';

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

test('a word of the language is no node, whatever its name', () => {
  withSource(grammars, textOf('typescript', "let tide: string = 'a';\n"), ({ tree }) => expect(tree.ofType('string').map(({ text }) => text)).toEqual(["'a'"]));
  withSource(grammars, textOf('python', 'moor = lambda ship: 1\n'), ({ tree }) => expect(tree.ofType('lambda').map(({ text }) => text)).toEqual(['lambda ship: 1']));
  withSource(grammars, textOf('javascript', 'class Quay {}\n(class {});\n'), ({ tree }) => expect(tree.ofType('class').map(({ text }) => text)).toEqual(['class {}']));
});

test('the nodes of a type are those that a walk meets', () => {
  eachTree((nodes, root) => {
    const types = [...new Set(nodes.map(({ type }) => type))];
    for (const type of types) {
      const all = nodes.filter((node) => node.type === type);
      // Words of the language count only where nothing else has their name; in this file it may be missing.
      const found = root.tree.ofType(type);
      expect(all.some(({ named }) => named) ? found : found.length === 0 ? all : found).toEqual(all.some(({ named }) => named) ? all.filter(({ named }) => named) : all);
      expect(new Set(found.map(({ named }) => named)).size).toBeLessThan(2);
    }
    expect([...root.tree.types].sort()).toEqual([...types].sort());
    expect(root.tree.ofTypes(types.slice(0, 3))).toEqual(types.slice(0, 3).flatMap((type) => root.tree.ofType(type)));
    expect(root.tree.ofType('no such type')).toEqual([]);
    expect(root.tree.size).toBe(nodes.length);
  });
});

test('the same place is always the same object', () => {
  eachTree((nodes, root) => {
    expect(new Set(nodes).size).toBe(nodes.length);
    expect(allBelow(root).every((node, index) => node === nodes[index])).toBe(true);
    nodes.forEach((node, index) => expect(node.index).toBe(index));
  });
});

test('a walk meets all in the order of the text, and leaves out what it is told to', () => {
  eachTree((nodes, root) => {
    const met: SyntaxNode[] = [];
    root.walk((node) => void met.push(node));
    expect(met.every((node, index) => node === nodes[index])).toBe(true);
    expect(met).toHaveLength(nodes.length);
    const inner = nodes.find((node) => node !== root && node.children.length > 0);
    if (inner === undefined) return;
    const around: SyntaxNode[] = [];
    root.walk((node) => {
      around.push(node);
      return node !== inner;
    });
    const below = new Set(allBelow(inner));
    expect(around).toEqual(nodes.filter((node) => node === inner || !below.has(node)));
  });
});

test('parts, roles and neighbours agree with the children', () => {
  eachTree((nodes) => {
    for (const node of nodes) {
      const { children } = node;
      expect(node.parts).toEqual(children.filter(({ named }) => named));
      expect(node.firstPart).toBe(children.find((child) => child.named && !isComment(child)) ?? null);
      for (const field of new Set(children.map((child) => child.field ?? 'none'))) {
        expect(node.child(field)).toBe(children.find((child) => child.field === field) ?? null);
        expect(node.childrenOf(field)).toEqual(children.filter((child) => child.field === field));
      }
      for (const { type } of children) expect(node.childOfType('nothing', type)).toBe(children.find((child) => child.type === type));
      children.forEach((child, index) => {
        expect(child.next).toBe(children[index + 1] ?? null);
        expect(child.parent).toBe(node);
        expect(child.isWithin(node)).toBe(true);
      });
    }
  });
});

test('what lies around and below is found by its type', () => {
  eachTree((nodes) => {
    const types = [...new Set(nodes.map(({ type }) => type))];
    for (const node of nodes.filter((_, index) => index % 5 === 0)) {
      const above = ancestors(node);
      for (const type of types.slice(0, 8)) {
        const wanted = new Set([type]);
        expect(node.closest(wanted)).toBe(above.find((other) => other.type === type) ?? null);
        expect(node.contains(wanted)).toBe(allBelow(node).some((other) => other.type === type));
        const barred = new Set(['arguments', 'block', 'statement_block']);
        const open = (other: SyntaxNode): boolean => other === node || (other.parent !== null && open(other.parent) && (other.parent === node || !barred.has(other.parent.type)));
        expect(node.contains(wanted, barred)).toBe(allBelow(node).some((other) => other.type === type && open(other)));
      }
    }
  });
});
