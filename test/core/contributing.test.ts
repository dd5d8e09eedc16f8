import { spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { transformSync } from 'esbuild';
import { expect, test } from 'vitest';
import { textOf, withSource } from '../support/sources.js';
import { makeFolder } from '../support/project.js';
import { CombinedQuery } from '../../src/core/inspect/combined-query.js';
import type { Rule } from '../../src/core/finders/rule.js';
import { TimeLimit } from '../../src/core/syntax/time-limit.js';
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
    const query = CombinedQuery.of(
      grammars.get('python'), [{ rule: rule.id, query: finder?.by === 'query' ? finder.query : '' }],
    );
    expect(rule.examples.length).toBeGreaterThan(1);
    for (const { code: example, finds } of rule.examples) {
      const nodes = query.matches(
        grammars.parse(example, 'python').rootNode, TimeLimit.NONE,
      ).get(rule.id)?.flatMap((match) => match.captures.map(({ node }) => node)) ?? [];
      expect(nodes.map(({ startPosition: { row, column } }) => `${row + 1}:${column + 1} `
        + (finder?.by === 'query' && 'message' in finder ? finder.message : ''))).toEqual(finds);
    }
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});

test('a rule that is begun has a file whose examples hold, and stands in the registry', async () => {
  const folder = makeFolder({ 'src/core/catalog/slips/none.txt': '' });
  cpSync(path.join(ROOT, 'scripts', 'new-rule.mjs'), path.join(folder, 'scripts', 'new-rule.mjs'));
  cpSync(path.join(ROOT, 'src', 'core', 'catalog', 'registry.ts'), path.join(folder, 'src', 'core', 'catalog', 'registry.ts'));
  const begin = (...args: string[]): { status: number | null; stdout: string; stderr: string } =>
    spawnSync(process.execPath, ['scripts/new-rule.mjs', ...args], { cwd: folder, encoding: 'utf8' });
  expect(begin('slips/loose-rope', 'python')).toMatchObject({ status: 0, stderr: '' });
  expect(begin('slips/loose-rope')).toMatchObject({ status: 2, stderr: 'slips/loose-rope exists already\n' });
  expect(begin('rope').status).toBe(2);
  const lines = readFileSync(path.join(folder, 'src/core/catalog/registry.ts'), 'utf8').split('\n');
  const before = readFileSync(path.join(ROOT, 'src/core/catalog/registry.ts'), 'utf8').split('\n');
  expect(lines.filter((line) => !before.includes(line))).toEqual(
    ["import slipsLooseRope from './slips/loose-rope.js';", '  slipsLooseRope,'],
  );
  expect(lines[lines.indexOf('  slipsLooseRope,') - 1]).toBe('  slipsLooseCompare,');
  const built = mkdtempSync(path.join(ROOT, 'dist', 'core', 'catalog', 'page-'));
  try {
    writeFileSync(
      path.join(built, 'rule.js'),
      transformSync(readFileSync(path.join(folder, 'src/core/catalog/slips/loose-rope.ts'), 'utf8'), { loader: 'ts' }).code,
    );
    const { default: rule } = await import(pathToFileURL(path.join(built, 'rule.js')).href) as { default: Rule };
    const grammars = builtGrammars();
    await grammars.load(['python']);
    const finder = 'languages' in rule.find ? rule.find.languages['python'] : undefined;
    for (const { code, finds } of rule.examples) {
      const found = withSource(
        grammars, textOf('python', code), (source) => (finder?.by === 'text' ? [...finder.find(source as never, {})] : []),
      );
      expect(found.map(({ start, end, message }) => `1:${start + 1}-${end + 1} ${message}`)).toEqual(finds);
    }
  } finally {
    rmSync(built, { recursive: true, force: true });
  }
});
