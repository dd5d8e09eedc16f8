import { withoutTrailing } from '../base/trailing.js';
import type { LanguageId } from '../base/language.js';

/** Interpreters and their languages. Version numbers at the end of a name are ignored. */
const LANGUAGE_OF: Readonly<Record<string, LanguageId>> = {
  ...ofAll('shell', 'sh bash dash ash ksh mksh zsh'),
  ...ofAll('python', 'python pypy'),
  ...ofAll('javascript', 'node nodejs bun'),
  ...ofAll('typescript', 'deno tsx ts-node'),
  ...ofAll('php', 'php'),
  ...ofAll('ruby', 'ruby'),
  ...ofAll('perl', 'perl'),
  ...ofAll('lua', 'lua luajit'),
  ...ofAll('r', 'Rscript'),
  ...ofAll('elixir', 'elixir'),
  ...ofAll('haskell', 'runhaskell runghc'),
  ...ofAll('java', 'java'),
  ...ofAll('scala', 'scala'),
  ...ofAll('swift', 'swift'),
  ...ofAll('powershell', 'pwsh'),
  ...ofAll('makefile', 'make gmake'),
};

function ofAll(language: LanguageId, programs: string): Record<string, LanguageId> {
  return Object.fromEntries(programs.split(' ').map((program) => [program, language]));
}

/** How many bytes of a file are enough to find its interpreter; Linux reads 256 (execve(2), "Interpreter scripts"). */
export const INTERPRETER_WINDOW = 256;

/**
 * The language of a script by its interpreter line (`#!`), through env(1) too.
 * @param start the first bytes of a file as text. @returns null if there is no such line or the interpreter is unknown.
 */
export function languageOfScript(start: string): LanguageId | null {
  const words = /^\uFEFF?#![ \t]*([^\r\n]*)/.exec(start)?.[1]?.split(/[ \t]+/) ?? [];
  const [program = ''] = words;
  const name = baseName(program) === 'env' ? baseName(programOfEnv(words.slice(1))) : baseName(program);
  return LANGUAGE_OF[name] ?? LANGUAGE_OF[withoutTrailing(name, '0123456789.')] ?? null;
}

/** The program in the arguments of env: after its options and variable assignments. */
function programOfEnv(words: readonly string[]): string {
  let [isValue, isDone] = [false, false];
  for (const word of words) {
    if (isValue) {
      isValue = false;
      continue;
    }
    const split = /^(?:-S|-vS|--split-string=?)(.*)$/.exec(word)?.[1];
    const text = split ?? word;
    if (text === '' || (split === undefined && !isDone && text.startsWith('-'))) {
      isValue = /^(?:-u|--unset|-C|--chdir|-a|--argv0)$/.test(text);
      isDone = text === '--';
      continue;
    }
    if (!/^\w+=/.test(text)) return text;
  }
  return '';
}

function baseName(file: string): string {
  return file.slice(file.lastIndexOf('/') + 1).replace(/\.exe$/, '');
}
