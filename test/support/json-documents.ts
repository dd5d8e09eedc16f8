/*
 * What each document for machines holds, to the last key: who reads them with a program notices every key that comes
 * or goes. A document that gets other keys on purpose gets them here too, and a new number behind its name where a key
 * goes or comes to mean something else.
 */
import * as z from 'zod';

const line = z.int().min(1);
const count = z.int().min(0);
const level = z.enum(['off', 'note', 'warning', 'error']);
const active = z.enum(['note', 'warning', 'error']);
const confidence = z.enum(['certain', 'likely', 'possible']);
const permission = z.enum(['allow', 'refuse']);
const day = z.iso.date();
const value = z.union([z.int(), z.boolean(), z.string(), z.array(z.string())]);
const values = z.record(z.string(), value);
const place = z.strictObject({ file: z.string(), line });
const relation = z.enum(['stricter', 'looser', 'different']);
const fingerprint = z.string().regex(/^[0-9a-f]{16}$/);
const ledgerStatus = z.enum(['accepted', 'planned', 'mistaken']);
const reach = z.enum(['line', 'below', 'throughout']);

const excused = z.strictObject({
  by: z.enum(['waiver', 'ledger']), line, because: z.string().nullable(), until: day.nullable(), status: ledgerStatus.nullable(),
});
const finding = z.strictObject({
  rule: z.string(), level: active, path: z.string(), line, column: line, endLine: line, endColumn: line,
  message: z.string().min(1), advice: z.string(), confidence,
  fixable: z.boolean(), repair: z.enum(['safe', 'offered']).nullable(), fingerprint, excused: excused.nullable(),
  notes: z.array(z.strictObject({ message: z.string(), path: z.string().nullable(), line: line.nullable() })).optional(),
});
const repairPlaces = z.array(z.strictObject({ rule: z.string(), line, column: line, message: z.string() }));
const incomplete = z.array(
  z.strictObject({
    path: z.string(),
    reason: z.string(),
    code: z.enum([
      'unreadable', 'patterns-unreadable', 'unwritten', 'ledger-behind', 'vanished', 'name-not-utf8', 'unfinished', 'too-slow',
      'too-dense', 'part-missing', 'part-unfit', 'not-in-part',
    ]),
  }),
);
const pattern = z.strictObject({ file: z.string().nullable(), line: line.nullable(), pattern: z.string() });
const skipped = z.strictObject({ path: z.string(), reason: z.string(), by: pattern.nullable() });

const decidingLine = z.strictObject(
  { layer: z.string(), file: z.string(), line, zone: z.string().nullable(), because: z.string().nullable() },
).nullable();
const broken = z.strictObject({
  rule: z.string(),
  part: z.string().regex(/^(?:level|waivers|fix|ledger|options\..+)$/),
  expected: z.union([value, z.strictObject({ 'at-least': level })]),
  found: value.nullable(),
  file: z.string(), line, because: z.string().nullable(), by: decidingLine, files: count.min(1), example: z.string(),
});
const commit = { commit: z.string().regex(/^[0-9a-f]{40,64}$/), day, author: z.string(), subject: z.string() };
const noCommit = { commit: z.null(), author: z.null(), day: z.null(), subject: z.null() };

const trailEntry = z.strictObject({
  kind: z.string(), layer: z.string(), file: z.string().nullable(), line: line.nullable(), selector: z.string().nullable(),
  zone: z.string().nullable(), level: level.nullable(),
  options: z.record(z.string(), z.unknown()),
  waivers: permission.nullable(),
  fix: permission.nullable(),
  ledger: permission.nullable(),
  guard: z.string().nullable(),
  because: z.string().nullable(),
  until: day.nullable(),
  effect: z.enum(['applied', 'refused', 'partly-refused', 'capped', 'idle', 'cut-off', 'expired']),
  refused: z.array(z.string().regex(/^(?:level|waivers|fix|ledger|options\..+)$/)),
  refusedBy: count.nullable(),
  who: z.union([
    z.strictObject({ ...commit, isOldest: z.literal(false) }),
    z.strictObject({ ...commit, author: z.null(), subject: z.null(), isOldest: z.literal(true) }),
    z.strictObject({ ...noCommit, isOldest: z.literal(false) }),
  ])
    .nullable()
    .optional(),
});
const decision = z.strictObject({
  level, inForce: z.boolean(), waivers: permission, fix: permission, ledger: permission, guards: z.array(
    z.strictObject({ kind: z.string(), by: count }),
  ),
  options: z.record(z.string(), z.strictObject(
    { value, by: count, over: count.nullable(), items: z.array(z.strictObject({ value: z.string(), by: count })).nullable() },
  )), by: count, over: count.nullable(), trail: z.array(trailEntry).min(1),
}).refine(({ by, trail }) => by < trail.length, 'the statement that decided stands in the trail');
const explain = {
  format: z.literal('elvar-explain/1'), path: z.string(), exists: z.boolean(), language: z.string().nullable(),
  inScope: z.boolean(), skipped: skipped.nullable(),
  layers: z.array(z.strictObject(
    { id: z.string(), kind: z.string(), title: z.string().nullable(), file: z.string().nullable(), through: z.array(place) },
  )),
  rules: z.record(z.string(), decision), incomplete,
};
const waiver = {
  selectors: z.array(z.string()).min(1), line, reach, until: day.nullable(), because: z.string().nullable(), expired: z.boolean(),
};

