import { compileNamePattern, endOfClass, type NamePattern } from './name-pattern.js';
import type { PatternOrigin } from '../model/scope.js';

/** One step of a pattern: a name, or any number of directories (`**`). */
export type PatternStep = NamePattern | 'any-depth';

/** One compiled line of an ignore file. Its meaning: gitignore(5), "PATTERN FORMAT". */
export interface Pattern {
  readonly origin: PatternOrigin;
  /** Whether it re-includes (`!`). */
  readonly negated: boolean;
  readonly directoriesOnly: boolean;
  /** The steps, starting from the directory of the pattern's file. */
  readonly steps: readonly PatternStep[];
}

const ANY_NAME: NamePattern = { literal: null, ending: '', matches: () => true };

/**
 * Compiles one pattern.
 * @param text the line without its line end.
 * @param place its place; null for the built-in list.
 * @returns null for a blank line, a comment, and a pattern that can never match.
 */
export function compilePattern(text: string, place: { file: string; line: number } | null): Pattern | null {
  const line = withoutTrailingBlanks(text);
  if (line === '' || line.startsWith('#')) return null;
  const negated = line.startsWith('!');
  let body = negated ? line.slice(1) : line;
  const directoriesOnly = body.endsWith('/');
  if (directoriesOnly) body = body.slice(0, -1);
  const steps = compileSteps(body);
  if (steps === null) return null;
  return {
    origin: { file: place?.file ?? null, line: place?.line ?? null, pattern: line },
    negated,
    directoriesOnly,
    steps,
  };
}

function compileSteps(body: string): PatternStep[] | null {
  // Any slash, one in a class too, ties the pattern to its directory.
  const isTied = body.includes('/');
  const parts = splitAtSlashes(body.startsWith('/') ? body.slice(1) : body);
  if (parts === null) return null;
  const steps: PatternStep[] = isTied ? [] : ['any-depth'];
  for (const [index, { name, isEscaped }] of parts.entries()) {
    if (isTied && /^\*{2,}$/.test(name)) {
      if (steps.at(-1) !== 'any-depth') steps.push('any-depth');
      // At the end it stands for everything inside, so for at least one name; in git also before an escaped slash.
      if (index === parts.length - 1 || isEscaped) steps.push(ANY_NAME);
      continue;
    }
    const step = name === '' ? null : compileNamePattern(name);
    if (step === null) return null;
    steps.push(step);
  }
  return steps;
}

/** The part between two slashes of a pattern. */
interface Part {
  name: string;
  /** Whether the slash after it is escaped. */
  isEscaped: boolean;
}

/** Splits at each `/` outside classes; null if a class is not closed. An escaped slash is a slash. */
function splitAtSlashes(body: string): Part[] | null {
  if (!/[[\\]/.test(body)) return body.split('/').map((name) => ({ name, isEscaped: false }));
  const characters = [...body];
  let current: Part = { name: '', isEscaped: false };
  const parts = [current];
  for (let index = 0; index < characters.length; index += 1) {
    const character = characters[index] as string;
    const next = characters[index + 1];
    if (character === '/' || (character === '\\' && next === '/')) {
      current.isEscaped = character === '\\';
      if (current.isEscaped) index += 1;
      parts.push((current = { name: '', isEscaped: false }));
    } else if (character === '\\') {
      index += 1;
      current.name += character + (next ?? '');
    } else if (character === '[') {
      const end = endOfClass(characters, index);
      if (end === null) return null;
      current.name += characters.slice(index, end).join('');
      index = end - 1;
    } else {
      current.name += character;
    }
  }
  return parts;
}

/** Drops trailing blanks, unless the first of them is escaped. */
function withoutTrailingBlanks(line: string): string {
  let end = line.length;
  while (end > 0 && line[end - 1] === ' ') end -= 1;
  if (end === line.length) return line;
  let backslashes = 0;
  while (line[end - 1 - backslashes] === '\\') backslashes += 1;
  return backslashes % 2 === 1 ? line.slice(0, end + 1) : line.slice(0, end);
}
