import type { PatternLine } from '../../model/layer.js';
import type { Problem } from '../../model/problem.js';
import { problemAt } from './schema-problems.js';
import { nodeAt, type YamlNode } from './yaml-text.js';

/**
 * Parses a list of patterns below `node`. YAML swallows some patterns that are not in quotes (a leading `!`, `*` or
 * `#` has a meaning of its own there), so whatever is not plainly a string is a mistake.
 */
export function parsePatterns(node: YamlNode, path: readonly string[], problems: Problem[]): PatternLine[] {
  const { node: list, whole } = nodeAt(node, path);
  if (!whole || !Array.isArray(list.value)) return [];
  const lines: PatternLine[] = [];
  for (const item of list.parts.values()) {
    const why = whyNoPattern(item);
    if (why === null) lines.push({ value: item.value as string, place: item.place });
    else if (item.value !== undefined) problems.push(problemAt(item.place, { code: 'bad-pattern', why }));
  }
  return lines;
}

/** Why a value is not plainly a string that can be a pattern; null if it is one. */
export function whyNoPattern(item: YamlNode): 'no-text' | 'empty' | 'tag' | 'alias' | 'line-break' | null {
  if (item.written !== 'plain') return item.written;
  if (typeof item.value !== 'string') return 'no-text';
  if (item.value === '') return 'empty';
  return /[\n\r]/.test(item.value) ? 'line-break' : null;
}
