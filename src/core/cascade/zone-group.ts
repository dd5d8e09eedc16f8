import type { ZoneCondition } from '../layers/stack.js';
import type { LanguageId } from '../base/language.js';
import { compilePatternLines } from '../patterns/pattern-lines.js';
import { NameIndex } from '../patterns/name-index.js';
import { PatternList } from '../patterns/pattern-list.js';

/** A zone as seen from one directory. `match` is null for a zone that holds for every file. */
interface ZoneState {
  readonly condition: ZoneCondition;
  readonly match: PatternList | null;
  readonly except: PatternList;
}

/**
 * The zones of one layer, as seen from one directory. Most names match none of them: an index finds the candidates
 * for a name, so that hundreds of zones do not cost hundreds of tests per file.
 */
export class ZoneGroup {
  private fileIndex: NameIndex<number> | null = null;
  private directoryIndex: NameIndex<number> | null = null;

  private constructor(private readonly zones: readonly ZoneState[]) {}

  /** The zones in the directory of their layer. */
  static of(conditions: readonly ZoneCondition[]): ZoneGroup {
    return new ZoneGroup(conditions.map((condition) => ({
      condition,
      match: condition.zone.match && PatternList.of(compilePatternLines(condition.zone.match)),
      except: PatternList.of(compilePatternLines(condition.zone.except)),
    })));
  }

  get isEmpty(): boolean {
    return this.zones.length === 0;
  }

  /**
   * The zones as seen from the subdirectory `name`. Zones that can no longer match are dropped; if nothing changes, it is the
   * same group.
   */
  descend(name: string): ZoneGroup {
    this.directoryIndex ??= this.indexDirectories();
    const concerned = new Set(this.directoryIndex.find(name));
    let next: (ZoneState | null)[] | null = null;
    for (const index of concerned) {
      const zone = this.zones[index] as ZoneState;
      const inside = descendZone(zone, name);
      if (inside === zone) continue;
      next ??= [...this.zones];
      next[index] = inside;
    }
    return next === null ? this : new ZoneGroup(next.filter((zone) => zone !== null));
  }

  /** The zones that the file `name` of this directory lies in, in their order. */
  active(name: string, language: LanguageId | null): readonly ZoneCondition[] {
    this.fileIndex ??= this.indexFiles();
    const concerned = this.fileIndex.find(name);
    if (concerned.length === 0) return NO_ZONES;
    return [...new Set(concerned)].sort((a, b) => a - b).map((index) => this.zones[index] as ZoneState)
      .filter((zone) => holdsFor(zone, name, language)).map(({ condition }) => condition);
  }

  private indexFiles(): NameIndex<number> {
    const index = new NameIndex<number>();
    this.zones.forEach(({ match }, number) => {
      if (match === null || match.isWhole) index.addForAll(number);
      else for (const step of match.steps()) index.add(step, number);
    });
    return index;
  }

  private indexDirectories(): NameIndex<number> {
    const index = new NameIndex<number>();
    this.zones.forEach(({ match, except }, number) => {
      if (except.isStable && (match === null || match.isStable)) {
        for (const step of [...(match?.steps() ?? []), ...except.steps()]) index.add(step, number);
      } else {
        index.addForAll(number);
      }
    });
    return index;
  }
}

const NO_ZONES: readonly ZoneCondition[] = [];

function descendZone(zone: ZoneState, name: string): ZoneState | null {
  const match = zone.match?.descend(name) ?? null;
  const except = zone.except.descend(name);
  if (match === zone.match && except === zone.except) return zone;
  return match?.isDead || except.isWhole ? null : { condition: zone.condition, match, except };
}

function holdsFor({ condition: { zone }, match, except }: ZoneState, name: string, language: LanguageId | null): boolean {
  if (zone.languages !== null && (language === null || !zone.languages.includes(language))) return false;
  return (match === null || match.covers(name)) && !except.covers(name);
}
