import { readFileSync } from 'node:fs';

/** Elvar's version, from its package.json. */
export const VERSION =
  (JSON.parse(readFileSync(new URL('../../package.json', import.meta.url), 'utf8')) as { readonly version: string }).version;
