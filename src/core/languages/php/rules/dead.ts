import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('php');

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
    bad('<?php class Quay {}\ninterface Tide {}\n', ['1:13-17 [possible] Quay is never used in the project', '2:11-15 [possible] Tide is never used in the project']),
  ),
  'dead/parameter': as(
    good('<?php function moor($quay, &$tide) { $tide = $quay; }\n'),
    bad('<?php function moor($quay, $tide) { return $quay; }\n', '1:28-33 $tide is never read'),
  ),
  'dead/variable': as(
    good('<?php function moor() { global $tide; $tide = 1; $berth = 2; return fn() => $berth; }\n'),
    bad('<?php function moor() { $berth = 2; $count = 0; $count++; }\n', ['1:25-31 $berth is never used', '1:37-43 $count is set but never read']),
  ),
};
