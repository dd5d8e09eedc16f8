import { argumentsOf, calleeOf, methodOf } from '../../syntax/calls.js';
import type { SyntaxNode } from '../../syntax/node.js';

export const SENSITIVE_IN_JAVA = [
  'SimpleDateFormat', 'DecimalFormat', 'MessageFormat', 'format', 'formatted', 'toLowerCase', 'toUpperCase', 'getInstance',
  'getNumberInstance', 'getCurrencyInstance', 'getPercentInstance', 'getIntegerInstance', 'getDateInstance', 'getTimeInstance',
  'getDateTimeInstance', 'ofPattern',
];

/** Conversions whose result differs between languages: Java's Formatter, "Details". */
const CONVERSION = /%[-+ 0,(#]{0,9}\d{0,9}\.?\d{0,9}[dfegEGDS]/;

export function isSensitiveInJava(call: SyntaxNode): boolean {
  const given = argumentsOf(call);
  const name = calleeOf(call);
  if (methodOf(call) === 'formatted') return CONVERSION.test(call.child('object')?.text ?? '');
  if (/^to(?:Lower|Upper)Case$/.test(methodOf(call))) {
    return given.length === 0 && call.child('object') !== null && !/^Character\b/.test(name);
  }
  return name === 'MessageFormat.format' || (!given.some(({ text }) => /[Ll]ocale/.test(text)) && takesLocale(call, name, given));
}

/** Whether a call without a locale uses that of the machine. */
function takesLocale(call: SyntaxNode, name: string, given: readonly SyntaxNode[]): boolean {
  const text = given[0]?.text ?? '';
  if (call.type === 'object_creation_expression') {
    return /^(?:SimpleDateFormat|DecimalFormat|MessageFormat)$/.test(name) && given.length < 2;
  }
  // Only names of days and months, and the halves of a day, differ between languages.
  if (/(?:^|\.)DateTimeFormatter\.ofPattern$/.test(name)) return /M{3}|E|a/.test(text.replace(/'[^']*'/g, ''));
  return OF_MACHINE.test(name) || (name === 'String.format' && CONVERSION.test(text));
}

/** Factories of Java's library that take the language of the machine unless they are given one. */
const OF_MACHINE = /^(?:java\.text\.)?(?:(?:NumberFormat|DateFormat|Collator|BreakIterator)\.get\w*Instance)$/;
