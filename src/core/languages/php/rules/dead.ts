import { alsoByProject, byTree } from '../../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import type { FreeNames } from '../../../finders/options.js';
import { unusedMembers } from '../../../finders/private-members.js';
import { uncalledFunctions, unnamedFunctions } from '../../../finders/unused-functions.js';
import { unusedImports } from '../../../finders/unused-imports.js';
import { FUNCTIONS } from '../../../syntax/functions.js';
import { NAMES_OF_PHP_MEMBERS, phpMembers } from '../members.js';
import { PHP_IMPORTS } from '../unused-imports.js';

const { as, bad, by, good } = writerFor('php');

/** What `dead/*` finds. */
export const DEAD_RULES: LanguageRules = {
  'dead/after-exit': as(
    good('<?php function moor() { if ($full) { return 1; } return 2; }\n'),
    bad('<?php function moor() { throw new Full(); sail(); }\n', '1:43-50 never runs: throw above leaves the block'),
  ),
  'dead/branch': as(
    good('<?php if ($a) sail(); elseif ($b) moor();\n'),
    bad('<?php if ($a) sail(); elseif ($a) moor();\n', '1:31-33 the same condition is tested above, so this branch never runs'),
  ),
  'dead/class': as(
    good('<?php class Quay {}\n', { file: 'quay.php', others: { 'main.php': '<?php new quay();\n' } }),
    bad(
      '<?php class Quay {}\ninterface Tide {}\n',
      ['1:13-17 [possible] Quay is never used in the project', '2:11-15 [possible] Tide is never used in the project'],
    ),
  ),
  'dead/parameter': as(
    good('<?php function moor($quay, &$tide) { $tide = $quay; }\n'),
    bad('<?php function moor($quay, $tide) { return $quay; }\n', '1:28-33 $tide is never read'),
  ),
  'dead/variable': as(
    good('<?php function moor() { global $tide; $tide = 1; $berth = 2; return fn() => $berth; }\n'),
    bad(
      '<?php function moor() { $berth = 2; $count = 0; $count++; }\n',
      ['1:25-31 $berth is never used', '1:37-43 $count is set but never read'],
    ),
    bad('<?php function moor() { $low = 1; return Quay::$low; }\n', '1:25-29 $low is never used'),
  ),
  'dead/import': by(
    byTree((source) => unusedImports(source, PHP_IMPORTS)),
    good('<?php\nuse Harbour\\Quay;\nuse Harbour\\Tide as Ebb;\nnew Quay(Ebb::LOW);\n'),
    bad('<?php\nuse Harbour\\Quay;\nuse Harbour\\Tide as Ebb;\nnew Quay();\n', '3:21-24 Ebb is imported and never used', {
      repaired: '<?php\nuse Harbour\\Quay;\nnew Quay();\n',
    }),
  ),
  'dead/private-member': by(
    byTree(
      (source, options: FreeNames) => unusedMembers(source, phpMembers(source), NAMES_OF_PHP_MEMBERS, options),
      ['visibility_modifier'],
    ),
    bad('<?php class Quay { public function __construct(private int $tide) {} }\n', '1:60-65 $tide is private and never used'),
    good(
      "<?php class Quay { private $tide; private function moor() {} function sail() { call([$this, 'moor'], $this->tide); } }\n",
    ),
    bad(
      '<?php class Quay { private $tide; private function moor() {} const LOW = 1; }\n',
      ['1:28 $tide is private and never used', '1:52 moor is private and never used'],
    ),
  ),
  'dead/function': by(
    alsoByProject(byTree(uncalledFunctions, FUNCTIONS), unnamedFunctions),
    good(
      '<?php function sail() { return moor(); }\n',
      { file: 'quay.php', options: { free: ['sail'] }, others: { 'main.php': '<?php function moor() {}\n' } },
    ),
    bad('<?php function moor() { return 1; }\n', '1:16-20 [likely] moor is never used in the project', {
      file: 'quay.php', others: { 'main.php': '<?php sail();\n' },
    }),
    good('<?php moor(); function moor() { $next = fn() => 1; return $next(); }\n'),
    bad('<?php moor(); function moor() { $next = function () { return 1; }; return 2; }\n', '1:33 $next is never used'),
  ),
};
