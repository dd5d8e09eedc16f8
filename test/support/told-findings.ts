import type { Rule } from '../../src/core/finders/rule.js';
import type { Finding } from '../../src/core/model/finding.js';

/**
 * The findings of a rule as an example tells them, with their ends where the example says where these are.
 * @param finds what the example tells.
 */
export function toldFindings(findings: readonly Finding[], rule: Rule, finds: readonly string[]): string[] {
  return findings.filter((finding) => finding.rule === rule.id).map((finding, index) =>
    toldFinding(finding, rule, finds[index] ?? ''));
}

function toldFinding({ span: { start, end }, message, confidence }: Finding, rule: Rule, expected: string): string {
  const told = `${end.line === start.line ? '' : `${end.line}:`}${end.column}`;
  return `${start.line}:${start.column}${/^\d+:\d+ /.test(expected) ? '' : `-${told}`} `
    + `${confidence === rule.confidence ? '' : `[${confidence}] `}${message}`;
}

/** Where findings that an example tells begin, as `line:column`. */
export function toldStarts(finds: readonly string[]): string[] {
  return finds.map((told) => /^\d+:\d+/.exec(told)?.[0] ?? told);
}
