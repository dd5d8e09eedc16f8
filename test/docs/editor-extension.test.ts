import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { strFromU8, unzipSync } from 'fflate';
import { SaxesParser } from 'saxes';
import { beforeAll, expect, test } from 'vitest';

const root = path.join(import.meta.dirname, '../..');
const folder = path.join(root, 'editors/vscode');
let files: Readonly<Record<string, Uint8Array>> = {};

beforeAll(() => {
  const { status, stderr } = spawnSync(process.execPath, [path.join(root, 'scripts/pack-editor.mjs')], { encoding: 'utf8' });
  expect([status, stderr]).toEqual([0, '']);
  files = unzipSync(readFileSync(path.join(folder, 'elvar.vsix')));
});

const textOf = (name: string): string => strFromU8(files[name] ?? new Uint8Array());

test('the packed extension has all that its manifests name, and no more', () => {
  const named = new Set<string>();
  for (const manifest of ['extension.vsixmanifest', '[Content_Types].xml']) {
    const parser = new SaxesParser();
    parser.on('error', (error) => { throw error; });
    parser.on('opentag', ({ name, attributes }) => {
      if (name === 'Asset') named.add(String((attributes as Record<string, string>)['Path']));
    });
    parser.write(textOf(manifest)).close();
  }
  const { main } = JSON.parse(textOf('extension/package.json')) as { main: string };
  expect(Object.keys(files).sort()).toEqual(
    ['[Content_Types].xml', 'extension.vsixmanifest', path.posix.join('extension', main), ...named].sort(),
  );
  // Every kind of file has a type.
  for (const name of Object.keys(files)) {
    if (!name.startsWith('[')) expect(textOf('[Content_Types].xml')).toContain(`Extension="${path.extname(name)}"`);
  }
});

test('its commands and settings are those that its code knows, and it needs nothing but the editor', () => {
  const source = readFileSync(path.join(folder, 'src/extension.ts'), 'utf8');
  const { contributes } = JSON.parse(textOf('extension/package.json')) as {
    contributes: { commands: { command: string }[]; configuration: { properties: Record<string, unknown> } };
  };
  expect(contributes.commands.map(({ command }) => command).sort()).toEqual(
    [...source.matchAll(/registerCommand\('([^']+)'/g)].map(([, name]) => name).sort(),
  );
  expect(Object.keys(contributes.configuration.properties).sort()).toEqual(
    [...source.matchAll(/settings\.get<[^>]+>\('([^']+)'/g)].map(([, name]) => `elvar.${name}`).sort(),
  );
  const required = [...textOf('extension/extension.js').matchAll(/require\("([^"]+)"\)/g)]
    .map(([, name]) => name as string)
    .filter((name) => !name.startsWith('node:'));
  const builtIn = new Set(
    ['vscode', 'assert', 'child_process', 'crypto', 'events', 'fs', 'net', 'os', 'path', 'stream', 'url', 'util'],
  );
  expect(required.filter((name) => !builtIn.has(name))).toEqual([]);
});
