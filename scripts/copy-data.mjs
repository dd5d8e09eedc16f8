// Copies the compiled grammars, each from its own package, to where the built program reads them, with the licences of all of
// them.
import { copyFileSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';
import { GRAMMAR_DEFINITIONS } from '../dist/core/languages/languages.js';

const require = createRequire(import.meta.url);
const target = path.join(import.meta.dirname, '..', 'dist', 'grammars');

/** File in `dist/grammars`, and the package and the file in it that it comes from. */
const sources = [
  ['web-tree-sitter.wasm', 'web-tree-sitter', 'web-tree-sitter.wasm'],
  ...[...GRAMMAR_DEFINITIONS.values()].map(({ id, compiled: [packageName, file] }) => [`${id}.wasm`, packageName, file]),
];

mkdirSync(target, { recursive: true });
const notices = new Map();
for (const [name, packageName, file] of sources) {
  const folder = path.dirname(require.resolve(`${packageName}/${packageName === 'web-tree-sitter' ? file : 'package.json'}`));
  copyFileSync(path.join(folder, file), path.join(target, name));
  const { version } = JSON.parse(readFileSync(path.join(folder, 'package.json'), 'utf8'));
  notices.set(packageName, `${packageName} ${version}\n\n${licenceIn(folder, packageName)}`);
}
writeFileSync(path.join(target, 'LICENSES.txt'), [...notices.values()].join(`\n${'-'.repeat(72)}\n\n`));

/** Packages call it LICENSE, LICENCE or COPYING, with or without an ending. */
function licenceIn(folder, packageName) {
  const name = readdirSync(folder).find((file) => /^(?:licen[cs]e|copying)(?:[.-].*)?$/i.test(file));
  if (name === undefined) throw new Error(`the package ${packageName} has no licence that could be passed on`);
  return readFileSync(path.join(folder, name), 'utf8');
}
