import { h, type ComponentChild } from 'preact';
import type { Catalog } from '../../core/catalog/catalog.js';
import { compareRules, type RuleDifference } from '../../core/compare/compare-rules.js';
import { filesBySet, type ResolvedFile } from '../../core/cascade/resolve-report.js';
import type { RuleSet } from '../../core/model/rule-set.js';
import type { Decision } from '../../core/model/statement.js';
import { deciderText } from '../text/decision.js';
import { formatOptions } from '../text/origin.js';
import { visible } from '../text/visible.js';
import { count } from '../text/words.js';

/** The most rule sets that are shown rule by rule: those of most files. */
const MOST_SETS = 60;

/** Each rule set: for which files, how it differs from what is usual around these, and all that is on. */
export function ruleSets(
  files: readonly ResolvedFile[],
  names: ReadonlyMap<RuleSet, string>,
  around: ReadonlyMap<RuleSet, RuleSet | null>,
  catalog: Catalog,
  chip: (set: RuleSet) => ComponentChild,
): ComponentChild {
  const all = [...filesBySet(files)].map(([set, own]) => ({ set, own }));
  const shown = new Set(all.toSorted((a, b) => b.own.length - a.own.length).slice(0, MOST_SETS).map(({ set }) => set));
  const first = new Map(all.map(({ set, own }) => [set, own[0] as ResolvedFile]));
  return h('div', null,
    all.filter(({ set }) => shown.has(set)).map(({ set, own }) => {
      const outer = around.get(set) ?? null;
      const base = outer === null ? undefined : first.get(outer);
      const file = own[0] as ResolvedFile;
      return h('details', null,
        h('summary', null, chip(set), ' ', count(own.length, 'file'), h(
          'span', { class: 'faint' }, ` such as ${visible(file.path)}`,
        )),
        h('div', { class: 'inside', id: names.get(set) },
          base === undefined ? null : differences(compareRules(base.rules, file.rules, catalog), chip(base.rules.set)),
          h('p', null, `Rules that are on:`),
          table(['rule', 'level', 'options', 'decided by'], [...file.rules.decisions.values()]
            .filter(({ level }) => level !== 'off')
            .map((decision) => [code(decision.rule), level(decision), optionsOf(decision), visible(deciderText(decision))]))));
    }),
    all.length > MOST_SETS
      ? h('p', { class: 'faint' }, `and ${count(all.length - MOST_SETS, 'more rule set')} of fewer files`)
      : null);
}

function differences(found: readonly RuleDifference[], base: ComponentChild): ComponentChild {
  return [
    h(
      'p', null, 'Usual around it is ', base, found.length === 0 ? '; what differs has no effect.' : '. From that it differs in:',
    ),
    found.length === 0
      ? null
      : table(['rule', 'here', 'there', '', 'decided by'], found.map(({ rule, relation, first, second }) => [
        code(rule), setting(second), setting(first), relation, visible(deciderText(second)),
      ])),
  ];
}

/** A level and options, as far as they matter. */
export function setting(decision: Decision): ComponentChild {
  const options = decision.level === 'off' ? '' : optionsOf(decision);
  return [level(decision), options === '' ? '' : ` ${options}`];
}

function level({ level: own }: Decision): ComponentChild {
  return h('span', { class: own === 'off' ? 'faint' : own }, own);
}

function optionsOf({ options }: Decision): string {
  return formatOptions(Object.fromEntries(Object.entries(options).map(([name, { value }]) => [name, value])));
}

function code(text: string): ComponentChild {
  return h('code', null, visible(text));
}

/** A table that scrolls by itself where the screen is narrow. */
export function table(head: readonly string[], rows: readonly (readonly ComponentChild[])[]): ComponentChild {
  return h('div', { class: 'wide', tabIndex: 0, role: 'region', 'aria-label': head.filter((cell) => cell !== '').join(', ') }, h(
    'table', null,
      h('thead', null, h('tr', null, head.map((cell) => h('th', { scope: 'col' }, cell)))),
      h('tbody', null, rows.map((row) => h('tr', null, row.map((cell) => h('td', null, cell))))),
  ));
}
