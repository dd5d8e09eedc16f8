import * as z from 'zod';
import { CONCERN_TITLES, CONCERNS } from '../model/concern.js';
import type { Catalog } from '../catalog/catalog.js';
import type { Rule } from '../finders/rule.js';
import { LEVELS } from '../model/level.js';
import { CONFIDENCES } from '../model/rule.js';
import { NAME, RULE_NAME } from '../model/selector.js';
import { houseRuleJsonSchema } from './parse/house-rules.js';
import { LANGUAGES } from '../languages/languages.js';

/** A part of a JSON Schema (draft 2020-12). */
export type JsonSchema = { readonly [key: string]: unknown };

const text = (description: string): JsonSchema => ({ type: 'string', minLength: 1, description });
const choice = (values: readonly string[], description: string): JsonSchema => ({ enum: values, description });
const list = (items: JsonSchema, description: string): JsonSchema => ({ type: 'array', items, description });
const ref = (name: string): JsonSchema => ({ $ref: `#/$defs/${name}` });
const object = (properties: JsonSchema, description: string, more: JsonSchema = {}): JsonSchema => ({
  type: 'object', properties, additionalProperties: false, description, ...more,
});

const SELECTOR = `^(?:\\*|tag:${NAME}|${NAME}/(?:\\*|${RULE_NAME}))$`;
const permission = (what: string): JsonSchema => choice(['allow', 'refuse'], what);

/** The parts of a ruling, apart from its options. */
const RULING_PARTS: JsonSchema = {
  level: ref('level'),
  because: text('Why. Whoever asks for an explanation reads it.'),
  until: { type: 'string', pattern: '^\\d{4}-\\d{2}-\\d{2}$', description: 'The last day on which it applies, as YYYY-MM-DD.' },
  guard: choice(
    ['no-weaker', 'fixed', 'none'],
    'Protects the rule against other files: no-weaker lets them make it stricter, fixed lets them change nothing, none lifts '
      + 'this file\'s own guard.',
  ),
  waivers: permission('Whether comments in the code may excuse findings.'),
  fix: permission('Whether findings may be repaired.'),
  ledger: permission('Whether the ledger may excuse findings.'),
};

/** A ruling says something: reasons and days alone do not. */
const SAYS_SOMETHING: JsonSchema = {
  anyOf: ['level', 'options', 'waivers', 'fix', 'ledger', 'guard'].map((key) => ({ required: [key] })),
};
/** What an expectation has to have, which says a level in one way. */
const EXPECTS_SOMETHING: JsonSchema = {
  anyOf: ['level', 'at-least', 'options', 'waivers', 'fix', 'ledger'].map((key) => ({ required: [key] })),
  not: { required: ['level', 'at-least'] },
};

/**
 * What a layer file may say, as a JSON Schema: every key with what it is for, every rule with its options.
 * @param presets the references of the built-in presets.
 */
export function layerJsonSchema(catalog: Catalog, presets: readonly string[]): JsonSchema {
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: 'A layer file of Elvar',
    ...object({
      title: text('What the file is called. Explanations show it.'),
      about: text('What the file is for.'),
      presets: list(ref('adoption'), 'Files that this one adopts, the lowest first: the last one wins.'),
      inherit: {
        type: 'boolean',
        description: 'false cuts off everything from outer directories and the personal layer, except what is guarded.',
      },
      scope: ref('scope'),
      languages: {
        type: 'object',
        properties: Object.fromEntries(LANGUAGES.map(({ id }) => [id, ref('patterns')])),
        additionalProperties: false,
        description: 'More file patterns for a language.',
      },
      policy: ref('policy'),
      rulings: ref('rulings'),
      zones: list(ref('zone'), 'Parts of this layer that hold only for some files, in their order.'),
      'at-most': { ...ref('level'), description: 'Lowers every rule above a level to that level.' },
      rules: {
        type: 'object',
        patternProperties: { '^[a-z][a-z0-9-]*/[a-z][a-z0-9]*(?:-[a-z0-9]+)*$': ref('houseRule') },
        additionalProperties: false,
        description: 'House rules: a query over the syntax, or a regular expression.',
      },
      intake: list(ref('intake'), 'Logs of other programs. What they found comes under the same rules.'),
      expect: list(ref('expectation'), 'What the team counts on. It decides nothing; what no longer holds is reported.'),
    }, 'Which rules hold for the files of this directory and below.'),
    $defs: {
      ...PARTS,
      rulings: rulingsOf(catalog),
      expectation: expectationOf(catalog),
      adoption: adoptionOf(presets),
      houseRule: houseRuleJsonSchema(),
    },
  };
}

