import { weakDigests } from '../../../finders/weak-digests.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, by, good } = writerFor('java');

/** What `safety/*` finds. */
export const SAFETY_RULES: LanguageRules = {
  'safety/fixed-path': as(
    good('class Quay { String a = "tide"; }\n'),
    bad('class Quay { String a = "/opt/quay/tide"; }\n', '1:25-41 /opt/quay/tide exists on one machine only'),
  ),
  'safety/weak-digest': by(
    weakDigests({ keepsNames: true }),
    good('class Quay { Object a = MessageDigest.getInstance("SHA-256"); }\n'),
    bad('class Quay { Object a = MessageDigest.getInstance("MD5"); }\n', '1:25-57 MD5 can be forged'),
  ),
};
