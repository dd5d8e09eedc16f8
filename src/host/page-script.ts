import { readFileSync } from 'node:fs';
import { PACKAGE_FOLDER } from './package-folder.js';

/** The script of the page, as the build has bundled it. */
export function pageScript(): string {
  return readFileSync(new URL('dist/page/page.js', PACKAGE_FOLDER), 'utf8');
}
