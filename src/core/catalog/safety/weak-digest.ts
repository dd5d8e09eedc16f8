import { defineRule, type Hit } from '../../model/rule.js';
import { argumentsOf, calleeOf, callsOf } from '../../syntax/calls.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { contentOf, TEXTS } from '../../syntax/texts.js';
import { bad, good } from '../examples.js';
import { byTree, hitAt, hitsOf, inLanguages } from '../hits.js';

/** Calls that name their digest in a string, and calls that compute one. */
const NAMED = /^(?:(?:crypto\.)?create(?:Hash|Hmac)|hashlib\.new|hmac\.(?:new|digest)|(?:java\.security\.)?MessageDigest\.getInstance|hash|hash_hmac|(?:crypto\.)?subtle\.digest)$/;
const OWN = /^(?:hashlib\.(?:md5|sha1)|md5|sha1|md5_file|sha1_file|DigestUtils\.(?:md5|sha1)(?:Hex)?)$/;
/** The last components of these names. */
const METHODS = ['createHash', 'createHmac', 'new', 'getInstance', 'hash', 'hash_hmac', 'digest', 'md5', 'sha1', 'md5_file', 'sha1_file', 'md5Hex', 'sha1Hex'];
const WEAK = /^(?:md[245]|sha-?1)$/i;

export default defineRule({
  id: 'safety/weak-digest',
  title: 'Digests cannot be forged',
  about: 'For MD5 and SHA-1, two texts with the same digest can be made (RFC 6151, RFC 6194), so they no longer protect anything.',
  advice: 'Use SHA-256 or better; for passwords, use a function made for passwords.',
  tags: ['security'],
  confidence: 'likely',
  options: {},
  find: { languages: inLanguages('javascript typescript python php java', byTree(findWeak)) },
  examples: [
    good('javascript', "createHash('sha256');\n"),
    bad('javascript', "crypto.createHash('md5');\n", '1:1'),
    good('typescript', "createHash('sha512');\n"),
    bad('typescript', "createHash('sha1');\n", '1:1'),
    good('python', 'hashlib.sha256(tide)\nhashlib.md5(tide, usedforsecurity=False)\n'),
    bad('python', "import hmac\nfrom hashlib import md5\nmd5(tide)\nhmac.new(key, tide, 'sha1')\nhmac.new(key, tide, hashlib.md5)\n", '3:1 4:1 5:1'),
    bad('python', "hashlib.md5(tide)\nhashlib.new('sha1')\n", '1:1 2:1'),
    good('php', "<?php hash('sha256', $tide);\n"),
    bad('php', '<?php md5($tide);\n', '1:7'),
    good('java', 'class Quay { Object a = MessageDigest.getInstance("SHA-256"); }\n'),
    bad('java', 'class Quay { Object a = MessageDigest.getInstance("MD5"); }\n', '1:25'),
  ],
});

/** The digest that a call names, in a string or as a function. That of a keyed hash comes after the key and the message. */
function digestIn(name: string, given: readonly SyntaxNode[]): string {
  const named = /^hmac\./.test(name) ? given[2] : given[0];
  if (named === undefined) return '';
  return TEXTS.has(named.type) ? contentOf(named).text : /^(?:digestmod\s*=\s*)?hashlib\.(\w+)$/.exec(named.text)?.[1] ?? '';
}

/** An import that gives a digest a name of its own. */
const FROM_HASHLIB = /\bfrom\s+hashlib\s+import\b[^\n]*\b(?:md5|sha1)\b/;

function findWeak({ tree, grammar, text: { text } }: ParsedSource): Hit[] {
  return hitsOf(callsOf(tree, METHODS), (call): Hit[] => {
    const name = calleeOf(call);
    const isOwn = OWN.test(name) && (grammar === 'php' || name.includes('.') || (grammar === 'python' && FROM_HASHLIB.test(text)));
    if (!isOwn && !NAMED.test(name)) return [];
    const given = argumentsOf(call);
    if (isOwn) return given.some(({ text }) => /^usedforsecurity\s*=\s*False$/.test(text)) ? [] : [hitAt(call, `${name} can be forged`)];
    const digest = digestIn(name, given);
    return WEAK.test(digest) ? [hitAt(call, `${digest} can be forged`)] : [];
  });
}
