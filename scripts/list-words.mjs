// Writes every form of every word of the English dictionary where the built program looks them up. To work them out takes as
// long as checking a hundred files, so no run does it.
import { copyFileSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import nspell from 'nspell';

const here = path.join(import.meta.dirname, '..');
const source = path.join(here, 'node_modules', 'dictionary-en');
const target = path.join(here, 'dist', 'dictionaries');

const checker = nspell(readFileSync(path.join(source, 'index.aff')), readFileSync(path.join(source, 'index.dic')));
// What is looked up is in lower case and has neither digits nor letters beyond ASCII.
const forms = [...new Set(Object.keys(checker.data).map((form) => form.toLowerCase()))]
  .filter((form) => /^[a-z']+$/.test(form))
  .sort();
const withCapital = (form) => form.charAt(0).toUpperCase() + form.slice(1);
mkdirSync(target, { recursive: true });
writeFileSync(path.join(target, 'english-words.txt'), forms.filter((form) => checker.correct(form)).join('\n'));
writeFileSync(
  path.join(target, 'english-names.txt'),
  forms.filter((form) => !checker.correct(form) && checker.correct(withCapital(form))).join('\n'),
);
copyFileSync(path.join(source, 'license'), path.join(target, 'LICENSE.txt'));
