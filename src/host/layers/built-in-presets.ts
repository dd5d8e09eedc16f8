import { readdirSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { PACKAGE_FOLDER } from '../package-folder.js';

/** Where the built-in presets are in the package. */
export const PRESET_FOLDER = fileURLToPath(new URL('presets', PACKAGE_FOLDER));

/** The references of the built-in presets, sorted. */
export function builtInPresets(): string[] {
  return readdirSync(PRESET_FOLDER).filter((name) => name.endsWith('.yaml')).map((name) => `elvar:${name.slice(0, -5)}`).sort();
}
