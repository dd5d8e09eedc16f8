import { distance } from 'fastest-levenshtein';
import { isDate } from '../base/date.js';
import { parseSelector, type Selector } from '../model/selector.js';
import type { WaiverText } from './waiver.js';

/** The meaning of a comment's text. */
type ParsedComment =
  | { readonly kind: 'waive'; readonly waiver: WaiverText }
  | { readonly kind: 'resume'; readonly selectors: readonly Selector[] }
  | { readonly kind: 'malformed'; readonly problem: string };

/** A comment with this beginning is meant for Elvar. */
const VERBS = ['waive', 'resume'] as const;

/**
 * Reads `elvar waive SELECTOR[, SELECTOR]… [below|throughout] [until DATE] [because TEXT]` or
 * `elvar resume SELECTOR[, SELECTOR]…`.
 * @param body the text of a comment, without its markers.
 * @returns null for any other comment.
 */
export function parseWaiverComment(body: string): ParsedComment | null {
  if (!/^elvar\s/.test(body)) return null;
  // Later lines of a comment often begin with a star.
  const [, verb, rest = ''] = /^elvar\s+([a-z]+)\b(.*)$/s.exec(body.replace(/(?:\r\n?|\n)[ \t]*(?:\*(?=[ \t]))?/g, ' ')) ?? [];
  if (verb === undefined) return null;
  const meant = VERBS.find((known) => known === verb);
  if (meant === undefined) {
    const near = VERBS.find((known) => distance(known, verb) <= 2);
    return near === undefined ? null : malformed(`${verb} is not understood; write elvar ${near}`);
  }
  const words = rest.trim();
  return meant === 'waive' ? parseWaive(words) : parseResume(words);
}

// elvar waive text/line-width because a pattern is one literal
const PARTS = /^(?<list>[^\s,]+(?:\s*,\s*[^\s,]+)*)(?:\s+(?<reach>below|throughout))?(?:\s+until\s+(?<until>\S+))?(?:\s+because\s+(?<because>.+))?$/s;

function parseWaive(words: string): ParsedComment {
  const { list, reach, until, because } = PARTS.exec(words)?.groups ?? {};
  if (list === undefined) {
    return malformed(words === ''
      ? 'it names no rule'
      : 'after the rules come below or throughout, until and a date, because and a reason, in this order');
  }
  const selectors = parseList(list);
  if (typeof selectors === 'string') return malformed(selectors);
  if (until !== undefined && !isDate(until)) return malformed(`${until} is not a date; write it as YYYY-MM-DD`);
  const place = reach === 'below' || reach === 'throughout' ? reach : 'line';
  return {
    kind: 'waive',
    waiver: { selectors, reach: place, until: until ?? null, because: because?.replace(/\s+/g, ' ').trim() ?? null },
  };
}

function parseResume(words: string): ParsedComment {
  if (words === '') return malformed('it names no rule');
  const selectors = /^[^\s,]+(?:\s*,\s*[^\s,]+)*$/.test(words)
    ? parseList(words)
    : 'elvar resume takes only rules, separated by commas';
  return typeof selectors === 'string' ? malformed(selectors) : { kind: 'resume', selectors };
}

/** @returns the selectors, or what is wrong with one of them. */
function parseList(list: string): Selector[] | string {
  const selectors: Selector[] = [];
  for (const text of list.split(',').map((item) => item.trim())) {
    const selector = parseSelector(text);
    if (selector === null) return `${text} is neither a rule nor a group of rules`;
    selectors.push(selector);
  }
  return selectors;
}

function malformed(problem: string): ParsedComment {
  return { kind: 'malformed', problem };
}
