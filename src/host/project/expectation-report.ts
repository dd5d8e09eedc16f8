import type { Catalog } from '../../core/catalog/catalog.js';
import { NOTHING_EXPECTED, type ExpectationReport } from '../../core/expectations/broken-expectation.js';
import { brokenExpectations, type ExpectedFile } from '../../core/expectations/judge.js';
import { isPositive, matchesAny } from '../../core/patterns/matches-any.js';
import type { StackExpectation } from '../../core/layers/stack.js';
import type { Deciding } from './deciding.js';
import type { ParsedLayers } from './parsed-layers.js';
import type { Directory, Tree } from './tree.js';

/** What expectations are judged by. */
interface ExpectationContext {
  /** The files that are listed. */
  readonly files: readonly ExpectedFile[];
  /** Whether these are all. */
  readonly isWhole: boolean;
  readonly parsed: ParsedLayers;
  readonly tree: Tree;
  readonly deciding: Deciding;
  readonly catalog: Catalog;
  readonly fails: boolean;
}

/** How the expectations stand for the files that are listed, and for those that are named and need not exist. */
export function expectationReport(
  { files, isWhole, parsed, tree, deciding, catalog, fails }: ExpectationContext,
): ExpectationReport {
  const sources = parsed.directories.flatMap((directory) => (directory.document === null
    ? []
    : deciding.rulesIn(directory).added.map((source) => ({ source, directory }))));
  if (sources.length === 0) return NOTHING_EXPECTED;
  const met = new Set(files.flatMap(({ expected }) => expected));
  const named = sources.flatMap(
    ({ source, directory }) => (met.has(source) || !isWhole ? [] : namedFile(source, directory, tree, deciding)),
  );
  return {
    sources: sources.map(({ source }) => source),
    broken: brokenExpectations([...files, ...named], catalog),
    idle: isWhole ? sources.flatMap(({ source, directory }) => idlePatterns(source, met.has(source), directory, files)) : [],
    fails,
  };
}

/**
 * The patterns of an expectation that match no file by themselves.
 * @param isMet whether it is about any file at all: zones around it count too.
 */
function idlePatterns(
  { expectation: { files, place } }: StackExpectation,
  isMet: boolean,
  { path: around }: Directory,
  listed: readonly ExpectedFile[],
): ExpectationReport['idle'] {
  if (files.kind === 'path') return [];
  const positive = files.patterns.filter(({ value }) => isPositive(value));
  if (!isMet) return [{ pattern: positive.map(({ value }) => value).join(', '), place }];
  const paths = listed.map(({ path }) => path);
  return positive.filter((line) => positive.length > 1 && !matchesAny(line, around === '' ? '' : `${around}/`, paths))
    .map(({ value, place: own }) => ({ pattern: value, place: own }));
}

/** The file that an expectation names, decided by its name alone, whether or not there is one. */
function namedFile(source: StackExpectation, directory: Directory, tree: Tree, deciding: Deciding): ExpectedFile[] {
  const { files } = source.expectation;
  if (files.kind === 'patterns') return [];
  const steps = files.path.value.split('/');
  const name = steps.pop() as string;
  let around = directory;
  for (const step of steps) around = tree.child(around, step, around.scope.exclusionOf(step, true) !== null);
  const here = deciding.rulesIn(around);
  const language = around.languages.languageOf(name);
  const expected = here.expectationsFor(name, language).filter((one) => one === source);
  return [{
    path: around.path === '' ? name : `${around.path}/${name}`, rules: here.rulesFor(name, language, deciding.resolver), expected,
  }];
}
