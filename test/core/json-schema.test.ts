import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { Ajv2020 } from 'ajv/dist/2020.js';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { parse, parseDocument, stringify } from 'yaml';
import { CATALOG } from '../../src/core/catalog/registry.js';
import { layerJsonSchema } from '../../src/core/layers/json-schema.js';
import { readLayer } from '../support/layers.js';
import type { ProblemDetail } from '../../src/core/model/problem.js';
import { runs } from '../support/runs.js';

const ajv = new Ajv2020({ strict: false });
const isRight = ajv.compile(layerJsonSchema(CATALOG, ['elvar:starter']) as object);

/**
 * What a schema cannot say: which names there are elsewhere, what numbers and dates with units mean, and what two places have in
 * common.
 */
const BEYOND = new Set<ProblemDetail['code']>([
  'unknown-rule', 'bad-preset-reference', 'bad-size', 'bad-duration', 'bad-date', 'same-zone-name', 'intake-outside',
  'query-or-pattern', 'query-needs-languages', 'bad-expression', 'own-concern', 'unknown-language', 'bad-selector',
  'options-need-rule',
]);

function problemsOf(text: string): ProblemDetail[] {
  return readLayer(text, { file: 'elvar.yaml', role: 'root' }, CATALOG).problems.map(({ detail }) => detail);
}

/** Whether both agree about a layer file, but for what is beyond a schema. */
function agree(
  data: unknown, text = stringify(data),
): { readonly schema: boolean; readonly elvar: boolean; readonly problems: readonly ProblemDetail[]; readonly errors: unknown } {
  const problems = problemsOf(text);
  return { schema: isRight(data), elvar: problems.length === 0, problems, errors: isRight.errors };
}

