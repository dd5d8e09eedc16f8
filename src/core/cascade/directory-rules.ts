import { EMPTY_STACK, extendStack, type AdoptionLookup, type Stack, type ZoneCondition } from '../layers/stack.js';
import type { LanguageId } from '../base/language.js';
import type { LayerFile } from '../model/layer.js';
import type { DecidedRules } from '../model/rule-set.js';
import type { Resolver } from './resolver.js';
import { ZoneGroup } from './zone-group.js';

/** What applies to the files of one directory: its stack, and what the zones' patterns have left to match. */
export class DirectoryRules {
  private constructor(readonly stack: Stack, private readonly groups: readonly ZoneGroup[]) {}

  /** Before any layer file is read. */
  static readonly NONE = new DirectoryRules(EMPTY_STACK, []);

  /** The rules of this directory once its own layer file is added. */
  with(layer: LayerFile, lookup: AdoptionLookup): DirectoryRules {
    const added: ZoneCondition[] = [];
    const stack = extendStack(this.stack, layer, lookup, added);
    return new DirectoryRules(stack, added.length === 0 ? this.groups : [...this.groups, ZoneGroup.of(added)]);
  }

  /** The rules in the directory `name` of this one, before its own layer file. */
  descend(name: string): DirectoryRules {
    const groups = this.groups.map((group) => group.descend(name));
    const isSame = groups.every((group, index) => group === this.groups[index]);
    return isSame ? this : new DirectoryRules(this.stack, groups.filter((group) => !group.isEmpty));
  }

  /** The decided rules for the file `name` of this directory. @param language its language; null if it has none that Elvar knows. */
  rulesFor(name: string, language: LanguageId | null, resolver: Resolver): DecidedRules {
    const active: ZoneCondition[] = [];
    for (const group of this.groups) active.push(...group.active(name, language));
    return resolver.decide(this.stack, active);
  }
}
