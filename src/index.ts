export {
  openSession, openWorkspace, type CheckQuestion, type FixQuestion, type HistoryQuestion, type ImpactQuestion,
  type PathsQuestion, type Session, type Workspace, type WorkspaceOptions,
} from './library/open-workspace.js';
export type { EndSignal } from './library/end-signal.js';
export { IncompleteError, LayerError, UsageError } from './library/errors.js';
export type {
  BrokenExpectationData, CatalogDocument, CompareDocument, Confidence, DecisionData, ExplainDocument, ExplainLineDocument,
  FindingData, FindingsDocument, FixDocument, IncompletePath, Level, LinePlace, OptionValue, Permission, ResolveDocument,
  ScopeDocument, SideData, SkippedData, TrailData, WaiverData,
} from './library/documents.js';
export type { DoctorDocument, HistoryDocument, ImpactDocument } from './library/change-documents.js';
