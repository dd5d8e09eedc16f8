import { describe, expect, test } from 'vitest';
import { DirectoryRules } from '../../src/core/cascade/directory-rules.js';
import { Resolver } from '../../src/core/cascade/resolver.js';
import { CATALOG } from '../../src/core/catalog/registry.js';
import { readLayer } from '../support/layers.js';
import type { DecidedRules } from '../../src/core/model/rule-set.js';

/** The rules of a directory with a layer file of this text. */
function withLayer(parent: DirectoryRules, text: string, file = 'elvar.yaml'): DirectoryRules {
  const { layer, problems } = readLayer(text, { file, role: file === 'elvar.yaml' ? 'root' : 'directory' }, CATALOG);
  expect(problems).toEqual([]);
  return parent.with(layer, () => undefined);
}

function levelOf(decided: DecidedRules, rule: string): string | undefined {
  return decided.set.rules.get(rule)?.level;
}

describe('decided rules', () => {
  test('are computed once for files with the same statements', () => {
    const resolver = new Resolver(CATALOG, '2026-06-01', []);
    const root = withLayer(
      DirectoryRules.NONE, 'rulings: { text/*: note }\nzones:\n  - match: ["*.py"]\n    rulings: { size/*: error }\n',
    );
    expect(root.rulesFor('a.py', 'python', resolver)).toBe(root.rulesFor('b.py', 'python', resolver));
    expect(root.descend('x').rulesFor('a.py', 'python', resolver)).toBe(root.rulesFor('b.py', 'python', resolver));
    expect(root.rulesFor('a.js', 'python', resolver)).not.toBe(root.rulesFor('a.py', 'python', resolver));
  });

  test('share a rule set when they come to the same, however they came about', () => {
    const resolver = new Resolver(CATALOG, '2026-06-01', []);
    const root = withLayer(DirectoryRules.NONE, 'rulings: { text/indent: note }\n');
    const same = withLayer(root, 'rulings: { text/*: off, text/indent: note }\n', 'a/elvar.yaml');
    const other = withLayer(root, 'rulings: { text/indent: { options: { width: 2 } } }\n', 'b/elvar.yaml');
    expect(same.rulesFor('x', 'python', resolver).set).toBe(root.rulesFor('x', 'python', resolver).set);
    expect(same.rulesFor('x', 'python', resolver)).not.toBe(root.rulesFor('x', 'python', resolver));
    expect(other.rulesFor('x', 'python', resolver).set.id).not.toBe(root.rulesFor('x', 'python', resolver).set.id);
  });

  test('keep the options of a rule that is off', () => {
    const resolver = new Resolver(CATALOG, '2026-06-01', []);
    const root = withLayer(DirectoryRules.NONE, 'rulings:\n  text/line-width: { level: note, options: { max: 80 } }\n');
    const off = withLayer(root, 'rulings: { text/*: off }\n', 'a/elvar.yaml');
    const on = withLayer(off, 'rulings: { text/line-width: error }\n', 'a/b/elvar.yaml');
    expect(levelOf(off.rulesFor('x', 'python', resolver), 'text/line-width')).toBe('off');
    expect(on.rulesFor('x', 'python', resolver).set.rules.get('text/line-width')).toMatchObject(
      { level: 'error', options: { max: 80 } },
    );
  });
});

