import { byTree } from '../../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { dynamicCodeInShell } from '../dynamic-code.js';

const { as, bad, by, good } = writerFor('shell');

/** What `safety/*` finds. */
export const SAFETY_RULES: LanguageRules = {
  'safety/fixed-path': as(
    good('cat "$HOME/tide"\n'),
    bad("cat '/srv/pilot/tide'\n", '1:5-22 /srv/pilot/tide exists on one machine only'),
    bad('cd /srv/pilot/tide\n', '1:4 /srv/pilot/tide exists on one machine only'),
  ),
  'safety/dynamic-code': by(
    byTree(dynamicCodeInShell),
    bad('sh -c "ls $tide"\n', '1:1-17 [possible] sh runs text as code'),
    good('echo "$tide"\n'),
    bad('eval "$tide"\n', '1:1 eval runs text as code'),
  ),
};
