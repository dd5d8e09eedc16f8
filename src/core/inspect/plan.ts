import type { Catalog } from '../catalog/catalog.js';
import type { GrammarId, LanguageId } from '../base/language.js';
import type { OptionValues } from '../model/option.js';
import { finderFor, type Rule } from '../finders/rule.js';
import type { Hit, SyntaxFinder, WaiverFinder } from '../finders/finder.js';
import type { RuleSet } from '../model/rule-set.js';
import { CombinedQuery } from './combined-query.js';
import type { FindingKind } from '../findings/found-finding.js';
import { grammarNames, kindsOf } from '../syntax/grammar-names.js';
import type { Grammars } from '../syntax/grammars.js';
import type { ParsedSource, Source } from '../syntax/source.js';

/** A rule in force, with its finder. */
export interface PlannedRule<Finder> {
  readonly rule: Rule;
  /** Its place among all rules by their ids. */
  readonly order: number;
  readonly kind: FindingKind;
  /** Whether rulings allow its findings to be repaired. */
  readonly mayRepair: boolean;
  readonly options: OptionValues;
  readonly finder: Finder;
}

/** A rule in force that examines each file by itself. */
export interface RunnableRule<Seen> extends PlannedRule<unknown> {
  /** Node types of which at least one must occur for anything to be found; null if unknown. */
  readonly needs: readonly number[] | null;
  readonly run: (source: Seen) => Iterable<Hit>;
}

/** How to inspect the files of one grammar (or of a language without one) under one rule set. */
export interface Plan {
  readonly text: readonly RunnableRule<Source>[];
  readonly tree: readonly RunnableRule<ParsedSource>[];
  readonly query: readonly PlannedRule<SyntaxFinder<OptionValues>>[];
  /** Rules about waivers, the one about unused waivers last: the others can be waived, which is a use. */
  readonly waivers: readonly PlannedRule<WaiverFinder>[];
  /** The combined query of the query rules; null if there are none. */
  readonly combined: CombinedQuery | null;
}

const UNUSED = 'waivers/unused';

/** Makes each plan once. */
export class Planner {
  private readonly plans = new Map<RuleSet, Map<string, Plan>>();

  constructor(readonly catalog: Catalog, private readonly grammars: Grammars) {}

  /** The plan for files of a language. The grammar must have been loaded. */
  planFor(set: RuleSet, language: LanguageId, grammar: GrammarId | null): Plan {
    const key = `${language} ${grammar}`;
    let plans = this.plans.get(set);
    if (plans === undefined) this.plans.set(set, (plans = new Map()));
    let plan = plans.get(key);
    if (plan === undefined) plans.set(key, (plan = this.make(set, language, grammar)));
    return plan;
  }

  private make(set: RuleSet, language: LanguageId, grammar: GrammarId | null): Plan {
    const text: RunnableRule<Source>[] = [];
    const tree: RunnableRule<ParsedSource>[] = [];
    const query: PlannedRule<SyntaxFinder<OptionValues>>[] = [];
    const waivers: PlannedRule<WaiverFinder>[] = [];
    for (const [order, rule] of this.catalog.rules.entries()) {
      const setting = set.rules.get(rule.id);
      const finder = finderFor(rule, language);
      if (setting === undefined || setting.level === 'off' || finder === null || rule.foreign !== null) continue;
      const planned = {
        rule,
        order,
        kind: { rule: rule.id, level: setting.level, confidence: rule.confidence, repairs: rule.repairs ?? 'safe' },
        mayRepair: setting.fix === 'allow',
        options: setting.options,
      };
      const { options } = setting;
      if (finder.by === 'text') text.push({ ...planned, finder, needs: null, run: (source) => finder.find(source, options) });
      else if (finder.by === 'waivers') waivers.push({ ...planned, finder });
      else if (grammar === null || finder.by === 'project') continue;
      else if (finder.by === 'tree') tree.push({
        ...planned,
        finder,
        needs: finder.needs === null ? null : kindsOf(grammarNames(this.grammars.get(grammar)), finder.needs),
        run: (source) => finder.find(source, options),
      });
      else query.push({ ...planned, finder });
    }
    waivers.sort((a, b) => Number(a.rule.id === UNUSED) - Number(b.rule.id === UNUSED));
    return { text, tree, query, waivers, combined: grammar === null ? null : this.combine(query, grammar) };
  }

  /** Rule sets that differ only in levels and options share their query. */
  private combine(planned: readonly PlannedRule<SyntaxFinder<OptionValues>>[], grammar: GrammarId): CombinedQuery | null {
    return planned.length === 0 ? null : CombinedQuery.of(
      this.grammars.get(grammar), planned.map(({ rule, finder }) => ({ rule: rule.id, query: finder.query })),
    );
  }
}
