import type { Catalog } from '../../catalog/catalog.js';
import { nearSelector } from '../../catalog/near-selector.js';
import type { Expectation, ExpectedRules } from '../../model/expectation.js';
import { letsThrough, type Adoption, type LayerFile, type Ruling } from '../../model/layer.js';
import { isListEdit, type OptionValue } from '../../model/option.js';
import { compareProblems, type Problem, type ProblemDetail } from '../../model/problem.js';
import { formatSelector, type Selector } from '../../model/selector.js';
import { Mistakes } from '../mistakes.js';
import type { ParsedLayer, UnboundExpectation, UnboundExpectedRules, UnboundRuling } from '../parse/unbound-layer.js';
import { bindOptions } from './options.js';

/** A layer file and all its mistakes. If there are any, the layer holds what could be read. */
export interface BoundLayer {
  readonly layer: LayerFile;
  readonly problems: readonly Problem[];
  /** Problems that are reported as warnings and otherwise ignored. */
  readonly warnings: readonly Problem[];
}

/** What a layer file says, now that it is known which rules there are. */
export function bindLayer({ layer, isOutside, problems, warnings }: ParsedLayer, catalog: Catalog): BoundLayer {
  const mistakes = new Mistakes(isOutside);
  const binder = new Binder(catalog, mistakes);
  for (const { presets } of [layer, ...layer.zones]) for (const adoption of presets) binder.judge(adoption);
  const bound: LayerFile = {
    ...layer,
    rulings: binder.rulings(layer.rulings),
    zones: layer.zones.map((zone) => ({ ...zone, rulings: binder.rulings(zone.rulings) })),
    expectations: layer.expectations.map((expectation) => binder.expectation(expectation)),
  };
  const sorted = (ofRules: readonly Problem[], others: readonly Problem[]): Problem[] =>
    [...ofRules, ...others].sort(compareProblems);
  return { layer: bound, problems: sorted(mistakes.problems, problems), warnings: sorted(mistakes.warnings, warnings) };
}

/** Gives what was written the meaning that it has with the rules of a catalog. */
class Binder {
  constructor(private readonly catalog: Catalog, private readonly mistakes: Mistakes) {}

  rulings(rulings: readonly UnboundRuling[]): Ruling[] {
    return rulings.map((ruling) => ({ ...ruling, options: this.options(ruling) }));
  }

  expectation(expectation: UnboundExpectation): Expectation {
    return { ...expectation, rules: expectation.rules.map((rules) => ({ ...rules, options: this.expectedOptions(rules) })) };
  }

  /** Reports what an adoption names that is no rule, and an adoption of nothing. */
  judge({ reference, place, filter }: Adoption): void {
    // What a filter names is this file's own mistake, wherever the preset comes from.
    for (const { value, place: at } of [...filter.only ?? [], ...filter.except]) {
      this.needRules(value, (detail) => this.mistakes.report(at, detail));
    }
    const isNothing = filter.only !== null && !this.catalog.rules.some((rule) => letsThrough(filter, rule));
    if (isNothing) this.mistakes.warn(place, { code: 'adopts-nothing', reference: reference.text });
  }

  private options({ selector, place, options }: UnboundRuling | UnboundExpectedRules): Ruling['options'] {
    this.needRules(selector, (detail) => this.mistakes.reportUnknown(place, detail));
    return options.length === 0 ? [] : bindOptions(selector, options, this.catalog, this.mistakes);
  }

  private expectedOptions(rules: UnboundExpectedRules): ExpectedRules['options'] {
    return this.options(rules).flatMap(({ name, value, place }) => {
      if (!isListEdit(value)) return [{ name, value: value as OptionValue, place }];
      this.mistakes.report(place, { code: 'expects-edit', selector: formatSelector(rules.selector), option: name });
      return [];
    });
  }

  /** Reports a selector that selects no rule. */
  private needRules(selector: Selector, report: (detail: ProblemDetail) => void): void {
    if (this.catalog.select(selector).length > 0) return;
    const text = formatSelector(selector);
    report({ code: 'unknown-rule', selector: text, near: this.mistakes.isCrowded ? null : nearSelector(text, this.catalog) });
  }
}
