import type { EditObstacle } from './edit-obstacle.js';
import type { Level } from './level.js';
import type { OptionType } from './option-type.js';
import type { RuleId } from './rule.js';
import type { IncompleteReason, SkippedPath } from './scope.js';

/** What is wrong with a setting of the command line. */
export type SettingMistake =
  | { readonly wrong: 'sets-nothing' }
  | { readonly wrong: 'unknown-rule'; readonly name: string; readonly near: string | null }
  | { readonly wrong: 'bad-level'; readonly level: string; readonly near: Level | null }
  | { readonly wrong: 'no-selector'; readonly found: string }
  | {
    readonly wrong: 'unknown-option';
    readonly rule: RuleId;
    readonly option: string;
    readonly near: string | null;
    readonly known: readonly string[];
  }
  | {
    readonly wrong: 'bad-value';
    readonly rule: RuleId;
    readonly option: string;
    readonly expected: OptionType;
    readonly found: string;
  };

/** A place in another program's log that makes the whole log unusable. */
export interface LogMistake {
  readonly at: { readonly line: number; readonly column: number } | { readonly pointer: string } | null;
  readonly what: string;
}

/** Paths as the user typed them, unless another form is named. */
type PathMistake =
  | { readonly code: 'nul-in-path' }
  | { readonly code: 'outside-root'; readonly path: string; readonly root: string }
  | { readonly code: 'no-root'; readonly root: string }
  | { readonly code: 'no-path'; readonly path: string }
  | { readonly code: 'no-file'; readonly path: string }
  | { readonly code: 'no-directory'; readonly path: string }
  | { readonly code: 'needs-directory'; readonly path: string }
  | { readonly code: 'needs-file'; readonly path: string }
  /** @property above the file in whose place a directory would have to be, relative to the root. */
  | { readonly code: 'below-a-file'; readonly path: string; readonly above: string }
  | { readonly code: 'link-on-path'; readonly link: string }
  | { readonly code: 'no-line'; readonly line: number; readonly lines: number; readonly path: string }
  | { readonly code: 'unreadable'; readonly path: string };

type ReasonMistake =
  | { readonly code: 'bad-date'; readonly text: string; readonly orNever: boolean }
  | { readonly code: 'past-date'; readonly until: string; readonly excuses: 'waiver' | 'entries' }
  | { readonly code: 'reason-missing' }
  | { readonly code: 'reason-empty' }
  | { readonly code: 'reason-not-text' };

type RuleMistake =
  | { readonly code: 'no-rule'; readonly rule: string; readonly near: string | null }
  | { readonly code: 'no-rule-selected'; readonly selector: string; readonly near: string | null }
  | { readonly code: 'bad-selector'; readonly selector: string; readonly near: string | null }
  | { readonly code: 'bad-setting'; readonly text: string; readonly mistake: SettingMistake }
  | { readonly code: 'offered-needs-rule' }
  /** @property off the rules that are off. */
  | {
    readonly code: 'rules-off';
    readonly selector: string;
    readonly off: readonly string[];
    readonly path: string;
    readonly isDirectory: boolean;
  }
  | { readonly code: 'not-below'; readonly path: string; readonly directory: string }
  /** @property directory relative to the root; empty for the root. */
  | { readonly code: 'nothing-checked'; readonly directory: string };

/** About `waive`. @property where the place asked about, as `FILE` or `FILE:LINE`. */
type WaiverMistake =
  | { readonly code: 'not-checked'; readonly path: string; readonly skipped: SkippedPath | null }
  | { readonly code: 'vanished'; readonly path: string }
  | { readonly code: 'given-up'; readonly path: string; readonly reason: IncompleteReason }
  | { readonly code: 'no-place-for-waiver'; readonly where: string; readonly language: string; readonly hasComments: boolean }
  | { readonly code: 'waiver-needs-rules'; readonly reach: 'below' | 'throughout' }
  | { readonly code: 'nothing-found'; readonly where: string; readonly path: string }
  | { readonly code: 'all-excused'; readonly where: string }
  | { readonly code: 'rule-finds-nothing'; readonly rule: string; readonly where: string; readonly path: string }
  | { readonly code: 'waiver-refused'; readonly rule: string; readonly path: string }
  | { readonly code: 'changed-meanwhile'; readonly path: string };

