import type { Node, QueryMatch } from 'web-tree-sitter';
import { capturesOf, hitAt } from '../catalog/hits.js';
import { grammarFor } from '../catalog/languages.js';
import type { Finding } from '../model/finding.js';
import type { OptionValues } from '../model/option.js';
import type { Hit, ParsedSource, SyntaxFinder } from '../model/rule.js';
import type { RuleSet } from '../model/rule-set.js';
import type { SourceText } from '../model/source-text.js';
import { withFingerprints, type BareFinding } from './fingerprint.js';
import type { Grammars } from './grammars.js';
import type { Plan, PlannedRule, Planner } from './plan.js';
import { excuseOf, readWaivers, type WaiverReading } from './waivers.js';

/** What was found in one file. */
export interface Inspection {
  /** Sorted by position, then rule; the excused ones among them. */
  readonly findings: readonly Finding[];
  /** The waivers of the file and what is wrong with them. */
  readonly waivers: WaiverReading;
}

/** Hits of one rule, before they become findings. */
interface RuleHits {
  readonly planned: PlannedRule<unknown>;
  readonly hits: Iterable<Hit>;
}

/** Runs the rules of `set` on a file. The grammar of the file must have been loaded. */
export function inspectFile(text: SourceText, set: RuleSet, grammars: Grammars, planner: Planner): Inspection {
  const name = text.path.slice(text.path.lastIndexOf('/') + 1);
  const grammar = grammarFor(text.language, name);
  const plan = planner.planFor(set, text.language.id, grammar);
  const found: RuleHits[] = plan.text.map((planned) => ({ planned, hits: planned.finder.find(text, planned.options) }));
  let waivers: WaiverReading;
  if (grammar === null || (plan.tree.length === 0 && plan.combined === null && !mayHaveWaivers(text))) {
    waivers = readWaivers(text, null);
    return { findings: toFindings(found, text, set, waivers), waivers };
  }
  const tree = grammars.parse(text.text, grammar);
  try {
    const source = { text, root: tree.rootNode, grammar };
    found.push(...inspectTree(source, plan));
    waivers = readWaivers(text, source.root);
    // Hits are made on the way, so they are collected before the tree is gone.
    return { findings: toFindings(found, text, set, waivers), waivers };
  } finally {
    tree.delete();
  }
}

function mayHaveWaivers({ text }: SourceText): boolean {
  return text.includes('elvar waive');
}

function inspectTree(source: ParsedSource, plan: Plan): RuleHits[] {
  const found: RuleHits[] = plan.tree.map((planned) => ({ planned, hits: planned.finder.find(source, planned.options) }));
  const matches = plan.combined?.matches(source.root);
  for (const planned of plan.query) {
    const own = matches?.get(planned.rule.id);
    if (own !== undefined) found.push({ planned, hits: judge(planned.finder, own, source, planned.options) });
  }
  return found;
}

function judge(
  finder: SyntaxFinder<OptionValues>,
  matches: readonly QueryMatch[],
  source: ParsedSource,
  options: OptionValues,
): Iterable<Hit> {
  if ('judge' in finder) return finder.judge(matches, source, options);
  return matches.flatMap((match) => {
    const captures = capturesOf(match);
    const nodes = match.captures.filter(({ name }) => name === 'finding').map(({ node }) => node);
    return nodes.map((node) => hitAt(node, fillIn(finder.message, captures)));
  });
}

/** Puts the text of captures in the place of their names in braces. */
function fillIn(message: string, captures: Readonly<Record<string, Node | undefined>>): string {
  return message.replace(/\{([a-z]+)\}/g, (whole, name: string) => captures[name]?.text ?? whole);
}

function toFindings(found: readonly RuleHits[], text: SourceText, set: RuleSet, waivers: WaiverReading): Finding[] {
  const findings: BareFinding[] = [];
  for (const { planned: { rule, level }, hits } of found) {
    for (const { start, end, message } of hits) {
      const span = { start: text.positionAt(start), end: text.positionAt(end) };
      findings.push({
        rule: rule.id,
        level,
        path: text.path,
        span,
        message,
        fixable: false,
        excused: set.rules.get(rule.id)?.waivers === 'allow' ? excuseOf(rule, span.start.line, waivers) : null,
      });
    }
  }
  return withFingerprints(findings.sort(compareFindings), text);
}

/** Orders the findings of one file by line, column and rule. */
function compareFindings(a: BareFinding, b: BareFinding): number {
  return a.span.start.line - b.span.start.line
    || a.span.start.column - b.span.start.column
    || (a.rule < b.rule ? -1 : a.rule > b.rule ? 1 : 0);
}
