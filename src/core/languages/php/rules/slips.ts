import { assignedInConditions } from '../../../finders/assigned-in-tests.js';
import { byTree, eachNode, hitsOf } from '../../../finders/hits.js';
import { bareBlocks, endsHead } from '../../../finders/hollow-blocks.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { isLooseComparison, judgeComparison } from '../../../finders/loose-comparisons.js';
import { eachHolder, literalKey } from '../../../finders/repeated-keys.js';

const { as, bad, by, good } = writerFor('php');

/** What `slips/*` finds. */
export const SLIPS_RULES: LanguageRules = {
  'slips/endless-loop': as(
    good('<?php while ($a < 3) { $a++; }\n'),
    bad('<?php function moor($a) { while ($a < 3) { sail(); } }\n', '1:27-41 nothing in the loop changes $a'),
  ),
  'slips/fall-through': as(
    good('<?php switch ($a) { case 1: sail(); break; case 2: wait(); }\n'),
    bad('<?php switch ($a) { case 1: sail(); case 2: wait(); }\n', '1:37-44 the case above continues into this one'),
  ),
  'slips/repeated-case': as(
    good("<?php switch ($a) { case 1: break; case '1': break; }\n"),
    bad(
      '<?php switch ($a) { case 1: break; case 1: break; }\n',
      '1:41-42 the case 1 appears above already; this one is never reached',
    ),
    bad('<?php switch ($a) { case \'low\': sail(); break; case "low": moor(); break; }\n'
      + '$b = match($a) { 1, 2 => sail(), 2 => moor() };\n', [
      "1:53 the case 'low' appears above already; this one is never reached",
      '2:34 the case 2 appears above already; this one is never reached',
    ]),
  ),
  'slips/syntax': as(
    good('<?php if ($low) exit -1;\n'),
    good('<?php sail(1);\nfunction readonly($a) { return $a; }\n'),
    bad('<?php sail(1;\n', '1:13-13 “)” is missing here'),
  ),
  'slips/unthrown-error': as(
    good('<?php throw new FullException();\n'),
    bad('<?php new FullException();\n', '1:7-26 FullException is created here but not thrown'),
  ),
  'slips/assign-in-test': by(
    byTree(assignedInConditions),
    bad('<?php if ($full and $tide = 3) sail();\n', '1:21-30 this assigns a value where a test is expected'),
    good('<?php if ($full && $tide = tide()) sail();\n'),
    good('<?php while (($line = next()) !== false) sail($line);\n'),
    bad('<?php if ($full = true) wait();\n', '1:11 this assigns a value where a test is expected'),
  ),
  'slips/hollow-block': by(
    byTree(
      (source) => [...bareBlocks(source, ['compound_statement']), ...hitsOf(source.tree.ofType('empty_statement'), endsHead)],
    ),
    good('<?php function moor() {}\nif ($full) { wait(); }\n'),
    bad('<?php foreach ($boats as $boat) {}\n', '1:33-35 this block is empty'),
    bad('<?php if ($full); sail();\n', '1:17 this semicolon ends the if, so nothing depends on it'),
  ),
  'slips/loose-compare': by(
    eachNode(['binary_expression'], (node) => judgeComparison(node, null), isLooseComparison),
    good('<?php if ($a === $b) sail();\n'),
    bad('<?php if ($a == $b || $c <> 1) sail();\n', [
      '1:14-16 == converts its operands before comparing; === does not',
      '1:26-28 <> converts its operands before comparing; !== does not',
    ]),
  ),
  'slips/repeated-key': by(
    eachHolder(['array_creation_expression'], (part) =>
      literalKey(part.type === 'array_element_initializer' && part.parts.length === 2 ? part.firstPart : null)),
    bad(
      '<?php $quay = [Tide::LOW => 1, Tide::LOW => 2];\n', '1:32-41 the key Tide::LOW appears twice; only the last value counts',
    ),
    good("<?php $quay = ['low' => 1, 'high' => 2, 3];\n"),
    bad("<?php $quay = ['low' => 1, \"low\" => 2];\n", '1:28 the key low appears twice; only the last value counts'),
  ),
  'slips/self-compare': as(
    good('<?php if ($a === $b) sail();\n'),
    bad('<?php if ($a === $a) sail();\n', '1:11-20 $a is on both sides of ==='),
  ),
  'slips/swallowed-error': as(
    good('<?php try { sail(); } catch (Full $e) { wait($e); }\n'),
    bad('<?php try { sail(); } catch (Full $e) {}\n', '1:23-38 the error caught here is ignored'),
  ),
};
