export { openWorkspace, Workspace, type WorkspaceOptions } from './host/workspace.js';
export { LayerError, UsageError } from './host/errors.js';
export type {
  CheckReport, CheckedSource, CompareReport, DoctorReport, Explanation, ImpactReport, LedgerChange, LedgerReport, LineExplanation, PresetReport, PresetSummary, ResolveReport, ResolvedFile, ScopeReport,
} from './core/model/report.js';
export type { Relation, RuleDifference } from './core/compare/compare-rules.js';
export type { Decision, Effect, LayerInstance, Statement, TrailEntry } from './core/model/statement.js';
export type { DecidedRules, RuleSet, RuleSetting } from './core/model/rule-set.js';
export type { Excuse, Finding } from './core/model/finding.js';
export type { AccountedEntry, EntryState, LedgerEntry, LedgerStatus } from './core/model/ledger.js';
export type { EntryChoice, LedgerChoice, LedgerDesk, Verdict } from './host/ledger-desk.js';
export type { WaiverDesk } from './host/waiver-desk.js';
export type { RuleDesk } from './host/rule-desk.js';
export type { Level } from './core/model/level.js';
export type { OptionValue, OptionValues } from './core/model/option.js';
export type { Place, Position, Span } from './core/model/place.js';
export type { Problem, ProblemDetail } from './core/model/problem.js';
export type { CheckedFile, IncompletePath, PatternOrigin, SkippedPath, SkipReason } from './core/model/scope.js';
