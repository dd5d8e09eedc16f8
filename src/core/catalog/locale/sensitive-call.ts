import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { argumentsOf, calleeOf, callsOf, methodOf } from '../../syntax/calls.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { bad, good } from '../../finders/examples.js';
import { byTree, hitAt, inLanguages } from '../../finders/hits.js';

const FORMATTERS = ['NumberFormat', 'DateTimeFormat', 'Collator', 'PluralRules', 'RelativeTimeFormat', 'ListFormat', 'Segmenter'];
const IN_SCRIPT = [...FORMATTERS, 'localeCompare', 'toLocaleString', 'toLocaleDateString', 'toLocaleTimeString', 'toLocaleLowerCase', 'toLocaleUpperCase'];
const IN_JAVA = ['SimpleDateFormat', 'DecimalFormat', 'MessageFormat', 'format', 'formatted', 'toLowerCase', 'toUpperCase', 'getInstance', 'getNumberInstance', 'getCurrencyInstance', 'getPercentInstance', 'getIntegerInstance', 'getDateInstance', 'getTimeInstance', 'getDateTimeInstance', 'ofPattern'];
const IN_PYTHON = ['setlocale', 'strftime'];

export default defineRule({
  id: 'locale/sensitive-call',
  title: 'Calls that depend on a language say which one',
  about: 'Without a locale these calls use that of the machine. In Turkish, for example, a lower-case I has no dot, and a report differs from server to server.',
  advice: "Pass the locale: the user's, or a fixed one if machines read the result.",
  tags: ['translation', 'portability', 'correctness'],
  confidence: 'likely',
  options: {},
  find: {
    languages: {
      ...inLanguages('javascript typescript', byTree((source) => find(source, IN_SCRIPT, isSensitiveInScript))),
      java: byTree((source) => find(source, IN_JAVA, isSensitiveInJava)),
      python: byTree((source) => find(source, IN_PYTHON, isSensitiveInPython)),
    },
  },
  examples: [
    good('javascript', "day.toLocaleString('en');\nname.toLowerCase();\na.localeCompare(b, 'en');\n"),
    bad('javascript', 'day.toLocaleDateString();\na.localeCompare(b);\nnew Intl.NumberFormat();\n', ['1:1-25 toLocaleDateString uses the language of the machine here', '2:1-19 localeCompare uses the language of the machine here', '3:1-24 NumberFormat uses the language of the machine here']),
    good('typescript', 'new Intl.Collator(language);\n'),
    bad('typescript', 'day.toLocaleTimeString(undefined);\n', '1:1-34 toLocaleTimeString uses the language of the machine here'),
    good('java', 'class Quay { String a = b.toLowerCase(Locale.ROOT), c = String.format(Locale.ROOT, "%d", 1); }\n'),
    bad('java', 'class Quay { String a = b.toLowerCase(), c = String.format("%d", 1); }\n', ['1:25-40 toLowerCase uses the language of the machine here', '1:46-68 format uses the language of the machine here']),
    bad('java', 'class Quay { Object a = NumberFormat.getInstance(), b = DateTimeFormatter.ofPattern("d MMM"), c = "%d".formatted(1); }\n', ['1:25 getInstance uses the language of the machine here', '1:57 ofPattern uses the language of the machine here', '1:99 formatted uses the language of the machine here']),
    good('java', 'class Quay { Object a = NumberFormat.getInstance(Locale.ROOT), b = DateTimeFormatter.ofPattern("yyyy-MM-dd"); }\n'),
    good('python', "day.strftime('%Y-%m-%d')\n"),
    bad('python', "day.strftime('%A %d')\nlocale.setlocale(locale.LC_ALL, '')\n", ['1:1-22 strftime uses the language of the machine here', '2:1-36 setlocale uses the language of the machine here']),
  ],
});

/** @param names the methods that `isSensitive` may accept. */
function find({ tree }: ParsedSource, names: readonly string[], isSensitive: (call: SyntaxNode) => boolean): Hit[] {
  return callsOf(tree, names).filter(isSensitive).map((call) => hitAt(call, `${methodOf(call)} uses the language of the machine here`));
}

function isSensitiveInScript(call: SyntaxNode): boolean {
  const given = argumentsOf(call);
  const names = (index: number): boolean => given[index] !== undefined && given[index].type !== 'undefined' && !(given[index].type === 'array' && given[index].parts.length === 0);
  const method = methodOf(call);
  // Whoever asks what the machine uses wants to know just that.
  if (FORMATTERS.includes(method)) return calleeOf(call) === `Intl.${method}` && !names(0) && call.parent?.child('property')?.text !== 'resolvedOptions';
  return method === 'localeCompare' ? !names(1) : !names(0);
}

/** Conversions whose result differs between languages: Java's Formatter, "Details". */
const CONVERSION = /%[-+ 0,(#]{0,9}\d{0,9}\.?\d{0,9}[dfegEGDS]/;

function isSensitiveInJava(call: SyntaxNode): boolean {
  const given = argumentsOf(call);
  const name = calleeOf(call);
  if (methodOf(call) === 'formatted') return CONVERSION.test(call.child('object')?.text ?? '');
  if (/^to(?:Lower|Upper)Case$/.test(methodOf(call))) return given.length === 0 && call.child('object') !== null && !/^Character\b/.test(name);
  return name === 'MessageFormat.format' || (!given.some(({ text }) => /[Ll]ocale/.test(text)) && takesLocale(call, name, given));
}

/** Whether a call without a locale uses that of the machine. */
function takesLocale(call: SyntaxNode, name: string, given: readonly SyntaxNode[]): boolean {
  const text = given[0]?.text ?? '';
  if (call.type === 'object_creation_expression') return /^(?:SimpleDateFormat|DecimalFormat|MessageFormat)$/.test(name) && given.length < 2;
  // Only names of days and months, and the halves of a day, differ between languages.
  if (/(?:^|\.)DateTimeFormatter\.ofPattern$/.test(name)) return /M{3}|E|a/.test(text.replace(/'[^']*'/g, ''));
  return OF_MACHINE.test(name) || (name === 'String.format' && CONVERSION.test(text));
}

/** Factories of Java's library that take the language of the machine unless they are given one. */
const OF_MACHINE = /^(?:java\.text\.)?(?:(?:NumberFormat|DateFormat|Collator|BreakIterator)\.get\w*Instance)$/;

function isSensitiveInPython(call: SyntaxNode): boolean {
  const [first, second] = argumentsOf(call);
  if (calleeOf(call) === 'locale.setlocale') return second !== undefined && /^(?:''|"")$/.test(second.text);
  return methodOf(call) === 'strftime' && /%[aAbBcxXp]/.test([first, second].map((part) => part?.text ?? '').join(' '));
}