const side = z.strictObject({
  level,
  by: place.nullable(),
  options: z.record(z.string(), z.strictObject({ value, by: place.nullable() })),
  waivers: permission,
  fix: permission,
  ledger: permission,
});
const compared = z.strictObject({ name: z.string(), kind: z.string(), exists: z.boolean() });

const decided = z.strictObject({
  level, options: values, waivers: permission, fix: permission, ledger: permission,
  by: z.strictObject({ layer: z.string(), file: z.string(), line, zone: z.string().nullable(), because: z.string().nullable() })
    .nullable(),
});
const impact = z.strictObject({
  format: z.literal('elvar-impact/1'),
  files: count,
  sets: z.strictObject({ before: count, after: count }),
  findings: z.strictObject({ before: count, after: count }),
  touched: z.array(z.string()), entering: z.array(z.string()), leaving: z.array(z.string()),
  rules: z.record(z.string(), z.strictObject({
    relation: relation.nullable(), ways: z.array(
      z.strictObject({ relation, before: decided, after: decided, files: z.array(z.string()).min(1) }),
    ),
    appearing: z.array(finding), disappearing: z.array(finding), relevelled: z.array(finding),
  })),
  expectations: z.strictObject({
    breaking: z.array(broken),
    stillBroken: z.array(broken),
    mended: z.array(broken),
    dropped: z.array(z.strictObject({ selector: z.string(), file: z.string().nullable(), line, because: z.string().nullable() })),
  }),
  refused: z.array(z.strictObject({
    file: z.string(),
    line,
    by: z.string(),
    rules: z.array(z.string()).min(1),
    parts: z.array(z.string().regex(/^(?:level|waivers|fix|ledger|options\..+)$/)).min(1),
    files: z.array(z.string()).min(1),
  })),
  incomplete,
});

const entry = {
  path: z.string(), rule: z.string(), line: line.nullable(), code: z.string().nullable(), fingerprint, status: ledgerStatus,
  because: z.string().nullable(), since: day.nullable(), until: day.nullable(),
};
const rule = {
  id: z.string(), concern: z.string(), title: z.string().min(1), about: z.string(), advice: z.string(), tags: z.array(z.string()),
  languages: z.array(z.string()).min(1), confidence,
  fixable: z.boolean(), repairs: z.enum(['safe', 'offered']).nullable(), conflicts: z.array(z.string()),
  options: z.array(z.looseObject(
    { name: z.string(), default: value, stricter: z.enum(['lower', 'higher', 'more', 'fewer', 'true', 'false']).nullable() },
  )),
  declared: z.strictObject({ file: z.string(), line }).optional(),
  producer: z.strictObject({ ids: z.array(z.string()), level: active, address: z.string().nullable() }).optional(),
};
const patched = { path: z.string(), patch: z.string() };

