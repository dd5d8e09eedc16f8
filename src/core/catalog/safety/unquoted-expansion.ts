import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { bad, good } from '../../finders/examples.js';
import { eachNode, hitAt } from '../../finders/hits.js';

const TEST = new Set(['test_command']);

export default defineRule({
  id: 'safety/unquoted-expansion',
  title: 'Expansions are quoted',
  about: 'Without quotation marks the shell splits a value at spaces and expands * in it to file names: POSIX.1-2017, Shell '
    + 'Command Language, section 2.6.5.',
  advice: 'Put double quotation marks around it.',
  tags: ['security', 'correctness', 'starter'],
  confidence: 'likely',
  options: {},
  find: { languages: { shell: eachNode(['simple_expansion', 'expansion', 'command_substitution'], judge) } },
  examples: [
    good('shell', 'rm "$a" "${b}"\nc=$d\n[ "$x" != "$y" ]\n[[ $e == f ]]\necho $# $?\nfor g in $h; do sail; done\n'),
    bad('shell', 'rm $a\ncp ${b} "$c"\ncat $(ls)\n[ -f $d ]\n', [
      '1:4-6 $a is split at spaces', '2:4-8 ${b} is split at spaces', '3:5-10 $(ls) is split at spaces',
      '4:6-8 $d is split at spaces',
    ]),
  ],
});

/** A script that another program runs, or that the shell starts and hands over to it. */
const HANDED_ON = /^#!.*\b(?:perl|php|python|node|ruby)[\d.]*\s*/m;

function judge(node: SyntaxNode, _options: unknown, { text: { text } }: ParsedSource): Hit | null {
  let place = node;
  // A value inside a longer word is split too.
  while (place.parent?.type === 'concatenation') place = place.parent;
  const holder = place.parent;
  if (holder === null) return null;
  const isArgument = holder.type === 'command' && place.field === 'argument';
  // Inside quote marks a value stays whole.
  const isTested =
    /^(?:test_command|binary_expression|unary_expression|negated_command|parenthesized_expression)$/.test(holder.type)
      && node.closest(QUOTED) === null;
  if (!isArgument && !(isTested && inSingleBrackets(node))) return null;
  // The shell's own numbers contain no blanks; variables named OPTS and FLAGS are meant to be split.
  if (/^\$(?:[#?$!-]|\{#)/.test(node.text) || /^\$\{?\w*(?:OPT|OPTS|FLAGS|ARGS|OPTIONS|ARGUMENTS)\b/i.test(node.text)) {
    return null;
  }
  if (/^\$\{\w+(?:\[@\])?[:+-]?[+]/.test(node.text)) return null;
  const command = holder.type === 'command' ? holder.child('name')?.text : undefined;
  return /^(?:local|export|declare|readonly|typeset|let|\[\[)$/.test(command ?? '') || HANDED_ON.test(text)
    ? null
    : hitAt(node, `${shorten(node.text)} is split at spaces`);
}

const QUOTED = new Set(['string', 'heredoc_body', 'arithmetic_expansion']);

function inSingleBrackets(node: SyntaxNode): boolean {
  const test = node.closest(TEST);
  return test?.first?.type === '[';
}

function shorten(text: string): string {
  return text.length > 40 ? `${text.slice(0, 39)}…` : text;
}
