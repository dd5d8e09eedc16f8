import { EMPTY_STACK, extendStack, type AdoptionLookup, type Stack, type ZoneCondition } from '../layers/stack.js';
import type { LanguageId } from '../model/language.js';
import type { LayerFile } from '../model/layer.js';
import type { DecidedRules } from '../model/rule-set.js';
import { compilePatternLines } from '../scope/pattern-lines.js';
import { PatternList } from '../scope/pattern-list.js';
import type { Resolver } from './resolver.js';

/** A zone as seen from one directory. `match` is null for a zone that holds for every file. */
interface ZoneState {
  readonly condition: ZoneCondition;
  readonly match: PatternList | null;
  readonly except: PatternList;
}

/** What is said for the files of one directory: its stack, and what is left of the patterns of the zones around it. */
export class DirectoryRules {
  private constructor(readonly stack: Stack, private readonly zones: readonly ZoneState[]) {}

  /** Before any layer file is read. */
  static readonly NONE = new DirectoryRules(EMPTY_STACK, []);

  /** The rules of this directory once its own layer file is added. */
  with(layer: LayerFile, lookup: AdoptionLookup): DirectoryRules {
    const added: ZoneCondition[] = [];
    const stack = extendStack(this.stack, layer, lookup, added);
    const zones = added.map((condition): ZoneState => ({
      condition,
      match: condition.zone.match && PatternList.of(compilePatternLines(condition.zone.match)),
      except: PatternList.of(compilePatternLines(condition.zone.except)),
    }));
    return new DirectoryRules(stack, [...this.zones, ...zones]);
  }

  /** The rules in the directory `name` of this one, before its own layer file. Zones that have ended are dropped. */
  descend(name: string): DirectoryRules {
    let isSame = true;
    const zones = this.zones.flatMap((zone) => {
      const match = zone.match?.descend(name) ?? null;
      const except = zone.except.descend(name);
      if (match === zone.match && except === zone.except) return [zone];
      isSame = false;
      return match?.isDead || except.isWhole ? [] : [{ condition: zone.condition, match, except }];
    });
    return isSame ? this : new DirectoryRules(this.stack, zones);
  }

  /** The decided rules for the file `name` of this directory. @param language its language; null when it is of none that is known. */
  rulesFor(name: string, language: LanguageId | null, resolver: Resolver): DecidedRules {
    const active = this.zones.filter(({ condition: { zone }, match, except }) =>
      (zone.languages === null || (language !== null && zone.languages.includes(language)))
      && (match === null || match.covers(name)) && !except.covers(name));
    return resolver.decide(this.stack, active.map((zone) => zone.condition));
  }
}
