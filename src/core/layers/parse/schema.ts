import * as z from 'zod';
import { LEVELS } from '../../model/level.js';
import { CONFIDENCES } from '../../model/rule.js';
import type { LayerRole } from '../../model/layer.js';

const text = z.string().min(1);
const patterns = z.array(z.string());
const level = z.enum(LEVELS);

/** A ruling in long form. Options and dates are checked elsewhere. */
export const rulingSchema = z.strictObject({
  level: level.optional(),
  options: z.record(z.string(), z.unknown()).optional(),
  because: text.optional(),
  until: z.string().optional(),
  guard: z.enum(['no-weaker', 'fixed', 'none']).optional(),
  waivers: z.enum(['allow', 'refuse']).optional(),
  fix: z.enum(['allow', 'refuse']).optional(),
  ledger: z.enum(['allow', 'refuse']).optional(),
});

/** A ruling in short form: just the level. */
export const shortRulingSchema = level;

/** The adoption of a part of a preset. Its selectors are read elsewhere, one by one. */
export const adoptionSchema = z.strictObject({
  use: z.string(),
  outside: z.enum(['allow', 'refuse']).optional(),
  only: z.array(z.string()).optional(),
  except: z.array(z.string()).optional(),
});

/** One zone; its presets and rulings are read elsewhere, one by one. */
export const zoneSchema = z.strictObject({
  name: text.optional(),
  match: patterns.optional(),
  except: patterns.optional(),
  languages: z.array(z.string()).optional(),
  presets: z.array(z.unknown()).optional(),
  rulings: z.unknown().optional(),
  'at-most': level.optional(),
  because: text.optional(),
});

/** What is expected of rules; the options are checked elsewhere. */
export const expectedRulesSchema = z.strictObject({
  level: level.optional(),
  'at-least': level.optional(),
  options: z.record(z.string(), z.unknown()).optional(),
  waivers: z.enum(['allow', 'refuse']).optional(),
  fix: z.enum(['allow', 'refuse']).optional(),
  ledger: z.enum(['allow', 'refuse']).optional(),
});

/** One expectation; what it expects is read elsewhere, rule by rule. */
export const expectationSchema = z.strictObject({
  of: patterns.optional(),
  path: z.unknown().optional(),
  rulings: z.unknown().optional(),
  because: text.optional(),
});

/** A log of another program. The path and the concern are checked elsewhere. */
export const intakeSchema = z.strictObject({
  read: z.string(),
  as: z.string(),
  required: z.boolean().optional(),
});

const scopeSchema = z.strictObject({
  include: patterns.optional(),
  ignore: patterns.optional(),
  generated: z.enum(['skip', 'check']).optional(),
  largest: z.union([z.string(), z.number()]).optional(),
  'longest-look': z.union([z.string(), z.number()]).optional(),
});

const policySchema = z.strictObject({
  reasons: z.enum(['required', 'optional']).optional(),
  'fail-on': z.enum(['error', 'warning', 'note', 'never']).optional(),
  confidence: z.enum(CONFIDENCES).optional(),
  scope: z.enum(['root', 'anywhere']).optional(),
  expectations: z.enum(['fail', 'tell']).optional(),
});

/** Every key of a layer file. Rulings, zones and rules are read entry by entry, so that one mistake does not hide another. */
export const layerFileSchema = z.strictObject({
  title: text.optional(),
  about: text.optional(),
  presets: z.array(z.unknown()).optional(),
  inherit: z.boolean().optional(),
  scope: scopeSchema.optional(),
  languages: z.record(z.string(), patterns).optional(),
  policy: policySchema.optional(),
  rulings: z.unknown().optional(),
  zones: z.array(z.unknown()).optional(),
  'at-most': level.optional(),
  rules: z.unknown().optional(),
  intake: z.array(z.unknown()).optional(),
  expect: z.array(z.unknown()).optional(),
});

/** A layer file that passed {@link layerFileSchema}. */
export type LayerFileData = z.output<typeof layerFileSchema>;

/** Keys that only some layer files may have; keys in `scope` are written with a dot. */
export const KEYS_BY_ROLE: Readonly<Record<string, readonly LayerRole[]>> = {
  inherit: ['root', 'directory'],
  scope: ['root', 'directory'],
  languages: ['root', 'directory'],
  policy: ['root'],
  rules: ['root', 'directory', 'preset'],
  expect: ['root', 'directory', 'preset'],
  intake: ['root'],
  'at-most': ['root', 'directory', 'preset'],
  'scope.include': ['root'],
  'scope.generated': ['root'],
  'scope.largest': ['root'],
  'scope.longest-look': ['root'],
};
