import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('php');

/** What `imports/*` finds. */
export const IMPORTS_RULES: LanguageRules = {
  'imports/barred': as(
    good('<?php use Harbour\\Tide;\n', { options: { modules: ['Harbour\\Old'] } }),
    bad('<?php use Harbour\\Old\\Tide;\n', '1:11-27 Harbour\\Old is barred here', { options: { modules: ['Harbour\\Old'] } }),
  ),
  'imports/missing': as(
    good("<?php require __DIR__ . '/tide.php';\nrequire $path;\n", { file: 'a/quay.php', others: { 'a/tide.php': '<?php\n' } }),
    bad("<?php require_once __DIR__ . '/../tide.php';\n", '1:7-44 ./../tide.php leads to no file', {
      file: 'a/quay.php', others: { 'a/tide.php': '<?php\n' },
    }),
  ),
};
