import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { expect, test } from 'vitest';
import { CombinedQuery } from '../../src/core/inspect/combined-query.js';
import type { Rule } from '../../src/core/catalog/rule.js';
import { builtGrammars } from '../support/grammars.js';

const ROOT = path.join(import.meta.dirname, '..', '..');

test("the rule on the contributor's page can be declared and is right about its examples", async () => {
  const code = /^```ts\n(.*?)^```$/ms.exec(readFileSync(path.join(ROOT, 'CONTRIBUTING.md'), 'utf8'))?.[1] as string;
  // Beside the sources, so that its import is found.
  const folder = mkdtempSync(path.join(ROOT, 'dist', 'core', 'catalog', 'page-'));
  try {
    writeFileSync(path.join(folder, 'rule.js'), code);
    const { default: rule } = await import(pathToFileURL(path.join(folder, 'rule.js')).href) as { default: Rule };
    expect(rule.concern).toBe('slips');
    const grammars = builtGrammars();
    await grammars.load(['python']);
    const finder = 'languages' in rule.find ? rule.find.languages['python'] : undefined;
    const query = new CombinedQuery(grammars.get('python'), [{ rule: rule.id, query: finder?.by === 'query' ? finder.query : '' }]);
    expect(rule.examples.length).toBeGreaterThan(1);
    for (const { code: example, finds } of rule.examples) {
      const nodes = query.matches(grammars.parse(example, 'python').rootNode).get(rule.id)?.flatMap((match) => match.captures.map(({ node }) => node)) ?? [];
      expect(nodes.map(({ startPosition: { row, column } }) => `${row + 1}:${column + 1}`)).toEqual(finds);
    }
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});
