import { addToJson, readJson } from './json.js';
import { addToPo, readPo } from './po.js';
import { addToProperties, readProperties } from './properties.js';

/** The texts of a translation file by their keys. */
type BundleTexts = ReadonlyMap<string, string>;

/** A text with the key that it goes under. */
interface BundleEntry {
  readonly key: string;
  readonly text: string;
}

/** How the translations of one form of file are read and written. */
export interface BundleFormat {
  /** @throws BundleError if the text is not of this form. */
  readonly read: (text: string) => BundleTexts;
  /** The text of the file with more entries at its end; all else stays as it is. @param text empty for a new file. */
  readonly add: (text: string, entries: readonly BundleEntry[]) => string;
}

const FORMATS: Readonly<Record<string, BundleFormat>> = {
  json: { read: readJson, add: addToJson },
  properties: { read: readProperties, add: addToProperties },
  po: { read: readPo, add: addToPo },
  pot: { read: readPo, add: addToPo },
};

/** The form of a translation file by its name; null if it is none of those that are known. */
export function bundleFormat(file: string): BundleFormat | null {
  const ending = file.slice(file.lastIndexOf('.') + 1).toLowerCase();
  return Object.hasOwn(FORMATS, ending) ? FORMATS[ending] as BundleFormat : null;
}
