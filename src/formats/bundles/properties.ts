const ESCAPES: Readonly<Record<string, string>> = { t: '\t', n: '\n', r: '\r', f: '\f' };

/** The texts of a file of Java properties: Java SE API, `Properties.load`. */
export function readProperties(text: string): Map<string, string> {
  const texts = new Map<string, string>();
  // A backslash at the end of a line joins it with the next, unless another one is before it.
  const lines = text.replace(/(?<!\\)((?:\\\\)*)\\(?:\r\n|\n|\r)[ \t\f]*/g, '$1').split(/\r\n|\n|\r/);
  for (const line of lines) {
    const bare = line.replace(/^[ \t\f]+/, '');
    if (bare === '' || /^[#!]/.test(bare)) continue;
    const [, key = '', value = ''] = /^((?:\\.|[^\\:=\s])*)[ \t\f]*[:=]?[ \t\f]*(.*)$/s.exec(bare) ?? [];
    texts.set(unescaped(key), unescaped(value));
  }
  return texts;
}

function unescaped(written: string): string {
  return written.replace(/\\(?:u([\da-fA-F]{4})|(.))/gs, (_, code: string | undefined, sign: string | undefined) =>
    (code !== undefined ? String.fromCharCode(Number.parseInt(code, 16)) : ESCAPES[sign ?? ''] ?? sign ?? ''));
}

/** Adds texts at the end. Letters beyond ASCII are escaped where all others are, as for readers before Java 9. */
export function addToProperties(text: string, entries: readonly { readonly key: string; readonly text: string }[]): string {
  const lineEnd = text.includes('\r\n') ? '\r\n' : '\n';
  // A new file, and one with such letters, is read as UTF-8.
  const isPlain = text !== '' && /^[\x00-\x7F]*$/.test(text);
  const divider = /[ \t]=[ \t]/.test(text) ? ' = ' : '=';
  const lines = entries.map(
    ({ key, text: value }) => `${escaped(key, true, isPlain)}${divider}${escaped(value, false, isPlain)}${lineEnd}`,
  );
  return `${text}${text === '' || /[\r\n]$/.test(text) ? '' : lineEnd}${lines.join('')}`;
}

function escaped(value: string, isKey: boolean, isPlain: boolean): string {
  const safe = value.replace(/\\/g, '\\\\').replace(/\n/g, '\\n').replace(/\r/g, '\\r').replace(/\t/g, '\\t').replace(
    /\f/g, '\\f',
  );
  const divided = isKey ? safe.replace(/[ :=#!]/g, '\\$&') : safe.replace(/^ /, '\\ ');
  return isPlain
    ? divided.replace(/[^\x00-\x7F]/g, (letter) => `\\u${letter.charCodeAt(0).toString(16).padStart(4, '0').toUpperCase()}`)
    : divided;
}
