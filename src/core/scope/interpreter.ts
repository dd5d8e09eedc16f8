import { withoutTrailing } from '../base/trailing.js';
import type { LanguageId } from '../base/language.js';
import { LANGUAGES } from '../languages/languages.js';

/** Interpreters and their languages. Version numbers at the end of a name are ignored. */
const LANGUAGE_OF: ReadonlyMap<string, LanguageId> = new Map(
  LANGUAGES.flatMap(({ id, interpreters }) => interpreters.map((program) => [program, id] as const)),
);

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
  return LANGUAGE_OF.get(name) ?? LANGUAGE_OF.get(withoutTrailing(name, '0123456789.')) ?? null;
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
