import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('javascript');

/** What `safety/*` finds. */
export const SAFETY_RULES: LanguageRules = {
  'safety/fixed-path': as(
    good("read('/dev/null', './tide.txt', '/api/usr/tide');\n"),
    bad("read('/srv/pilot/tide.txt');\n", '1:6-27 /srv/pilot/tide.txt exists on one machine only'),
    bad('read(`/srv/pilot/${tide}`);\n', '1:6 /srv/pilot/${tide} exists on one machine only'),
  ),
  'safety/weak-digest': as(
    good("createHash('sha256');\n"),
    bad("crypto.createHash('md5');\n", '1:1-25 md5 can be forged'),
    bad("import md5 from 'md5';\nmd5(tide);\nconst kind = 'sha1';\ncreateHash(kind);\nrequire('crypto').createHash('md5');\n", ['2:1 md5 can be forged', '4:1 sha1 can be forged', '5:1 md5 can be forged']),
    good("import { md5 } from './quay.js';\nmd5(tide);\n"),
  ),
};
