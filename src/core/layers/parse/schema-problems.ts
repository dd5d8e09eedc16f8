import type * as z from 'zod';
import type { Place } from '../../base/place.js';
import type { Problem, ProblemDetail } from '../../model/problem.js';
import { LEVELS } from '../../model/level.js';
import { nearLevel } from './near-level.js';
import { nearName } from '../../base/near-name.js';
import { nodeAt, type YamlNode } from './yaml-text.js';

/**
 * Turns the issues that a Zod schema found with the value of `node` into problems with places.
 * A missing key has no node: its problem is placed at the enclosing value. An unknown key is reported at the key itself.
 */
export function problemsOfIssues(issues: readonly z.core.$ZodIssue[], node: YamlNode, known: readonly string[]): Problem[] {
  return issues.flatMap((issue) => {
    const found = nodeAt(node, issue.path);
    // What could not be read has already been reported.
    if (found.whole && found.node.value === undefined) return [];
    if (issue.code === 'unrecognized_keys') {
      return issue.keys.map((key) => {
        const place = found.node.parts.get(key)?.keyPlace ?? found.node.place;
        return problemAt(place, { code: 'unknown-key', key, near: nearName(key, known), known });
      });
    }
    const last = issue.path.at(-1);
    const detail: ProblemDetail = found.whole
      ? detailOfIssue(issue, found.node.value)
      : { code: 'missing-key', key: String(last) };
    return [problemAt(found.node.place, detail)];
  });
}

/** The level that was probably meant, if it is allowed here. */
function nearLevelOf(word: string, known: readonly string[]): string | null {
  const level = nearLevel(word);
  return level !== null && known.includes(level) ? level : nearName(word, known);
}

/** A problem at a place. */
export function problemAt(place: Place, detail: ProblemDetail): Problem {
  return { file: place.file, place, detail };
}

function detailOfIssue(issue: z.core.$ZodIssue, value: unknown): ProblemDetail {
  switch (issue.code) {
    case 'invalid_value': {
      const known = issue.values.map(String);
      const isLevels = LEVELS.some((level) => known.includes(level));
      const near = typeof value === 'string' || typeof value === 'boolean'
        ? (isLevels ? nearLevelOf(String(value), known) : nearName(String(value), known))
        : null;
      return { code: 'bad-value', found: describeValue(value), near, known };
    }
    case 'invalid_type':
      return { code: 'wrong-type', expected: describeType(issue.expected), found: describeValue(value) };
    case 'invalid_union':
      return { code: 'wrong-type', expected: unionTypes(issue), found: describeValue(value) };
    case 'too_small':
      return value === ''
        ? { code: 'wrong-type', expected: 'text', found: 'empty' }
        : { code: 'wrong-type', expected: `at least ${issue.minimum}`, found: describeValue(value) };
    case 'too_big':
      return { code: 'wrong-type', expected: `at most ${issue.maximum}`, found: describeValue(value) };
    default:
      return { code: 'wrong-type', expected: issue.message, found: describeValue(value) };
  }
}

function unionTypes(issue: z.core.$ZodIssueInvalidUnion): string {
  const types = issue.errors.flat().map((inner) => ('expected' in inner ? describeType(inner.expected) : 'something else'));
  return [...new Set(types)].join(' or ');
}

const TYPE_WORDS: Readonly<Record<string, string>> = {
  object: 'a mapping',
  record: 'a mapping',
  array: 'a list',
  string: 'text',
  boolean: 'true or false',
  number: 'a number',
  int: 'a whole number',
};

/** A Zod type name in words. */
function describeType(type: string): string {
  return TYPE_WORDS[type] ?? type;
}

/** A value in words, short enough for a message. */
export function describeValue(value: unknown): string {
  if (value === null || value === undefined) return 'nothing';
  if (Array.isArray(value)) return 'a list';
  if (typeof value === 'object') return 'a mapping';
  if (typeof value !== 'string') return String(value);
  return value.length > 60 ? `“${value.slice(0, 57)}…”` : `“${value}”`;
}