/** The parts of every schema that depend on no project. */
const PARTS: JsonSchema = {
  level: choice(LEVELS, 'How strictly a rule is applied: error, warning, note or off.'),
  patterns: list(
    { type: 'string', minLength: 1, pattern: '^[^\\r\\n]*$' },
    "File patterns, as in git's ignore files, relative to the directory of this file.",
  ),
  selector: { type: 'string', pattern: SELECTOR, description: 'A rule, concern/*, tag:NAME or * for all.' },
  ruling: { anyOf: [ref('level'), object(RULING_PARTS, 'A ruling in full.', SAYS_SOMETHING)] },
  ownRuling: { anyOf: [ref('level'), object(
    { ...RULING_PARTS, options: { type: 'object', description: 'Values for the options of the rule.' } },
    'A ruling in full.',
    SAYS_SOMETHING,
  )] },
  scope: object({
    include: { ...ref('patterns'), description: 'Nothing else is checked.' },
    ignore: { ...ref('patterns'), description: 'What is not checked.' },
    generated: choice(['skip', 'check'], 'What to do with files that are marked as generated.'),
    largest: { type: ['string', 'number'], description: 'Larger files are not checked, such as 2 MiB.' },
    'longest-look': {
      type: ['string', 'number'], description: 'A file that takes longer makes the answer incomplete, such as 10 s.',
    },
  }, 'Which files are checked.'),
  policy: object({
    reasons: choice(['required', 'optional'], 'Whether every ruling, zone and waiver needs a because.'),
    'fail-on': choice(['error', 'warning', 'note', 'never'], 'The lowest level that makes check fail.'),
    confidence: choice(CONFIDENCES, 'Findings that are less certain are only counted.'),
    scope: choice(['root', 'anywhere'], 'root lets only the root exclude files.'),
    expectations: choice(['fail', 'tell'], 'Whether an expectation that does not hold makes check fail; fail by default.'),
  }, 'What the project asks for.'),
  zone: object({
    name: text('What the zone is called. Explanations show it.'),
    match: { ...ref('patterns'), description: 'The files it holds for; without it, all.' },
    except: { ...ref('patterns'), description: 'Files it does not hold for.' },
    languages: list(choice(LANGUAGES.map(({ id }) => id), 'A language.'), 'The languages it holds for; without it, all.'),
    presets: list(ref('adoption'), 'Presets adopted for these files.'),
    rulings: ref('rulings'),
    'at-most': { ...ref('level'), description: 'Lowers every rule above a level to that level, for these files.' },
    because: text('Why. Explanations show it for rulings without a reason of their own.'),
  }, 'A part of this layer that holds only for some files.'),
  intake: object({
    read: { type: 'string', minLength: 1, description: 'The log: a path relative to the root, or a pattern.' },
    as: {
      type: 'string', pattern: `^${NAME}$`, not: { enum: CONCERNS }, description: 'The concern of its rules, such as compiler.',
    },
    required: { type: 'boolean', description: 'Whether a missing file makes the answer incomplete.' },
  }, 'A log of another program.', { required: ['read', 'as'] }),
};

/**
 * What a `rulings` block may say: each rule with its options, and what rules of the house and of other programs may be called.
 */
function rulingsOf(catalog: Catalog): JsonSchema {
  const rules = catalog.rules.map((rule) => [rule.id, rulingOf(rule)] as const);
  const concerns = [...new Set(catalog.rules.map(({ concern }) => concern))].map((concern) =>
    [`${concern}/*`, { ...ref('ruling'), description: `All rules about ${CONCERN_TITLES[concern] ?? concern}.` }] as const);
  const tags = [...new Set(catalog.rules.flatMap((rule) => rule.tags))]
    .sort()
    .map((tag) => [`tag:${tag}`, { ...ref('ruling'), description: `All rules with the tag ${tag}.` }] as const);
  return {
    type: 'object',
    description: 'What applies, by rule, concern/*, tag:NAME or *. The wider selector comes first, wherever it is written.',
    properties: Object.fromEntries([['*', { ...ref('ruling'), description: 'All rules.' }], ...concerns, ...tags, ...rules]),
    // Rules of the house and of other programs have concerns of their own, and tags of theirs.
    patternProperties: { [`^(?:tag:${NAME}|(?!(?:${CONCERNS.join('|')})/)${NAME}/(?:\\*|${RULE_NAME}))$`]: ref('ownRuling') },
    additionalProperties: false,
  };
}

