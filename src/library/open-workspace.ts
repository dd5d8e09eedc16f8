import { explainJson, explainLineJson } from '../formats/json/explain.js';
import { catalogJson } from '../formats/json/catalog.js';
import { checkJson } from '../formats/json/check.js';
import { compareJson } from '../formats/json/compare.js';
import { doctorJson } from '../formats/json/doctor.js';
import { fixJson } from '../formats/json/fix.js';
import { historyJson } from '../formats/json/history.js';
import { impactJson } from '../formats/json/impact.js';
import { resolveJson } from '../formats/json/resolve.js';
import { scopeJson } from '../formats/json/scope.js';
import { isDate } from '../core/base/date.js';
import type { HistoryEvent } from '../core/history/history-event.js';
import { narrowed } from '../core/inspect/select-findings.js';
import { IncompleteError, wrongCall } from '../host/files/errors.js';
import { historyOf } from '../host/history/history-of.js';
import { impactBetween, parseRange } from '../host/session/revisions.js';
import { ruleById } from '../host/project/rule-by-id.js';
import { selectedRules } from '../host/project/selected-rules.js';
import type { WorkspaceOptions as HostOptions } from '../host/layers/run-settings.js';
import { openWorkspace as openHost, type Workspace as HostWorkspace } from '../host/workspace.js';
import type { DoctorDocument, HistoryDocument, ImpactDocument } from './change-documents.js';
import type {
  CatalogDocument, CompareDocument, ExplainDocument, ExplainLineDocument, FindingsDocument, FixDocument, ResolveDocument,
  ScopeDocument,
} from './documents.js';
import type { EndSignal } from './end-signal.js';

/** The options of a workspace. Every part may be left out. */
export interface WorkspaceOptions {
  /** The directory that paths are relative to; by default the current one. */
  readonly directory?: string | undefined;
  /** The project root, relative to `directory`; by default it is found by `.git`, else by the topmost `elvar.yaml`. */
  readonly root?: string | undefined;
  /** The day that decides what has expired, as YYYY-MM-DD; by default the local date. */
  readonly today?: string | undefined;
  /** Whether to leave out the personal layer; by default it is read, except in CI. */
  readonly noPersonal?: boolean | undefined;
  /** Settings above all layers, in their order: `SELECTOR=LEVEL` or `RULE.OPTION=VALUE`. */
  readonly set?: readonly string[] | undefined;
  /** Whether files that patterns take out are looked at too. */
  readonly evenIgnored?: boolean | undefined;
  /** Whether to do without what earlier runs have found; false by default. */
  readonly noCache?: boolean | undefined;
  /** The environment; by default that of the process. */
  readonly env?: Readonly<Record<string, string | undefined>> | undefined;
}

/** What a question is about. */
export interface PathsQuestion {
  /** Files and directories; by default everything. */
  readonly paths?: readonly string[] | undefined;
}

/** What a check is about. */
export interface CheckQuestion extends PathsQuestion {
  /** A revision of git: only findings on lines changed since then. */
  readonly since?: string | undefined;
  /** Selectors of rules: only their findings. */
  readonly rules?: readonly string[] | undefined;
  /** Whether excused findings are listed too; false by default. */
  readonly excused?: boolean | undefined;
  /** Ends the check between two files: the answer is then the signal's reason, thrown. */
  readonly signal?: EndSignal | undefined;
}

/** What a repair is about. */
export interface FixQuestion extends PathsQuestion {
  /** Selectors of the rules that may repair; by default all. */
  readonly rules?: readonly string[] | undefined;
  /** Whether to make offered repairs too, which need a look; false by default, and only with `rules`. */
  readonly offered?: boolean | undefined;
  /** Whether to write the files; false by default: the answer says what would be written. */
  readonly write?: boolean | undefined;
  /** Ends the repair between two files; what was written stays. */
  readonly signal?: EndSignal | undefined;
}

