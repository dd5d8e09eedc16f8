import { defineRule, type Hit } from '../../model/rule.js';
import { argumentsOf, calleeOf, callsIn, methodOf } from '../../syntax/calls.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { contentOf, TEXTS, textsOf } from '../../syntax/texts.js';
import type { SyntaxTree } from '../../syntax/tree.js';
import { bad, good } from '../examples.js';
import { byTree, hitAt, hitsOf, inLanguages, NO_HITS } from '../hits.js';

/** Days, months and years in the order of one country, or a twelve-hour clock. ISO 8601 goes from the year down and is fine. */
const MACHINE = /GMT|UTC|'T'|%a %b %d %H|%a, %d/;
const LETTERS = /(?:^|[^A-Za-z])(?:d{1,2}|D{1,2})([./ -])M{1,4}\1(?:yy|yyyy|YY|YYYY)(?:[^A-Za-z]|$)|(?:^|[^A-Za-z])M{1,4}([./ -])(?:d{1,2}|D{1,2})\2(?:yy|yyyy|YY|YYYY)(?:[^A-Za-z]|$)|\bhh?:mm(?::ss)?\s*a\b/;
const PERCENT = /%-?[dm][./-]%-?[dm][./-]%[yY]|%[BbA][ ,]+%-?d|%-?d[. ]+%[Bb]|%I:%M/;
const PHP = /^(?:[djDl][./ ,-]+[mnMF][./ ,-]+[yY]|[mn][./-][dj][./-][yY]|[FM] [dj],? [yY]|g:i ?[aA])/;

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
      python: byTree(({ tree }) => shortTexts(tree).filter((node) => PERCENT.test(node.text)).map(tell), TEXTS),
      php: byTree(findInPhp),
    },
  },
  examples: [
    good('javascript', "format(day, 'yyyy-MM-dd');\n"),
    bad('javascript', "format(day, 'dd/MM/yyyy');\n", '1:13'),
    good('typescript', "const a = 'HH:mm';\n"),
    bad('typescript', "const a = 'hh:mm a';\n", '1:11'),
    good('java', 'class Quay { String a = "yyyy-MM-dd"; }\n'),
    bad('java', 'class Quay { String a = "MM/dd/yy"; }\n', '1:25'),
    good('python', "day.strftime('%Y-%m-%d')\n"),
    bad('python', "day.strftime('%d.%m.%Y')\n", '1:14'),
    good('php', "<?php date('Y-m-d'); sail('d.m.Y');\n"),
    bad('php', "<?php date('d.m.Y'); $day->format('m/d/Y');\n", '1:12 1:35'),
  ],
});

function findLetters({ tree, text: { text } }: ParsedSource): readonly Hit[] {
  // Each of the formats contains one of these, and few files do.
  if (!(text.includes('yy') || text.includes('YY') || text.includes('h:mm'))) return NO_HITS;
  return shortTexts(tree).filter((node) => LETTERS.test(contentOf(node).text)).map(tell);
}

function shortTexts(tree: SyntaxTree): SyntaxNode[] {
  return textsOf(tree).filter((node) => node.end - node.start < 40 && !MACHINE.test(node.text));
}

function tell(node: SyntaxNode): Hit {
  return hitAt(node, `${node.text} is a format that only some countries use`);
}

function findInPhp({ tree }: ParsedSource): Hit[] {
  return hitsOf(callsIn(tree), (call): Hit[] => {
    if (!/^(?:date|gmdate|date_format)$/.test(calleeOf(call)) && methodOf(call) !== 'format') return [];
    return argumentsOf(call).filter((node) => /^(?:string|encapsed_string)$/.test(node.type) && PHP.test(contentOf(node).text)).map(tell);
  });
}
