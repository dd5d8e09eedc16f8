import type { Invocation, Notification, Run, VersionControlDetails } from 'sarif';
import type { CheckReport } from '../../core/inspect/check-report.js';
import { alikeBroken } from '../../core/expectations/broken-expectation.js';
import type { PartRecord } from '../../core/inspect/part-record.js';
import { brokenText } from '../text/expectation.js';
import { describeIncomplete } from '../text/incomplete.js';
import { visibleJson } from '../text/visible.js';
import { count, listed } from '../text/words.js';
import { formatSource } from '../text/origin.js';
import { Decisions } from './decisions.js';
import { artifactAt, lineAt, ROOT_BASE } from './place.js';
import { resultText, type ResultContext } from './results.js';
import { describeRule, rulesInForce } from './rules.js';

const SCHEMA = 'https://docs.oasis-open.org/sarif/sarif/v2.1.0/errata01/os/schemas/sarif-schema-2.1.0.json';

/** What SARIF tells besides what was found. */
interface SarifFacts {
  /** Elvar's version. */
  readonly version: string;
  /** The path of the ledger, relative to the root. */
  readonly ledger: string;
  /** What git knows of the sources. */
  readonly revision: {
    readonly repository: string;
    readonly commit: string;
    readonly branch: string | null;
    readonly isWhole: boolean;
  } | null;
}

/** What was found as a SARIF log (SARIF 2.1.0, OASIS standard), piece by piece: it may be longer than one text can be. */
export function* checkSarif(report: CheckReport, facts: SarifFacts): Iterable<string> {
  const rules = rulesInForce(report);
  const decisions = new Decisions();
  const context: ResultContext = {
    rules: new Map([...rules.keys()].map((rule, index) => [rule, index])),
    decisions,
    hasLedger: report.ledger.length > 0,
    ledger: facts.ledger,
    ends: new Map(),
  };
  const run: Omit<Run, 'results' | 'properties'> = {
    tool: { driver: {
      name: 'Elvar',
      version: facts.version,
      semanticVersion: facts.version,
      language: 'en',
      rules: [...rules].map(([rule, level]) => describeRule(rule, level, report.catalog)),
    } },
    columnKind: 'utf16CodeUnits',
    originalUriBaseIds: { [ROOT_BASE]: { description: { text: 'The root of the project.' } } },
    ...(facts.revision !== null && { versionControlProvenance: [provenanceOf(facts.revision)] }),
    invocations: [invocationOf(report)],
    artifacts: report.files.map(
      ({ path, language }) => ({ location: artifactAt(path), roles: ['analysisTarget'], sourceLanguage: language }),
    ),
  };
  yield `{"$schema":"${SCHEMA}","version":"2.1.0","runs":[\n${inside(visibleJson(JSON.stringify(run)))},"results":[`;
  let separator = '\n';
  for (const { findings: { all }, repairs, rules: { decisions: decided } } of report.files) {
    if (all.length === 0) continue;
    const results = all.map((finding) => {
      const repair = finding.repair === null ? undefined : repairs()?.get(finding.fingerprint);
      return resultText(finding, decided.get(finding.rule), repair, context);
    });
    yield separator + visibleJson(results.join(',\n'));
    separator = ',\n';
  }
  yield `\n],"properties":{"decisions":${visibleJson(JSON.stringify(decisions.all))}`;
  if (report.record !== undefined) yield* recordText(report.record);
  yield '}}]}\n';
}

/** A part of a divided check, piece by piece. */
function* recordText({ outcomes, ...head }: PartRecord): Iterable<string> {
  yield `,"part":${inside(visibleJson(JSON.stringify(head)))},"outcomes":[`;
  let separator = '\n';
  for (const outcome of outcomes) {
    yield separator + visibleJson(JSON.stringify(outcome));
    separator = ',\n';
  }
  yield '\n]}';
}

/** An object without its closing brace: more follows. */
function inside(json: string): string {
  return json.slice(0, -1);
}

function provenanceOf({ repository, commit, branch, isWhole }: NonNullable<SarifFacts['revision']>): VersionControlDetails {
  return {
    repositoryUri: repository,
    revisionId: commit,
    ...(branch !== null && { branch }),
    ...(isWhole && { mappedTo: { uriBaseId: ROOT_BASE } }),
  };
}

/** What the run itself has to tell (section 3.20). */
function invocationOf({ incomplete, misreadWaivers, guardedOut, expectations }: CheckReport): Invocation {
  const unread = incomplete.map(({ path, reason }): Notification => ({
    level: 'error', descriptor: { id: `incomplete/${reason.code}` }, message: { text: `${path}: ${describeIncomplete(reason)}` },
    // A part is no file of the project.
    ...(!reason.code.startsWith('part-') && { locations: [{ physicalLocation: { artifactLocation: artifactAt(path) } }] }),
  }));
  const misread = misreadWaivers.map(({ path, line, text, problem }): Notification => ({
    level: 'warning',
    descriptor: { id: 'misread-waiver' },
    message: { text: `This waiver excuses nothing: ${text}. ${problem}` },
    locations: [{ physicalLocation: lineAt(path, line) }],
  }));
  const out = guardedOut.map(({ file, line, pattern, files, isAll, guards }): Notification => ({
    level: 'warning', descriptor: { id: 'guarded-out' }, locations: [{ physicalLocation: lineAt(file, line) }],
    message: { text: `${pattern} excludes ${isAll ? '' : 'at least '}${count(files, 'file')} that guards protect `
      + `(${listed([...new Set(guards.map(formatSource))].slice(0, 3))}).` },
  }));
  const broken = alikeBroken(expectations.broken).map(({ broken: one, rules }): Notification => ({
    level: expectations.fails ? 'error' : 'warning',
    descriptor: { id: 'broken-expectation' },
    message: { text: `${brokenText(one, rules)}.` },
    locations: [{ physicalLocation: lineAt(one.place.file, one.place.line) }],
  }));
  return {
    executionSuccessful: incomplete.length === 0,
    ...(unread.length > 0 && { toolExecutionNotifications: unread }),
    ...(misread.length + out.length + broken.length > 0 && { toolConfigurationNotifications: [...broken, ...misread, ...out] }),
  };
}
