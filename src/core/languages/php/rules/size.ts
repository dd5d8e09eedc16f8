import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('php');

/** What `size/*` finds. */
export const SIZE_RULES: LanguageRules = {
  'size/branches': as(
    good('<?php function moor($a) { foreach ($a as $b) sail($b); }\n', { options: { max: 2 } }),
    bad('<?php function moor($a) { if ($a) sail(); elseif ($b) wait(); }\n', '1:16-20 3 paths through this function, 1 over 2', {
      options: { max: 2 },
    }),
  ),
  'size/class-members': as(
    good('<?php class Quay { public $a; function moor() {} }\n', { options: { max: 2 } }),
    bad('<?php class Quay { public $a; function moor() {} function sail() {} }\n', '1:13-17 Quay has 3 members, 1 over 2', {
      options: { max: 2 },
    }),
  ),
  'size/condition-terms': as(
    good('<?php $a = $b && $c;\n', { options: { max: 2 } }),
    bad('<?php $a = $b && $c && $d;\n', '1:12-26 3 parts in one condition, 1 over 2', { options: { max: 2 } }),
  ),
  'size/function-lines': as(
    good('<?php\nfunction moor() {\n  sail();\n}\n', { options: { max: 3 } }),
    bad('<?php\nfunction moor() {\n  sail();\n\n}\n', '2:10-14 moor is 4 lines long, 1 over 3', { options: { max: 3 } }),
  ),
  'size/nesting': as(
    good('<?php if ($a) { if ($b) sail(); }\n', { options: { max: 2 } }),
    bad('<?php if ($a) { if ($b) { if ($c) sail(); } }\n', '1:27-42 nested 3 levels deep, 2 allowed', { options: { max: 2 } }),
  ),
  'size/parameters': as(
    good('<?php function moor($berth, $tide = 1) {}\n', { options: { max: 2 } }),
    bad('<?php function moor($berth, $quay, $tide) {}\n', '1:20-42 3 parameters, 1 over 2', { options: { max: 2 } }),
  ),
};
