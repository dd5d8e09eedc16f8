import { isUtf8 } from 'node:buffer';
import { readdirSync } from 'node:fs';

/** The replacement for bytes in a name that are not UTF-8; a name may also contain it itself. */
export const REPLACEMENT = '\uFFFD';

/** The names in a directory that are not UTF-8, each such byte as `\xNN`. */
export function oddNames(directory: string): string[] {
  return readdirSync(directory, { encoding: 'buffer' }).filter((name) => !isUtf8(name)).map(escaped);
}

/** The names in a directory that are UTF-8. */
export function textNames(directory: string): string[] {
  return readdirSync(directory, { encoding: 'buffer' }).filter((name) => isUtf8(name)).map((name) => name.toString('utf8'));
}

/** Bytes as text: UTF-8 as it is, everything else escaped. */
function escaped(name: Buffer): string {
  let text = '';
  for (let at = 0; at < name.length;) {
    const length = [1, 2, 3, 4].find((bytes) => at + bytes <= name.length && isUtf8(name.subarray(at, at + bytes)));
    text += length === undefined
      ? `\\x${(name[at] as number).toString(16).padStart(2, '0')}`
      : name.toString('utf8', at, at + length);
    at += length ?? 1;
  }
  return text;
}
