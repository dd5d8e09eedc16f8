import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { expect, test } from 'vitest';
import { CATALOG } from '../../src/core/catalog/registry.js';
import { optionType } from '../../src/core/catalog/catalog.js';
import { bodyOf, FUNCTIONS } from '../../src/core/syntax/functions.js';
import { builtGrammars } from '../support/grammars.js';
import { textOf, withSource } from '../support/sources.js';

const SRC = path.join(import.meta.dirname, '..', '..', 'src');

/** The source files, relative to `src`. */
const files = readdirSync(SRC, { recursive: true, encoding: 'utf8' })
  .filter((file) => file.endsWith('.ts'))
  .map((file) => file.split(path.sep).join('/'));

/** What a file imports: files of `src`, and packages. Types alone bind nothing at run time. */
function importsOf(file: string, withTypes: boolean): { own: string[]; packages: string[] } {
  const text = readFileSync(path.join(SRC, file), 'utf8');
  const statements = [...text.matchAll(/^(?:import|export) (?:[^;'"]*? from )?'([^']+)';/gms)].filter(([statement]) =>
    withTypes || !/^(?:import|export) type /.test(statement));
  const targets = statements.map((match) => match[1] as string);
  return {
    own: targets.filter((target) => target.startsWith('.')).map((target) =>
      path.posix.join(path.posix.dirname(file), target).replace(/\.js$/, '.ts')),
    packages: targets.filter((target) => !target.startsWith('.')),
  };
}

test('the imports of every file are found', () => {
  expect(importsOf('core/cascade/resolver.ts', true).own).toContain('core/cascade/decision-tree.ts');
  expect(importsOf('core/cascade/resolver.ts', false).own).toContain('core/cascade/decision-tree.ts');
  expect(importsOf('core/cascade/resolver.ts', false).own).not.toContain('core/model/statement.ts');
  expect(files.flatMap((file) => importsOf(file, true).own).filter((target) => !files.includes(target))).toEqual([]);
});

/** The rooms, from the ground up: each may import from those before it, types included. */
const ROOMS = [
  ...[
    'base', 'model', 'patterns', 'intake', 'syntax', 'facts', 'waivers', 'finders', 'languages', 'catalog', 'layers',
    'expectations', 'cascade', 'history', 'scope', 'findings', 'ledger', 'inspect', 'compare', 'impact', 'doctor', 'proposal',
  ].map((room) => `core/${room}/`),
  'formats/',
  'host/package-folder.ts', 'host/page-script.ts',
  ...[
    'files', 'writing', 'git', 'intake', 'layers', 'questions', 'memory', 'project', 'inspection', 'parts', 'session', 'history',
    'desks',
  ].map((room) =>
    `host/${room}/`),
  'host/workspace.ts',
  'editor/', 'library/', 'cli/', 'index.ts',
];

function roomOf(file: string): number {
  return ROOMS.findIndex((known) => file.startsWith(known));
}

test('every file is in a room, and every room has files', () => {
  expect(files.filter((file) => roomOf(file) < 0)).toEqual([]);
  expect(ROOMS.filter((_, index) => !files.some((file) => roomOf(file) === index))).toEqual([]);
});

test('no import runs upward, not even of a type', () => {
  expect(
    files.flatMap((file) =>
      importsOf(file, true).own.filter((target) => roomOf(target) > roomOf(file)).map((target) => `${file} imports ${target}`)),
  ).toEqual([]);
});

test('a layer file is parsed without knowing which rules there are', () => {
  const parsing = files.filter((file) => file.startsWith('core/layers/parse/'));
  expect(
    parsing.flatMap((file) => importsOf(file, true).own.filter((target) => /^core\/(?:catalog|layers\/bind)\//.test(target))
      .map((target) => `${file} imports ${target}`)),
  ).toEqual([]);
  expect(parsing.length).toBeGreaterThan(10);
});

test('how an answer is written down knows nothing of the disk', () => {
  expect(
    files.filter((file) => file.startsWith('formats/')).flatMap((file) =>
      importsOf(file, true).own.filter((target) => target.startsWith('host/')).map((target) => `${file} imports ${target}`)),
  ).toEqual([]);
});

test('processes are started in two places: git in one, and what asks a web server in the other', () => {
  expect(files.filter((file) => importsOf(file, false).packages.includes('node:child_process'))).toEqual(
    ['host/git/git-program.ts', 'host/layers/fetch-preset.ts'],
  );
});

test('the parser of the command line is called in one room', () => {
  expect(files.filter((file) => importsOf(file, false).packages.includes('yargs'))).toEqual(
    ['cli/command-line/options-of.ts', 'cli/command-line/parse.ts'],
  );
});

test('what a user got wrong has a code; only an interface says it in its own words', () => {
  const own = files.filter((file) =>
    /\bwrongCall\(/.test(readFileSync(path.join(SRC, file), 'utf8')) && !/^(?:cli|editor|library)\//.test(file));
  expect(own).toEqual(['host/files/errors.ts']);
});

test('the core knows no disk, no process, no console and no clock', () => {
  const core = files.filter((file) => file.startsWith('core/'));
  expect(
    core.flatMap((file) => importsOf(file, true).packages).filter((name) => name.startsWith('node:') && name !== 'node:crypto'),
  ).toEqual([]);
  const reaching = core.filter((file) => /\b(?:console\.|process\.|Date\.now|new Date\(\))/.test(
    readFileSync(path.join(SRC, file), 'utf8').replace(/"(?:\\.|[^"\\\n])*"|'(?:\\.|[^'\\\n])*'|`[^`]*`/g, '0'),
  ));
  expect(reaching).toEqual([]);
});

test('no files import each other in a circle, not even for types', () => {
  const done = new Set<string>();
  const visit = (file: string, way: readonly string[]): void => {
    expect(way, `${[...way, file].join(' → ')}`).not.toContain(file);
    if (done.has(file)) return;
    for (const target of importsOf(file, true).own) visit(target, [...way, file]);
    done.add(file);
  };
  for (const file of files) visit(file, []);
  expect(done.size).toBe(files.length);
});

test('files and functions are short enough to be seen whole', async () => {
  const lengths = files.map((file) => readFileSync(path.join(SRC, file), 'utf8').split('\n').length - 1);
  expect(files.filter((_, index) => (lengths[index] as number) > 320)).toEqual([]);
  expect(share(lengths, 0.5)).toBeLessThan(60);
  const grammars = builtGrammars();
  await grammars.load(['typescript']);
  const functions = files.flatMap((file) =>
    withSource(grammars, textOf('typescript', readFileSync(path.join(SRC, file), 'utf8')), ({ tree, text }) =>
      tree.ofTypes(FUNCTIONS)
        .filter((node) => bodyOf(node) !== null && node.type !== 'arrow_function')
        .map((node) => text.lineAt(node.end) - text.lineAt(node.start) + 1)));
  expect(functions.length).toBeGreaterThan(1_000);
  expect(share(functions, 0.9)).toBeLessThan(20);
});

/** The number that a share of all is not above. */
function share(numbers: readonly number[], part: number): number {
  return numbers.toSorted((a, b) => a - b)[Math.floor(numbers.length * part)] as number;
}

test('each rule stands in the file of its name, and is in the catalog', () => {
  const rules = files.flatMap((file) => /^core\/catalog\/([a-z]+\/[a-z-]+)\.ts$/.exec(file)?.[1] ?? []).toSorted();
  expect(CATALOG.rules.map((rule) => rule.id)).toEqual(rules);
});

test('each option has a type, and a default that its own schema accepts', () => {
  for (const rule of CATALOG.rules) {
    for (const [name, option] of Object.entries(rule.options)) {
      expect(optionType(option).type, `${rule.id}.${name}`).toMatch(/^(number|boolean|string|choice|list)$/);
      expect(option.schema.parse(option.default)).toEqual(option.default);
    }
  }
});
