import * as z from 'zod';
import { visible } from '../../formats/text/visible.js';
import type { FoundPart, PartRecord, UnfitPart } from '../../core/inspect/part-record.js';
import { DEEPEST_JSON, isTooDeep } from '../../core/base/json-depth.js';
import { readTextFile } from '../files/text-file.js';
import { MOST_PARTS } from './part-of.js';

const count = z.int().min(0);
const texts = z.array(z.string());
const part = z.strictObject({ number: count.min(1).max(MOST_PARTS), of: count.min(1).max(MOST_PARTS) });
const question = z.strictObject({
  targets: texts, since: z.string().nullable(), rules: texts, concerns: texts, set: texts, intake: texts,
  evenIgnored: z.boolean(), today: z.iso.date(),
});
const stamp = z.strictObject(
  { build: z.string().nullable(), revision: z.string().nullable(), rules: z.string(), files: z.string(), question },
);
const outcome = z.union([
  z.strictObject({
    path: z.string(),
    bytes: z.base64(),
    parts: z.tuple([count, count, count, z.enum(['latin1', 'utf16le']), count.nullable(), count.nullable(), count, count]),
    check: count,
  }),
  z.strictObject({ path: z.string(), skipped: z.literal('unreadable'), why: z.string() }),
  z.strictObject({ path: z.string(), skipped: z.enum(['too-large', 'binary', 'not-utf8', 'generated', 'not-a-file', 'gone']) }),
  z.strictObject({
    path: z.string(),
    givenUp: z.union([
      z.strictObject({ code: z.literal('too-slow'), longest: z.number() }),
      z.strictObject({ code: z.literal('too-dense'), most: z.number() }),
    ]),
  }),
]);
const record = z.strictObject({ part, stamp, outcomes: z.array(outcome) });
const log = z.looseObject(
  { runs: z.array(z.looseObject({ properties: z.looseObject({ part: record.optional() }).optional() })) },
);

/** The largest file that holds parts, in bytes: V8 allows no longer text. */
const LARGEST_PART = 500 * 1024 * 1024;

/** Reads the parts that a SARIF file holds: one a run. */
export function readParts(file: string, name: string): readonly (FoundPart | UnfitPart)[] {
  const reading = readTextFile(file, LARGEST_PART);
  if ('failed' in reading) return [{ name, why: reading.isMissing ? 'there is no such file' : reading.failed }];
  if (isTooDeep(reading.text)) return [{ name, why: `it is nested more than ${DEEPEST_JSON.toLocaleString('en')} levels deep` }];
  let data: unknown;
  try {
    data = JSON.parse(reading.text);
  } catch {
    return [{ name, why: 'it is not JSON, or it is cut off' }];
  }
  const read = log.safeParse(data);
  if (!read.success) {
    const [issue] = read.error.issues;
    return [{
      name,
      why: 'it is not a SARIF log that a part was written to, or it is damaged at '
        + (visible(issue?.path.map((step) => `/${String(step)}`).join('') ?? '') || 'the top'),
    }];
  }
  const found = read.data.runs.flatMap(({ properties }) => properties?.part ?? []);
  // The schema lets through what else may be wrong with an outcome: its bytes have a check of their own.
  return found.length === 0
    ? [{ name, why: 'it holds no part of a check: it was written without --part' }]
    : found.map((one) => ({ name, record: one as PartRecord }));
}
