import { BundleError } from './bundle-error.js';

/**
 * The texts of a JSON file; those of objects inside others have the keys of both, with a dot between.
 * @throws BundleError if it is no object of texts.
 */
export function readJson(text: string): Map<string, string> {
  const texts = new Map<string, string>();
  if (text.trim() === '') return texts;
  let root: unknown;
  try {
    root = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch {
    throw new BundleError('it is not valid JSON');
  }
  if (!isObject(root)) throw new BundleError('it is no JSON object');
  const open: [string, Record<string, unknown>][] = [['', root]];
  for (let next = open.pop(); next !== undefined; next = open.pop()) {
    for (const [key, value] of Object.entries(next[1])) {
      if (typeof value === 'string') texts.set(`${next[0]}${key}`, value);
      else if (isObject(value)) open.push([`${next[0]}${key}.`, value]);
    }
  }
  return texts;
}

function isObject(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

/** Adds texts behind the last one, indented as the others are. */
export function addToJson(text: string, entries: readonly { readonly key: string; readonly text: string }[]): string {
  const end = text.lastIndexOf('}');
  const before = end < 0 ? '{' : text.slice(0, end).trimEnd();
  const after = end < 0 ? '}\n' : text.slice(end);
  const lineEnd = text.includes('\r\n') ? '\r\n' : '\n';
  const indent = /[\r\n]([ \t]+)"/.exec(text)?.[1] ?? '  ';
  const lines = entries.map(({ key, text: value }) => `${indent}${JSON.stringify(key)}: ${JSON.stringify(value)}`);
  return `${before}${before.endsWith('{') ? '' : ','}${lineEnd}${lines.join(`,${lineEnd}`)}${lineEnd}${after}`;
}
