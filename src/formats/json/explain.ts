import { isInForce } from '../../core/cascade/in-force.js';
import { catalogLevelOf } from '../../core/catalog/foreign-rule.js';
import type { Rule } from '../../core/finders/rule.js';
import type { Explanation } from '../../core/cascade/explanation.js';
import type { LineAuthors } from '../../core/history/line-authors.js';
import type { LineExplanation } from '../../core/inspect/line-explanation.js';
import { incompleteJson } from '../text/incomplete.js';
import { findingJson } from './check.js';
import type { Decision, TrailEntry } from '../../core/model/statement.js';

/** `elvar-explain/1`. @param wanted the rules wanted; null for all. @param authors who wrote the lines; null if nobody asked. */
export function explainJson(
  explanation: Explanation, wanted: ReadonlySet<string> | null, authors: LineAuthors | null = null,
): object {
  const { path, exists, language, skipped, layers, rules: { decisions } } = explanation;
  const told = [...decisions.values()].filter(({ rule }) => wanted === null || wanted.has(rule));
  return {
    format: 'elvar-explain/1',
    path,
    exists,
    language,
    inScope: skipped === null,
    skipped,
    layers: layers.map(({ id, kind, title, file, through }) => ({
      id, kind, title, file, through: through.map((place) => ({ file: place.file, line: place.line })),
    })),
    rules: Object.fromEntries(told.map((decision) => [decision.rule, decisionJson(decision, explanation, authors)])),
    incomplete: incompleteJson([...explanation.incomplete, ...authors?.incomplete ?? []]),
  };
}

/** `elvar-explain/1` for one line: its findings, the waivers that cover it, and the rules concerned. */
export function explainLineJson(
  { explanation, line, findings, waivers, unknown }: LineExplanation, authors: LineAuthors | null = null,
): object {
  const concerned = new Set(findings.map(({ rule }) => rule));
  return {
    ...explainJson(explanation, concerned, authors),
    line,
    findings: findings.map((finding) => findingJson(finding, explanation.catalog)),
    waivers: waivers.map(({ selectors, line: own, reach, until, because, isExpired }) => ({
      selectors, line: own, reach, until, because, expired: isExpired,
    })),
    unknownSelectors: unknown,
  };
}

function decisionJson(decision: Decision, { language, catalog }: Explanation, authors: LineAuthors | null): object {
  const { level, waivers, fix, ledger, guards, options, by, over, trail } = decision;
  return {
    level,
    inForce: isInForce(decision, language, catalog),
    waivers,
    fix,
    ledger,
    guards,
    options,
    by,
    over,
    trail: trail.map(
      (entry) => ({ ...entryJson(entry, catalog.get(decision.rule)), ...(authors !== null && { who: whoJson(entry, authors) }) }),
    ),
  };
}

/** Who wrote the line of a statement; null for one that is in no file of the repository. */
function whoJson({ statement: { place } }: TrailEntry, authors: LineAuthors): object | null {
  const author = place === null ? null : authors.of(place);
  if (author === null) return null;
  if (author === 'uncommitted') return { commit: null, author: null, day: null, subject: null, isOldest: false };
  const { id, author: name, day, subject } = author.commit;
  // The border of a shallow clone: the line is at least as old, and may be by somebody else.
  return {
    commit: id, author: author.isOldest ? null : name, day, subject: author.isOldest ? null : subject, isOldest: author.isOldest,
  };
}

function entryJson({ statement, effect, refused }: TrailEntry, rule: Rule | undefined): object {
  const { kind, layer, place, selector, zone, level, options, waivers, fix, ledger, guard, because, until } = statement;
  const isCatalog = layer.kind === 'catalog';
  return {
    kind,
    layer: layer.id,
    file: place?.file ?? null,
    line: place?.line ?? null,
    selector,
    zone: zone && (zone.name ?? `line ${zone.place.line}`),
    level: isCatalog ? catalogLevelOf(rule) : level?.value ?? null,
    options: isCatalog ? rule?.defaults ?? {} : Object.fromEntries(options.map(({ name, value }) => [name, value])),
    waivers: waivers?.value ?? null,
    fix: fix?.value ?? null,
    ledger: ledger?.value ?? null,
    guard: guard?.value ?? null,
    because: because ?? zone?.because ?? null,
    until,
    effect,
    refused: refused.map(({ part }) => part),
    refusedBy: refused[0]?.by ?? null,
  };
}
