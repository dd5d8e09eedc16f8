// Writes docs/languages.md: which files of core/syntax name the nodes of which grammar, so that whoever adds a language sees what
// to teach. With --check it writes nothing and fails where the page is not up to date.
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { Language, Parser } from 'web-tree-sitter';
import { CATALOG } from '../dist/core/catalog/registry.js';
import { GRAMMAR_DEFINITIONS, LANGUAGE_RULES } from '../dist/core/languages/languages.js';

const here = path.join(import.meta.dirname, '..');
const page = path.join(here, 'docs', 'languages.md');
const grammars = path.join(here, 'dist', 'grammars');
const syntax = path.join(here, 'src', 'core', 'syntax');

/** Node types that say nothing about a language. */
const EVERYWHERE = new Set([
  'ERROR', 'comment', 'identifier', 'string', 'name', 'value', 'body', 'path', 'type', 'text', 'word', 'number', 'array',
  'object', 'null', 'true', 'false', 'block', 'arguments', 'program',
]);

/** The words in the string literals of a source file. */
function wordsIn(code) {
  const bare = code.replace(/\/\*[^]*?\*\/|\/\/[^\n]*/g, '').replace(/^import .*$/gm, '');
  return new Set([...bare.matchAll(/'([a-z_ ]+)'/g)].flatMap(([, text]) => text.split(' ')));
}

await Parser.init();
const translations = new Map([...GRAMMAR_DEFINITIONS.values()].flatMap(
  ({ id, syntax: { translation } }) => (translation === null ? [] : [[id, translation]]),
));
const names = readdirSync(grammars)
  .filter((file) => file.endsWith('.wasm') && file !== 'web-tree-sitter.wasm')
  .map((file) => file.slice(0, -5))
  .filter((name) => !translations.has(name))
  .sort();
const types = new Map();
for (const name of names) {
  const language = await Language.load(path.join(grammars, `${name}.wasm`));
  types.set(
    name, new Set(language.types.filter((type, id) => type !== null && language.nodeTypeIsNamed(id) && !EVERYWHERE.has(type))),
  );
}
const rows = readdirSync(
  syntax, { recursive: true },
).map(String).filter((file) => file.endsWith('.ts')).sort().flatMap((file) => {
  const words = wordsIn(readFileSync(path.join(syntax, file), 'utf8'));
  const counts = names.map((name) => [...words].filter((word) => types.get(name).has(word)).length);
  return counts.every((count) => count === 0)
    ? []
    : [`| \`${file.split(path.sep).join('/')}\` | ${counts.map((count) => (count === 0 ? '' : count)).join(' | ')} |`];
});
/** How many rules find something in a language by its syntax, or by its own kind of text. */
const rulesFor = (id) => CATALOG.rules.filter(({ find }) => 'languages' in find && Object.hasOwn(find.languages, id)).length;
const own = Object.keys(LANGUAGE_RULES).map((id) => {
  const translation = translations.get(id);
  return `| ${id} | ${translation === undefined ? '' : Object.keys(translation.types).length} | `
    + `${translation?.fields.length ?? ''} | ${rulesFor(id)} |`;
});
const text = `# What the syntax rooms know of each language

How many types of nodes of each grammar a file of \`src/core/syntax\` names; some grammars share names. These are Elvar's terms: whoever adds a language says in its folder how the new grammar's are said in them. \`npm run languages\` writes this page.

| file | ${names.join(' | ')} |
| --- | ${names.map(() => '---:').join(' | ')} |
${rows.join('\n')}

## Languages with a folder of their own

Each in \`src/core/languages\`; the numbers are those of the terms that are translated, of the fields that are named, and of the rules that know the language, besides those for every text.

| language | terms | fields | rules |
| --- | ---: | ---: | ---: |
${own.join('\n')}
`;
if (!process.argv.includes('--check')) writeFileSync(page, text);
else if (readFileSync(page, 'utf8') !== text) {
  process.stderr.write('docs/languages.md is not up to date: npm run languages\n');
  process.exitCode = 1;
}
