// The floor of `check`: reads and parses every file of a tree with the same parser, and does nothing else.
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { Language, Parser } from 'web-tree-sitter';

const grammars = path.join(import.meta.dirname, '..', '..', 'dist', 'grammars');
await Parser.init();
const byEnding = new Map();
const ENDINGS = {
  '.js': 'javascript', '.mjs': 'javascript', '.cjs': 'javascript', '.ts': 'typescript', '.css': 'css', '.py': 'python',
};
for (const [ending, name] of Object.entries(ENDINGS)) {
  byEnding.set(ending, await Language.load(readFileSync(path.join(grammars, `${name}.wasm`))));
}
const parser = new Parser();
let files = 0;

function walk(directory) {
  for (const entry of readdirSync(directory, { withFileTypes: true })) {
    const file = path.join(directory, entry.name);
    if (entry.isDirectory()) walk(file);
    else {
      const text = readFileSync(file, 'utf8');
      const language = byEnding.get(path.extname(file));
      if (language === undefined) continue;
      parser.setLanguage(language);
      parser.parse(text).delete();
      files += 1;
    }
  }
}

walk(process.argv[2]);
console.log(files);
