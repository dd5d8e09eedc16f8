import type { PatternLine } from '../model/layer.js';
import { compilePatternLines } from './pattern-lines.js';
import { PatternList } from './pattern-list.js';

/**
 * Whether a line of a pattern list takes something in, so that it should match some file by itself: comments and negated patterns
 * need not.
 */
export function isPositive(pattern: string): boolean {
  return pattern.trim() !== '' && !pattern.startsWith('!') && !pattern.startsWith('#');
}

/**
 * Whether a pattern by itself matches any path.
 * @param directory where the pattern's file is: empty, or ending in `/`.
 * @param paths relative to the root.
 */
export function matchesAny(line: PatternLine, directory: string, paths: readonly string[]): boolean {
  const list = PatternList.of(compilePatternLines([line]));
  return paths.some((path) => {
    if (!path.startsWith(directory)) return false;
    const names = path.slice(directory.length).split('/');
    const name = names.pop() as string;
    return names.reduce((inner, step) => inner.descend(step), list).covers(name);
  });
}
