import { readFileSync } from 'node:fs';
import * as z from 'zod';
import { visible } from '../../formats/text/visible.js';
import type { PartRecord } from '../../core/inspect/part-record.js';
import { describeSystemError, hasCode } from '../files/errors.js';
import { MOST_PARTS } from './part-of.js';

/** A part, and the file that holds it, as named. */
export interface FoundPart {
  readonly name: string;
  readonly record: PartRecord;
}

/** A file that is no part, or one that does not fit. */
export interface UnfitPart {
  readonly name: string;
  readonly why: string;
}

const count = z.int().min(0);
const texts = z.array(z.string());
const part = z.strictObject({ number: count.min(1).max(MOST_PARTS), of: count.min(1).max(MOST_PARTS) });
const question = z.strictObject({ targets: texts, since: z.string().nullable(), rules: texts, concerns: texts, set: texts, intake: texts, evenIgnored: z.boolean(), today: z.iso.date() });
const stamp = z.strictObject({ build: z.string().nullable(), revision: z.string().nullable(), rules: z.string(), files: z.string(), question });
const outcome = z.union([
  z.strictObject({ path: z.string(), bytes: z.base64(), parts: z.tuple([count, count, count, count, z.enum(['latin1', 'utf16le']), count.nullable(), count.nullable(), count, count]), check: count, unfinished: texts }),
  z.strictObject({ path: z.string(), skipped: z.string(), why: z.string().optional() }),
  z.strictObject({ path: z.string(), givenUp: z.looseObject({ code: z.string() }) }),
]);
const record = z.strictObject({ part, stamp, outcomes: z.array(outcome) });
const log = z.looseObject({ runs: z.array(z.looseObject({ properties: z.looseObject({ part: record.optional() }).optional() })) });

function whyUnread(error: unknown): string {
  if (error instanceof SyntaxError) return 'it is not JSON, or it is cut off';
  return hasCode(error, 'ENOENT', 'ENOTDIR') ? 'there is no such file' : describeSystemError(error);
}

/** Reads the parts that a SARIF file holds: one a run. */
export function readParts(file: string, name: string): readonly (FoundPart | UnfitPart)[] {
  let data: unknown;
  try {
    data = JSON.parse(readFileSync(file, 'utf8'));
  } catch (error) {
    return [{ name, why: whyUnread(error) }];
  }
  const read = log.safeParse(data);
  if (!read.success) {
    const [issue] = read.error.issues;
    return [{ name, why: `it is not a SARIF log that a part was written to, or it is damaged at ${visible(issue?.path.map((step) => `/${String(step)}`).join('') ?? '') || 'the top'}` }];
  }
  const found = read.data.runs.flatMap(({ properties }) => properties?.part ?? []);
  // The schema lets through what else may be wrong with an outcome: its bytes have a check of their own.
  return found.length === 0 ? [{ name, why: 'it holds no part of a check: it was written without --part' }] : found.map((one) => ({ name, record: one as PartRecord }));
}
