import type { Place } from '../../base/place.js';
import type { Expectation, ExpectedRules } from '../../model/expectation.js';
import type { LayerFile, Ruling, Zone } from '../../model/layer.js';
import type { Problem } from '../../model/problem.js';
import type { YamlNode } from './yaml-text.js';

/** An option as it was written: no rule has been asked yet whether it has such an option, and accepts the value. */
export interface WrittenOption {
  readonly name: string;
  /** The place of its name. */
  readonly place: Place;
  readonly value: YamlNode;
}

/** What says something about rules, before it is known which rules there are. */
type Unbound<Part extends { readonly options: unknown }> = Omit<Part, 'options'> & { readonly options: readonly WrittenOption[] };

export type UnboundRuling = Unbound<Ruling>;

export type UnboundExpectedRules = Unbound<ExpectedRules>;

export interface UnboundZone extends Omit<Zone, 'rulings'> {
  readonly rulings: readonly UnboundRuling[];
}

export interface UnboundExpectation extends Omit<Expectation, 'rules'> {
  readonly rules: readonly UnboundExpectedRules[];
}

/** A layer file as written: all that can be known of it before it is known which rules there are. */
export interface UnboundLayer extends Omit<LayerFile, 'rulings' | 'zones' | 'expectations'> {
  readonly rulings: readonly UnboundRuling[];
  readonly zones: readonly UnboundZone[];
  readonly expectations: readonly UnboundExpectation[];
}

/** What the text of a layer file says, and its mistakes. If there are any, the layer holds what could be read. */
export interface ParsedLayer {
  readonly layer: UnboundLayer;
  /** Whether it comes from outside the project. */
  readonly isOutside: boolean;
  readonly problems: readonly Problem[];
  /** Problems that are reported as warnings and otherwise ignored. */
  readonly warnings: readonly Problem[];
}

/** The rulings of a layer file, those of its zones included. */
export function rulingsOf<OfRule>(
  { rulings, zones }: { readonly rulings: readonly OfRule[]; readonly zones: readonly { readonly rulings: readonly OfRule[] }[] },
): OfRule[] {
  return [...rulings, ...zones.flatMap((zone) => zone.rulings)];
}
