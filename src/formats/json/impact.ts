import type { FindingChange } from '../../core/impact/finding-changes.js';
import type { WayOfChange } from '../../core/impact/rule-changes.js';
import type { Finding } from '../../core/model/finding.js';
import type { ImpactReport } from '../../core/impact/impact-report.js';
import type { Decision } from '../../core/model/statement.js';
import { formatSelector } from '../../core/model/selector.js';
import { brokenJson } from './expectations.js';
import { findingJson } from './check.js';
import { formatSource } from '../text/origin.js';
import { incompleteJson } from '../text/incomplete.js';

const NO_CHANGE: FindingChange = { appearing: [], disappearing: [], relevelled: [] };

/** `elvar-impact/1`. Findings are as in `elvar-findings/1`. */
export function impactJson(
  { changes, expectations, refused, findings, counts, inScope, sets, catalog, incomplete }: ImpactReport,
): object {
  const list = (own: readonly Finding[]): object[] => own.map((finding) => findingJson(finding, catalog));
  const rules = [...new Set([...changes.rules.map(({ rule }) => rule), ...findings.keys()])].sort();
  return {
    format: 'elvar-impact/1',
    files: inScope.length, sets, findings: counts,
    touched: changes.touched, entering: changes.entering, leaving: changes.leaving,
    rules: Object.fromEntries(rules.map((rule) => {
      const change = changes.rules.find((one) => one.rule === rule);
      const { appearing, disappearing, relevelled } = findings.get(rule) ?? NO_CHANGE;
      return [rule, {
        relation: change?.relation ?? null,
        ways: change?.ways.map(wayJson) ?? [],
        appearing: list(appearing),
        disappearing: list(disappearing),
        relevelled: list(relevelled),
      }];
    })),
    expectations: {
      breaking: brokenJson(expectations.breaking), stillBroken: brokenJson(expectations.stillBroken), mended: brokenJson(
        expectations.mended,
      ),
      dropped: expectations.dropped.map(({ source: { layer, expectation: { because } }, rules: { selector, place } }) => ({
        selector: formatSelector(selector), file: layer.file, line: place.line, because,
      })),
    },
    refused: refused.map(({ statement, guard, rules, parts, files }) => ({
      file: statement.place?.file ?? null,
      line: statement.place?.line ?? null,
      by: formatSource(guard),
      rules: [...rules],
      parts: [...parts],
      files: [...files],
    })),
    incomplete: incompleteJson(incomplete),
  };
}

function wayJson({ before, after, relation, files }: WayOfChange): object {
  return { relation, before: decisionJson(before), after: decisionJson(after), files };
}

function decisionJson({ level, options, waivers, fix, ledger, by, trail }: Decision): object {
  const statement = trail[by]?.statement;
  return {
    level, options: Object.fromEntries(Object.entries(options).map(([name, { value }]) => [name, value])), waivers, fix, ledger,
    by: statement?.place == null ? null : {
      layer: statement.layer.id,
      file: statement.place.file,
      line: statement.place.line,
      zone: statement.zone?.name ?? null,
      because: statement.because ?? statement.zone?.because ?? null,
    },
  };
}
