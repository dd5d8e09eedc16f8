import type { LanguageId } from '../base/language.js';
import type { FileFacts } from '../facts/facts.js';
import type { ProjectFacts } from '../facts/project.js';
import type { FindingNote } from '../model/finding.js';
import type { Repair, RepairKind } from '../model/repair.js';
import type { Confidence } from '../model/rule.js';
import type { SelectableRules } from '../model/selector.js';
import type { ParsedSource, Source } from '../syntax/source.js';
import type { WaiverAccount } from '../waivers/account.js';
import type { QueryMatch } from 'web-tree-sitter';

/** What a rule reports: a stretch of text as UTF-16 offsets (`end` is exclusive), and what is wrong with it. */
export interface Hit {
  readonly start: number;
  readonly end: number;
  readonly message: string;
  /** A repair, or a function that works one out on demand; absent if there is none. */
  readonly repair?: Repair | RepairMaker | undefined;
  /** How far this repair can be trusted, if not as the rule says. */
  readonly repairKind?: RepairKind | undefined;
  /** How far this finding can be trusted, if less than the rule says. */
  readonly confidence?: Confidence | undefined;
  /** Why another program, which found it, does not count it. */
  readonly suppressed?: { readonly justification: string | null } | undefined;
  /** What else that program said about it. */
  readonly notes?: readonly FindingNote[] | undefined;
}

/** Works out the repair of a hit: most runs only need to know that there is one. */
type RepairMaker = (hit: Hit) => Repair;

/** Finds in any file, whatever its language. */
export interface TextFinder<Options> {
  readonly by: 'text';
  find(source: Source, options: Options): Iterable<Hit>;
}

/**
 * Finds by a tree-sitter query. Without `judge` each `@finding` capture is a finding with `message`, in which
 * `{name}` stands for the text of the capture of that name. With `judge`, code decides over all matches of the file.
 */
export type SyntaxFinder<Options> =
  | { readonly by: 'query'; readonly query: string; readonly message: string }
  | {
      readonly by: 'query';
      readonly query: string;
      judge(matches: readonly QueryMatch[], source: ParsedSource, options: Options): Iterable<Hit>;
    };

/** Finds by looking at the syntax, where a query cannot say it. */
export interface TreeFinder<Options> {
  readonly by: 'tree';
  /** Node types of which a file needs at least one for anything to be found; null if unknown. */
  readonly needs: readonly string[] | null;
  find(source: ParsedSource, options: Options): Iterable<Hit>;
  /** What else it finds, by what is known of the whole project. */
  readonly alsoByProject?: ProjectFinder<Options>['find'] | undefined;
  /** Which words in a file count, by what is known of the whole project; the source tells them as its `learned`. */
  readonly learn?: LearnFromProject | undefined;
}

/** The words that a rule needs to know of, as numbers. */
export type LearnFromProject = (file: FileFacts, project: ProjectFacts) => readonly number[];

/** A hit that needs no source. */
export type ProjectHit = Pick<Hit, 'start' | 'end' | 'message' | 'confidence'>;

/** Finds by what is known of the whole project, in one file of it. */
export interface ProjectFinder<Options> {
  readonly by: 'project';
  find(file: FileFacts, project: ProjectFacts, options: Options): readonly ProjectHit[];
}

/** Finds by the state of a file's waivers, after all other rules have run. */
export interface WaiverFinder {
  readonly by: 'waivers';
  find(account: WaiverAccount, rules: SelectableRules): Iterable<Hit>;
}

/** How a rule finds in one language. */
export type Finder<Options> = TextFinder<Options>
  | SyntaxFinder<Options>
  | TreeFinder<Options>
  | ProjectFinder<Options>
  | WaiverFinder;

/** How a rule finds: the same way in every text, or separately for each language it knows. */
export type Finders<Options> =
  | { readonly everywhere: TextFinder<Options> | WaiverFinder }
  | {
      readonly languages: Readonly<Partial<Record<LanguageId, Finder<Options>>>>;
      /** How it finds in a language whose folder says that it speaks the rule, but not how. */
      readonly others?: Finder<Options> | undefined;
    };
