import { z } from 'zod';
import { LEVELS } from '../model/level.js';
import type { LayerRole } from '../model/layer.js';

const text = z.string().min(1);
const patterns = z.array(z.string());

/** A ruling in its long form. The options are checked against the catalog, elsewhere. */
export const rulingSchema = z.strictObject({
  level: z.enum(LEVELS).optional(),
  options: z.record(z.string(), z.unknown()).optional(),
  because: text.optional(),
});

/** A ruling in its short form: just the level. */
export const shortRulingSchema = z.enum(LEVELS);

/** One zone; its rulings are read one by one, elsewhere. */
export const zoneSchema = z.strictObject({
  name: text.optional(),
  match: patterns.optional(),
  except: patterns.optional(),
  rulings: z.unknown().optional(),
  because: text.optional(),
});

const scopeSchema = z.strictObject({
  include: patterns.optional(),
  ignore: patterns.optional(),
  generated: z.enum(['skip', 'check']).optional(),
  largest: z.union([z.string(), z.number()]).optional(),
});

const policySchema = z.strictObject({
  'fail-on': z.enum(['error', 'warning', 'note', 'never']).optional(),
});

/** Every key of a layer file. Rulings and zones are read entry by entry, so that one mistake does not hide another. */
export const layerFileSchema = z.strictObject({
  title: text.optional(),
  about: text.optional(),
  presets: z.array(z.string()).optional(),
  inherit: z.boolean().optional(),
  scope: scopeSchema.optional(),
  policy: policySchema.optional(),
  rulings: z.unknown().optional(),
  zones: z.array(z.unknown()).optional(),
});

/** A layer file as {@link layerFileSchema} lets it through. */
export type LayerFileData = z.output<typeof layerFileSchema>;

/** Keys that only some layer files may have; `scope` keys are named with a dot. */
export const KEYS_BY_ROLE: Readonly<Record<string, readonly LayerRole[]>> = {
  inherit: ['root', 'directory'],
  scope: ['root', 'directory'],
  policy: ['root'],
  'scope.include': ['root'],
  'scope.generated': ['root'],
  'scope.largest': ['root'],
};
