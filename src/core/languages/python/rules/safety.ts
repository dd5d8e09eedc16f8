import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('python');

/** What `safety/*` finds. */
export const SAFETY_RULES: LanguageRules = {
  'safety/fixed-path': as(good("a = 'tide'\n"), bad("a = '/tmp/tide.txt'\n", '1:5-20 /tmp/tide.txt exists on one machine only')),
  'safety/weak-digest': as(
    good('hashlib.sha256(tide)\nhashlib.md5(tide, usedforsecurity=False)\n'),
    bad("import hmac\nfrom hashlib import md5\nmd5(tide)\nhmac.new(key, tide, 'sha1')\nhmac.new(key, tide, hashlib.md5)\n", ['3:1-10 md5 can be forged', '4:1-28 sha1 can be forged', '5:1-33 md5 can be forged']),
    bad("import hashlib as h\nfrom hashlib import sha1 as short\nh.md5(tide)\nshort(tide)\nhmac.new(key, tide, digestmod='sha1')\n", ['3:1 h.md5 can be forged', '4:1 short can be forged', '5:1 sha1 can be forged']),
    bad("hashlib.md5(tide)\nhashlib.new('sha1')\n", ['1:1 hashlib.md5 can be forged', '2:1 sha1 can be forged']),
  ),
};
