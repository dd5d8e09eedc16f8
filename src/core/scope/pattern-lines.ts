import type { PatternLine } from '../model/layer.js';
import { compilePattern, type Pattern } from './pattern.js';

/**
 * Compiles the text of an ignore file as git reads it: a byte-order mark is dropped, CR before LF too, and a last
 * line without line end counts.
 * @param file how the file is named in origins.
 */
export function compilePatternFile(text: string, file: string): Pattern[] {
  const lines = text.replace(/^\uFEFF/, '').split('\n');
  return lines.flatMap((line, index) => compilePattern(line.replace(/\r$/, ''), { file, line: index + 1 }) ?? []);
}

/** Compiles the patterns of a layer file. */
export function compilePatternLines(lines: readonly PatternLine[]): Pattern[] {
  return lines.flatMap(({ value, place }) => compilePattern(value, place) ?? []);
}

/** Patterns that hold at the root of every project. */
export const BUILT_IN_PATTERNS: readonly Pattern[] = ['.git/', 'node_modules/'].flatMap((text) => compilePattern(text, null) ?? []);
