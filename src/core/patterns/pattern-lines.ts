import type { PatternLine } from '../model/layer.js';
import { compilePattern, type Pattern } from './pattern.js';

/**
 * The lines of an ignore file as git reads it: a byte-order mark and any CR before LF are dropped, and a last line without line
 * end counts.
 * @param file the file's name in origins.
 */
export function patternLinesOf(text: string, file: string): PatternLine[] {
  const lines = text.replace(/^\uFEFF/, '').split('\n').map((line) => line.replace(/\r$/, ''));
  return lines.map((value, index) => ({ value, place: { file, line: index + 1, column: 1, length: Math.max(1, value.length) } }));
}

/** Compiles the patterns of a layer file. */
export function compilePatternLines(lines: readonly PatternLine[]): Pattern[] {
  return lines.flatMap(({ value, place }) => compilePattern(value, place) ?? []);
}

/** The built-in patterns at the root of every project. */
export const BUILT_IN_PATTERNS: readonly Pattern[] = ['.git/', 'node_modules/'].flatMap((text) =>
  compilePattern(text, null) ?? []);