type LedgerMistake =
  | { readonly code: 'planned-needs-date'; readonly entry: { readonly path: string; readonly rule: string } | null }
  | { readonly code: 'finding-gone' }
  | { readonly code: 'ledger-refused'; readonly rule: string }
  | { readonly code: 'no-change-named' }
  | { readonly code: 'no-entry' };

type LayerMistake =
  | { readonly code: 'layer-file-exists'; readonly file: string }
  | { readonly code: 'edit-failed'; readonly file: string; readonly obstacle: EditObstacle }
  | { readonly code: 'no-personal-layer' }
  | { readonly code: 'no-root-layer' }
  | { readonly code: 'bad-preset'; readonly name: string; readonly near: string | null }
  | { readonly code: 'copy-not-yaml'; readonly file: string }
  | { readonly code: 'copy-exists'; readonly file: string }
  | { readonly code: 'copy-adopts-by-path'; readonly preset: string }
  | { readonly code: 'not-pinned'; readonly reference: string }
  | { readonly code: 'endless-adoption' }
  | { readonly code: 'fetch-failed'; readonly reference: string; readonly why: string };

type GitMistake =
  /** @property what asks for git, such as an option. */
  | { readonly code: 'needs-git'; readonly what: string; readonly why: string; readonly advice: string | null }
  | { readonly code: 'no-history'; readonly why: string; readonly advice: string | null }
  | { readonly code: 'no-revision'; readonly revision: string }
  | { readonly code: 'no-common-commit'; readonly revisions: readonly [string, string] };

/** About what comes from other programs and other runs. */
type IntakeMistake =
  | { readonly code: 'bad-part'; readonly text: string; readonly most: number }
  | { readonly code: 'bad-intake'; readonly text: string }
  | { readonly code: 'own-concern'; readonly text: string; readonly concern: string }
  /** @property largest in bytes. */
  | { readonly code: 'log-too-large'; readonly name: string; readonly largest: number }
  | { readonly code: 'bad-log'; readonly name: string; readonly mistakes: readonly LogMistake[] };

/** Why nothing was written. @property file absolute. */
type WritingMistake =
  | { readonly code: 'place-taken'; readonly question: string; readonly by: 'git-directory' | 'own-file' | 'tracked-file' }
  | { readonly code: 'report-is-directory'; readonly file: string }
  | { readonly code: 'report-unwritable'; readonly file: string; readonly why: string }
  | { readonly code: 'journal-in-the-way'; readonly file: string; readonly kind: string }
  | { readonly code: 'earlier-run-pending'; readonly file: string; readonly why: string }
  /** @property process the process that holds the lock, if its number is known. @property waited in milliseconds. */
  | { readonly code: 'other-run-writes'; readonly process: number | null; readonly waited: number; readonly file: string }
  | { readonly code: 'no-lock'; readonly file: string; readonly why: string; readonly isInTheWay: boolean }
  | { readonly code: 'no-state-folder'; readonly folder: string | null; readonly why: string | null };

/** What only one interface can ask wrongly, such as two options that exclude each other, in its own words. */
interface CallMistake {
  readonly code: 'call';
  readonly what: string;
  readonly advice: string | null;
}

/** What is wrong with a question to Elvar: nothing was done. */
export type UsageMistake =
  PathMistake
    | ReasonMistake
    | RuleMistake
    | WaiverMistake
    | LedgerMistake
    | LayerMistake
    | GitMistake
    | IntakeMistake
    | WritingMistake
    | CallMistake;