describe('the schema of layer files', () => {
  test('is a right schema, with a description of every rule and every option', () => {
    expect(ajv.validateSchema(layerJsonSchema(CATALOG, []) as object)).toBe(true);
    const { $defs } = layerJsonSchema(CATALOG, []) as {
      $defs: { rulings: { properties: Record<string, { description: string }> } };
    };
    for (const { id } of CATALOG.rules) expect($defs.rulings.properties[id]?.description.length).toBeGreaterThan(10);
  });

  test('accepts every example of the page about keys', () => {
    const page = readFileSync(path.join(import.meta.dirname, '..', '..', 'docs', 'keys.md'), 'utf8');
    const examples = [...page.matchAll(/```yaml\n(.*?)```/gs)].map(([, text]) => parse(text as string) as unknown);
    expect(examples.length).toBeGreaterThan(10);
    for (const example of examples) expect([isRight(example), isRight.errors]).toEqual([true, null]);
  });

  const word = fc.constantFrom(
    'error', 'warning', 'note', 'off', 'eror', 'allow', 'refuse', 'required', 'never', 'likely', '2027-01-31', 'x', '',
  );
  const odd = fc.oneof(
    word, fc.integer({ min: -1, max: 200 }), fc.boolean(), fc.constant([]), fc.constant({}), fc.constant(['x']),
  );
  /** Mostly the right kind of value, now and then another one. */
  const mostly = <Value>(values: fc.Arbitrary<Value>): fc.Arbitrary<unknown> =>
    fc.oneof({ weight: 80, arbitrary: values }, { weight: 1, arbitrary: odd });
  const record = (fields: Record<string, fc.Arbitrary<unknown>>): fc.Arbitrary<unknown> =>
    fc.tuple(
      fc.record(fields, { requiredKeys: [] }),
      fc.oneof({ weight: 60, arbitrary: fc.constant(null) }, { weight: 1, arbitrary: fc.constantFrom('levle', 'whatever') }),
    )
      .map(([own, extra]) => (extra === null ? own : { ...own, [extra]: 1 }));
  const level = mostly(fc.constantFrom('error', 'warning', 'note', 'off'));
  const permission = mostly(fc.constantFrom('allow', 'refuse'));
  const texts = mostly(fc.array(mostly(fc.constantFrom('a', '*.js', 'src/')), { maxLength: 2 }));
  const options = record({ max: mostly(fc.integer({ min: 40, max: 200 })), 'tab-width': mostly(fc.integer({ min: 1, max: 8 })) });
  const ruling = fc.oneof(level, record({
    level, options, because: mostly(fc.constant('x')), until: mostly(fc.constant('2027-01-31')),
    guard: mostly(fc.constantFrom('no-weaker', 'fixed', 'none')), waivers: permission, fix: permission, ledger: permission,
  }));
  const plain = fc.oneof(level, record({ level, because: mostly(fc.constant('x')), waivers: permission }));
  const rulings = mostly(
    fc.record({ 'text/line-width': ruling, 'dead/*': plain, 'tag:security': plain, '*': plain }, { requiredKeys: [] }),
  );
  const adoption = fc.oneof(mostly(fc.constantFrom('elvar:starter', './a.yaml')), record({
    use: mostly(fc.constant('elvar:lean')),
    only: mostly(fc.constant(['text/*'])),
    except: mostly(fc.constant(['text/indent'])),
    outside: permission,
  }));
  const zone = record({
    name: mostly(fc.constant('tests')), match: texts, except: texts, languages: mostly(fc.constant(['python'])),
    presets: mostly(fc.array(adoption, { maxLength: 2 })), rulings, 'at-most': level, because: mostly(fc.constant('x')),
  });
  const expectedRule = fc.oneof(
    level,
    record({ level, waivers: permission, options }),
    record({ 'at-least': level, fix: permission, ledger: permission }),
    record({ level, 'at-least': level }),
  );
  const plainExpected = fc.oneof(level, record({ 'at-least': level, waivers: permission }));
  const expectations = mostly(
    fc.array(mostly(fc.oneof(...[
      'of', 'path', 'neither', 'both',
    ].flatMap((kind, rank) => Array.from({ length: rank < 2 ? 8 : 1 }, () => record({
      ...(kind === 'of' || kind === 'both' ? { of: texts } : {}), ...(kind === 'path' || kind === 'both'
        ? { path: mostly(fc.constantFrom('src/a.js', 'a.js')) }
        : {}),
      rulings: mostly(fc.record(
        { 'text/line-width': expectedRule, 'dead/*': plainExpected, 'tag:security': plainExpected }, { requiredKeys: [] },
      )), because: mostly(fc.constant('x')),
    }))))), { maxLength: 2 }),
  );
  const layer = record({
    title: mostly(fc.constant('Harbour')),
    about: mostly(fc.constant('x')),
    presets: mostly(fc.array(adoption, { maxLength: 2 })),
    inherit: mostly(fc.boolean()),
    scope: mostly(record({ include: texts, ignore: texts, generated: mostly(fc.constantFrom('skip', 'check')) })),
    languages: mostly(fc.record({ php: texts }, { requiredKeys: [] })),
    policy: mostly(record({
      reasons: mostly(fc.constantFrom('required', 'optional')),
      'fail-on': mostly(fc.constantFrom('error', 'never')),
      confidence: mostly(fc.constant('likely')),
      scope: mostly(fc.constantFrom('root', 'anywhere')),
    })),
    rulings, expect: expectations, zones: mostly(fc.array(zone, { maxLength: 1 })), 'at-most': level, intake: mostly(fc.array(
      record({ read: mostly(fc.constant('a.log')), as: mostly(fc.constant('compiler')), required: mostly(fc.boolean()) }),
      { maxLength: 2 },
    )),
  });

  /** The texts of layer files in a source of the tests, as far as they stand there in one piece. */
  const textsIn = (source: string): string[] => [
    ...source.matchAll(/elvar\.yaml['"`]?(?:: |, )(?:'((?:[^'\\\n]|\\.)*)'|`((?:[^`\\$]|\\.)*)`)/g),
  ]
    .map(([, single, template]) =>
      (single ?? template ?? '').replaceAll(/\\(?:u([0-9a-f]{4})|([^]))/gi, (_, unit: string | undefined, character: string) => (
        unit === undefined
          ? { n: '\n', t: '\t', r: '\r', 0: '\0' }[character] ?? character
          : String.fromCharCode(Number.parseInt(unit, 16)))));

  test('agrees with Elvar about every layer file of the tests, the demo and the presets', () => {
    const root = path.join(import.meta.dirname, '..', '..');
    const met = { right: 0, wrong: 0 };
    const sources = readdirSync(path.join(root, 'test'), { recursive: true, encoding: 'utf8' }).filter((name) =>
      name.endsWith('.test.ts'));
    const files = ['demo', 'presets'].flatMap((folder) =>
      readdirSync(path.join(root, folder), { recursive: true, encoding: 'utf8' })
        .filter((name) => /(?:^|\/)(?:elvar|harbour)\.yaml$/.test(name) || folder === 'presets')
        .map((name) => path.join(folder, name)));
    const texts = [
      ...sources.flatMap((name) => textsIn(readFileSync(path.join(root, 'test', name), 'utf8'))),
      ...files.map((name) => readFileSync(path.join(root, name), 'utf8')),
    ];
    for (const text of new Set(texts)) {
      const document = parseDocument(text, { merge: false });
      // What is no YAML has nothing that a schema could judge, and an empty file is one that says nothing.
      if (document.errors.length > 0 || document.contents === null) continue;
      const { schema, elvar, problems, errors } = agree(document.toJS(), text);
      if (problems.length > 0 && problems.every(({ code }) => BEYOND.has(code))) continue;
      met[elvar ? 'right' : 'wrong'] += 1;
      expect(
        [schema, elvar ? errors : null], `${text}\n${JSON.stringify(problems)}\n${JSON.stringify(errors)}`,
      ).toEqual([elvar, null]);
    }
    expect([met.right > 150, met.wrong > 15], JSON.stringify(met)).toEqual([true, true]);
  });

  test('accepts and refuses what Elvar does, but for what a schema cannot say', () => {
    const met = { right: 0, wrong: 0 };
    fc.assert(fc.property(layer, (data) => {
      const { schema, elvar, problems, errors } = agree(data);
      if (problems.length > 0 && problems.every(({ code }) => BEYOND.has(code))) return;
      met[elvar ? 'right' : 'wrong'] += 1;
      expect(
        [schema, elvar ? errors : null], `${stringify(data)}\n${JSON.stringify(problems)}\n${JSON.stringify(errors)}`,
      ).toEqual([elvar, null]);
    }), { numRuns: runs(60, 4_000) });
    expect(Math.min(met.right, met.wrong)).toBeGreaterThan(2);
  });
});
