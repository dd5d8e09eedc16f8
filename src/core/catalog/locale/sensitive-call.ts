import { defineRule, type Hit } from '../../model/rule.js';
import { argumentsOf, calleeOf, callsOf, methodOf } from '../../syntax/calls.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { bad, good } from '../examples.js';
import { byTree, hitAt, inLanguages } from '../hits.js';

const FORMATTERS = ['NumberFormat', 'DateTimeFormat', 'Collator', 'PluralRules', 'RelativeTimeFormat', 'ListFormat', 'Segmenter'];
const IN_SCRIPT = [...FORMATTERS, 'localeCompare', 'toLocaleString', 'toLocaleDateString', 'toLocaleTimeString', 'toLocaleLowerCase', 'toLocaleUpperCase'];
const IN_JAVA = ['SimpleDateFormat', 'DecimalFormat', 'MessageFormat', 'format', 'toLowerCase', 'toUpperCase'];
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
    bad('javascript', 'day.toLocaleDateString();\na.localeCompare(b);\nnew Intl.NumberFormat();\n', '1:1 2:1 3:1'),
    good('typescript', 'new Intl.Collator(language);\n'),
    bad('typescript', 'day.toLocaleTimeString(undefined);\n', '1:1'),
    good('java', 'class Quay { String a = b.toLowerCase(Locale.ROOT), c = String.format(Locale.ROOT, "%d", 1); }\n'),
    bad('java', 'class Quay { String a = b.toLowerCase(), c = String.format("%d", 1); }\n', '1:25 1:46'),
    good('python', "day.strftime('%Y-%m-%d')\n"),
    bad('python', "day.strftime('%A %d')\nlocale.setlocale(locale.LC_ALL, '')\n", '1:1 2:1'),
  ],
});

/** @param names the methods that `isSensitive` may accept. */
function find({ tree }: ParsedSource, names: readonly string[], isSensitive: (call: SyntaxNode) => boolean): Hit[] {
  return callsOf(tree, names).filter(isSensitive).map((call) => hitAt(call, `${methodOf(call)} uses the language of the machine here`));
}

function isSensitiveInScript(call: SyntaxNode): boolean {
  const given = argumentsOf(call);
  const names = (index: number): boolean => given[index] !== undefined && given[index].type !== 'undefined';
  const method = methodOf(call);
  if (FORMATTERS.includes(method)) return calleeOf(call) === `Intl.${method}` && !names(0);
  return method === 'localeCompare' ? !names(1) : !names(0);
}

function isSensitiveInJava(call: SyntaxNode): boolean {
  const given = argumentsOf(call);
  const name = calleeOf(call);
  const hasLocale = given.some(({ text }) => /[Ll]ocale/.test(text));
  if (call.type === 'object_creation_expression') return /^(?:SimpleDateFormat|DecimalFormat|MessageFormat)$/.test(name) && !hasLocale && given.length < 2;
  if (name === 'String.format') return !hasLocale && /%[-+ 0,(#]*\d*\.?\d*[dfegxXDSA,]/.test(given[0]?.text ?? '');
  return /^to(?:Lower|Upper)Case$/.test(methodOf(call)) && given.length === 0 && call.child('object') !== null && !/^Character\b/.test(name);
}

function isSensitiveInPython(call: SyntaxNode): boolean {
  const [first, second] = argumentsOf(call);
  if (calleeOf(call) === 'locale.setlocale') return second !== undefined && /^(?:''|"")$/.test(second.text);
  return methodOf(call) === 'strftime' && /%[aAbBcxXp]/.test([first, second].map((part) => part?.text ?? '').join(' '));
}
