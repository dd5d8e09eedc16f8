import path from 'node:path';
import { writeLock, type Pin } from '../../core/layers/read-lock.js';
import { parsePresetReference } from '../../core/layers/parse/preset-reference.js';
import type { RemoteReference } from '../../core/model/layer.js';
import type { PinUpdate } from '../../core/impact/impact-report.js';
import { LayerError, UsageError } from '../files/errors.js';
import { fetchPreset } from '../layers/fetch-preset.js';
import { overlayOf } from '../files/overlay.js';
import { filesOnDisk } from '../files/project-files.js';
import { digestOf, keep, Pins } from '../layers/pins.js';
import { LOCK_FILE } from '../files/own-files.js';
import { readTextFile } from '../files/text-file.js';
import { measureImpact } from '../session/measure-impact.js';
import type { Session } from '../session/session.js';
import type { FileChange } from '../writing/file-change.js';
import { whileWriting } from '../writing/while-writing.js';

/** The most rounds of presets adopting presets: more than anybody has. */
const MOST_ROUNDS = 50;

/**
 * Fetches presets again, with those that they adopt.
 * @param references the presets to fetch; all if empty.
 * @returns what would change, the new text of the lock file, and a way to write it.
 * @throws UsageError if one cannot be fetched or is not adopted; LayerError if layer files are wrong otherwise.
 */
export async function updatePins(
  session: Session, references: readonly string[],
): Promise<{ readonly update: PinUpdate; readonly lock: FileChange; readonly write: () => Promise<string | null> }> {
  const { root, today } = session;
  const file = path.join(root, LOCK_FILE);
  const old = new Pins(root, filesOnDisk()).all();
  const pins = new Map(old);
  const fetched = new Set<string>();
  const used = await follow(session, file, pins, (reference) => {
    const isMeant = references.length === 0 || references.includes(reference.text) || !pins.has(reference.text);
    if (!isMeant || fetched.has(reference.text)) return false;
    fetched.add(reference.text);
    pins.set(reference.text, pinOf(reference, today, old.get(reference.text) ?? null));
    return true;
  });
  const stranger = references.find((reference) => !used.has(reference));
  if (stranger !== undefined) throw new UsageError({ code: 'not-pinned', reference: stranger });
  const next = [...pins.values()].filter(({ reference }) => used.has(reference));
  const text = writeLock(next);
  const names = [...new Set([...old.keys(), ...next.map(({ reference }) => reference)])].sort();
  const changes = names.map((reference) => ({
    reference, before: old.get(reference) ?? null, after: next.find((pin) => pin.reference === reference) ?? null,
  }))
    .filter(({ before, after }) => before?.digest !== after?.digest || before?.commit !== after?.commit);
  const isKnown = [...used].every((reference) => old.has(reference));
  const impact = changes.length === 0 || !isKnown
    ? null
    : await measureImpact(session, session.with({ overlay: overlayOf(new Map([[file, text]])) }));
  const reading = readTextFile(file);
  const lock = { file, before: 'text' in reading ? reading.text : null, after: text };
  return {
    update: { changes, unchanged: next.length - changes.filter(({ after }) => after !== null).length, impact },
    lock,
    write: () => whileWriting(root, session.run.watch, async (writer) => writer.write(lock)),
  };
}

/** Reads the project repeatedly, with more pins each time, until none are missing. @returns the references in use. */
async function follow(
  session: Session, file: string, pins: ReadonlyMap<string, Pin>, want: (reference: RemoteReference) => boolean,
): Promise<ReadonlySet<string>> {
  for (let round = 0; round < MOST_ROUNDS; round += 1) {
    const met = remotesOf(session.with({ overlay: overlayOf(new Map([[file, writeLock([...pins.values()])]])) }));
    if (!met.remotes.map(want).some((isNew) => isNew) && met.isWhole) return new Set(met.remotes.map(({ text }) => text));
  }
  throw new UsageError({ code: 'endless-adoption' });
}

/** The fetched presets that a project adopts; once one is not pinned, the rest is unknown. */
function remotesOf(session: Session): { readonly remotes: readonly RemoteReference[]; readonly isWhole: boolean } {
  try {
    return { remotes: session.resolve().remotes, isWhole: true };
  } catch (error) {
    if (!(error instanceof LayerError)) throw error;
    const missing = error.problems.map(({ detail }) =>
      (detail.code === 'preset-not-pinned' || detail.code === 'digest-mismatch' || detail.code === 'preset-not-fetched'
        ? parsePresetReference(detail.reference)
        : null));
    const remotes = missing.flatMap(
      (reference) => (reference !== null && (reference.kind === 'git' || reference.kind === 'web') ? [reference] : []),
    );
    // Other mistakes hide what is adopted and must be mended first.
    if (remotes.length < error.problems.length) throw error;
    return { remotes, isWhole: false };
  }
}

/** What a reference names now. If nothing changed, the pin stays as it is. */
function pinOf(reference: RemoteReference, today: string, before: Pin | null): Pin {
  const fetched = fetchPreset(reference, null);
  if ('failed' in fetched) throw new UsageError({ code: 'fetch-failed', reference: reference.text, why: fetched.failed });
  keep(fetched.bytes);
  const digest = digestOf(fetched.bytes);
  return before !== null && before.digest === digest
    ? before
    : { reference: reference.text, digest, commit: fetched.commit, since: today };
}