/**
 * A change of rules to try or to look back at: one of the four; without any, the layer files as they are are compared with the
 * last commit.
 */
export interface ImpactQuestion {
  /** Settings, as in {@link WorkspaceOptions.set}. */
  readonly set?: readonly string[] | undefined;
  /** A preset that the root would adopt too. */
  readonly preset?: string | undefined;
  /** A revision of git whose layer files are compared with those of today. */
  readonly against?: string | undefined;
  /**
   * Two revisions of git, as `A..B`, or `A...B` from where they parted: what changed between them, for the files as the second
   * has them.
   */
  readonly between?: string | undefined;
}

/** What of a file's past is of interest. */
export interface HistoryQuestion {
  /** Only this rule. */
  readonly rule?: string | undefined;
  /** Only commits from this day on, as YYYY-MM-DD. */
  readonly since?: string | undefined;
}

/**
 * A project that questions can be asked about. Each answer is plain data, the document that the command of that name prints with
 * `--format json`. Nothing is kept between questions: each reads the project anew.
 * Every method throws a LayerError when a layer file is wrong, a UsageError when what is asked makes no sense, and an
 * IncompleteError when something cannot be read that all of the answer depends on.
 */
export interface Workspace {
  /** The project root, absolute. */
  readonly root: string;
  /** What does the code violate? */
  readonly check: (question?: CheckQuestion) => Promise<FindingsDocument>;
  /** Which files are checked, and why are others not? */
  readonly scope: (question?: PathsQuestion) => ScopeDocument;
  /** What are the effective rules of every file? */
  readonly resolve: (question?: PathsQuestion) => ResolveDocument;
  /** Why is it so, for this path? It need not exist. @param question `rule`: only this rule. */
  readonly explain: (path: string, question?: { readonly rule?: string | undefined }) => ExplainDocument;
  /** Why is it so, on this line (from 1) and column (from 1)? */
  readonly explainLine: (
    place: { readonly path: string; readonly line: number; readonly column?: number | undefined },
  ) => Promise<ExplainLineDocument>;
  /** How do the rules of two files, directories or presets differ? */
  readonly compare: (first: string, second: string) => CompareDocument;
  /** What would a change of rules do? */
  readonly impact: (question?: ImpactQuestion) => Promise<ImpactDocument>;
  /**
   * Who changed the rules of a file, when, and by which line? It need not exist. Without {@link WorkspaceOptions.today}, each
   * commit is decided by its own day.
   */
  readonly history: (path: string, question?: HistoryQuestion) => Promise<HistoryDocument>;
  /** What is wrong with the configuration itself? */
  readonly doctor: () => Promise<DoctorDocument>;
  /** Which rules are there, the project's house rules among them? */
  readonly catalog: () => CatalogDocument;
  /** Repairs what can be repaired safely. */
  readonly fix: (question?: FixQuestion) => Promise<FixDocument>;
}

/** A workspace that keeps what it has read: it answers faster, and is told what changes. */
export interface Session extends Workspace {
  /**
   * Says that a file or a directory has changed, come or gone: its path, absolute or relative to the root. Without one,
   * everything may have.
   */
  readonly invalidate: (path?: string) => void;
  /** From now on, a text stands for a file, as in an editor before it is saved; with null, what is on the disk does again. */
  readonly open: (path: string, text: string | null) => void;
}

/** Opens the project around a directory. @throws UsageError when the directory or the root is none, or an option is wrong. */
export function openWorkspace(options: WorkspaceOptions = {}): Workspace {
  const given = withoutGaps(options);
  return workspaceOf(openHost(given as HostOptions), given);
}

/**
 * Opens the project around a directory and keeps what is known of it between questions. Whoever opens it says what changes.
 * @throws UsageError when the directory or the root is none, or an option is wrong.
 */
export function openSession(options: WorkspaceOptions = {}): Session {
  const given = withoutGaps(options);
  const host = openHost(given as HostOptions, true);
  return {
    ...workspaceOf(host, given),
    invalidate: (path) => host.session.forget(path ?? null),
    open: (path, text) => host.session.open(path, text),
  };
}