/** What an expectation may say: about all files that match, or about one; of each rule what it counts on. */
function expectationOf(catalog: Catalog): JsonSchema {
  const parts = {
    level: { ...ref('level'), description: 'Exactly this level.' },
    'at-least': { ...ref('level'), description: 'This level or a higher one.' },
    waivers: permission('Whether comments in the code may excuse findings.'),
    fix: permission('Whether findings may be repaired.'),
    ledger: permission('Whether the ledger may excuse findings.'),
  };
  const expected = (options: JsonSchema, description: string): JsonSchema => ({
    description, anyOf: [ref('level'), object({ ...parts, options }, 'What is expected in full.', EXPECTS_SOMETHING)],
  });
  const several: JsonSchema = { type: 'object', maxProperties: 0 };
  const own = { type: 'object', description: 'The values that the options are expected to have.' };
  const selectors = [...new Set(catalog.rules.map(({ concern }) => `${concern}/*`)), '*'];
  return object({
    of: { ...ref('patterns'), description: 'The files it is about.' },
    path: {
      type: 'string', minLength: 1, description: 'One file, relative to the directory of this layer file; it need not exist.',
    },
    rulings: {
      type: 'object', description: 'What is expected, by rule, concern/*, tag:NAME or *.',
      properties: {
        ...Object.fromEntries(selectors.map((selector) => [selector, expected(several, `Of each rule in ${selector}.`)])),
        ...Object.fromEntries(catalog.rules.map(({ id, title, options }) => [
          id, expected(optionsOf(options, 'The values that the options are expected to have.', valueOf), `${title}.`),
        ])),
      },
      patternProperties: {
        [`^(?:tag:${NAME}|(?!(?:${CONCERNS.join('|')})/)${NAME}/(?:\\*|${RULE_NAME}))$`]: expected(
          own, 'Of each of these rules.',
        ),
      },
      additionalProperties: false,
    },
    because: text('Why it matters. Whoever breaks it reads it.'),
  }, 'What the team counts on.', { required: ['rulings'], oneOf: [{ required: ['of'] }, { required: ['path'] }] });
}

/** How presets are adopted. @param presets the references of the built-in ones. */
function adoptionOf(presets: readonly string[]): JsonSchema {
  return { anyOf: [{ type: 'string', minLength: 1, examples: presets, description: 'A preset: built in, such as '
    + 'elvar:starter, or a file, a package or an address.' }, object({
    use: { type: 'string', minLength: 1, examples: presets, description: 'The preset.' },
    only: list(ref('selector'), 'Adopts only these rules.'),
    except: list(ref('selector'), 'Adopts all but these rules; wins over only.'),
    outside: permission('allow lets the preset lie outside the project.'),
  }, 'A part of a preset.', { required: ['use'] })] };
}

/** The rulings that one rule may have. */
function rulingOf({ title, about, advice, options }: Rule): JsonSchema {
  return {
    description: [`${title}.`, about, advice].filter((part) => part !== '' && part !== '.').join(' '),
    anyOf: [ref('level'), object(
      { ...RULING_PARTS, options: optionsOf(options, 'The options of the rule.', editableOptionOf) },
      'A ruling in full.',
      SAYS_SOMETHING,
    )],
  };
}

/** The options of a rule. @param optionOf what one of them may be. */
function optionsOf(
  options: Rule['options'], description: string, optionOf: (option: Rule['options'][string]) => JsonSchema,
): JsonSchema {
  const known = Object.entries(options);
  return known.length === 0
    ? { type: 'object', additionalProperties: false }
    : object(Object.fromEntries(known.map(([name, option]) => [name, optionOf(option)])), description);
}

function valueOf({ schema, default: standard, about }: Rule['options'][string]): JsonSchema {
  const { $schema: _, ...value } = z.toJSONSchema(schema, { io: 'input' });
  return { ...value, description: about, default: standard };
}

/** The value of an option, or what to add to a list and to take out of it. */
function editableOptionOf(option: Rule['options'][string]): JsonSchema {
  const { description, default: standard, ...value } = valueOf(option);
  if (!Array.isArray(standard)) return { ...value, description, default: standard };
  return {
    description,
    default: standard,
    anyOf: [value, object({ add: value, drop: { type: 'array', items: { type: 'string' } } }, 'An edit of the list.')],
  };
}
