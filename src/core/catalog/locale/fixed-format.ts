import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { argumentsOf, calleeOf, callsIn, callsOf, methodOf, objectOf } from '../../syntax/calls.js';
import type { SyntaxNode, SyntaxTree } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { contentOf, TEXTS, textsOf } from '../../syntax/texts.js';
import { bad, good } from '../../finders/examples.js';
import { byTree, hitAt, hitsOf, inLanguages, NO_HITS } from '../../finders/hits.js';

/** Days, months and years in the order of one country, or a twelve-hour clock. ISO 8601 goes from the year down and is fine. */
const MACHINE = /GMT|UTC|'T'|%a %b %d %H|%a, %d/;
const LETTERS = /(?:^|[^A-Za-z])(?:d{1,2}|D{1,2})([./ -])M{1,4}\1(?:yy|yyyy|YY|YYYY)(?:[^A-Za-z]|$)|(?:^|[^A-Za-z])M{1,4}([./ -])(?:d{1,2}|D{1,2})\2(?:yy|yyyy|YY|YYYY)(?:[^A-Za-z]|$)|\bhh?:mm(?::ss)?\s*[aA]\b|(?:^|[^A-Za-z])M{3,4} d{1,2}\b/;
const PERCENT = /%-?[dm][./-]%-?[dm][./-]%[yY]|%[BbA][ ,]+%-?d|%-?d[. ]+%[Bb]|%I:%M/;
const PHP = /^(?:[djDl][./ ,-]+[mnMF][./ ,-]+[yY]|[mn][./-][dj][./-][yY]|[FM] [dj],? [yY]|[gh]:i ?[aA])/;

export default defineRule({
  id: 'locale/fixed-format',
  title: "Dates and numbers follow the reader's language",
  about: '03/04 is in March for some readers and in April for others.',
  advice: "Format values with the reader's language. For machines, use ISO 8601: year, month, day.",
  tags: ['translation'],
  confidence: 'likely',
  options: {},
  find: {
    languages: {
      ...inLanguages('javascript typescript java', byTree(findLetters, TEXTS)),
      python: byTree(({ tree, text: { text } }) => [...shortTexts(tree).filter((node) => PERCENT.test(node.text)).map(tell), ...(hasGetters(text) ? madeByHand(tree) : NO_HITS)], TEXTS),
      php: byTree(findInPhp),
    },
  },
  examples: [
    good('javascript', "format(day, 'yyyy-MM-dd');\n"),
    bad('javascript', "format(day, 'dd/MM/yyyy');\n", "1:13-25 'dd/MM/yyyy' is a format that only some countries use"),
    bad('javascript', "const a = (day.getMonth() + 1) + '/' + day.getDate() + '/' + day.getFullYear();\nconst b = `${day.getDate()}.${day.getMonth() + 1}.${day.getFullYear()}`;\nprice.toFixed(2).replace('.', ',');\n", ['1:11 this date is put together in an order that only some countries use', '2:11 this date is put together in an order that only some countries use', '3:1 this puts in separators that only some countries use']),
    good('javascript', 'const a = `${day.getFullYear()}-${day.getMonth() + 1}-${day.getDate()}`;\nconst b = low.getDate() - high.getDate();\n'),
    bad('python', "a = f'{day.day}/{day.month}/{day.year}'\n", '1:5-40 this date is put together in an order that only some countries use'),
    bad('java', 'class Quay { String a = day.getDayOfMonth() + "/" + day.getMonthValue() + "/" + day.getYear(); }\n', '1:25-94 this date is put together in an order that only some countries use'),
    good('typescript', "const a = 'HH:mm';\n"),
    bad('typescript', "const a = 'hh:mm a';\n", "1:11-20 'hh:mm a' is a format that only some countries use"),
    good('java', 'class Quay { String a = "yyyy-MM-dd"; }\n'),
    bad('java', 'class Quay { String a = "MM/dd/yy"; }\n', '1:25 "MM/dd/yy" is a format that only some countries use'),
    good('python', "day.strftime('%Y-%m-%d')\n"),
    bad('python', "day.strftime('%d.%m.%Y')\n", "1:14 '%d.%m.%Y' is a format that only some countries use"),
    good('php', "<?php date('Y-m-d'); sail('d.m.Y');\n"),
    good('php', "<?php number_format($tide, 2, '.', '');\n"),
    bad('php', "<?php number_format($tide, 2, ',', '.');\n", '1:7-40 this puts in separators that only some countries use'),
    bad('php', "<?php date('d.m.Y'); $day->format('m/d/Y');\n", ["1:12 'd.m.Y' is a format that only some countries use", "1:35 'm/d/Y' is a format that only some countries use"]),
  ],
});

