import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { isComment, type SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { CASES, leaves } from '../../syntax/leaving.js';
import { statementsOf } from '../../syntax/statements.js';
import { bad, good } from '../../finders/examples.js';
import { byTree, hitsOf, usually } from '../../finders/hits.js';

export default defineRule({
  id: 'slips/fall-through',
  title: 'Every case ends explicitly',
  about: 'Without a break, the next case runs as well. Usually the break was forgotten.',
  advice: 'End the case with a break or a return. If it is meant to continue, say so in a comment: falls through.',
  tags: ['correctness', 'starter'],
  confidence: 'likely',
  options: {},
  find: usually('javascript typescript java cpp c php', byTree(findFallThrough, CASES)),
  examples: [
    good('javascript', 'switch (a) {\n  case 1:\n  case 2:\n    sail();\n    break;\n  case 3: {\n    return;\n  }\n  case 4:\n    wait();\n    // falls through\n  default:\n    switch (b) { case 1: return; default: throw c; }\n  case 5:\n}\n'),
    bad('javascript', 'switch (a) {\n  case 1:\n    sail();\n  case 2:\n    wait();\n}\n', '4:3-10 the case above continues into this one'),
    good('javascript', 'switch (a) {\n  case 1:\n    do { return; } while (b);\n  case 2:\n    out: { return; }\n  case 3:\n    sail();\n  case 4:\n    break;\n  default:\n}\n'),
    good('typescript', 'switch (a) {\n  case 1:\n    if (b) return; else throw new Error();\n  default:\n}\n'),
    bad('typescript', 'switch (a) {\n  case 1:\n    if (b) return;\n  default:\n    wait();\n}\n', '4:3-11 the case above continues into this one'),
    good('java', 'class Quay { void moor(int a) { switch (a) { case 1: sail(); break; default: } switch (a) { case 1 -> sail(); default -> {} } } }\n'),
    bad('java', 'class Quay { void moor(int a) { switch (a) { case 1: sail(); default: wait(); } } }\n', '1:62-70 the case above continues into this one'),
    good('cpp', 'void moor(int a) { switch (a) { case 1: sail(); [[fallthrough]]; case 2: wait(); } }\n'),
    bad('cpp', 'void moor(int a) { switch (a) { case 1: sail(); case 2: wait(); } }\n', '1:49-56 the case above continues into this one'),
    good('php', '<?php switch ($a) { case 1: sail(); break; case 2: wait(); }\n'),
    bad('php', '<?php switch ($a) { case 1: sail(); case 2: wait(); }\n', '1:37-44 the case above continues into this one'),
  ],
});

/** A macro may leave. */
const CALLS_MACRO = /^[A-Z][A-Z\d_]{2,}\s*\(/;

function findFallThrough({ tree, grammar, text: { text } }: ParsedSource): Hit[] {
  return hitsOf(tree.ofTypes(CASES), (part): Hit[] => {
    const next = nextCase(part);
    const statements = statementsOf(part).filter(({ type }) => type !== 'attributed_statement');
    if (next === null || statements.length === 0 || statements.some(leaves) || onlyBreaks(next) || (grammar === 'cpp' && CALLS_MACRO.test((statements.at(-1) as SyntaxNode).text))) return [];
    const last = statements.at(-1) as SyntaxNode;
    // In the tree, a comment may be at the end of the case or between the two.
    if (/fall(?:s|ing)?[ -]?thr|fallthrough|no break/i.test(text.slice(last.end, endOfLine(text, next.start))) || /\[\[fallthrough\]\]|fall(?:s|ing)?[ -]?thr/i.test(lastLines(part))) return [];
    const head = /^[^:\n]*:?/.exec(text.slice(next.start, next.end))?.[0] ?? '';
    return [{ start: next.start, end: next.start + Math.max(1, head.length), message: 'the case above continues into this one' }];
  });
}

function endOfLine(text: string, from: number): number {
  const end = text.indexOf('\n', from);
  return end < 0 ? text.length : end;
}

function lastLines(part: SyntaxNode): string {
  return part.text.split('\n').slice(-3).join('\n');
}

/** Whether a case does nothing: going on into it is the same as leaving. */
function onlyBreaks(part: SyntaxNode): boolean {
  const [first, ...more] = statementsOf(part);
  return first?.type === 'break_statement' && more.length === 0;
}

function nextCase(part: SyntaxNode): SyntaxNode | null {
  let next = part.next;
  while (next !== null && (isComment(next) || !next.named)) next = next.next;
  return next !== null && CASES.includes(next.type) ? next : null;
}
