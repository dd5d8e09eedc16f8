// Copies the compiled grammars, each from its own package, to where the built program reads them.
import { copyFileSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';
import { DESCRIBED } from '../dist/core/languages/described.js';

const require = createRequire(import.meta.url);
const target = path.join(import.meta.dirname, '..', 'dist', 'grammars');

/** File in `dist/grammars` → package and file in it. */
const SOURCES = {
  'web-tree-sitter.wasm': ['web-tree-sitter', 'web-tree-sitter.wasm'],
  'javascript.wasm': ['tree-sitter-javascript', 'tree-sitter-javascript.wasm'],
  'typescript.wasm': ['tree-sitter-typescript', 'tree-sitter-typescript.wasm'],
  'tsx.wasm': ['tree-sitter-typescript', 'tree-sitter-tsx.wasm'],
  'python.wasm': ['tree-sitter-python', 'tree-sitter-python.wasm'],
  'css.wasm': ['tree-sitter-css', 'tree-sitter-css.wasm'],
  'java.wasm': ['tree-sitter-java', 'tree-sitter-java.wasm'],
  'php.wasm': ['tree-sitter-php', 'tree-sitter-php.wasm'],
  'cpp.wasm': ['tree-sitter-cpp', 'tree-sitter-cpp.wasm'],
  'html.wasm': ['tree-sitter-html', 'tree-sitter-html.wasm'],
  'bash.wasm': ['tree-sitter-bash', 'tree-sitter-bash.wasm'],
  'go.wasm': ['tree-sitter-go', 'tree-sitter-go.wasm'],
  'json.wasm': ['tree-sitter-json', 'tree-sitter-json.wasm'],
  'yaml.wasm': ['@tree-sitter-grammars/tree-sitter-yaml', 'tree-sitter-yaml.wasm'],
  ...Object.fromEntries(DESCRIBED.flatMap(({ grammar, compiled }) => (compiled === null ? [] : [[`${grammar}.wasm`, compiled]]))),
};

mkdirSync(target, { recursive: true });
const notices = new Map();
for (const [name, [packageName, file]] of Object.entries(SOURCES)) {
  const folder = path.dirname(require.resolve(`${packageName}/${packageName === 'web-tree-sitter' ? file : 'package.json'}`));
  copyFileSync(path.join(folder, file), path.join(target, name));
  const { version } = JSON.parse(readFileSync(path.join(folder, 'package.json'), 'utf8'));
  notices.set(packageName, `${packageName} ${version}\n\n${readFileSync(path.join(folder, 'LICENSE'), 'utf8')}`);
}
writeFileSync(path.join(target, 'LICENSES.txt'), [...notices.values()].join(`\n${'-'.repeat(72)}\n\n`));
