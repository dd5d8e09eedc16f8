import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { readLock, type Pin } from '../../core/layers/read-lock.js';
import type { RemoteReference } from '../../core/model/layer.js';
import type { ProblemDetail } from '../../core/model/problem.js';
import { cacheFolder } from '../files/cache-folder.js';
import { LayerError } from '../files/errors.js';
import { fetchPreset } from './fetch-preset.js';
import { makeDirectory } from '../files/make-directory.js';
import type { ProjectFiles } from '../files/project-files.js';
import { LOCK_FILE } from '../files/own-files.js';
import { oddKindOf } from '../files/stats.js';
import { removeOldTemporaries, replaceFile } from '../writing/replace-file.js';

/** The text of a pinned preset, or why there is none. */
type PinnedText = { readonly text: string } | { readonly problem: ProblemDetail };

/** The pins in a project's lock file, which is read when the first preset needs it. */
export class Pins {
  private known: ReadonlyMap<string, Pin> | null = null;

  constructor(private readonly root: string, private readonly files: Pick<ProjectFiles, 'isReplaced' | 'textOf'>) {}

  /** All pins. @throws LayerError if the lock file is wrong. */
  all(): ReadonlyMap<string, Pin> {
    this.known ??= this.read();
    return this.known;
  }

  /** The text of a pinned preset: kept from an earlier run, or fetched. It is exactly the pinned one, or none. */
  textOf(reference: RemoteReference): PinnedText {
    const pin = this.all().get(reference.text);
    if (pin === undefined) return { problem: { code: 'preset-not-pinned', reference: reference.text } };
    const kept = readKept(pin.digest);
    if (kept !== null) return { text: kept.toString('utf8') };
    const fetched = fetchPreset(reference, pin.commit);
    if ('failed' in fetched) return { problem: { code: 'preset-not-fetched', reference: reference.text, why: fetched.failed } };
    const found = digestOf(fetched.bytes);
    if (found !== pin.digest) {
      return { problem: { code: 'digest-mismatch', reference: reference.text, pinned: pin.digest, found } };
    }
    keep(fetched.bytes);
    return { text: fetched.bytes.toString('utf8') };
  }

  private read(): ReadonlyMap<string, Pin> {
    const file = path.join(this.root, LOCK_FILE);
    const what = this.files.isReplaced(file) ? null : oddKindOf(file);
    if (what !== null) {
      throw new LayerError([{ file: LOCK_FILE, place: null, detail: { code: 'not-a-file', path: LOCK_FILE, what } }], new Map());
    }
    const reading = this.files.textOf(file);
    if ('failed' in reading) {
      if (reading.isMissing) return new Map();
      throw new LayerError(
        [{ file: LOCK_FILE, place: null, detail: { code: 'file-unreadable', path: LOCK_FILE, why: reading.failed } }], new Map(),
      );
    }
    const { pins, problems } = readLock(reading.text, LOCK_FILE);
    if (problems.length > 0) throw new LayerError(problems, new Map([[LOCK_FILE, reading.text]]));
    return new Map(pins.map((pin) => [pin.reference, pin]));
  }
}

/** The digest of a preset, in the form of the lock file. */
export function digestOf(bytes: Buffer): string {
  return `sha256-${createHash('sha256').update(bytes).digest('hex')}`;
}

function keptFile(digest: string): string {
  return path.join(cacheFolder(), 'presets', `${digest}.yaml`);
}

/** The text kept under a digest; null if there is none, or it has been tampered with. */
function readKept(digest: string): Buffer | null {
  try {
    if (oddKindOf(keptFile(digest)) !== null) return null;
    const bytes = readFileSync(keptFile(digest));
    return digestOf(bytes) === digest ? bytes : null;
  } catch {
    return null;
  }
}

/** Keeps a preset for later runs; if that fails, it will be fetched again. */
export function keep(bytes: Buffer): void {
  const file = keptFile(digestOf(bytes));
  try {
    makeDirectory(path.dirname(file));
    removeOldTemporaries(path.dirname(file));
    replaceFile(file, bytes.toString('utf8'));
  } catch {
    // There may be no room for a cache, or it may not be writable.
  }
}
