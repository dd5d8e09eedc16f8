import { createHash } from 'node:crypto';
import { findRepository } from './find-repository.js';
import { withView, type GitView } from './git-view.js';

/** The contents of a blob, or why they cannot be read. */
export type BlobReading = { readonly bytes: Buffer } | BlobFailure;

/** Why the contents of a blob cannot be read. `size` in bytes, if it is that they are too large. */
export interface BlobFailure {
  readonly failed: string;
  readonly size?: number;
}

/** How many bytes of blobs are read at once. */
const AT_ONCE = 16 * 1024 * 1024;

/** The largest blob that is read, in bytes: more than any source file or layer file that is checked by default. */
export const LARGEST_BLOB = 64 * 1024 * 1024;

/**
 * Reads blobs of the repository that a directory is in, by object name. Each that is missing, damaged or too large is reported as
 * that.
 * @param read gets the contents of each as they come, so that nobody need hold all of them.
 * @param largest in bytes; larger ones are not read.
 */
export function readBlobs(
  directory: string, names: readonly string[], read: (name: string, reading: BlobReading) => void, largest = LARGEST_BLOB,
): void {
  if (names.length === 0) return;
  const failAll = (failed: string): void => names.forEach((name) => read(name, { failed }));
  const repository = findRepository(directory);
  if ('failed' in repository) return failAll(repository.failed);
  const done = withView(repository, (view) => readInView(view, names, read, largest));
  if (done !== undefined) failAll(done.failed);
}

function readInView(
  view: GitView, names: readonly string[], read: (name: string, reading: BlobReading) => void, largest: number,
): undefined {
  let [group, sum] = [[] as string[], 0];
  const flush = (): void => {
    readGroup(view, group, sum, read);
    [group, sum] = [[], 0];
  };
  for (const [name, size] of sizesOf(view, names)) {
    if (typeof size !== 'number') read(name, size);
    else if (size > largest) read(name, { failed: `it is larger than ${largest / 1024 / 1024} MiB`, size });
    else {
      if (sum + size > AT_ONCE && group.length > 0) flush();
      group.push(name);
      sum += size;
    }
  }
  flush();
}

/** After this many damaged objects in a row, the others are not asked for. */
const MOST_FAILURES = 20;

const MISSING: BlobFailure = { failed: 'git does not have its contents' };

/** The size of each blob in bytes, or why it cannot be read. */
function sizesOf(view: GitView, names: readonly string[]): (readonly [name: string, size: number | BlobFailure])[] {
  const sizes: (readonly [string, number | BlobFailure])[] = [];
  askForAll<number>(names, (name, size) => sizes.push([name, size]), (rest, tell) => {
    const { out, failed } = answersFor(view, '--batch-check', rest, 0);
    const lines = out.toString('latin1').split('\n').slice(0, -1);
    for (const [index, line] of lines.entries()) {
      const name = rest[index] as string;
      // git-cat-file(1), "BATCH OUTPUT": the name, the kind and the size.
      const [, own, kind, size] = /^([0-9a-f]+) (\w+) (\d+)$/.exec(line) ?? [];
      if (own !== name) tell(name, MISSING);
      else tell(name, kind === 'blob' ? Number(size) : { failed: `it is a ${kind}` });
    }
    return { answered: lines.length, failed };
  });
  return sizes;
}

/** Reads blobs that are there, as far as git says. @param sum their sizes. */
function readGroup(
  view: GitView, names: readonly string[], sum: number, read: (name: string, reading: BlobReading) => void,
): void {
  askForAll<BlobReading>(names, read, (rest, tell) => {
    const { out, failed } = answersFor(view, '--batch', rest, sum);
    return { answered: readBatch(out, rest, tell), failed };
  });
}

/** Asks git until each name has an answer: it ends where an object is damaged, and those after it may be whole. */
function askForAll<T>(
  names: readonly string[], read: (name: string, answer: T | BlobFailure) => void,
  ask: (
    rest: readonly string[], tell: (name: string, answer: T | BlobFailure) => void,
  ) => { readonly answered: number; readonly failed: string | null },
): void {
  let failures = 0;
  for (let rest = names; rest.length > 0;) {
    const { answered, failed } = ask(rest, read);
    const damaged = rest[answered];
    if (damaged === undefined) return;
    read(damaged, { failed: failed ?? 'its contents are damaged' });
    rest = rest.slice(answered + 1);
    if (failed === null || answered > 0) continue;
    failures += 1;
    if (failures < MOST_FAILURES) continue;
    for (const name of rest) read(name, { failed });
    return;
  }
}

/** @returns of how many names the contents were there, or known to be missing. */
function readBatch(out: Buffer, names: readonly string[], tell: (name: string, reading: BlobReading) => void): number {
  let at = 0;
  for (const [index, name] of names.entries()) {
    const end = out.indexOf(0x0a, at);
    if (end < 0) return index;
    const [, own, size] = /^([0-9a-f]+) blob (\d+)$/.exec(out.toString('latin1', at, end)) ?? [];
    const last = end + 1 + Number(size ?? -1);
    if (own === undefined) tell(name, MISSING);
    else if (own !== name || last >= out.length) return index;
    // A copy: a part of the whole answer would keep all of it in memory.
    else tell(name, verified(name, Buffer.from(out.subarray(end + 1, last))));
    at = own === undefined ? end + 1 : last + 1;
  }
  return names.length;
}

/** @param sum the sizes of the contents that are asked for. */
function answersFor(
  view: GitView, kind: '--batch' | '--batch-check', names: readonly string[], sum: number,
): { readonly out: Buffer; readonly failed: string | null } {
  const { out, failed } = view.runToFailure(
    ['cat-file', kind], { input: names.map((name) => `${name}\n`).join(''), most: sum + names.length * 128 + 64 * 1024 },
  );
  return { out, failed };
}

/**
 * gitformat-loose(5): an object's name is the digest of its kind, its size and its contents. Git itself does not look whether it
 * is.
 */
function verified(name: string, bytes: Buffer): BlobReading {
  return objectName(bytes, name.length) === name ? { bytes } : { failed: 'its contents are not those that its name stands for' };
}

/** The name that git gives to a blob. @param length of names in this repository: 40 for SHA-1, 64 for SHA-256. */
export function objectName(bytes: Buffer, length: number): string {
  return createHash(length === 64 ? 'sha256' : 'sha1').update(`blob ${bytes.length}\0`).update(bytes).digest('hex');
}
