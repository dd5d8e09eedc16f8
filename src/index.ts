export { openSession, openWorkspace, type CheckQuestion, type FixQuestion, type ImpactQuestion, type PathsQuestion, type Session, type Workspace, type WorkspaceOptions } from './library/open-workspace.js';
export type { EndSignal } from './library/end-signal.js';
export { LayerError, UsageError } from './library/errors.js';
export type {
  CatalogDocument, CompareDocument, Confidence, DecisionData, DoctorDocument, ExplainDocument, ExplainLineDocument, FindingData, FindingsDocument, FixDocument, ImpactDocument, IncompletePath, Level, LinePlace, OptionValue, Permission, ResolveDocument, ScopeDocument, SideData, SkippedData, TrailData, WaiverData,
} from './library/documents.js';
