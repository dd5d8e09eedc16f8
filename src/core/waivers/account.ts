import type { Excuse } from '../model/finding.js';
import { formatSelector, selects, type SelectableRule } from '../model/selector.js';
import type { Lines, MalformedWaiver, Reach, StrayResume, Waiver, WaiverReading } from './waiver.js';

/** What counts for the waivers of a run. */
export interface WaiverTerms {
  /** The day on which waivers have expired or not, as YYYY-MM-DD. */
  readonly today: string;
  /** Whether a waiver without a reason excuses nothing. */
  readonly needsReasons: boolean;
}

/** A waiver, and what became of it. */
export interface AccountedWaiver {
  readonly waiver: Waiver;
  readonly isExpired: boolean;
  /** Whether it has the reason that the project asks for. */
  readonly isReasoned: boolean;
  /** How many findings each selector excused. */
  readonly excused: number[];
  /** For each selector the first finding's rule that it would excuse, and may not. */
  readonly refused: (string | null)[];
}

/** A waiver as answers tell of it: plain data. */
export interface WaiverRecord {
  readonly line: number;
  readonly selectors: readonly string[];
  readonly reach: Reach;
  readonly until: string | null;
  readonly because: string | null;
  readonly isExpired: boolean;
  /** For each selector the lines that it covers, from 1; `to` is null for the end of the file. */
  readonly covers: readonly ({ readonly from: number; readonly to: number | null } | null)[];
  /** For each selector how many findings it excused. */
  readonly excused: readonly number[];
}

/** Keeps the account of a file's waivers: what they excuse, and which excuse nothing. */
export class WaiverAccount {
  readonly waivers: readonly AccountedWaiver[];
  readonly malformed: readonly MalformedWaiver[];
  readonly stray: readonly StrayResume[];

  constructor({ waivers, malformed, stray }: WaiverReading, { today, needsReasons }: WaiverTerms) {
    this.malformed = malformed;
    this.stray = stray;
    this.waivers = waivers.map((waiver) => ({
      waiver,
      isExpired: waiver.until !== null && waiver.until < today,
      isReasoned: waiver.because !== null || !needsReasons,
      excused: waiver.selectors.map(() => 0),
      refused: waiver.selectors.map(() => null),
    }));
  }

  /** Whether no comment of the file speaks of waivers. */
  get isEmpty(): boolean {
    return this.waivers.length + this.malformed.length + this.stray.length === 0;
  }

  /**
   * What excuses a finding, and notes that it does. Of several waivers the one that reaches least far is told, and of
   * these the latest; all of them are needed.
   * @param line where the finding starts, from 1.
   * @param allowed whether the rule may be waived here.
   * @param about the offset of the waiver that the finding is about: it does not excuse what is found in itself.
   */
  excuse(rule: SelectableRule, line: number, allowed: boolean, about: number | null = null): Excuse | null {
    let best: AccountedWaiver | null = null;
    for (const entry of this.waivers) {
      const { waiver, isExpired, isReasoned } = entry;
      if (isExpired || !isReasoned || waiver.start === about) continue;
      const index = waiver.selectors.findIndex((selector, place) => isIn(line, waiver.covers[place]) && selects(selector, rule));
      if (index < 0) continue;
      if (!allowed) {
        entry.refused[index] ??= rule.id;
        continue;
      }
      entry.excused[index]! += 1;
      if (best === null || REACHES.indexOf(waiver.reach) <= REACHES.indexOf(best.waiver.reach)) best = entry;
    }
    if (best === null) return null;
    const { line: written, because, until } = best.waiver;
    return { by: 'waiver', line: written, because, until, status: null };
  }

  /** The waivers as answers tell of them. */
  records(): WaiverRecord[] {
    return this.waivers.map(({ waiver: { line, selectors, reach, until, because, covers }, isExpired, excused }) => ({
      line, selectors: selectors.map(formatSelector), reach, until, because, isExpired, covers: covers.map(plainLines), excused: [...excused],
    }));
  }
}

const REACHES: readonly Reach[] = ['line', 'below', 'throughout'];

function isIn(line: number, lines: Lines | null | undefined): boolean {
  return lines != null && lines.from <= line && line <= lines.to;
}

function plainLines(lines: Lines | null): { readonly from: number; readonly to: number | null } | null {
  return lines === null ? null : { from: lines.from, to: lines.to === Infinity ? null : lines.to };
}
