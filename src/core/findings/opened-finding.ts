import type { CodeLine, Excuse, Finding } from '../model/finding.js';
import { LEVELS, lowerLevel, type ActiveLevel } from '../model/level.js';
import type { Span } from '../base/place.js';
import { REPAIR_KINDS } from '../model/repair.js';
import { CONFIDENCES, type RuleId } from '../model/rule.js';
import type { RuleSet } from '../model/rule-set.js';
import {
  CODE, CONFIDENCE, END_COLUMN, END_LINE, EXCUSE, MESSAGE, OWN_LEVEL, PRINT_HIGH, PRINT_LOW, REPAIR, RULE, START_COLUMN,
  START_LINE, WIDTH,
} from './columns.js';
import type { FileFindings } from './file-findings.js';
import { fingerprintText } from './fingerprint.js';
import { plainFinding } from './plain-finding.js';
import { WrittenTexts } from './written-texts.js';

/** What all findings of a file share when they are looked at one by one. */
export class OpenFile {
  /** The level of each rule. */
  private readonly levels: readonly ActiveLevel[];
  /** Up to which level the findings of rules keep what another program gave them. */
  private readonly keeping: ReadonlyMap<number, ActiveLevel>;
  readonly texts: WrittenTexts;

  /** @param path the file's. @param set its rule set, which has the levels. */
  constructor(readonly path: string, readonly found: FileFindings, set: RuleSet) {
    this.texts = new WrittenTexts(found);
    this.levels = found.rules.map((rule) => set.rules.get(rule)?.level as ActiveLevel);
    this.keeping = new Map(found.rules.flatMap((rule, place) => {
      const keepsUpTo = set.rules.get(rule)?.keepsUpTo;
      return keepsUpTo === undefined ? [] : [[place, keepsUpTo] as const];
    }));
  }

  /** The level of a rule's finding. @param own 0, or one more than the place of its own level. */
  levelOf(rule: number, own: number): ActiveLevel {
    const keepsUpTo = this.keeping.get(rule);
    return own > 0 && keepsUpTo !== undefined
      ? lowerLevel(LEVELS[own - 1] as ActiveLevel, keepsUpTo)
      : this.levels[rule] as ActiveLevel;
  }
}

/** One of a file's findings. Its parts are put together when they are asked for. */
export class OpenedFinding implements Finding {
  constructor(private readonly file: OpenFile, private readonly at: number) {}

  get rule(): RuleId {
    return this.file.found.rules[this.number(RULE)] as RuleId;
  }

  get level(): ActiveLevel {
    return this.file.levelOf(this.number(RULE), this.number(OWN_LEVEL));
  }

  get ownLevel(): ActiveLevel | null {
    return this.number(OWN_LEVEL) === 0 ? null : LEVELS[this.number(OWN_LEVEL) - 1] as ActiveLevel;
  }

  get path(): string {
    return this.file.path;
  }

  get message(): string {
    return this.file.texts.messageAt(this.number(MESSAGE));
  }

  get code(): CodeLine {
    return this.file.texts.codeAt(this.number(CODE));
  }

  get span(): Span {
    return {
      start: { line: this.number(START_LINE), column: this.number(START_COLUMN) },
      end: { line: this.number(END_LINE), column: this.number(END_COLUMN) },
    };
  }

  get confidence(): Finding['confidence'] {
    return CONFIDENCES[this.number(CONFIDENCE)] as Finding['confidence'];
  }

  get repair(): Finding['repair'] {
    return REPAIR_KINDS[this.number(REPAIR) - 1] ?? null;
  }

  get excused(): Excuse | null {
    return this.file.found.excuses[this.number(EXCUSE) - 1] ?? null;
  }

  get fingerprint(): string {
    return fingerprintText(this.number(PRINT_HIGH), this.number(PRINT_LOW));
  }

  get notes(): Finding['notes'] {
    const { notes } = this.file.found;
    return notes.length === 0 ? undefined : notes.find(([finding]) => finding * WIDTH === this.at)?.[1];
  }

  /** What programs that use the library serialize. */
  toJSON(): Finding {
    return plainFinding(this);
  }

  private number(column: number): number {
    return this.file.found.numbers[this.at + column] as number;
  }
}
