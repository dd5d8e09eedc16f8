import type { CodeLine, Finding } from '../model/finding.js';
import type { RepairKind } from '../model/repair.js';
import type { Confidence } from '../model/rule.js';
import type { Hit } from '../finders/finder.js';
import type { SourceText } from '../base/source-text.js';
import { codeLineAt } from './code-line.js';
import { Fingerprints, fingerprintText } from './fingerprint.js';
import { plainFinding } from './plain-finding.js';

/** What all findings of one rule under one rule set have in common. */
export interface FindingKind {
  readonly rule: Finding['rule'];
  readonly level: Finding['level'];
  readonly confidence: Confidence;
  /** The kind of its repairs, unless a hit says otherwise. */
  readonly repairs: RepairKind;
  /** The level that another program gave these findings; absent for what Elvar itself found. */
  readonly ownLevel?: Finding['level'] | undefined;
}

/** The findings of one file while it is looked at, with what is needed to locate them. */
export class FoundFindings {
  /** In text order once all are found. */
  readonly all: FoundFinding[] = [];
  private prints: ReadonlyMap<FoundFinding, string> | null = null;

  constructor(readonly text: SourceText) {}

  /** Adds findings. */
  add(kind: FindingKind, hit: Hit, mayRepair: boolean, excused: Finding['excused']): FoundFinding {
    const finding = new FoundFinding(this, kind, hit, mayRepair, excused);
    this.all.push(finding);
    return finding;
  }

  /** The fingerprint of one of them. All are computed when the first is needed: equal ones differ by their number in the file. */
  fingerprintOf(finding: FoundFinding): string {
    if (this.prints === null) {
      const prints = new Fingerprints(this.text);
      this.prints = new Map(this.all.map((own) => {
        prints.next(own.rule, own.line);
        return [own, fingerprintText(prints.high, prints.low)];
      }));
    }
    return this.prints.get(finding) as string;
  }
}

/**
 * A finding as offsets into the text. Its line, column and fingerprint are computed on demand, and most runs need them for
 * only a few of hundreds of thousands.
 */
export class FoundFinding implements Finding {
  /** Offset of the first character. */
  readonly start: number;
  /** Exclusive. */
  readonly end: number;
  readonly message: string;
  readonly confidence: Confidence;
  readonly repair: RepairKind | null;
  readonly notes: Finding['notes'];

  constructor(
    private readonly file: FoundFindings,
    private readonly kind: FindingKind,
    { start, end, message, confidence, repair, repairKind, notes }: Hit,
    mayRepair: boolean,
    readonly excused: Finding['excused'],
  ) {
    this.start = start;
    this.end = end;
    this.message = message;
    this.notes = notes;
    this.confidence = confidence ?? kind.confidence;
    this.repair = repair === undefined || !mayRepair ? null : repairKind ?? kind.repairs;
  }

  get rule(): Finding['rule'] {
    return this.kind.rule;
  }

  get level(): Finding['level'] {
    return this.kind.level;
  }

  get ownLevel(): Finding['level'] | null {
    return this.kind.ownLevel ?? null;
  }

  get path(): string {
    return this.file.text.path;
  }

  /** The 1-based line that it starts on. */
  get line(): number {
    return this.file.text.lineAt(this.start);
  }

  get span(): Finding['span'] {
    const { text } = this.file;
    return { start: text.positionAt(this.start), end: text.positionAt(this.end) };
  }

  get code(): CodeLine {
    const { text } = this.file;
    return codeLineAt(text, text.lineAt(this.start), this.start);
  }

  get fingerprint(): string {
    return this.file.fingerprintOf(this);
  }

  /** What programs that use the library serialize. */
  toJSON(): Finding {
    return plainFinding(this);
  }
}
