import type { Hit, TreeFinder } from './finder.js';
import { argumentsOf, calleeOf, callsOf } from '../syntax/calls.js';
import type { SyntaxNode } from '../syntax/node.js';
import { NO_IMPORTS, resolvedCallee, type ImportedNames } from '../syntax/imported-names.js';
import type { ParsedSource } from '../syntax/source.js';
import { contentOf, TEXTS } from '../syntax/texts.js';
import { declaredValue } from '../syntax/declared-value.js';
import { byTree, hitAt, hitsOf, NO_HITS } from './hits.js';

/** Calls that name their digest in a string, and calls that compute one. */
// elvar waive text/line-width because a pattern is one literal
const NAMED = /^(?:(?:crypto\.)?create(?:Hash|Hmac)|hashlib\.new|hmac\.(?:new|digest)|(?:java\.security\.)?MessageDigest\.getInstance|(?:javax\.crypto\.)?Mac\.getInstance|hash|hash_hmac|hash_file|hash_init|openssl_digest|(?:crypto\.)?subtle\.digest)$/;
// elvar waive text/line-width because a pattern is one literal
const OWN = /^(?:hashlib\.(?:md5|sha1)|md5|sha1|md5_file|sha1_file|DigestUtils\.(?:md5|sha1)(?:Hex)?|CryptoJS\.(?:Hmac)?(?:MD5|SHA1)|Hashing\.(?:md5|sha1)|hashes\.(?:MD5|SHA1)|(?:MD5|SHA1?)\.new)$/;
/** The last components of these names. */
const METHODS = [
  'createHash', 'createHmac', 'new', 'getInstance', 'hash', 'hash_hmac', 'hash_file', 'hash_init', 'openssl_digest', 'digest',
  'md5', 'sha1', 'md5_file', 'sha1_file', 'md5Hex', 'sha1Hex', 'MD5', 'SHA1', 'HmacMD5', 'HmacSHA1', '\\md5', '\\sha1',
];
const WEAK = /^(?:Hmac)?(?:md[245]|sha-?1)$/i;

/** The digest that a call names, in a string or as a function. That of a keyed hash comes after the key and the message. */
function digestIn(name: string, given: readonly SyntaxNode[]): string {
  const keyword = given.find(({ text }) => /^digestmod\s*=/.test(text));
  const place = keyword ?? given[/^hmac\./.test(name) ? 2 : name === 'openssl_digest' ? 1 : 0];
  if (place === undefined) return '';
  const named = declaredValue(place.type === 'keyword_argument' ? (place.child('value') ?? place) : place);
  if (named.type === 'object') return /\bname\s*:\s*["']([\w-]+)["']/.exec(named.text)?.[1] ?? '';
  return TEXTS.has(named.type) ? contentOf(named).text : /^hashlib\.(\w+)$/.exec(named.text)?.[1] ?? '';
}

/** Imports that bring a digest, or its module, under a name of its own: the name, and what it stands for. */
const IMPORTS: readonly RegExp[] = [
  /\bimport\s+(?<real>hashlib|hmac)\s+as\s+(?<name>\w+)/g,
  /\bfrom\s+(?<module>hashlib)\s+import\s+(?:[\w, ]*,\s*)?(?<real>md5|sha1)(?:\s+as\s+(?<name>\w+))?\b/g,
  /\bimport\s+(?<name>\w+)\s+from\s+["'](?:[\w@/-]*[-/])?(?<real>md5|sha1)(?:\.js)?["']/g,
  /\b(?:const|let|var)\s+(?<name>\w+)\s*=\s*require\(\s*["'](?:[\w@/-]*[-/])?(?<real>md5|sha1)["']\s*\)/g,
];

const WORDS = ['hashlib', 'hmac', 'md5', 'sha1'];

/** The names that the imports of a file give to digests and their modules. */
function importedNames(text: string): ImportedNames {
  const names = new Map<string, string>();
  if (!WORDS.some((word) => text.includes(word))) return names;
  for (const form of IMPORTS) {
    for (const { groups } of text.matchAll(form)) {
      const real = groups?.['real'] ?? '';
      names.set(groups?.['name'] ?? real, /^(?:md5|sha1)$/.test(real) ? `hashlib.${real}` : real);
    }
  }
  return names;
}

/** What a language does otherwise than most. */
interface DigestWays {
  /** Whether imports give no other names to digests. */
  readonly keepsNames?: boolean;
  /** Whether the functions that make digests belong to the language, without an object or a module. */
  readonly hasOwn?: boolean;
}

/** Finds digests that can be forged. */
export function weakDigests(ways: DigestWays = {}): TreeFinder<unknown> {
  return byTree((source) => findWeak(source, ways));
}

function findWeak({ tree, text: { text } }: ParsedSource, { keepsNames = false, hasOwn = false }: DigestWays): Hit[] {
  const names = keepsNames ? NO_IMPORTS : importedNames(text);
  const methods = names.size === 0 ? METHODS : [...new Set([...METHODS, ...names.keys()])];
  return hitsOf(callsOf(tree, methods), (call): readonly Hit[] => {
    const written = calleeOf(call);
    const name = resolvedCallee(withoutLoading(written), names);
    const isOwn = OWN.test(name) && (hasOwn || name.includes('.'));
    if (!isOwn && !NAMED.test(name)) return NO_HITS;
    const given = argumentsOf(call);
    if (isOwn) return given.some(({ text }) => /^usedforsecurity\s*=\s*False$/.test(text))
      ? NO_HITS
      : [hitAt(call, `${written} can be forged`)];
    const digest = digestIn(name, given);
    return WEAK.test(digest) ? [hitAt(call, `${digest} can be forged`)] : NO_HITS;
  });
}

/** A callee without the module where it was just loaded, and without PHP's global namespace. */
function withoutLoading(written: string): string {
  return written.replace(/^require\(\s*["'](?:node:)?crypto["']\s*\)/, 'crypto').replace(/^\\/, '');
}
