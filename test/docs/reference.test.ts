import { spawnSync } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, test } from 'vitest';
import { DOCUMENTS } from '../support/json-documents.js';
import { whenDeep } from '../support/runs.js';

const { CATALOG } = await import('../../dist/core/catalog/registry.js') as unknown as
  typeof import('../../src/core/catalog/registry.js');
const { parseLayer } = await import('../../dist/core/layers/parse/parse-layer.js') as unknown as
  typeof import('../../src/core/layers/parse/parse-layer.js');
const { bindLayer } = await import('../../dist/core/layers/bind/bind-layer.js') as unknown as
  typeof import('../../src/core/layers/bind/bind-layer.js');
const { adoptionSchema, intakeSchema, layerFileSchema, rulingSchema, zoneSchema } =
  await import('../../dist/core/layers/parse/schema.js') as unknown as typeof import('../../src/core/layers/parse/schema.js');
const { makeForeignRule } = await import('../../dist/core/catalog/foreign-rule.js') as unknown as
  typeof import('../../src/core/catalog/foreign-rule.js');
const { makeHouseRule } = await import('../../dist/core/catalog/house-rule.js') as unknown as
  typeof import('../../src/core/catalog/house-rule.js');

const readLayer =
  (text: string, source: Parameters<typeof parseLayer>[1], catalog: typeof CATALOG): ReturnType<typeof bindLayer> =>
    bindLayer(parseLayer(text, source), catalog);

const ROOT = path.join(import.meta.dirname, '..', '..');
const page = (name: string): string => readFileSync(path.join(ROOT, 'docs', name), 'utf8');

describe('the page about keys', () => {
  const examples = [...page('keys.md').matchAll(/```yaml\n(.*?)```/gs)].map(([, text]) => text as string);

  test.each(examples.map((text, index) => [index + 1, text] as const))('example %i is a right layer file', (_, text) => {
    const { houseRules, intake } = readLayer(text, { file: 'elvar.yaml', role: 'root' }, CATALOG).layer;
    const foreign = intake.flatMap(({ as: { value } }) => ['untitled', 'wunused-variable'].map((name) =>
      makeForeignRule({ id: `${value}/${name}`, ownIds: [], level: 'warning', title: null, about: null, address: null })));
    expect(readLayer(
      text, { file: 'elvar.yaml', role: 'root' }, CATALOG.with([...houseRules.map(makeHouseRule), ...foreign]),
    ).problems).toEqual([]);
  });

  test('has an example of every key there is', () => {
    const shapes = [
      layerFileSchema.shape,
      layerFileSchema.shape.scope.unwrap().shape,
      layerFileSchema.shape.policy.unwrap().shape,
      rulingSchema.shape,
      zoneSchema.shape,
      adoptionSchema.shape,
      intakeSchema.shape,
    ];
    const keys = new Set(shapes.flatMap((shape) => Object.keys(shape)));
    expect([...keys].filter((key) => !examples.some((text) => new RegExp(`(?:^|[\\s{,-])${key}:`, 'm').test(text)))).toEqual([]);
    const house = [
      'title', 'about', 'languages', 'query', 'pattern', 'message', 'advice', 'confidence', 'tags', 'options', 'examples',
      'replace',
    ];
    expect(
      house.filter((key) => !examples.some((text) => text.includes('rules:') && new RegExp(`^ {4}${key}:`, 'm').test(text))),
    ).toEqual([]);
  });
});

test('the page about languages says what the sources know', () => {
  const { status, stderr } = spawnSync(
    process.execPath, [path.join(ROOT, 'scripts', 'languages.mjs'), '--check'], { encoding: 'utf8' },
  );
  expect([status, stderr]).toEqual([0, '']);
});

whenDeep(() => {
  test('the page about formats names every format, with samples that the program prints', () => {
    for (const format of Object.keys(DOCUMENTS)) expect(page('formats.md')).toContain(`\`${format}\``);
    const { status, stderr } = spawnSync(
      process.execPath, [path.join(ROOT, 'scripts', 'formats.mjs'), '--check'], { encoding: 'utf8' },
    );
    expect([status, stderr]).toEqual([0, '']);
  });
});

describe('plain English', () => {
  /** Words and turns that are no idiomatic English in these texts, each with what to write. */
  const BARRED: readonly (readonly [RegExp, string])[] = [
    [/(?<!plus )\bsigns\b(?! off)/i, 'characters'],
    [/\ba text\b/i, 'text, or a string'],
    [/\bblanks\b(?!\/)/i, 'spaces'],
    [/\bis told\b|\bare told\b/i, 'is reported'],
    [/\bleft aside\b/i, 'ignored'],
    [/\bexclude each other\b/i, 'cannot be combined'],
    [/\bis none of\b/i, 'is not one of'],
    [/\bno day of the calendar\b/i, 'not a date'],
    [/\bwithout an end\b/i, 'endlessly'],
    [/\bthat was not asked\b/i, 'another'],
    [/\bstands? in (?:line|its place)\b/i, 'is on line, is used'],
    [/(?<!-)\bmend\b(?!,)/i, 'repair, correct'],
    [/\bwhat is meant\b/i, 'what you mean'], [/\bnobody here wrote\b/i, 'not your own code'], [/\blet off\b/i, 'exempt'],
  ];

  /** What people read of the rules. */
  const texts = CATALOG.rules.flatMap(({ id, title, about, advice, options }) =>
    [title, about, advice, ...Object.values(options).map((option) => option.about)].map((text) => [id, text] as const));

  test('is used by every rule, in whole sentences', () => {
    const slips = texts.flatMap(([id, text]) => BARRED.filter(([word]) => word.test(text))
      .map(([word, instead]) => `${id}: ${word.exec(text)?.[0]} (write: ${instead}) in: ${text}`));
    expect(slips).toEqual([]);
    for (const { id, title, about, advice } of CATALOG.rules) {
      expect([id, title]).toEqual([id, expect.stringMatching(/^[A-Z][^.]+$/)]);
      expect([id, about, advice]).toEqual([id, expect.stringMatching(/^.*[.]$/s), expect.stringMatching(/^.*[.]$/s)]);
    }
  });

  test('is used by the help, the views and the messages', () => {
    const folders = ['src/cli', 'src/cli/commands', 'src/cli/views', 'src/formats/text', 'src/formats/markdown'];
    const files = folders.flatMap((folder) =>
      readdirSync(path.join(ROOT, folder)).filter((name) => name.endsWith('.ts')).map((name) => `${folder}/${name}`));
    const strings = files.flatMap((file) => readFileSync(path.join(ROOT, file), 'utf8').split('\n')
      // Comments are another matter, and so are names in code.
      .filter((line) => !/^\s*(?:\/\/|\/?\*)/.test(line))
      .flatMap((line) => [...line.matchAll(/'([^'\n]*)'|`([^`\n]*)`/g)].map(([, plain, template]) =>
        [file, (plain ?? template ?? '').replace(/\$\{[^}]*\}/g, '…')] as const)));
    const slips = strings.flatMap(([file, text]) => (/\s/.test(text)
      ? BARRED.filter(([word]) => word.test(text))
        .map(([word, instead]) => `${file}: ${word.exec(text)?.[0]} (write: ${instead}) in: ${text}`)
      : []));
    expect(slips).toEqual([]);
  });
});
