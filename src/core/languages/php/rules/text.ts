import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('php');

/** What `text/*` finds. */
export const TEXT_RULES: LanguageRules = {
  'text/alignment': as(
    good('<?php\n$low     = 1;\n$highest = 2;\n', { options: { style: 'columns' } }),
    bad(
      '<?php\n$low     = 1;\n$highest = 2;\n', '2:5-11 5 spaces before this =', { repaired: '<?php\n$low = 1;\n$highest = 2;\n' },
    ),
  ),
  'text/blank-between': as(
    good('<?php\nfunction sail() {\n}\n\nfunction moor() {\n}\n'),
    bad('<?php\nfunction sail() {\n}\nfunction moor() {\n}\n', '4:1-18 no empty line above this definition', {
      repaired: '<?php\nfunction sail() {\n}\n\nfunction moor() {\n}\n',
    }),
  ),
  'text/spacing': as(
    good("<?php declare(strict_types=1);\n$a = $b . 'c';\n$a ?: $b;\n[$a => 1, 'b' => 2];\n"),
    bad(
      "<?php $a=$b.'c';\nsail($a,$b);\n[$a=>1];\n",
      ['1:9-10 no space around =', '1:12-13 no space around .', '2:8-9 no space after this comma', '3:4-6 no space around =>'],
      { repaired: "<?php $a = $b . 'c';\nsail($a, $b);\n[$a => 1];\n" },
    ),
  ),
};
