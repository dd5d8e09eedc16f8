import type { PresetReference } from '../model/layer.js';

const BUILT_IN = /^elvar:([a-z][a-z-]*)$/;

/** Reads how a preset is named; null when the text is no preset reference. */
export function parsePresetReference(text: string): PresetReference | null {
  const name = BUILT_IN.exec(text)?.[1];
  if (name !== undefined) return { kind: 'built-in', name, text };
  return /^\.{1,2}\/./.test(text) && !text.includes('\0') ? { kind: 'file', path: text, text } : null;
}
