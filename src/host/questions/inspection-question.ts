import type { FileFindings } from '../../core/findings/file-findings.js';
import type { Facts } from '../../core/facts/facts.js';
import type { ForeignTexts } from '../../core/inspect/foreign-hits.js';
import type { ProjectFindingTexts } from '../../core/inspect/project-findings.js';
import type { ForeignRule } from '../../core/model/foreign-rule.js';
import type { HouseRule } from '../../core/model/house-rule.js';
import type { ScopeSettings } from '../../core/model/layer.js';
import type { RuleSet } from '../../core/model/rule-set.js';
import type { CheckedFile, IncompleteReason } from '../../core/model/scope.js';
import type { WaiverTerms } from '../../core/waivers/account.js';
import type { FileStamp } from '../files/stamp.js';
import type { SkippedReading } from '../files/source-file.js';

/** A file as a commit has it. */
export interface StoredText {
  /** The name of git's object. */
  readonly object: string;
}

/** What stands for a file of a question: the text of a document, a text that git has, or why there is none. */
export type StandIn = string | StoredText | SkippedReading;

/** What is found in files? Plain data, so that it can be passed to another thread. */
export interface InspectionQuestion {
  readonly root: string;
  readonly settings: Pick<ScopeSettings, 'largest' | 'generated' | 'longestLook'>;
  readonly sets: readonly RuleSet[];
  /** What counts for waivers. */
  readonly terms: WaiverTerms;
  /** Paths of Elvar's own files among these. */
  readonly ownFiles: readonly string[];
  /** The house rules of the project, as declared. */
  readonly houseRules: readonly HouseRule[];
  /** The rules of other programs, and what these found. */
  readonly foreignRules: readonly ForeignRule[];
  readonly foreign: ForeignTexts;
  /** What is known of files only by the whole project. */
  readonly byProject: ProjectFindingTexts;
  /** What stands for files, by path: the texts of documents that are open and not saved, or of another time. */
  readonly documents: Readonly<Record<string, StandIn>>;
  /** Whether to tell which version of each file was read. */
  readonly wantsVersions: boolean;
  /** Whether to tell how each finding can be repaired. */
  readonly wantsRepairs: boolean;
  /** Whether to tell what each file contributes to what is known of the project. */
  readonly wantsFacts: boolean;
  /** `set` is an index into `sets`. */
  readonly files: readonly (CheckedFile & { readonly set: number })[];
}

/** The version of a file that was read. */
export interface ReadVersion {
  readonly digest: string;
  readonly stamp: FileStamp;
}

/** The result of one file; `index` counts the files of the question. */
export interface InspectedFile {
  readonly index: number;
  readonly outcome: FileFindings | SkippedReading | GivenUp;
  /** Null if it was not read, or nobody wants to know. */
  readonly version: ReadVersion | null;
  /** What it contributes to what is known of the project; null if nothing is known of it, or nobody wants to know. */
  readonly facts: Facts | null;
}

/** What came of a file that was given up. */
export interface GivenUp {
  readonly givenUp: IncompleteReason;
}
