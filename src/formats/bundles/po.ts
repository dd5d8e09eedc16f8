import { BundleError } from './bundle-error.js';

const ESCAPES: Readonly<Record<string, string>> = { n: '\n', t: '\t', r: '\r' };

/**
 * The texts of a file of gettext by their message ids: GNU gettext, "The Format of PO Files". Those with a context or with
 * plurals are left out.
 * @throws BundleError if a line is none of that form.
 */
export function readPo(text: string): Map<string, string> {
  const texts = new Map<string, string>();
  let parts: Record<string, string> = {};
  let current = '';
  const end = (): void => {
    const { msgid, msgstr, msgctxt, msgid_plural: plural } = parts;
    if (msgid !== undefined && msgid !== '' && msgstr !== undefined && msgctxt === undefined && plural === undefined) {
      texts.set(msgid, msgstr);
    }
    parts = {};
  };
  for (const line of text.replace(/^\uFEFF/, '').split(/\r\n|\n|\r/)) {
    const bare = line.trim();
    if (bare === '' || bare.startsWith('#')) continue;
    const [, word, written] = /^(?:(msgctxt|msgid|msgid_plural|msgstr|msgstr\[\d+\])\s+)?"((?:[^"\\]|\\.)*)"$/.exec(bare) ?? [];
    if (written === undefined) throw new BundleError('it is not in the form of gettext');
    if (word !== undefined) {
      if (word === 'msgctxt' || (word === 'msgid' && current !== 'msgctxt')) end();
      current = word;
    }
    parts[current] = (parts[current] ?? '') + unescaped(written);
  }
  end();
  return texts;
}

function unescaped(written: string): string {
  return written.replace(/\\(.)/gs, (_, sign: string) => ESCAPES[sign] ?? sign);
}

const HEADER = [
  'msgid ""', 'msgstr ""', '"Content-Type: text/plain; charset=UTF-8\\n"', '"Content-Transfer-Encoding: 8bit\\n"', '',
];

/** Adds messages at the end, each behind an empty line. */
export function addToPo(text: string, entries: readonly { readonly key: string; readonly text: string }[]): string {
  const lineEnd = text.includes('\r\n') ? '\r\n' : '\n';
  const start = text === '' ? HEADER.join('\n') : /[\r\n]$/.test(text) ? text : `${text}${lineEnd}`;
  return start + entries.map(({ key, text: value }) => `${lineEnd}msgid "${escaped(key)}"${lineEnd}msgstr `
    + `"${escaped(value)}"${lineEnd}`).join('');
}

function escaped(value: string): string {
  return value.replace(/[\\"]/g, '\\$&').replace(/\n/g, '\\n').replace(/\t/g, '\\t').replace(/\r/g, '\\r');
}