function withoutGaps(options: WorkspaceOptions): WorkspaceOptions {
  return Object.fromEntries(Object.entries(options).filter(([, value]) => value !== undefined));
}

function workspaceOf(host: HostWorkspace, given: WorkspaceOptions): Workspace {
  return {
    root: host.root,
    check: (question = {}) => check(host, question),
    scope: ({ paths = [] } = {}) => scopeJson(host.scope(paths)) as ScopeDocument,
    resolve: ({ paths = [] } = {}) => resolveJson(host.resolve(paths)) as ResolveDocument,
    explain: (path, { rule } = {}) => {
      const explanation = host.explain(path, rule);
      return explainJson(
        explanation, rule === undefined ? null : new Set([ruleById(rule, explanation.catalog).id]),
      ) as ExplainDocument;
    },
    explainLine: async ({ path, line, column }) =>
      explainLineJson(await host.explainLine({ file: path, line, column: column ?? null })) as ExplainLineDocument,
    compare: (first, second) => compareJson(host.compare(first, second)) as CompareDocument,
    impact: (question = {}) => impact(host, given, question),
    history: (path, question = {}) => history(host, given, path, question),
    doctor: async () => doctorJson(await host.doctor()) as DoctorDocument,
    catalog: () => catalogJson(host.catalog().catalog.rules) as CatalogDocument,
    fix: async ({ paths = [], rules = [], offered = false, write = false, signal } = {}) =>
      fixJson(await host.fix(paths, { rules, offered, writes: write, signal: signal as AbortSignal | undefined })) as FixDocument,
  };
}

async function check(
  host: HostWorkspace, { paths = [], since, rules = [], excused = false, signal }: CheckQuestion,
): Promise<FindingsDocument> {
  const report = await host.check(paths, { since, signal: signal as AbortSignal | undefined });
  const asked = narrowed(report, { rules: selectedRules(rules, report.catalog), concerns: null });
  return checkJson(asked, { level: 0, confidence: 0 }, { withExcused: excused, withFiles: false }) as FindingsDocument;
}

async function impact(
  host: HostWorkspace, options: WorkspaceOptions, { set, preset, against, between }: ImpactQuestion,
): Promise<ImpactDocument> {
  if ([set, preset, against, between].filter((one) => one !== undefined).length > 1) {
    throw wrongCall('set, preset, against and between cannot be combined');
  }
  if (preset !== undefined) return impactJson(await host.impactOfPreset(preset)) as ImpactDocument;
  if (set !== undefined) {
    return impactJson(await host.impact(host.trial({ set: [...options.set ?? [], ...set] }))) as ImpactDocument;
  }
  if (between === undefined) return impactJson(await host.impactSince(against ?? 'HEAD')) as ImpactDocument;
  const range = parseRange(host.root, between);
  if (range === null) throw wrongCall(`between: ${between} names no two revisions; write them as A..B`);
  return impactJson(await impactBetween(host.session, range)) as ImpactDocument;
}

async function history(
  host: HostWorkspace, { today }: WorkspaceOptions, path: string, { rule, since }: HistoryQuestion,
): Promise<HistoryDocument> {
  if (since !== undefined && !isDate(since)) throw wrongCall(`since: ${since} is not a date; write it as YYYY-MM-DD`);
  const events: HistoryEvent[] = [];
  try {
    for await (const event of historyOf(host.session, path, { rule: rule ?? null, since: since ?? null, today: today ?? null })) {
      events.push(event);
    }
  } catch (error) {
    // What is known up to there stays true.
    if (!(error instanceof IncompleteError) || events.length === 0) throw error;
    return historyJson(events, rule ?? null, error.incomplete) as HistoryDocument;
  }
  return historyJson(events, rule ?? null) as HistoryDocument;
}