function findLetters({ tree, text: { text } }: ParsedSource): readonly Hit[] {
  // Each of the formats contains one of these, and few files do.
  const hasDates = text.includes('yy') || text.includes('YY') || text.includes('h:mm') || text.includes('MMM');
  const formats = hasDates ? shortTexts(tree).filter((node) => LETTERS.test(contentOf(node).text)).map(tell) : NO_HITS;
  return [...formats, ...(hasGetters(text) ? madeByHand(tree) : NO_HITS), ...(text.includes('.replace(') ? separated(tree) : NO_HITS)];
}

/** Whether a text asks for the parts of a date. */
function hasGetters(text: string): boolean {
  return text.includes('Date()') || text.includes('.getDayOfMonth()') || (text.includes('.day') && text.includes('.month'));
}

const PARTS = /\.(?:get(?:UTC)?(?<month>Month|MonthValue)\(\)|get(?:UTC)?(?<day>Date|DayOfMonth)\(\)|get(?:UTC)?(?<year>FullYear|Year)\(\)|(?<word>month|day|year)\b(?!\())/g;

/** Dates put together from their parts in an order that only some countries use. ISO 8601 begins with the year. */
function madeByHand(tree: SyntaxTree): Hit[] {
  const made = new Set<SyntaxNode>();
  for (const node of tree.ofTypes(['template_string', 'binary_expression', 'binary_operator', 'string', 'call_expression'])) {
    let whole = node;
    while (whole.parent !== null && /^(?:binary_expression|binary_operator|parenthesized_expression)$/.test(whole.parent.type)) whole = whole.parent;
    if (whole.end - whole.start < 400) made.add(whole);
  }
  const hits = [...made].filter((node) => isDateByHand(node)).map((node) => hitAt(node, 'this date is put together in an order that only some countries use'));
  return hits.filter((hit) => !hits.some((other) => other !== hit && other.start <= hit.start && hit.end <= other.end));
}

function isDateByHand({ type, text }: SyntaxNode): boolean {
  if (type === 'call_expression' ? !/^\[[^\]]*\]\.join\(["'][/.-]["']\)$/.test(text) : !/[}"'`\s)][./-]|[./-][{"'`\s$%]/.test(text)) return false;
  const parts = [...text.matchAll(PARTS)].map(({ groups }) => groups?.['word'] ?? (groups?.['month'] !== undefined ? 'month' : groups?.['day'] !== undefined ? 'day' : 'year'));
  return parts[0] !== 'year' && parts.includes('month') && parts.includes('day') && parts.includes('year');
}

/** Numbers whose separators are put in by hand. */
function separated(tree: SyntaxTree): Hit[] {
  return hitsOf(callsOf(tree, ['replace']), (call): readonly Hit[] => {
    const given = argumentsOf(call);
    const from = given[0]?.text ?? '';
    const isDecimal = /\.toFixed\(\d*\)$/.test(objectOf(call)?.text ?? '') && /^["']\.["']$/.test(from) && /^["'],["']$/.test(given[1]?.text ?? '');
    const isThousands = from.includes('\\d{3}') && /^["'](?:\$&|\$1)?[,.' ](?:\$2)?["']$/.test(given[1]?.text ?? '');
    return isDecimal || isThousands ? [hitAt(call, 'this puts in separators that only some countries use')] : NO_HITS;
  });
}

function shortTexts(tree: SyntaxTree): SyntaxNode[] {
  return textsOf(tree).filter((node) => node.end - node.start < 40 && !MACHINE.test(node.text));
}

function tell(node: SyntaxNode): Hit {
  return hitAt(node, `${node.text} is a format that only some countries use`);
}

function findInPhp({ tree }: ParsedSource): Hit[] {
  return hitsOf(callsIn(tree), (call): Hit[] => {
    const separators = calleeOf(call) === 'number_format' ? argumentsOf(call).slice(2).filter(({ type, text }) => /string$/.test(type) && /^["'][.,' ]["']$/.test(text)) : [];
    // A point and nothing between the thousands is what machines read.
    if (separators.length === 2 || (separators.length === 1 && separators[0]?.text.includes(','))) return [hitAt(call, 'this puts in separators that only some countries use')];
    if (!/^(?:date|gmdate|date_format|strftime|gmstrftime)$/.test(calleeOf(call)) && methodOf(call) !== 'format') return [];
    return argumentsOf(call).filter((node) => /^(?:string|encapsed_string)$/.test(node.type) && (/strftime$/.test(calleeOf(call)) ? PERCENT : PHP).test(contentOf(node).text)).map(tell);
  });
}
