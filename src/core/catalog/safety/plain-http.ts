import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { Source } from '../../syntax/source.js';
import { bad, good } from '../../finders/examples.js';
import { nameTest } from '../../finders/name-patterns.js';
import { freeNames } from '../../finders/options.js';
import { allComments } from '../../syntax/embedded-comments.js';
import { syntaxOf } from '../../syntax/language-syntax.js';

/**
 * Identifiers of formats are addresses that nobody opens; requests to loopback and reserved names (RFC 2606, RFC 6761) never
 * leave the machine.
 */
const FREE = ['(?i)http://(?:[\\w-]+\\.)*(?:localhost|w3\\.org|xmlsoap\\.org|openxmlformats\\.org|purl\\.org|ns\\.adobe\\.com|schemas?\\.[\\w.-]+|relaxng\\.org|docbook\\.org|apache\\.org|json-schema\\.org|json\\.org|opengis\\.net|earth\\.google\\.com|topografix\\.com|opensource\\.org|creativecommons\\.org|gnu\\.org|example|test|invalid|local|internal|example\\.(?:com|org|net))(?:[:/#?].*)?',
  'http://(?:127\\.|0\\.0\\.0\\.0|10\\.|192\\.168\\.|172\\.(?:1[6-9]|2\\d|3[01])\\.|\\[::1\\]).*'];

export default defineRule({
  id: 'safety/plain-http',
  title: 'Addresses use encryption',
  about: 'Anything sent over plain HTTP can be read and changed on its way: CWE-319 (MITRE), "Cleartext Transmission of '
    + 'Sensitive Information".',
  advice: 'Use https, and check that the other side supports it.',
  tags: ['security'],
  confidence: 'possible',
  repairs: 'offered',
  options: { free: freeNames(FREE) },
  find: { everywhere: { by: 'text', find: findPlain } },
  examples: [
    good('html', '<svg xmlns="http://quays.example.com/svg"></svg>\n'),
    good('javascript', "open('https://harbour.example/tide', 'http://localhost:80', 'http://www.w3.org/2000/svg');\n"),
    bad('javascript', "open('http://harbour.port/tide');\n", '1:7-31 http://harbour.port/tide is not encrypted', {
      repaired: "open('https://harbour.port/tide');\n",
    }),
    bad(
      'javascript',
      "new WebSocket('ws://harbour.port/tide');\nopen('FTP://harbour.port/tide');\n",
      ['1:16 ws://harbour.port/tide is not encrypted', '2:7 FTP://harbour.port/tide is not encrypted'],
      { repaired: "new WebSocket('wss://harbour.port/tide');\nopen('FTP://harbour.port/tide');\n" },
    ),
    bad('yaml', 'tide: http://harbour.port\n', '1:7-26 http://harbour.port is not encrypted', {
      repaired: 'tide: https://harbour.port\n',
    }),
  ],
});

/** Files in which addresses are made up, or tell who wrote a package. */
// elvar waive text/line-width because a pattern is one literal
const MADE_UP = /(?:^|\/)(?:__tests__|tests?|specs?|testdata|fixtures?)\/|[._-](?:test|spec)\.[a-z]+$|(?:^|\/)(?:package|composer|bower)\.json$/i;

/** Lines that name a namespace, a schema or a document type: such a name looks like an address. */
const NAMING = /xmlns|namespace|_NS\b|\bNS_|\bns[A-Z]|schema|DOCTYPE|\bDTD\b|\brdf\b/i;

function* findPlain(source: Source, { free }: { readonly free: readonly string[] }): Iterable<Hit> {
  const { text, language, path } = source.text;
  if (!text.includes('://') || language.isProse || MADE_UP.test(path) || !/\b(?:http|ws|ftp):\/\//i.test(text)) return;
  const isQuoted = referenceTest(source);
  const mayBeKeys = language.traits.includes('address-keys');
  for (const { 0: address, index } of text.matchAll(
    /\b(?:http|ws|ftp):\/\/[^\s"'`<>()\[\]{}|\\^,;]*[^\s"'`<>()\[\]{}|\\^,;.:!?]/gi,
  )) {
    // What is the key of something is a name.
    if (/^["']\s*:/.test(text.slice(index + address.length, index + address.length + 8)) && !mayBeKeys) continue;
    // A namespace name looks like an address but is not one: Namespaces in XML 1.0, section 2.
    if (/\bxmlns(?::[\w.-]+)?\s*=\s*\\?["']$/.test(text.slice(Math.max(0, index - 60), index))) continue;
    if (isQuoted(index) || NAMING.test(source.text.lineAround(index).text.slice(0, 400))) continue;
    // If the host is filled in later, it is unknown here.
    const [scheme = '', rest = ''] = address.split('://', 2);
    if (!/^[\w-]+(?:\.[\w-]+)+/.test(rest) || nameTest(free)(`http://${address.slice(scheme.length + 3)}`)) continue;
    yield {
      start: index,
      end: index + address.length,
      message: `${address} is not encrypted`,
      repair: scheme.toLowerCase() === 'ftp'
        ? undefined
        : [{ start: index, end: index + scheme.length, text: scheme.toLowerCase() === 'ws' ? 'wss' : 'https' }],
    };
  }
}

/** Tests, for offsets in text order, whether one is in a comment or in documentation: addresses there are for readers. */
function referenceTest(source: Source): (offset: number) => boolean {
  const isRemark = source.tree === null ? undefined : syntaxOf(source.tree).isRemark;
  const remarks = isRemark === undefined ? [] : source.tree?.ofType('string').filter(isRemark) ?? [];
  const stretches = [...allComments(source), ...remarks];
  stretches.sort((a, b) => a.start - b.start);
  let next = 0;
  return (offset) => {
    while (next < stretches.length && (stretches[next]?.end ?? 0) <= offset) next += 1;
    return (stretches[next]?.start ?? Infinity) <= offset;
  };
}
