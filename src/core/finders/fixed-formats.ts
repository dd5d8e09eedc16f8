import { argumentsOf, callsOf, objectOf } from '../syntax/calls.js';
import type { SyntaxNode, SyntaxTree } from '../syntax/node.js';
import type { ParsedSource } from '../syntax/source.js';
import { contentOf, textsOf } from '../syntax/texts.js';
import type { Hit } from './finder.js';
import { hitAt, hitsOf, NO_HITS } from './hits.js';

/** Days, months and years in the order of one country, or a twelve-hour clock. ISO 8601 goes from the year down and is fine. */
const MACHINE = /GMT|UTC|'T'|%a %b %d %H|%a, %d/;

// elvar waive text/line-width because a pattern is one literal
const LETTERS = /(?:^|[^A-Za-z])(?:d{1,2}|D{1,2})([./ -])M{1,4}\1(?:yy|yyyy|YY|YYYY)(?:[^A-Za-z]|$)|(?:^|[^A-Za-z])M{1,4}([./ -])(?:d{1,2}|D{1,2})\2(?:yy|yyyy|YY|YYYY)(?:[^A-Za-z]|$)|\bhh?:mm(?::ss)?\s*[aA]\b|(?:^|[^A-Za-z])M{3,4} d{1,2}\b/;

export const PERCENT = /%-?[dm][./-]%-?[dm][./-]%[yY]|%[BbA][ ,]+%-?d|%-?d[. ]+%[Bb]|%I:%M/;

export function fixedLetters({ tree, text: { text } }: ParsedSource): readonly Hit[] {
  // Each of the formats contains one of these, and few files do.
  const hasDates = text.includes('yy') || text.includes('YY') || text.includes('h:mm') || text.includes('MMM');
  const formats = hasDates ? shortTexts(tree).filter((node) => LETTERS.test(contentOf(node).text)).map(tellFixedFormat) : NO_HITS;
  return [
    ...formats,
    ...(hasGetters(text) ? madeByHand(tree) : NO_HITS),
    ...(text.includes('.replace(') ? separated(tree) : NO_HITS),
  ];
}

/** Whether a text asks for the parts of a date. */
export function hasGetters(text: string): boolean {
  return text.includes('Date()') || text.includes('.getDayOfMonth()') || (text.includes('.day') && text.includes('.month'));
}

// elvar waive text/line-width because a pattern is one literal
const PARTS = /\.(?:get(?:UTC)?(?<month>Month|MonthValue)\(\)|get(?:UTC)?(?<day>Date|DayOfMonth)\(\)|get(?:UTC)?(?<year>FullYear|Year)\(\)|(?<word>month|day|year)\b(?!\())/g;

/** Dates put together from their parts in an order that only some countries use. ISO 8601 begins with the year. */
export function madeByHand(tree: SyntaxTree): Hit[] {
  const made = new Set<SyntaxNode>();
  for (const node of tree.ofTypes(['template_string', 'binary_expression', 'binary_operator', 'string', 'call_expression'])) {
    let whole = node;
    while (whole.parent !== null
        && /^(?:binary_expression|binary_operator|parenthesized_expression)$/.test(whole.parent.type)) whole = whole.parent;
    if (whole.end - whole.start < 400) made.add(whole);
  }
  const hits = [...made]
    .filter((node) => isDateByHand(node))
    .map((node) => hitAt(node, 'this date is put together in an order that only some countries use'));
  return hits.filter((hit) => !hits.some((other) => other !== hit && other.start <= hit.start && hit.end <= other.end));
}

function isDateByHand({ type, text }: SyntaxNode): boolean {
  if (type === 'call_expression'
    ? !/^\[[^\]]*\]\.join\(["'][/.-]["']\)$/.test(text)
    : !/[}"'`\s)][./-]|[./-][{"'`\s$%]/.test(text)) return false;
  const parts = [...text.matchAll(PARTS)].map(({ groups }) =>
    groups?.['word'] ?? (groups?.['month'] !== undefined ? 'month' : groups?.['day'] !== undefined ? 'day' : 'year'));
  return parts[0] !== 'year' && parts.includes('month') && parts.includes('day') && parts.includes('year');
}

/** Numbers whose separators are put in by hand. */
function separated(tree: SyntaxTree): Hit[] {
  return hitsOf(callsOf(tree, ['replace']), (call): readonly Hit[] => {
    const given = argumentsOf(call);
    const from = given[0]?.text ?? '';
    const isDecimal = /\.toFixed\(\d*\)$/.test(objectOf(call)?.text ?? '')
      && /^["']\.["']$/.test(from) && /^["'],["']$/.test(given[1]?.text ?? '');
    const isThousands = from.includes('\\d{3}') && /^["'](?:\$&|\$1)?[,.' ](?:\$2)?["']$/.test(given[1]?.text ?? '');
    return isDecimal || isThousands ? [hitAt(call, 'this puts in separators that only some countries use')] : NO_HITS;
  });
}

export function shortTexts(tree: SyntaxTree): SyntaxNode[] {
  return textsOf(tree).filter((node) => node.end - node.start < 40 && !MACHINE.test(node.text));
}

export function tellFixedFormat(node: SyntaxNode): Hit {
  return hitAt(node, `${node.text} is a format that only some countries use`);
}
