import { name, type Misreading } from '../../syntax/misreading.js';

/** What the grammar of PHP takes for errors. */
export const PHP_MISREADINGS: readonly Misreading[] = [
  // PHP 8.1 has `readonly` as a word of the language, which still can be the name of a function or, before, of a class.
  // Exit with a negative number; with one in brackets, it is read everywhere.
  { found: /\bexit -(\d+)(?=\s*;)/gi, instead: (_, status) => `exit(${status})` },
  { found: /(?<=\bfunction\s{1,99}&?|\bclass\s{1,99}|\bnew\s{1,99}|->|::)readonly\b(?=\s*[({;])/gi, instead: name },
];
