import path from 'node:path';
import { fileURLToPath } from 'node:url';
import type { ForeignLog, ForeignPlace } from '../../core/intake/foreign-log.js';

/** An address with a scheme; a single letter is a drive. */
const SCHEME = /^[a-z][a-z0-9+.-]+:/i;

/** The path of a place relative to the root, with `/`; null if it is not a file inside. Nothing is looked up. */
export function pathOfPlace({ file, base }: ForeignPlace, form: ForeignLog['form'], root: string): string | null {
  const whole = base === null || SCHEME.test(file) ? file : `${base.endsWith('/') || base === '' ? base : `${base}/`}${file}`;
  const local = form === 'sarif' ? localPath(whole) : SCHEME.test(whole) ? localPath(whole) : whole;
  if (local === null || local.includes('\0')) return null;
  const own = path.relative(root, path.resolve(root, local));
  if (own === '' || own === '..' || own.startsWith(`..${path.sep}`) || path.isAbsolute(own)) return null;
  return own.split(path.sep).join('/');
}

/** The path that an address names (RFC 8089 for those with a scheme); null if it names none on this machine. */
function localPath(address: string): string | null {
  try {
    if (SCHEME.test(address)) return address.toLowerCase().startsWith('file:') ? fileURLToPath(address) : null;
    return decodeURIComponent(address.replace(/[?#].*$/s, ''));
  } catch {
    // It is no address, or one of another machine.
    return null;
  }
}