/** Format → what a document of it holds. */
export const DOCUMENTS = {
  'elvar-findings/1': z.strictObject({
    format: z.literal('elvar-findings/1'), findings: z.array(finding),
    totals: z.strictObject({
      files: count, clean: count, error: count, warning: count, note: count, fixable: count, offered: count, excused: count,
      byWaiver: count, byLedger: count,
    }),
    notShown: z.strictObject({ level: count, confidence: count }),
    expectations: z.strictObject({ count, fail: z.boolean(), broken: z.array(broken) }),
    incomplete,
    misreadWaivers: z.array(z.strictObject({ path: z.string(), line, text: z.string(), problem: z.string() })),
    guardedOut: z.array(z.strictObject({ file: z.string(), line, pattern: z.string(), files: count, guards: z.array(place) })),
    since: z.string().optional(),
    files: z.array(
      z.strictObject({
        path: z.string(),
        language: z.string(),
        status: z.enum(['error', 'warning', 'note', 'excused', 'clean']),
        findings: count,
        excused: count,
      }),
    ).optional(),
    skipped: z.array(skipped).optional(),
  }),
  'elvar-explain/1': z.union([z.strictObject(explain), z.strictObject({
    ...explain,
    line,
    findings: z.array(finding),
    waivers: z.array(z.strictObject(waiver)),
    unknownSelectors: z.array(z.strictObject({ line, selector: z.string(), near: z.string().nullable() })),
  })]),
  'elvar-history/1': z.strictObject({
    format: z.literal('elvar-history/1'), path: z.string(), rule: z.string().nullable(), commits: count,
    installed: z.array(z.string()),
    changes: z.array(z.strictObject({
      cause: z.enum(['commit', 'uncommitted', 'expired']),
      commit: commit.commit.nullable(),
      day: day.nullable(),
      author: z.string().nullable(),
      subject: z.string().nullable(),
      path: z.string(),
      rules: z.array(z.strictObject({
        rule: z.string(), level: z.strictObject({ from: level.nullable(), to: level.nullable() }).nullable(), options: z.record(
          z.string(), z.strictObject({ from: value.nullable(), to: value.nullable() }),
        ),
        line: z.strictObject(
          { file: z.string(), line, column: line, fate: z.enum(['written', 'removed', 'expired']) },
        ).nullable(), by: z.strictObject({ file: z.string(), line, column: line }).nullable(),
      })).min(1),
    })),
    renames: z.array(z.strictObject({ ...commit, from: z.string(), to: z.string() })),
    broken: z.array(
      z.strictObject({
        ...commit,
        problems: z.array(
          z.strictObject({ file: z.string(), line: line.nullable(), column: line.nullable(), message: z.string() }),
        ).min(1),
      }),
    ),
    incomplete,
    beginning: z.strictObject({
      ...commit,
      path: z.string(),
      reason: z.enum(['first-commit', 'shallow-clone', 'asked']),
      levels: z.record(z.string(), level),
    }).nullable(),
  }),
  'elvar-resolve/1': z.strictObject({
    format: z.literal('elvar-resolve/1'),
    sets: z.array(z.strictObject({
      id: z.string(),
      rules: z.record(z.string(), z.strictObject({ level: active, options: values })),
      files: z.array(z.strictObject({ path: z.string(), language: z.string() })).min(1),
    })),
  }),
  'elvar-status/1': z.strictObject({
    format: z.literal('elvar-status/1'),
    files: z.array(z.strictObject({
      path: z.string(),
      language: z.string(),
      state: z.enum(['known', 'changed', 'never']),
      changed: z.enum(['file', 'rules', 'day']).nullable(),
      status: z.enum(['error', 'warning', 'note', 'excused', 'clean']).nullable(),
      findings: count,
      skipped: z.string().nullable(),
      looked: z.iso.datetime().nullable(),
    })),
    totals: z.strictObject({ files: count, known: count, changed: count, never: count }), incomplete,
  }),
  'elvar-scope/1': z.strictObject({
    format: z.literal('elvar-scope/1'),
    checked: z.array(z.strictObject({ path: z.string(), language: z.string() })),
    skipped: z.array(skipped),
    foreign: z.array(z.strictObject(
      { kind: z.enum(['vendored', 'generated', 'minified', 'huge']), pattern: z.string(), paths: z.array(z.string()).min(1) },
    )), workTree: z.string().nullable(), incomplete,
  }),
  'elvar-compare/1': z.strictObject({
    format: z.literal('elvar-compare/1'),
    first: compared,
    second: compared,
    rules: z.array(z.strictObject({ rule: z.string(), relation, first: side, second: side })),
  }),
  'elvar-impact/1': impact,
  'elvar-edit/1': z.strictObject({
    format: z.literal('elvar-edit/1'), file: z.string(), new: z.boolean(), written: z.boolean(), patch: z.string(), impact,
    outcome: z.strictObject({
      level: level.nullable(), reached: count, deciding: count, inForce: count,
      hindrances: z.array(z.strictObject({
        kind: z.enum(['refused', 'overruled', 'lowered', 'expired', 'cut-off']),
        rules: z.array(z.string()).min(1),
        files: count,
        by: z.strictObject({ layer: z.string(), file: z.string(), line, zone: z.string().nullable() }).nullable(),
      })),
    }).nullable(),
  }),
  'elvar-fix/1': z.strictObject({
    format: z.literal('elvar-fix/1'), written: z.boolean(),
    files: z.array(
      z.strictObject({ ...patched, repaired: z.record(z.string(), count), withdrawn: repairPlaces, offered: repairPlaces }),
    ),
    bundles: z.array(z.strictObject({ path: z.string(), added: count, patch: z.string() })),
    totals: z.strictObject({ files: count, repaired: count, withdrawn: count, offered: count, left: count }), incomplete,
  }),
  'elvar-ledger/1': z.strictObject({
    format: z.literal('elvar-ledger/1'), incomplete,
    entries: z.array(z.strictObject({
      ...entry,
      writtenIn: line,
      state: z.enum(['excuses', 'due', 'refused', 'gone', 'unknown']),
      found: z.strictObject({ path: z.string(), line, column: line }).nullable(),
    })),
  }),
  'elvar-ledger-change/1': z.strictObject({
    format: z.literal('elvar-ledger-change/1'),
    written: z.boolean(),
    added: z.array(z.strictObject(entry)),
    changed: z.array(z.strictObject(entry)),
    dropped: z.array(z.strictObject(entry)),
    size: count,
    incomplete,
  }),
  'elvar-waive/1': z.strictObject({
    format: z.literal('elvar-waive/1'),
    ...patched,
    line,
    selectors: z.array(z.string()).min(1),
    reach,
    until: day.nullable(),
    because: z.string(),
    written: z.boolean(),
  }),
  'elvar-waivers/1': z.strictObject({
    format: z.literal('elvar-waivers/1'),
    incomplete,
    waivers: z.array(z.strictObject({ ...waiver, path: z.string(), excuses: z.array(count), since: day.nullable() })),
  }),
  'elvar-unwaive/1': z.strictObject({
    format: z.literal('elvar-unwaive/1'),
    files: z.array(z.strictObject({ ...patched, written: z.boolean(), removed: z.unknown() })),
  }),
  'elvar-presets/1': z.strictObject({
    format: z.literal('elvar-presets/1'),
    presets: z.array(z.strictObject({ reference: z.string(), title: z.string(), about: z.string() })).min(1),
  }),
  'elvar-preset/1': z.strictObject({
    format: z.literal('elvar-preset/1'), reference: z.string(), title: z.string().nullable(), about: z.string().nullable(),
    layers: z.array(z.strictObject({ id: z.string(), title: z.string().nullable(), file: z.string().nullable() })),
    rules: z.record(z.string(), z.strictObject(
      { level, by: place.nullable(), options: z.record(z.string(), z.strictObject({ value, by: place.nullable() })) },
    )),
    zones: z.array(z.strictObject({
      name: z.string().nullable(),
      file: z.string(),
      line,
      match: z.array(z.string()).nullable(),
      except: z.array(z.string()),
      languages: z.array(z.string()).nullable(),
      rulings: z.array(z.strictObject({
        kind: z.string(),
        selector: z.string().nullable(),
        level: level.nullable(),
        options: z.record(z.string(), z.unknown()),
        file: z.string(),
        line,
      })),
    })),
  }),
  'elvar-catalog/1': z.strictObject({
    format: z.literal('elvar-catalog/1'),
    rules: z.array(z.union([
      z.strictObject(rule),
      z.strictObject({
        ...rule, examples: z.array(z.strictObject({ language: z.string(), code: z.string(), good: z.boolean() })),
        presets: z.array(z.strictObject({ preset: z.string(), level, zone: z.string().nullable() })), inForce: z.array(
          z.strictObject({ level: active, by: z.unknown(), files: count }),
        ),
      }),
    ])),
  }),
  'elvar-doctor/1': z.strictObject({
    format: z.literal('elvar-doctor/1'), files: count, layerFiles: count, incomplete,
    // The other details differ from code to code.
    diagnoses: z.array(z.looseObject({
      code: z.string(),
      what: z.string().min(1),
      advice: z.string(),
      file: z.string(),
      line: line.nullable(),
      weight: z.enum(['problem', 'advice']),
      mendable: z.boolean(),
    })),
  }),
  'elvar-init/1': z.strictObject({
    format: z.literal('elvar-init/1'), written: z.boolean(), languages: z.unknown(), bytes: count, largest: z.unknown(),
    tests: z.array(z.string()), foreign: z.array(z.unknown()), editorConfig: z.unknown(),
    presets: z.array(z.looseObject({ reference: z.string(), findings: count, fixable: count, isUsual: z.boolean() })),
    files: z.array(z.strictObject({ file: z.string(), text: z.string() })),
    outcome: z.unknown(),
  }),
} as const;
