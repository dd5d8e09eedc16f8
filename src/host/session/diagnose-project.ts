import path from 'node:path';
import type { Catalog } from '../../core/catalog/catalog.js';
import { diagnose } from '../../core/doctor/diagnose.js';
import type { Evidence } from '../../core/doctor/evidence.js';
import { inspectFile } from '../../core/inspect/inspect-file.js';
import type { HouseExample, HouseRule } from '../../core/model/house-rule.js';
import type { Language } from '../../core/base/language.js';
import { NO_SCOPE_SETTINGS, type PatternLine } from '../../core/model/layer.js';
import type { CheckReport } from '../../core/inspect/check-report.js';
import type { DoctorReport } from '../../core/doctor/doctor-report.js';
import type { ResolveReport } from '../../core/cascade/resolve-report.js';
import type { RuleSet } from '../../core/model/rule-set.js';
import type { SkippedPath } from '../../core/model/scope.js';
import { SourceText } from '../../core/base/source-text.js';
import { foreignKind } from '../../core/scope/foreign-code.js';
import { trackedFiles } from '../git/git.js';
import { makeTools } from '../inspection/inspect-share.js';
import { readSource } from '../files/source-file.js';
import { oddKindOf } from '../files/stats.js';
import { readTextFile } from '../files/text-file.js';
import type { Session } from './session.js';
import { languageById, languageOfName } from '../../core/languages/languages.js';

/** What is wrong with the configuration of a project. @param known what a check of all of it has found; null to check it. */
export async function diagnoseProject(session: Session, known: CheckReport | null = null): Promise<DoctorReport> {
  const { root, today } = session;
  const resolved = session.resolve([], undefined, true);
  const checked = known ?? await session.check();
  const evidence: Evidence = {
    catalog: resolved.catalog, today, files: resolved.files, skipped: resolved.skipped, layers: resolved.layers,
    ignoreLines: ignoreLines(session, resolved), hidden: hiddenFiles(root, resolved.skipped), foreign: session.scope().foreign,
    expectations: resolved.expectations,
    guardedOut: checked.guardedOut,
    ledger: checked.ledger,
    waivers: waiversOf(checked),
    failedExamples: await failedExamples(resolved.catalog),
    intake: checked.notices.flatMap((notice) => ('intake' in notice ? [notice] : [])),
    leftAside: resolved.notices.flatMap((notice) => ('problem' in notice ? [notice.problem] : [])),
  };
  const { catalog, usesStarter, notices } = resolved;
  return {
    catalog,
    usesStarter,
    notices: notices.filter((notice) => 'code' in notice),
    incomplete: checked.incomplete,
    diagnoses: diagnose(evidence),
    files: resolved.files.length,
    layerFiles: resolved.layerFiles,
  };
}

function waiversOf({ files }: CheckReport): Evidence['waivers'] {
  return files.flatMap(({ path: own, waivers }) => waivers.map((waiver) => ({ ...waiver, path: own, since: null })));
}

/** The lines of every `.elvarignore` in the directory of a checked file or above. */
function ignoreLines(session: Session, { files }: ResolveReport): PatternLine[] {
  const directories = new Set(['']);
  for (const { path: own } of files) {
    for (let slash = own.indexOf('/'); slash >= 0; slash = own.indexOf('/', slash + 1)) directories.add(own.slice(0, slash + 1));
  }
  return [...directories].sort().flatMap((directory) => {
    const file = `${directory}.elvarignore`;
    const absolute = path.join(session.root, file);
    const open = session.openText(absolute);
    if (open === undefined && oddKindOf(absolute) !== null) return [];
    const reading = open === undefined ? readTextFile(absolute) : { text: open };
    if ('failed' in reading) return [];
    return reading.text.split('\n').map((text, index): PatternLine => ({
      value: text.replace(/\r$/, ''), place: { file, line: index + 1, column: 1, length: Math.max(1, text.length) },
    }));
  });
}

/** How many files of an excluded directory are examined: enough to see what it contains. */
const MOST_SAMPLES = 20;

/** Tracked files that a pattern excludes although they do not look generated. */
function hiddenFiles(root: string, skipped: readonly SkippedPath[]): Evidence['hidden'] {
  const known = [...trackedFiles(root) ?? []];
  return skipped.flatMap(({ path: out, reason, by }) => {
    if (reason !== 'ignored' || by?.file == null || by.line === null) return [];
    const { file, line, pattern } = by;
    const within = known.filter((own) => own === out || (out.endsWith('/') && own.startsWith(out))).slice(0, MOST_SAMPLES);
    return within.filter((own) => isOwnCode(root, own)).map((own) => ({ path: own, file, line, pattern: pattern ?? '' }));
  });
}

function isOwnCode(root: string, own: string): boolean {
  const language = languageOfName(path.posix.basename(own));
  if (language === undefined || language.grammar === null) return false;
  const reading = readSource(path.join(root, own), { largest: null, generated: 'skip' });
  return 'text' in reading && foreignKind({ path: own, language: language.id }, reading.text) === null;
}

/** Runs the examples of house rules: good code must have no findings, bad code must have some. */
async function failedExamples(catalog: Catalog): Promise<Evidence['failedExamples']> {
  const house = catalog.rules.flatMap((rule) => rule.house ?? []).filter(({ examples }) => examples.length > 0);
  if (house.length === 0) return [];
  const files = house.flatMap(({ examples }) => examples.map(({ language }) => ({ path: nameFor(language), language, set: 0 })));
  const tools = await makeTools(
    { files, ownFiles: [], terms: { today: '1970-01-01', needsReasons: false }, settings: NO_SCOPE_SETTINGS }, catalog,
  );
  const finds = ({ id }: HouseRule, { language, code }: HouseExample): boolean => {
    const set: RuleSet = {
      id: 'example',
      rules: new Map(
        [[id, { level: 'error', options: catalog.get(id)?.defaults ?? {}, waivers: 'allow', fix: 'allow', ledger: 'allow' }]],
      ),
    };
    return inspectFile(new SourceText(nameFor(language), languageById(language) as Language, code), set, tools).size > 0;
  };
  return house.flatMap((rule) => rule.examples.filter((example) => finds(rule, example) !== (example.kind === 'bad'))
    .map(({ kind, place }) => ({ rule: rule.id, kind, file: place.file, line: place.line })));
}

function nameFor(language: string): string {
  return `example${languageById(language)?.endings[0] ?? ''}`;
}