describe('zones', () => {
  const zoned = (zone: string): ((...names: string[]) => boolean) => {
    const root = withLayer(DirectoryRules.NONE, `zones:\n  - ${zone}\n    rulings: { text/indent: note }\n`);
    return (...names) => {
      const resolver = new Resolver(CATALOG, '2026-06-01', []);
      const file = names.pop() as string;
      const directory = names.reduce((rules, name) => rules.descend(name), root);
      return levelOf(directory.rulesFor(file, 'python', resolver), 'text/indent') === 'note';
    };
  };

  test('without match hold for every file, with an empty one for none', () => {
    expect(zoned('name: all')('a', 'b.py')).toBe(true);
    expect(zoned('match: []')('a', 'b.py')).toBe(false);
  });

  test('hold for all that is below a directory that matches', () => {
    const isIn = zoned('match: [/a/b/, "!keep.py"]');
    expect(isIn('a', 'b', 'c', 'd.py')).toBe(true);
    expect(isIn('a', 'b', 'keep.py')).toBe(true);
    expect(isIn('a', 'c.py')).toBe(false);
    expect(isIn('x', 'a', 'b', 'c.py')).toBe(false);
  });

  test('re-include a file that a later pattern negates', () => {
    const isIn = zoned('match: ["*.py", "!keep.py"]');
    expect(isIn('a', 'b.py')).toBe(true);
    expect(isIn('a', 'keep.py')).toBe(false);
  });

  test('leave out what except matches, whole directories too', () => {
    const isIn = zoned('except: [/a/, "*.md"]\n    match: ["*"]');
    expect(isIn('a', 'b', 'c.py')).toBe(false);
    expect(isIn('b', 'c.md')).toBe(false);
    expect(isIn('b', 'c.py')).toBe(true);
  });

  test('of one layer apply in order, after its rulings', () => {
    const resolver = new Resolver(CATALOG, '2026-06-01', []);
    const root = withLayer(
      DirectoryRules.NONE,
      'zones:\n  - rulings: { text/indent: note }\n  - rulings: { text/*: error }\nrulings: { text/indent: warning }\n',
    );
    const { decisions } = root.rulesFor('a.py', 'python', resolver);
    expect(decisions.get('text/indent')?.trail.map(({ statement }) => statement.place?.line)).toEqual([undefined, 4, 2, 3]);
    expect(decisions.get('text/indent')?.level).toBe('error');
  });

  test('are relative to the directory of their layer', () => {
    const resolver = new Resolver(CATALOG, '2026-06-01', []);
    const inner = withLayer(
      DirectoryRules.NONE.descend('a'), 'zones:\n  - match: [/b/]\n    rulings: { text/indent: note }\n', 'a/elvar.yaml',
    );
    expect(levelOf(inner.descend('b').rulesFor('c', 'python', resolver), 'text/indent')).toBe('note');
    expect(levelOf(inner.descend('a').descend('b').rulesFor('c', 'python', resolver), 'text/indent')).toBe('off');
  });
});

describe('inherit: false', () => {
  test('cuts off everything from outside, and nothing of its own presets and rulings', () => {
    const resolver = new Resolver(CATALOG, '2026-06-01', []);
    const root = withLayer(
      DirectoryRules.NONE, 'rulings: { "*": error }\nzones:\n  - rulings: { text/line-width: { options: { max: 50 } } }\n',
    );
    const inner =
      withLayer(root, 'inherit: false\nrulings: { text/indent: note }\n', 'a/elvar.yaml').rulesFor('x', 'python', resolver);
    expect([...inner.set.rules].filter(([, { level }]) => level !== 'off').map(([rule]) => rule)).toEqual(['text/indent']);
    expect(inner.set.rules.get('text/line-width')?.options['max']).toBe(100);
    expect(inner.decisions.get('text/indent')?.trail.map(({ effect }) => effect)).toEqual(['applied', 'cut-off', 'applied']);
  });

  test('further in lets later layers speak', () => {
    const resolver = new Resolver(CATALOG, '2026-06-01', []);
    const root = withLayer(DirectoryRules.NONE, 'rulings: { text/indent: error }\n');
    const middle = withLayer(root, 'inherit: false\n', 'a/elvar.yaml');
    const inner = withLayer(middle, 'rulings: { text/*: note }\n', 'a/b/elvar.yaml').rulesFor('x', 'python', resolver);
    expect(levelOf(inner, 'text/indent')).toBe('note');
  });
});
