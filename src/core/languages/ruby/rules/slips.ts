import { selfComparisons } from '../../../finders/self-comparisons.js';
import { eachNode, hitAt } from '../../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { isComment, type SyntaxNode } from '../../../syntax/node.js';

const { as, bad, by, good } = writerFor('ruby');

/** What `slips/*` finds. */
export const SLIPS_RULES: LanguageRules = {
  'slips/self-compare': by(
    // Naming a thing twice is also how to say that it is used elsewhere.
    selfComparisons({ isUseful: true }),
    good('a = low == high\n'),
    bad(
      'a = low == low\nlow = low\n',
      ['1:5-15 [possible] low is on both sides of ==', '2:1-10 [possible] low is assigned to itself'],
    ),
  ),
  'slips/repeated-case': as(
    good('case a\nwhen 1, 2 then sail\nwhen 3 then wait\nend\n'),
    bad(
      'case a\nwhen 1, 2 then sail\nwhen 2 then wait\nend\n', '3:6-7 the case 2 appears above already; this one is never reached',
    ),
  ),
  'slips/swallowed-error': by(
    eachNode(['except_clause'], judgeRescue),
    good('begin\n  sail\nrescue Full\nend\nbegin\n  sail\nrescue => e\n  log(e)\nend\nbegin\n  sail\nrescue\n'
      + '  # the pilot waits\nend\n'),
    bad(
      'begin\n  sail\nrescue => e\nend\nbegin\n  sail\nrescue StandardError\n  nil\nend\n',
      ['3:1-12 the error caught here is ignored', '7:1-21 the error caught here is ignored'],
    ),
  ),
  'slips/equals-without-hash': by(
    eachNode(['class_declaration'], judgeEquality),
    good('class Quay\n  def eql?(other) = true\n  def hash = 1\nend\n'),
    bad('class Quay\n  def eql?(other) = true\nend\n', '2:7-11 eql? is redefined here but hash is not'),
  ),
  'slips/syntax': as(good('berths = [1]\n'), bad('def moor(\nend\n', '1:9-10 “(” is never closed')),
  'slips/repeated-key': as(
    good("a = { low: 1, 'low' => 2, moor => 3, moor => 4 }\n"),
    bad('a = { low: 1, :low => 2 }\n', '1:15-19 the key low appears twice; only the last value counts'),
  ),
};

/** A handler for every error that does nothing. */
function judgeRescue(node: SyntaxNode): ReturnType<typeof hitAt> | null {
  const caught = node.child('exceptions')?.text ?? 'StandardError';
  const body = node.child('body');
  const isIdle = body === null || body.parts.every(({ type }) => type === 'nil');
  // A comment may stand where the grammar no longer sees the handler.
  if (!/\b(?:StandardError|Exception)\b/.test(caught)
      || !isIdle
      || node.parts.some(isComment)
      || (node.next !== null && isComment(node.next))
      || (node.nextType === null && node.parent?.next !== null && isComment(node.parent?.next as SyntaxNode))) return null;
  const head = node.text.split('\n', 1)[0]?.trimEnd() ?? '';
  return { start: node.start, end: node.start + head.length, message: 'the error caught here is ignored' };
}

/** A class that says when two of it are equal, and not by which number to find them: Ruby documentation, `Object#hash`. */
function judgeEquality(node: SyntaxNode): ReturnType<typeof hitAt> | null {
  const methods = (node.child('body')?.parts ?? []).filter(({ type }) => type === 'method_declaration');
  const equality = methods.find((method) => method.child('name')?.text === 'eql?');
  if (equality === undefined || methods.some((method) => method.child('name')?.text === 'hash')
      || /\balias(?:_method)?\b[^\n]*\bhash\b/.test(node.text)) return null;
  return hitAt(equality.child('name') ?? equality, 'eql? is redefined here but hash is not');
}
