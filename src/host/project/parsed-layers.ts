import type { Notice } from '../../core/cascade/report-base.js';
import { withAdopted, type LayerDocument } from '../../core/layers/layer-document.js';
import type { IntakeDeclaration } from '../../core/model/layer.js';
import type { Problem } from '../../core/model/problem.js';
import type { IncompletePath } from '../../core/model/scope.js';
import type { Directory } from './tree.js';

const NO_INTAKE: readonly IntakeDeclaration[] = [];

/** What is wrong with layer files that could not be read, and what is only ignored. */
export interface UnreadLayers {
  readonly problems: readonly Problem[];
  readonly warnings: readonly Problem[];
}

/** The layer files that a question depends on, parsed: those of directories, and those that belong to none. */
export class ParsedLayers {
  /** All layer files, with what they adopt, in the order of reading. */
  readonly documents: readonly LayerDocument[];

  /**
   * @param around what comes before the root's file, or is asked about by itself.
   * @param directories those in question and all around them, the outer ones first.
   */
  constructor(
    private readonly around: readonly LayerDocument[],
    readonly directories: readonly Directory[],
    private readonly unread: UnreadLayers,
  ) {
    this.documents = withAdopted([...around, ...directories.flatMap(({ document }) => document ?? [])]);
  }

  /** These with one more before the root's. */
  with(document: LayerDocument): ParsedLayers {
    return new ParsedLayers([...this.around, document], this.directories, this.unread);
  }

  /** These, then others. */
  and(others: ParsedLayers): ParsedLayers {
    return new ParsedLayers([...this.documents, ...others.documents], this.directories, this.unread);
  }

  /** The logs of other programs that the root's file takes in. */
  get intake(): readonly IntakeDeclaration[] {
    return this.rootFile?.intake ?? NO_INTAKE;
  }

  /** Whether the root's policy asks for reasons. */
  get needsReasons(): boolean {
    return this.rootFile?.needsReasons ?? false;
  }

  private get rootFile(): LayerDocument['parsed']['layer'] | undefined {
    return this.directories.find(({ parent }) => parent === null)?.document?.parsed.layer;
  }

  /** The number of directories with a layer file. */
  get layerFiles(): number {
    return this.directories.filter(({ document }) => document !== null).length;
  }

  /** What is wrong, besides what layer files say. */
  get problems(): Problem[] {
    return [...this.unread.problems, ...this.directories.flatMap(({ problems }) => problems)];
  }

  /** What could not be read. */
  get incomplete(): IncompletePath[] {
    return this.directories.flatMap(({ incomplete }) => incomplete);
  }

  /** What was ignored and may surprise. @param warnings of the layer files. */
  noticesWith(warnings: readonly Problem[]): Notice[] {
    return [
      ...this.directories.flatMap(({ notices }) => notices),
      ...[...this.unread.warnings, ...warnings].map((problem) => ({ problem })),
    ];
  }

  /** The texts that may be shown, by the names in places. */
  texts(): Map<string, string> {
    const ofLayers = this.documents.filter(({ isShown }) => isShown).map(({ source, text }) => [source.file, text] as const);
    return new Map([...ofLayers, ...this.directories.flatMap(({ texts }) => texts)]);
  }
}
