import type { LanguageId } from '../base/language.js';
import type { StackExpectation, ZoneCondition } from '../layers/stack.js';
import { ZoneGroup } from './zone-group.js';

/** The expectations of one layer, as seen from one directory: their files are told apart as those of zones are. */
export class ExpectedHere {
  private constructor(
    private readonly group: ZoneGroup, private readonly byCondition: ReadonlyMap<ZoneCondition, StackExpectation>,
  ) {}

  /** The expectations in the directory of their layer. */
  static of(expectations: readonly StackExpectation[]): ExpectedHere {
    return new ExpectedHere(
      ZoneGroup.of(expectations.map(({ condition }) => condition)), new Map(expectations.map((one) => [one.condition, one])),
    );
  }

  get isEmpty(): boolean {
    return this.group.isEmpty;
  }

  /** The same as seen from the subdirectory `name`; if nothing changes, it is the same object. */
  descend(name: string): ExpectedHere {
    const group = this.group.descend(name);
    return group === this.group ? this : new ExpectedHere(group, this.byCondition);
  }

  /** Those that are about the file `name` of this directory, zones around them aside. */
  about(name: string, language: LanguageId | null): StackExpectation[] {
    return this.group.active(name, language).flatMap((condition) => this.byCondition.get(condition) ?? []);
  }
}
