import type { Catalog } from '../../core/catalog/catalog.js';
import { expectationChanges } from '../../core/impact/expectation-changes.js';
import { findingChanges } from '../../core/impact/finding-changes.js';
import { ruleChanges } from '../../core/impact/rule-changes.js';
import type { Problem } from '../../core/model/problem.js';
import { refusalsIn, type Refusal } from '../../core/cascade/refusals.js';
import { wordsOf } from '../../core/history/changing-line.js';
import { filesBySet, type ResolvedFile, type ResolveReport } from '../../core/cascade/resolve-report.js';
import type { CheckReport } from '../../core/inspect/check-report.js';
import type { ImpactReport } from '../../core/impact/impact-report.js';
import type { Rule } from '../../core/finders/rule.js';
import type { RuleId } from '../../core/model/rule.js';
import type { Finding } from '../../core/model/finding.js';
import { IncompleteError, LayerError } from '../files/errors.js';
import type { Session } from './session.js';

/** Turns mistakes in earlier layer files into mistakes of that time. */
type Renaming = (problem: Problem) => Problem;

const AS_IT_IS: Renaming = (problem) => problem;

/** Names the files of problems as git names files of a revision. */
export function ofRevision(revision: string): Renaming {
  return ({ file, place, detail }) => ({
    file: `${revision}:${file}`, place: place === null ? null : { ...place, file: `${revision}:${place.file}` }, detail,
  });
}

/**
 * What the rules of one workspace do to every file, compared with those of another. Only files whose rules change are
 * inspected.
 * @throws LayerError if layer files are wrong on either side.
 */
export async function measureImpact(
  before: Session, after: Session, renaming: Renaming = AS_IT_IS, renamingAfter: Renaming = AS_IT_IS,
): Promise<ImpactReport> {
  const earlier = resolved(before, renaming);
  const later = resolved(after, renamingAfter);
  const catalog = bothCatalogs(later.catalog, earlier.catalog);
  const changes = ruleChanges(
    listed(before, earlier, later), listed(after, later, earlier), catalog, redeclared(later.catalog, earlier.catalog),
  );
  const gone = new Set([...changes.touched, ...changes.leaving]);
  const come = new Set([...changes.touched, ...changes.entering]);
  const [found, finds] = [
    gone.size === 0 ? [] : findingsOf(await before.check([], { only: gone })),
    come.size === 0 ? null : await after.check([], { only: come }),
  ];
  // Whoever tries one thing tries another, or makes it.
  after.save();
  const { usesStarter, notices } = later;
  return {
    catalog, usesStarter, notices,
    incomplete: [
      ...later.incomplete,
      ...(finds?.incomplete ?? []).filter(({ path }) => !later.incomplete.some((known) => known.path === path)),
    ],
    changes,
    findings: findingChanges(found, finds === null ? [] : findingsOf(finds)),
    counts: { before: openIn(found), after: openIn(finds === null ? [] : findingsOf(finds)) },
    refused: newRefusals(earlier, later),
    expectations: expectationChanges(earlier.expectations, later.expectations),
    inScope: later.files.map(({ path }) => path),
    sets: { before: filesBySet(earlier.files).size, after: filesBySet(later.files).size },
  };
}

function resolved(side: Session, renaming: Renaming): ReturnType<Session['resolve']> {
  try {
    return side.resolve([], undefined, true);
  } catch (error) {
    if (error instanceof IncompleteError) throw new IncompleteError(
      error.incomplete.map(({ path, reason }) => ({ path: nameOf(path, renaming), reason })), error.advice,
    );
    if (!(error instanceof LayerError)) throw error;
    throw new LayerError(
      error.problems.map(renaming), new Map([...error.texts].map(([file, text]) => [nameOf(file, renaming), text])),
    );
  }
}

/** The name by which problems call a file. */
function nameOf(file: string, renaming: Renaming): string {
  return renaming({ file, place: null, detail: { code: 'yaml-too-deep' } }).file;
}

/** What guards refuse of rulings that were not there before. */
function newRefusals(earlier: ResolveReport, later: ResolveReport): Refusal[] {
  const [before, after] = [earlier, later].map(({ files, layers, catalog }) => refusalsIn(files, layers, catalog)) as [
    Refusal[], Refusal[],
  ];
  const known = new Set(before.map(({ statement }) => wordsOf(statement)));
  return after.filter(({ statement }) => !known.has(wordsOf(statement)));
}

/** The files of one side. If the sides have different scope settings for contents, the files must be opened. */
function listed(side: Session, own: ResolveReport, other: ResolveReport): readonly ResolvedFile[] {
  if (own.settings.largest === other.settings.largest && own.settings.generated === other.settings.generated) return own.files;
  const checked = new Set(side.scope().checked.map(({ path }) => path));
  return own.files.filter(({ path }) => checked.has(path));
}

/** House rules declared differently on the two sides. */
function redeclared(later: Catalog, earlier: Catalog): RuleId[] {
  const content = (rule: Rule | undefined): string =>
    JSON.stringify(rule?.house, (key, value: unknown) => (key === 'place' || key === 'examples' ? undefined : value));
  return later.rules.filter((rule) =>
    rule.house !== null && earlier.get(rule.id) !== undefined && content(rule) !== content(earlier.get(rule.id)))
    .map(({ id }) => id);
}

function openIn(findings: readonly Finding[]): number {
  return findings.filter(({ excused }) => excused === null).length;
}

function findingsOf({ files }: CheckReport): Finding[] {
  return files.flatMap(({ findings }) => findings.all);
}

/** The rules of both sides: house rules may have been added or removed. */
function bothCatalogs(later: Catalog, earlier: Catalog): Catalog {
  const lost = earlier.rules.filter(({ id }) => later.get(id) === undefined);
  return lost.length === 0 ? later : later.with(lost);
}
