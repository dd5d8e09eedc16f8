import { weakDigests } from '../../../finders/weak-digests.js';
import { byTree } from '../../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { dynamicCodeInPhp } from '../dynamic-code.js';
import { shellTextsInPhp } from '../shell-texts.js';

const { as, bad, by, good } = writerFor('php');

/** What `safety/*` finds. */
export const SAFETY_RULES: LanguageRules = {
  'safety/fixed-path': as(
    good("<?php $a = __DIR__ . '/tide.php';\n"),
    bad("<?php $a = '/var/www/tide.php';\n", '1:12-31 /var/www/tide.php exists on one machine only'),
  ),
  'safety/weak-digest': by(weakDigests({ keepsNames: true, hasOwn: true }), good("<?php hash('sha256', $tide);\n"), bad(
    '<?php md5($tide);\n', '1:7-17 md5 can be forged',
  )),
  'safety/dynamic-code': by(
    byTree(dynamicCodeInPhp),
    good('<?php $plan->eval($text);\n'),
    bad('<?php eval($text);\n', '1:7-18 eval runs text as code'),
    bad('<?php assert("$tide");\n', '1:7 assert runs text as code'),
  ),
  'safety/shell-text': by(
    byTree(shellTextsInPhp),
    good("<?php system('ls ' . escapeshellarg($folder));\n"),
    bad(
      '<?php function moor($folder) { $list = "ls $folder"; exec($list); \\system("ls $folder"); }\n',
      ['1:54-65 exec runs a command built from values', '1:67-88 system runs a command built from values'],
    ),
    bad(
      '<?php exec("ls $folder");\n$a = `ls $folder`;\n',
      ['1:7 exec runs a command built from values', '2:6 the backticks run a command built from values'],
    ),
  ),
};
