import type { Excuse } from '../model/finding.js';
import { formatSelector, selects, type SelectableRule } from '../model/selector.js';
import type { Lines, MalformedWaiver, Reach, StrayResume, Waiver, WaiverReading } from './waiver.js';

/** The settings that affect the waivers of a run. */
export interface WaiverTerms {
  /** The day that decides whether waivers have expired, as YYYY-MM-DD. */
  readonly today: string;
  /** Whether a waiver without a reason excuses nothing. */
  readonly needsReasons: boolean;
}

/** A waiver and its uses. */
export interface AccountedWaiver {
  readonly waiver: Waiver;
  readonly isExpired: boolean;
  /** Whether it has the reason that the project requires. */
  readonly isReasoned: boolean;
  /** The number of findings that each selector excused. */
  readonly excused: number[];
  /** For each selector, the rule of the first finding that it would excuse but may not. */
  readonly refused: (string | null)[];
}

/** A waiver in reports: plain data. */
export interface WaiverRecord {
  readonly line: number;
  readonly selectors: readonly string[];
  readonly reach: Reach;
  readonly until: string | null;
  readonly because: string | null;
  readonly isExpired: boolean;
  /** The lines that each selector covers, from 1; `to` is null for the end of the file. */
  readonly covers: readonly ({ readonly from: number; readonly to: number | null } | null)[];
  /** The number of findings that each selector excused. */
  readonly excused: readonly number[];
}

/** Keeps account of a file's waivers: what they excuse, and which excuse nothing. */
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

  /** Whether no comment of the file is about waivers. */
  get isEmpty(): boolean {
    return this.waivers.length + this.malformed.length + this.stray.length === 0;
  }

  /**
   * Finds the waiver that excuses a finding, and records the use. Of several, it returns the one that reaches least far and, of
   * these, the latest; all of them count as used.
   * @param line the line on which the finding starts, from 1.
   * @param allowed whether the rule may be waived here.
   * @param about the offset of the waiver that the finding is about: a waiver does not excuse findings in itself.
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

  /** The waivers in the form for reports. */
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
