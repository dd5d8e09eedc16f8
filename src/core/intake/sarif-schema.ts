import * as z from 'zod';

// The parts of a SARIF log that are read (SARIF 2.1.0, section 3). Whatever else is in it is let be.

const text = z.string();
const index = z.int().min(-1);
const from1 = z.int().min(1);

const message = z.object(
  { text: text.optional(), markdown: text.optional(), id: text.optional(), arguments: z.array(text).optional() },
);
const messageString = z.object({ text: text.optional(), markdown: text.optional() });

const artifactLocation = z.object({ uri: text.optional(), uriBaseId: text.optional(), index: index.optional() });

const region = z.object({
  startLine: from1.optional(), startColumn: from1.optional(), endLine: from1.optional(), endColumn: from1.optional(),
  charOffset: index.optional(), charLength: z.int().min(0).optional(),
});

const location = z.object({
  message: message.optional(),
  physicalLocation: z.object({ artifactLocation: artifactLocation.optional(), region: region.optional() }).optional(),
});

const level = z.enum(['none', 'note', 'warning', 'error']);

const reportingDescriptor = z.object({
  id: text,
  shortDescription: messageString.optional(),
  fullDescription: messageString.optional(),
  helpUri: text.optional(),
  messageStrings: z.record(text, messageString).optional(),
  defaultConfiguration: z.object({ level: level.optional(), enabled: z.boolean().optional() }).optional(),
});

const toolComponent = z.object({ name: text.optional(), rules: z.array(reportingDescriptor).optional() });

/** A result, read one by one: a copy of all of them at once would take much memory. */
export const sarifResult = z.object({
  ruleId: text.optional(),
  ruleIndex: index.optional(),
  rule: z.object(
    { id: text.optional(), index: index.optional(), toolComponent: z.object({ index: index.optional() }).optional() },
  ).optional(),
  kind: z.enum(['notApplicable', 'pass', 'fail', 'review', 'open', 'informational']).optional(),
  level: level.optional(),
  message,
  locations: z.array(location).optional(),
  relatedLocations: z.array(location).optional(),
  suppressions: z.array(
    z.object({
      kind: z.enum(['inSource', 'external']),
      status: z.enum(['accepted', 'underReview', 'rejected']).optional(),
      justification: text.optional(),
    }),
  ).nullish(),
  baselineState: z.enum(['new', 'unchanged', 'updated', 'absent']).optional(),
});

const run = z.object({
  tool: z.object({ driver: toolComponent, extensions: z.array(toolComponent).optional() }),
  columnKind: z.enum(['utf16CodeUnits', 'unicodeCodePoints']).optional(),
  originalUriBaseIds: z.record(text, artifactLocation).optional(),
  artifacts: z.array(z.object({ location: artifactLocation.optional(), hashes: z.record(text, text).optional() })).optional(),
  results: z.array(z.unknown()).nullish(),
});

/** A SARIF log, as far as it is read. */
export const sarifLog = z.object({ version: z.literal('2.1.0'), runs: z.array(run).nullable() });

/** One run of a log. */
export type SarifRun = z.infer<typeof run>;

/** One result of a run. */
export type SarifResult = z.infer<typeof sarifResult>;

/** A place in a result. */
export type SarifLocation = z.infer<typeof location>;

/** A rule of a tool. */
export type SarifRule = z.infer<typeof reportingDescriptor>;
