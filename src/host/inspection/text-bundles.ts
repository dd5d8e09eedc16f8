import path from 'node:path';
import type { MovedText, TextKeys } from '../../core/inspect/text-keys.js';
import { freeKey } from '../../core/model/text-key.js';
import type { TextMove } from '../../core/model/repair.js';
import { BundleError } from '../../formats/bundles/bundle-error.js';
import { bundleFormat, type BundleFormat } from '../../formats/bundles/bundle.js';
import { linkOn } from '../files/target-path.js';
import { oddKindOf } from '../files/stats.js';
import { readTextFile } from '../files/text-file.js';
import type { FileChange } from '../writing/file-change.js';

/** The largest file of translations that texts move to, in bytes. */
const LARGEST = 32 * 1024 * 1024;

/** A file of translations as it is, or will be. */
interface Bundle {
  readonly format: BundleFormat;
  /** The text as it was before the run; null if there was no file. */
  readonly first: string | null;
  /** The text on the disk; in a run that writes nothing, what it would be. */
  current: string | null;
  /** How many texts have moved there. */
  added: number;
  readonly keys: Map<string, string>;
  readonly texts: Map<string, string>;
}

/** The translations that texts move to in one run. */
export class TextBundles implements TextKeys {
  private readonly bundles = new Map<string, Bundle | { readonly failed: string }>();
  /** What the file at hand would add, by bundle: text to key. */
  private readonly pending = new Map<string, Map<string, string>>();

  constructor(private readonly root: string) {}

  keyFor({ bundle, text }: TextMove): string | null {
    const open = this.open(bundle);
    if ('failed' in open) return null;
    const own = this.pending.get(bundle) ?? new Map<string, string>();
    this.pending.set(bundle, own);
    const known = open.texts.get(text) ?? own.get(text);
    if (known !== undefined) return known;
    const taken = new Set(own.values());
    const key = freeKey(text, (candidate) => open.keys.has(candidate) || taken.has(candidate));
    own.set(text, key);
    return key;
  }

  /** Begins with another file: what the last one would have added is forgotten. */
  begin(): void {
    this.pending.clear();
  }

  /** The changes that give the translations these texts. */
  changesFor(moved: readonly MovedText[]): FileChange[] {
    const changes: FileChange[] = [];
    for (const [own, bundle] of this.touched(moved)) {
      const entries = newIn(bundle, own, moved);
      if (entries.length > 0) changes.push(
        { file: path.join(this.root, own), before: bundle.current, after: bundle.format.add(bundle.current ?? '', entries) },
      );
    }
    return changes;
  }

  /** Notes that these texts have moved, or would have. */
  accept(moved: readonly MovedText[]): void {
    for (const [own, bundle] of this.touched(moved)) {
      const entries = newIn(bundle, own, moved);
      if (entries.length > 0) bundle.current = bundle.format.add(bundle.current ?? '', entries);
      bundle.added += entries.length;
      for (const { key, text } of entries) {
        bundle.keys.set(key, text);
        if (!bundle.texts.has(text)) bundle.texts.set(text, key);
      }
    }
  }

  /** The files of translations that have changed, or would have. */
  changed(): { readonly path: string; readonly before: string; readonly after: string; readonly added: number }[] {
    return [...this.bundles].flatMap(([own, bundle]) => ('failed' in bundle || bundle.added === 0
      ? []
      : [{ path: own, before: bundle.first ?? '', after: bundle.current ?? '', added: bundle.added }]));
  }

  /** The files of translations that can take no text, and why. */
  failed(): { readonly path: string; readonly why: string }[] {
    return [...this.bundles].flatMap(([own, bundle]) => ('failed' in bundle ? [{ path: own, why: bundle.failed }] : []));
  }

  private touched(moved: readonly MovedText[]): [string, Bundle][] {
    return [...new Set(moved.map(({ bundle }) => bundle))].flatMap((own): [string, Bundle][] => {
      const bundle = this.open(own);
      return 'failed' in bundle ? [] : [[own, bundle]];
    });
  }

  private open(own: string): Bundle | { readonly failed: string } {
    let bundle = this.bundles.get(own);
    if (bundle === undefined) this.bundles.set(own, (bundle = this.read(own)));
    return bundle;
  }

  private read(own: string): Bundle | { readonly failed: string } {
    const format = bundleFormat(own);
    if (format === null) return { failed: 'translations are .json, .properties, .po or .pot' };
    if (path.isAbsolute(own) || own.split(/[\\/]/).includes('..')) return { failed: 'it lies outside the project' };
    if (linkOn(own, this.root) !== null) return { failed: 'it is reached by a link' };
    const file = path.join(this.root, own);
    const what = oddKindOf(file);
    if (what !== null) return { failed: `it is ${what}` };
    const reading = readTextFile(file, LARGEST);
    if ('failed' in reading && !reading.isMissing) return { failed: reading.failed };
    const text = 'failed' in reading ? null : reading.text;
    try {
      const keys = format.read(text ?? '');
      const texts = new Map([...keys].reverse().map(([key, value]) => [value, key]));
      return { format, first: text, current: text, added: 0, keys: new Map(keys), texts };
    } catch (error) {
      if (error instanceof BundleError) return { failed: error.message };
      throw error;
    }
  }
}

/** The texts of a list that a bundle does not have yet, each once. */
function newIn({ keys }: Bundle, own: string, moved: readonly MovedText[]): MovedText[] {
  return [
    ...new Map(moved.filter(({ bundle, key }) => bundle === own && !keys.has(key)).map((entry) => [entry.key, entry])).values(),
  ];
}
