import type { Finding } from '../model/finding.js';
import type { Hit } from '../model/rule.js';
import type { SourceText } from '../model/source-text.js';
import { fingerprintsOf } from './fingerprint.js';

/** What the findings of one rule under one rule set have in common. */
export interface FindingKind {
  readonly rule: Finding['rule'];
  readonly level: Finding['level'];
}

/** The findings of one file, and what it takes to tell where they are. */
export class FileFindings {
  /** In the order of the text once all have been found. */
  readonly all: FoundFinding[] = [];
  private prints: ReadonlyMap<FoundFinding, string> | null = null;

  constructor(readonly text: SourceText) {}

  /** Adds what was found. */
  add(kind: FindingKind, hit: Hit, fixable: boolean, excused: Finding['excused']): FoundFinding {
    const finding = new FoundFinding(this, kind, hit, fixable, excused);
    this.all.push(finding);
    return finding;
  }

  /** The fingerprint of one of them. They are all made when the first is asked for: equal ones are told by their number in the file. */
  fingerprintOf(finding: FoundFinding): string {
    if (this.prints === null) {
      const prints = fingerprintsOf(this.all, this.text);
      this.prints = new Map(this.all.map((own, index) => [own, prints[index] as string]));
    }
    return this.prints.get(finding) as string;
  }
}

/**
 * A finding as offsets into the text: its line, its column and its fingerprint are made when one asks for them, and most runs
 * ask for few of some hundred thousand.
 */
export class FoundFinding implements Finding {
  /** Offset of the first character. */
  readonly start: number;
  /** Exclusive. */
  readonly end: number;
  readonly message: string;

  constructor(
    private readonly file: FileFindings,
    private readonly kind: FindingKind,
    { start, end, message }: Hit,
    readonly fixable: boolean,
    readonly excused: Finding['excused'],
  ) {
    this.start = start;
    this.end = end;
    this.message = message;
  }

  get rule(): Finding['rule'] {
    return this.kind.rule;
  }

  get level(): Finding['level'] {
    return this.kind.level;
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

  get fingerprint(): string {
    return this.file.fingerprintOf(this);
  }

  /** What programs that use the library write down of it. */
  toJSON(): Finding {
    return plainFinding(this);
  }
}

/** A finding as plain data, so that it can be handed to another thread. */
export function plainFinding({ rule, level, path, span, message, fixable, excused, fingerprint }: Finding): Finding {
  return { rule, level, path, span, message, fixable, excused, fingerprint };
}
