import { readFileSync } from 'node:fs';

/** The version of Elvar, as its package has it. */
export const VERSION = (JSON.parse(readFileSync(new URL('../../package.json', import.meta.url), 'utf8')) as { readonly version: string }).version;
