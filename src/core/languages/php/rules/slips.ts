import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('php');

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
    bad('<?php switch ($a) { case 1: break; case 1: break; }\n', '1:41-42 the case 1 appears above already; this one is never reached'),
    bad('<?php switch ($a) { case \'low\': sail(); break; case "low": moor(); break; }\n$b = match($a) { 1, 2 => sail(), 2 => moor() };\n', ["1:53 the case 'low' appears above already; this one is never reached", '2:34 the case 2 appears above already; this one is never reached']),
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
};
