import type { SourceText } from '../base/source-text.js';
import type { Catalog } from '../catalog/catalog.js';
import type { Hit } from '../finders/finder.js';
import type { ForeignRegion } from '../intake/foreign-log.js';
import { lowerLevel, type ActiveLevel } from '../model/level.js';
import type { FindingNote } from '../model/finding.js';
import type { RuleId } from '../model/rule.js';
import type { RuleSet } from '../model/rule-set.js';
import type { RuleHits } from './text-order.js';

/** What another program found in a file, by a rule of the catalog. Plain data, so that it can be passed to another thread. */
export interface ForeignHit {
  readonly rule: RuleId;
  /** The level that the program gave it. */
  readonly level: ActiveLevel;
  readonly message: string;
  readonly region: ForeignRegion | null;
  /** Why the program itself does not count it; null if it does. */
  readonly suppressed: { readonly justification: string | null } | null;
  readonly notes: readonly FindingNote[];
}

/**
 * What other programs found, by the path of the file, each as {@link writtenHits}: a text is passed to another thread and
 * compared in no time.
 */
export type ForeignTexts = ReadonlyMap<string, string>;

/** Looks up what other programs found in a file. */
export type ForeignLookup = (path: string) => readonly ForeignHit[];

/** Looks up what texts have. */
export function foreignLookup(texts: ForeignTexts): ForeignLookup {
  return (path) => {
    const text = texts.get(path);
    return text === undefined ? [] : (JSON.parse(text) as WrittenHit[]).map(([rule, level, message, region, suppressed, notes]) =>
      ({ rule, level, message, region: readRegion(region), suppressed, notes }));
  };
}

/** A hit as a list, which is written and read faster than an object. */
type WrittenHit = readonly [
  ForeignHit['rule'], ForeignHit['level'], string, WrittenRegion, ForeignHit['suppressed'], ForeignHit['notes'],
];
type WrittenRegion = null | readonly [offset: number, length: number] | readonly [
  line: number, column: number | null, endLine: number | null, endColumn: number | null, isUtf16: 0 | 1,
];

/** A hit as a text. */
export function writtenHit({ rule, level, message, region, suppressed, notes }: ForeignHit): string {
  return JSON.stringify([rule, level, message, writtenRegion(region), suppressed, notes] satisfies WrittenHit);
}

/** The hits of one file as a text. @param hits each as {@link writtenHit}. */
export function writtenHits(hits: readonly string[]): string {
  return `[${hits.join(',')}]`;
}

function writtenRegion(region: ForeignRegion | null): WrittenRegion {
  if (region === null) return null;
  return region.by === 'offset'
    ? [region.offset, region.length]
    : [region.line, region.column, region.endLine, region.endColumn, region.columnsAre === 'utf16' ? 1 : 0];
}

function readRegion(written: WrittenRegion): ForeignRegion | null {
  if (written === null) return null;
  if (written.length === 2) return { by: 'offset', offset: written[0], length: written[1] };
  const [line, column, endLine, endColumn, isUtf16] = written;
  return { by: 'lines', line, column, endLine, endColumn, columnsAre: isUtf16 === 1 ? 'utf16' : 'code-points' };
}

/** What another program found as hits, for the rules that are on; each with its own level while no layer sets one. */
export function foreignHits(text: SourceText, found: readonly ForeignHit[], set: RuleSet, catalog: Catalog): RuleHits[] {
  /** By rule and level; null for a rule that is off. */
  const groups = new Map<RuleId, Map<ActiveLevel, HitGroup | null>>();
  for (const { rule, level, message, region, suppressed, notes } of found) {
    let byLevel = groups.get(rule);
    if (byLevel === undefined) groups.set(rule, (byLevel = new Map()));
    let group = byLevel.get(level);
    if (group === undefined) byLevel.set(level, (group = groupFor(rule, level, set, catalog)));
    group?.hits.push(
      { ...stretchOf(text, region), message, ...(suppressed !== null && { suppressed }), ...(notes.length > 0 && { notes }) },
    );
  }
  return [...groups.values()]
    .flatMap((byLevel) => [...byLevel.values()])
    .flatMap((group) => (group === null ? [] : { ...group, hits: group.hits.sort((a, b) => a.start - b.start) }));
}

/** Hits of one rule that have one level. */
interface HitGroup {
  readonly planned: RuleHits['planned'];
  readonly hits: Hit[];
}

function groupFor(id: RuleId, ownLevel: ActiveLevel, set: RuleSet, catalog: Catalog): HitGroup | null {
  const [setting, rule] = [set.rules.get(id), catalog.get(id)];
  if (setting === undefined || rule === undefined || setting.level === 'off') return null;
  const kind = {
    rule: id,
    level: setting.keepsUpTo === undefined ? setting.level : lowerLevel(ownLevel, setting.keepsUpTo),
    ownLevel,
    confidence: rule.confidence,
    repairs: 'safe',
  } as const;
  return {
    planned: {
      rule, order: catalog.rules.indexOf(rule), kind, mayRepair: false, options: setting.options, finder: { by: 'text' },
    },
    hits: [],
  };
}

/** A region as offsets. The file may have changed since: what is beyond it is brought back into it. */
export function stretchOf(
  { text, starts, ends }: SourceText, region: ForeignRegion | null,
): { readonly start: number; readonly end: number } {
  if (region?.by === 'offset') {
    const start = Math.min(region.offset, text.length);
    return { start, end: Math.min(start + region.length, text.length) };
  }
  const lineOf = (line: number): number => Math.min(line, starts.length) - 1;
  const offsetOf = (line: number, column: number): number => {
    const [start, end] = [starts[lineOf(line)] as number, ends[lineOf(line)] as number];
    return Math.min(
      region?.columnsAre === 'code-points' ? start + unitsOf(text.slice(start, end), column - 1) : start + column - 1, end,
    );
  };
  const { line = 1, column = null, endLine = null, endColumn = null } = region ?? {};
  const [first, last] = [starts[lineOf(line)] as number, ends[lineOf(endLine ?? line)] as number];
  const start = column === null
    ? first + (/^[ \t]*(?=\S)/.exec(text.slice(first, ends[lineOf(line)]))?.[0].length ?? 0)
    : offsetOf(line, column);
  if (endColumn !== null) return { start, end: Math.max(start, offsetOf(endLine ?? line, endColumn)) };
  // Without an end, a place is that of a word.
  return {
    start,
    end: column === null || endLine !== null
      ? Math.max(start, last)
      : Math.min(last, start + (/^[\p{L}\p{N}_]+/u.exec(text.slice(start, last))?.[0].length ?? 1)),
  };
}

/** The number of UTF-16 units in the first characters of a text. */
function unitsOf(text: string, characters: number): number {
  let units = 0;
  for (const character of text) {
    if (characters <= 0) break;
    units += character.length;
    characters -= 1;
  }
  return units + Math.max(0, characters);
}
