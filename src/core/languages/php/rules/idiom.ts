import { printingCalls } from '../../../finders/printing-calls.js';
import { endsOfLists } from '../../../finders/last-commas.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, by, good } = writerFor('php');

/** What `idiom/*` finds. */
export const IDIOM_RULES: LanguageRules = {
  'idiom/braces': as(
    good('<?php if ($a) { sail(); }\nforeach ($b as $c): sail(); endforeach;\n'),
    bad('<?php if ($a) sail();\n', '1:15-22 this branch has no braces', { repaired: '<?php if ($a) { sail(); }\n' }),
  ),
  'idiom/debug-print': by(
    printingCalls({
      // With a second argument, these return their output instead of printing it.
      printsElsewhere: (call, called) =>
        /^(?:print_r|var_export)$/.test(called) && (call.child('arguments')?.parts.length ?? 0) > 1,
    }),
    good('<?php echo $tide;\n$log->info(print_r($tide, true));\n'),
    bad('<?php var_dump($tide);\n', '1:7-22 var_dump bypasses the log'),
  ),
  'idiom/final-class': as(
    good('<?php final class Quay {}\nabstract class Place {}\nclass Pier {}\nfinal class Dock extends Pier {}\n'),
    good('<?php class Quay {}\n', { file: 'Quay.php', others: { 'Pier.php': '<?php final class Pier extends quay {}\n' } }),
    bad('<?php class Quay {}\n', '1:13-17 Quay is neither final nor abstract', { repaired: '<?php final class Quay {}\n' }),
  ),
  'idiom/last-comma': by(
    // Before version 8, PHP takes none after the last parameter.
    endsOfLists(['array_creation_expression']),
    good('<?php $a = [\n  1,\n];\nsail(\n  $a\n);\n[$b, ] = $a;\n'),
    bad(
      '<?php $a = [\n  1,\n  2\n];\n$b = array(1, 2,);\n',
      ['3:4-4 a comma is missing after the last item', '5:16-17 a comma after the last item'],
      { repaired: '<?php $a = [\n  1,\n  2,\n];\n$b = array(1, 2);\n' },
    ),
  ),
  'idiom/nested-choice': as(
    good('<?php $a = $b ? 1 : 2;\n'),
    bad('<?php $a = $b ? 1 : ($c ? 2 : 3);\n', '1:22-32 a conditional expression inside another one'),
  ),
  'idiom/public-first': as(
    good('<?php class Quay { private $a; public function moor() {} protected function sail() {} private function wait() {} }\n'),
    bad(
      '<?php class Quay { private function wait() {} public function moor() {} }\n',
      '1:63-67 moor is public but comes after a private method',
    ),
  ),
  'idiom/quote-mark': as(
    good("<?php sail('tide', \"$low\\n\");\n"),
    bad('<?php sail("tide");\n', '1:12-18 this string is in double quotation marks', { repaired: "<?php sail('tide');\n" }),
  ),
};
