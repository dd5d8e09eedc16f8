import { stringify } from 'yaml';
import * as z from 'zod';
import { lazily } from '../base/lazily.js';
import { compareProblems, type Problem } from '../model/problem.js';
import { describeValue, problemAt, problemsOfIssues } from './parse/schema-problems.js';
import { readYaml } from './parse/yaml-text.js';

/** A preset that was fetched, and what it was then. */
export interface Pin {
  /** The reference in layer files. */
  readonly reference: string;
  /** `sha256-` and the digest of its bytes in hexadecimal digits (FIPS 180-4). */
  readonly digest: string;
  /** Its commit; null if it came from a web server. */
  readonly commit: string | null;
  /** The day on which it was fetched, as YYYY-MM-DD. */
  readonly since: string | null;
}

const lockSchema = lazily(() => z.strictObject({
  presets: z.array(z.strictObject({
    reference: z.string().min(1),
    digest: z.string().regex(/^sha256-[0-9a-f]{64}$/, 'sha256- and 64 hexadecimal digits'),
    commit: z.string().regex(/^[0-9a-f]{40,64}$/, 'the name of a commit').optional(),
    since: z.string().optional(),
  })),
}));

/** Reads the text of a lock file. @param file its name in places. */
export function readLock(text: string, file: string): { readonly pins: readonly Pin[]; readonly problems: readonly Problem[] } {
  const { root, problems } = readYaml(text, file);
  if (root === null) return { pins: [], problems };
  if (typeof root.value !== 'object' || root.value === null || Array.isArray(root.value)) return {
    pins: [], problems: [...problems, problemAt(root.place, { code: 'not-a-mapping', found: describeValue(root.value) })],
  };
  const read = lockSchema().safeParse(root.value);
  if (!read.success) {
    return {
      pins: [],
      problems:
        [...problems, ...problemsOfIssues(read.error.issues, root, ['presets', 'reference', 'digest', 'commit', 'since'])].sort(
          compareProblems,
        ),
    };
  }
  return {
    pins: read.data.presets.map(
      ({ reference, digest, commit, since }) => ({ reference, digest, commit: commit ?? null, since: since ?? null }),
    ),
    problems,
  };
}

/** The text of a lock file, sorted by reference so that branches merge. */
export function writeLock(pins: readonly Pin[]): string {
  const sorted = pins.toSorted((a, b) => (a.reference < b.reference ? -1 : 1));
  const presets = sorted.map(({ reference, digest, commit, since }) => ({
    reference, ...(commit !== null && { commit }), digest, ...(since !== null && { since }),
  }));
  return '# Presets that were fetched, and what they were then. Written by elvar presets --update; to be '
    + `committed.\n${stringify({ presets }, { lineWidth: 0 })}`;
}
