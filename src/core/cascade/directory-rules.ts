import {
  EMPTY_STACK, extendStack, type AdoptionLookup, type Stack, type StackExpectation, type ZoneCondition,
} from '../layers/stack.js';
import type { LanguageId } from '../base/language.js';
import type { LayerFile } from '../model/layer.js';
import type { DecidedRules } from '../model/rule-set.js';
import type { Resolver } from './resolver.js';
import { ExpectedHere } from './expected-here.js';
import { ZoneGroup } from './zone-group.js';

const NOTHING_EXPECTED: readonly ExpectedHere[] = [];
const NONE_EXPECTED: readonly StackExpectation[] = [];

/** What applies to the files of one directory: its stack, and what the zones' patterns have left to match. */
export class DirectoryRules {
  /**
   * @param expected the expectations of this directory and those above, by the layers that have them.
   * @param added the expectations of the layer that was added last.
   */
  private constructor(
    readonly stack: Stack,
    private readonly groups: readonly ZoneGroup[],
    private readonly expected: readonly ExpectedHere[] = NOTHING_EXPECTED,
    readonly added: readonly StackExpectation[] = NONE_EXPECTED,
  ) {}

  /** Before any layer file is read. */
  static readonly NONE = new DirectoryRules(EMPTY_STACK, []);

  /** The rules of this directory once its own layer file is added. */
  with(layer: LayerFile, lookup: AdoptionLookup): DirectoryRules {
    const added: { zones: ZoneCondition[]; expectations: StackExpectation[] } = { zones: [], expectations: [] };
    const stack = extendStack(this.stack, layer, lookup, added);
    const { zones, expectations } = added;
    return new DirectoryRules(
      stack,
      zones.length === 0 ? this.groups : [...this.groups, ZoneGroup.of(zones)],
      expectations.length === 0 ? this.expected : [...this.expected, ExpectedHere.of(expectations)],
      expectations,
    );
  }

  /** The rules in the directory `name` of this one, before its own layer file. */
  descend(name: string): DirectoryRules {
    const groups = this.groups.map((group) => group.descend(name));
    const expected = this.expected.map((own) => own.descend(name));
    const isSame = groups.every((group, index) => group === this.groups[index])
      && expected.every((own, index) => own === this.expected[index]);
    return isSame
      ? this
      : new DirectoryRules(this.stack, groups.filter((group) => !group.isEmpty), expected.filter((own) => !own.isEmpty));
  }

  /**
   * The decided rules for the file `name` of this directory.
   * @param language its language; null if it has none that Elvar knows.
   */
  rulesFor(name: string, language: LanguageId | null, resolver: Resolver): DecidedRules {
    return resolver.decide(this.stack, this.zonesOf(name, language));
  }

  /**
   * What is expected of the file `name` of this directory.
   * @param language its language; null if it has none that Elvar knows.
   */
  expectationsFor(name: string, language: LanguageId | null): readonly StackExpectation[] {
    if (this.expected.length === 0) return NONE_EXPECTED;
    const about = this.expected.flatMap((own) => own.about(name, language));
    if (about.length === 0) return NONE_EXPECTED;
    const zones = about.some((one) => one.zones.length > 0) ? this.zonesOf(name, language) : [];
    return about.filter((one) => one.zones.every((zone) => zones.includes(zone)));
  }

  private zonesOf(name: string, language: LanguageId | null): ZoneCondition[] {
    const active: ZoneCondition[] = [];
    for (const group of this.groups) active.push(...group.active(name, language));
    return active;
  }
}
