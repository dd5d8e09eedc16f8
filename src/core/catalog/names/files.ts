import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { Source } from '../../syntax/source.js';
import { bad, good } from '../../finders/examples.js';
import { choice } from '../../finders/options.js';

const FORMS = ['usual', 'kebab', 'snake', 'camel', 'pascal', 'any'] as const;

type FileForm = (typeof FORMS)[number];

/** Dots may separate the words of a name too, as in `tide.test.ts`. */
const SHAPES: Readonly<Record<Exclude<FileForm, 'any'>, RegExp>> = {
  // Nothing that causes trouble in a shell, an address or a file system that ignores case.
  usual: /^[A-Za-z0-9._@$+[\](){}-]+$/,
  kebab: /^[a-z0-9]+(?:[.-][a-z0-9]+)*$/,
  snake: /^_*[a-z0-9]+(?:[._][a-z0-9]+)*_*$/,
  camel: /^[a-z][A-Za-z0-9]*(?:\.[A-Za-z0-9]+)*$/,
  pascal: /^[A-Z][A-Za-z0-9]*(?:\.[A-Za-z0-9]+)*$/,
};

const EXAMPLES: Readonly<Record<Exclude<FileForm, 'any'>, string>> = {
  usual: 'letters, digits and - _ . alone', kebab: 'low-tide', snake: 'low_tide', camel: 'lowTide', pascal: 'LowTide',
};

export default defineRule({
  id: 'names/files',
  title: 'Files follow one naming style',
  about: 'Names with spaces and symbols break scripts and URLs. Names that differ only in case break checkouts on some systems.',
  advice: 'Rename the file, and update whatever refers to it.',
  tags: ['naming', 'portability'],
  confidence: 'certain',
  options: { form: choice(FORMS, 'usual', 'how words are joined; usual means any way without spaces and symbols') },
  find: { everywhere: { by: 'text', find: findMisnamed } },
  examples: [
    good('toml', '', { file: 'low-tide.toml' }),
    good('toml', '', { file: 'low-tide.test.toml', options: { form: 'kebab' } }),
    bad('toml', '', '1:1-1 the file name low tide.toml is not written like letters, digits and - _ . alone', {
      file: 'low tide.toml',
    }),
    bad('toml', '', '1:1 the file name low_tide.toml is not written like low-tide', {
      file: 'low_tide.toml', options: { form: 'kebab' },
    }),
  ],
});

function findMisnamed({ text: { path, language } }: Source, { form }: { readonly form: FileForm }): Hit[] {
  const name = path.slice(path.lastIndexOf('/') + 1);
  // The author has no choice about names that the language or a program requires.
  if (form === 'any' || language.names.includes(name)
      || name.startsWith('.') || /^(?:README|LICEN[CS]E|CHANGELOG|CONTRIBUTING|__\w+__)(?:\.|$)/.test(name)) return [];
  const bare = name.replace(/\.[^.]*$/, '');
  if (SHAPES[form].test(bare)) return [];
  return [{ start: 0, end: 0, message: `the file name ${name} is not written like ${EXAMPLES[form]}` }];
}
