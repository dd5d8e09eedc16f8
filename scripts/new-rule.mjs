// Begins a rule: its file, with a good and a bad example that run as its test, and its lines in the registry.
//   npm run new-rule -- slips/double-minus python
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';

const here = path.join(import.meta.dirname, '..');
const catalog = path.join(here, 'src', 'core', 'catalog');

function fail(message) {
  process.stderr.write(`${message}\n`);
  process.exit(2);
}

/** A rule's file as it begins: it finds one word, so that its examples hold from the start. */
function ruleText(id, language) {
  return `import { bad, good } from '../../finders/examples.js';
import type { Hit } from '../../finders/finder.js';
import { defineRule } from '../../finders/rule.js';
import type { Source } from '../../syntax/source.js';

export default defineRule({
  id: '${id}',
  title: 'What is wanted, in words a newcomer knows',
  about: 'Why it matters.',
  advice: 'What to do about it.',
  tags: [],
  confidence: 'likely',
  options: {},
  find: { languages: { ${language}: { by: 'text', find: findAll } } },
  examples: [
    good('${language}', 'quay\\n'),
    bad('${language}', 'placeholder\\n', '1:1-12 this is a placeholder'),
  ],
});

/** Replace this by what the rule is to find: by a query, by the tree, or by the text. */
function findAll({ text: { text } }: Source): Hit[] {
  return [...text.matchAll(/placeholder/g)].map(({ index, 0: found }) => ({ start: index, end: index + found.length, message: 'this is a placeholder' }));
}
`;
}

/** The registry with one more rule, in the order of the ids. */
function registered(text, id) {
  const variable = id.replace(/[/-](\w)/g, (_, letter) => letter.toUpperCase());
  const withLine = (before, pattern, line) => {
    const lines = before.split('\n');
    const own = lines.flatMap((each, index) => (pattern.test(each) ? [index] : []));
    const next = own.find((index) => lines[index] > line) ?? own.at(-1) + 1;
    return lines.toSpliced(next, 0, line).join('\n');
  };
  return withLine(
    withLine(text, /^import \w+ from '\.\/[a-z]+\/[a-z-]+\.js';$/, `import ${variable} from './${id}.js';`),
    /^ {2}\w+,$/,
    `  ${variable},`,
  );
}

const [id = '', language = 'javascript'] = process.argv.slice(2);
if (!/^[a-z]+\/[a-z]+(?:-[a-z]+)*$/.test(id)) {
  fail('name the rule as concern/name, in lower case with hyphens: npm run new-rule -- slips/double-minus python');
}
const file = path.join(catalog, `${id}.ts`);
if (existsSync(file)) fail(`${id} exists already`);
const registry = path.join(catalog, 'registry.ts');
mkdirSync(path.dirname(file), { recursive: true });
writeFileSync(file, ruleText(id, language));
writeFileSync(registry, registered(readFileSync(registry, 'utf8'), id));
process.stdout.write(
  `${path.relative(here, file)} and its lines in the registry are written.\nIts examples are its test: npm run build && `
    + `npx vitest run test/core/catalog-examples.test.ts\n`,
);
