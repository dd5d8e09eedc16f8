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
  /** The waivers of single lines by the line that they cover, and all others. Both in text order. */
  private readonly byLine = new Map<number, AccountedWaiver[]>();
  private readonly wide: AccountedWaiver[] = [];
  private readonly wideByRule = new Map<string, readonly SelectingWaiver[]>();

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
    for (const entry of this.waivers) this.sortIn(entry);
  }

  private sortIn(entry: AccountedWaiver): void {
    const { reach, covers } = entry.waiver;
    if (reach !== 'line') this.wide.push(entry);
    const line = covers[0]?.from;
    if (reach !== 'line' || line === undefined) return;
    const others = this.byLine.get(line);
    if (others === undefined) this.byLine.set(line, [entry]);
    else others.push(entry);
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
    const best = this.use(this.wideFor(rule), { rule, line, allowed, about }, null);
    const last = this.use(selectingIn(this.byLine.get(line) ?? [], rule), { rule, line, allowed, about }, best);
    if (last === null) return null;
    const { line: written, because, until } = last.waiver;
    return { by: 'waiver', line: written, because, until, status: null };
  }

  /**
   * Records the use of waivers for a finding.
   * @returns the one that reaches least far, or `best` if that reaches less far than all.
   */
  private use(
    selecting: readonly SelectingWaiver[], { rule, line, allowed, about }: WaivableFinding, best: AccountedWaiver | null,
  ): AccountedWaiver | null {
    let nearest = best;
    let least = best === null ? Infinity : rankOf(best);
    // Thousands of waivers may cover thousands of findings.
    for (let at = 0; at < selecting.length; at += 1) {
      const { entry, index, others, from, to, rank } = selecting[at] as SelectingWaiver;
      const own = from <= line && line <= to ? index
        : others === null ? -1
        : others.find((place) => isIn(line, entry.waiver.covers[place])) ?? -1;
      if (own < 0 || entry.waiver.start === about) continue;
      if (!allowed) {
        entry.refused[own] ??= rule.id;
        continue;
      }
      (entry.excused[own] as number) += 1;
      if (rank > least) continue;
      least = rank;
      nearest = entry;
    }
    return nearest;
  }

  /** A file may have thousands of waivers and of findings: which of them select a rule is found out once. */
  private wideFor(rule: SelectableRule): readonly SelectingWaiver[] {
    let known = this.wideByRule.get(rule.id);
    if (known === undefined) this.wideByRule.set(rule.id, (known = selectingIn(this.wide, rule)));
    return known;
  }

  /** The waivers in the form for reports. */
  records(): WaiverRecord[] {
    return this.waivers.map(({ waiver: { line, selectors, reach, until, because, covers }, isExpired, excused }) => ({
      line, selectors: selectors.map(formatSelector), reach, until, because, isExpired, covers: covers.map(plainLines), excused: [
        ...excused,
      ],
    }));
  }
}

/** A finding that waivers may excuse. */
interface WaivableFinding {
  readonly rule: SelectableRule;
  readonly line: number;
  readonly allowed: boolean;
  readonly about: number | null;
}

/**
 * A waiver that counts, with the first of its selectors that selects a rule, the lines that this one covers, and the other
 * selectors that do.
 */
interface SelectingWaiver {
  readonly entry: AccountedWaiver;
  readonly index: number;
  readonly from: number;
  readonly to: number;
  readonly others: readonly number[] | null;
  readonly rank: number;
}

function selectingIn(entries: readonly AccountedWaiver[], rule: SelectableRule): SelectingWaiver[] {
  return entries.flatMap((entry) => {
    if (entry.isExpired || !entry.isReasoned) return [];
    const [index, ...others] = entry.waiver.selectors.flatMap((selector, place) => (selects(selector, rule) ? [place] : []));
    if (index === undefined) return [];
    const { from, to } = entry.waiver.covers[index] ?? { from: Infinity, to: -Infinity };
    return [{ entry, index, from, to, others: others.length === 0 ? null : others, rank: rankOf(entry) }];
  });
}

function rankOf({ waiver }: AccountedWaiver): number {
  return REACHES.indexOf(waiver.reach);
}

const REACHES: readonly Reach[] = ['line', 'below', 'throughout'];

function isIn(line: number, lines: Lines | null | undefined): boolean {
  return lines != null && lines.from <= line && line <= lines.to;
}

function plainLines(lines: Lines | null): { readonly from: number; readonly to: number | null } | null {
  return lines === null ? null : { from: lines.from, to: lines.to === Infinity ? null : lines.to };
}
