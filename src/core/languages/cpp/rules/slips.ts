import { changesOperand, hasReference } from '../endless-loops.js';
import { endlessLoops } from '../../../finders/endless-loops.js';
import { shadowedNames } from '../../../finders/shadowed-names.js';
import { fallThroughs } from '../../../finders/fall-throughs.js';
import { assignedInConditions } from '../../../finders/assigned-in-tests.js';
import { byTree, hitsOf } from '../../../finders/hits.js';
import { bareBlocks, endsHead } from '../../../finders/hollow-blocks.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, by, good } = writerFor('cpp');

/** A macro may leave. */
const CALLS_MACRO = /^[A-Z][A-Z\d_]{2,}\s*\(/;

/** What `slips/*` finds. */
export const SLIPS_RULES: LanguageRules = {
  'slips/endless-loop': by(
    endlessLoops({ hasAlias: hasReference, changesOperand }),
    good('void moor() { for (int i = 0; i < 3; ++i) sail(); }\n'),
    bad('void moor() { for (int i = 0; i < 3; --i) sail(); }\n', '1:15-42 i counts away from the end of the loop'),
  ),
  'slips/fall-through': by(
    fallThroughs((last) => CALLS_MACRO.test(last.text)),
    good('void moor(int a) { switch (a) { case 1: sail(); [[fallthrough]]; case 2: wait(); } }\n'),
    bad(
      'void moor(int a) { switch (a) { case 1: sail(); case 2: wait(); } }\n', '1:49-56 the case above continues into this one',
    ),
  ),
  'slips/repeated-case': as(
    good('void moor(int a) { switch (a) { case 1: switch (b) { case 1: break; } break; } }\n'),
    bad(
      'void moor(int a) { switch (a) { case LOW: break; case LOW: break; } }\n',
      '1:55-58 the case LOW appears above already; this one is never reached',
    ),
  ),
  'slips/shadowed-name': by(
    // A file-level variable is often a constant or belongs to a macro; only those in functions count.
    shadowedNames((inner, { kind, scope, node }) =>
      kind !== 'function' && scope.kind !== 'file' && scope.kind !== 'class' && inner.node.start > node.start),
    good('int moor(int a) { int b = a; return b; }\nint sail(int a) { return a; }\n'),
    bad(
      'int moor(int a) { for (int i = 0; i < a; ++i) { int a = 2; sail(a); } return a; }\n',
      '1:53-54 a hides the outer parameter of that name',
    ),
  ),
  'slips/syntax': as(good('int berths = 1;\n'), bad('int moor() { return (1; }\n', '1:23-23 “)” is missing here')),
  'slips/assign-in-test': by(
    byTree(assignedInConditions),
    good('void moor() { if (full == 1) wait(); if (auto a = next()) wait(); }\n'),
    bad('void moor() { if (full = 1) wait(); }\n', '1:19-27 this assigns a value where a test is expected'),
  ),
  'slips/hollow-block': by(
    byTree((source) => [
      ...bareBlocks(source, ['compound_statement']),
      ...hitsOf(source.tree.ofType('expression_statement').filter(({ start, end }) => end - start === 1), endsHead),
    ]),
    good('void moor() {}\nvoid wait() { while (full) { sail(); } }\n'),
    bad('void moor() { if (full); sail(); }\n', '1:24-25 this semicolon ends the if, so nothing depends on it'),
    bad('void moor() { if (full) { } }\n', '1:25 this block is empty'),
  ),
  'slips/self-compare': as(
    good('bool same = a == b;\n'),
    bad('bool same = a->x >= a->x;\n', '1:13-25 a->x is on both sides of >='),
  ),
  'slips/swallowed-error': as(
    good('void moor() { try { sail(); } catch (const Full& e) { wait(e); } }\n'),
    bad('void moor() { try { sail(); } catch (...) { } }\n', '1:31-42 the error caught here is ignored'),
  ),
};
