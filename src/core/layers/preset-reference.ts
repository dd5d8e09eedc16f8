import type { PresetReference } from '../model/layer.js';

const BUILT_IN = /^elvar:([a-z][a-z-]*)$/;

/** A package's name as npm allows it, with its scope, and a path in the package. */
const PACKAGE = /^npm:((?:@[a-z0-9~-][a-z0-9._~-]*\/)?[a-z0-9~-][a-z0-9._~-]*)(?:\/(.+))?$/;

/** The preset of a package where no other is named. */
const PACKAGE_PRESET = 'elvar-preset.yaml';

/** Reads how a preset is named; null when the text is no preset reference. */
export function parsePresetReference(text: string): PresetReference | null {
  if (text.includes('\0')) return null;
  const builtIn = BUILT_IN.exec(text)?.[1];
  if (builtIn !== undefined) return { kind: 'built-in', name: builtIn, text };
  const [, name, path] = PACKAGE.exec(text) ?? [];
  if (name !== undefined) return { kind: 'package', name, path: path ?? PACKAGE_PRESET, text };
  return /^\.{1,2}\/./.test(text) ? { kind: 'file', path: text, text } : null;
}
