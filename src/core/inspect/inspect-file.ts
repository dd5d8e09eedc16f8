import { syntaxOf } from '../syntax/language-syntax.js';
import type { QueryMatch } from 'web-tree-sitter';
import { capturesOf, hitAtCapture, NO_HITS } from '../finders/hits.js';
import { SearchStopped } from '../patterns/expression.js';
import type { Excuse, Finding } from '../model/finding.js';
import type { OptionValues } from '../model/option.js';
import type { Repair } from '../model/repair.js';
import type { TextKeys } from './text-keys.js';
import type { Finder, Hit, SyntaxFinder } from '../finders/finder.js';
import type { RuleId } from '../model/rule.js';
import type { RuleSet } from '../model/rule-set.js';
import type { SourceText } from '../base/source-text.js';
import type { Grammars } from '../syntax/grammars.js';
import { Source, type ParsedSource } from '../syntax/source.js';
import { WaiverAccount, type WaiverTerms } from '../waivers/account.js';
import { readWaivers } from '../waivers/read-waivers.js';
import type { Spelling } from '../syntax/spelling.js';
import { SOON_DONE } from '../syntax/time-limit.js';
import { ABOUT_USES, Damage } from './damage.js';
import { asHitsOf, embeddedSources } from './embedded-hits.js';
import { foreignHits, type ForeignLookup } from './foreign-hits.js';
import { fillIn } from '../base/fill-in.js';
import type { FileFindings } from '../findings/file-findings.js';
import { FoundFindings, type FoundFinding } from '../findings/found-finding.js';
import { writeFindings } from '../findings/write-findings.js';
import type { Planner, RunnableRule } from './plan.js';
import { learnedWords, projectHits, type ProjectLookup } from './project-findings.js';
import { inTextOrder, type RuleHits } from './text-order.js';

/** The result of inspecting a source, while the source is open. */
interface Look extends Pick<FileFindings, 'lines' | 'misread' | 'unfinished'> {
  /** Sorted by position, then rule; includes excused ones. */
  readonly findings: FoundFindings;
  /** The account of its waivers. */
  readonly account: WaiverAccount;
}

/** What files are inspected with. */
export interface Tools extends WaiverTerms {
  /** Paths of Elvar's own files: house rules and `words/*` do not concern them. */
  readonly ownFiles: ReadonlySet<string>;
  readonly grammars: Grammars;
  readonly planner: Planner;
  readonly spelling: Spelling;
  /** What other programs found; absent if nothing. */
  readonly foreign?: ForeignLookup | undefined;
  /** What is known only by the whole project; absent if nothing. */
  readonly project?: ProjectLookup | undefined;
  /** Gives keys to texts that move into the translations; absent where nothing is written. */
  readonly textKeys?: TextKeys | undefined;
}

/**
 * Runs the rules of `set` on a file. The grammar of the file must have been loaded.
 * @throws TookTooLong if the time for the file is up; TooMuchSyntax if it is too large to be parsed.
 */
export function inspectFile(text: SourceText, set: RuleSet, tools: Tools): FileFindings {
  const source = new Source(text, tools.grammars, tools.spelling);
  try {
    return findingsOfLook(inspectSource(source, set, tools));
  } finally {
    source.dispose();
  }
}

/** What a look found. @param repairs those that it collected; null if nobody asked. */
export function findingsOfLook(
  { findings, account, ...about }: Look, repairs: ReadonlyMap<Finding, Repair> | null = null,
): FileFindings {
  const byPrint = repairs === null ? undefined : new Map([...repairs].map(([{ fingerprint }, repair]) => [fingerprint, repair]));
  return writeFindings(findings, { ...about, waivers: account.records(), repairs: byPrint });
}

/**
 * The same as {@link inspectFile} for a source that the caller disposes of, with the findings one by one.
 * @param repairs collects repairs, if given; rulings that refuse repairs are respected.
 */
export function inspectSource(source: Source, set: RuleSet, tools: Tools, repairs: Map<Finding, Repair> | null = null): Look {
  const { text } = source;
  source.limit.begin();
  const unfinished: RuleId[] = [];
  const { catalog } = tools.planner;
  const byProject = tools.project?.(text.path) ?? null;
  if (byProject !== null) source.learned = learnedWords(byProject);
  const known = [
    ...trustedIn(source, set, tools.planner, unfinished, false), ...hitsInside(source, set, tools.planner, unfinished),
    ...foreignHits(text, tools.foreign?.(text.path) ?? [], set, catalog), ...projectHits(text, byProject, set, catalog),
  ];
  const found = tools.ownFiles.has(text.path)
    ? known.filter(({ planned: { rule } }) => rule.house === null && rule.concern !== 'words')
    : known;
  const account = new WaiverAccount(readWaivers(source), tools);
  const findings = new FoundFindings(text);
  const collected = { repairs, isSound: found.length === 0 || !source.hasErrors };
  addFindings(findings, found, set, account, collected);
  const { waivers } = tools.planner.planFor(set, text.language.id, source.grammar);
  for (const planned of account.isEmpty ? [] : waivers) {
    const hits = [...planned.finder.find(account, catalog)];
    if (hits.length > 0) addFindings(findings, [{ planned, hits }], set, account, collected);
  }
  if (!account.isEmpty) findings.all.sort(compareFindings);
  const isTold = waivers.some(({ rule }) => rule.id === 'waivers/malformed');
  const lines = text.starts.length - (text.ends.at(-1) === text.starts.at(-1) ? 1 : 0);
  return { lines, findings, account, misread: isTold ? [] : account.malformed, unfinished };
}

/** The hits in scripts and styles, as hits in the file that contains them. */
function hitsInside(source: Source, set: RuleSet, planner: Planner, unfinished: RuleId[]): RuleHits[] {
  return embeddedSources(source).flatMap((embedded) => {
    const { inner } = embedded;
    try {
      // What does not follow its grammar is an excerpt that leaves something out.
      if (source.text.language.insideAs === 'fences' && inner.tree?.hasErrors === true) return [];
      return asHitsOf(source, trustedIn(inner, set, planner, unfinished, true), embedded);
    } finally {
      inner.dispose();
    }
  });
}

/** @param isInside whether rules for every text have looked at the file around it. */
function trustedIn(source: Source, set: RuleSet, planner: Planner, unfinished: RuleId[], isInside: boolean): RuleHits[] {
  const all = hitsIn(source, set, planner, unfinished, isInside);
  return source.hasErrors ? trustedHits(all, source as ParsedSource) : all;
}

/**
 * Rules climb from a node to its ancestors; in code nested deeper than this, which nobody writes by hand, that would take
 * forever.
 */
const DEEPEST = 1000;

function hitsIn(source: Source, set: RuleSet, planner: Planner, unfinished: RuleId[], isInside: boolean): RuleHits[] {
  const plan = planner.planFor(set, source.text.language.id, source.grammar);
  const found: RuleHits[] = [];
  const isLong = source.text.text.length >= SOON_DONE;
  const run = <Seen>(planned: RunnableRule<Seen>, seen: Seen): void => {
    try {
      const hits = listOf(planned.run(seen));
      if (hits.length > 0) found.push({ planned, hits });
    } catch (error) {
      // V8 throws this error when calls nest too deeply; no hand-written code gets that far.
      // A house rule's search took too long.
      if (!(error instanceof RangeError || error instanceof SearchStopped)) throw error;
      unfinished.push(planned.rule.id);
    }
    if (isLong) source.limit.check();
  };
  // Indexed loops, here and in all code that runs per file: V8 optimizes too late for them, and `of` allocates an object per
  // iteration.
  for (let at = 0; at < plan.text.length; at += 1) {
    const planned = plan.text[at] as RunnableRule<Source>;
    if (!isInside || !('everywhere' in planned.rule.find)) run(planned, source);
  }
  // If only text rules are in force, nothing is parsed.
  if (source.grammar === null || (plan.tree.length === 0 && plan.combined === null)) return found;
  const parsed = source as ParsedSource;
  if (parsed.tree.depth > DEEPEST) {
    unfinished.push(...plan.tree.map(({ rule }) => rule.id), ...plan.query.map(({ rule }) => rule.id));
    return found;
  }
  const { tree } = parsed;
  for (let at = 0; at < plan.tree.length; at += 1) {
    const planned = plan.tree[at] as RunnableRule<ParsedSource>;
    if (planned.needs === null || tree.hasKinds(planned.needs)) run(planned, parsed);
  }
  const matches = plan.combined?.matches(parsed.root, source.limit);
  for (const planned of plan.query) {
    const own = matches?.get(planned.rule.id);
    if (own !== undefined) {
      run({ ...planned, needs: null, run: () => judge(planned.finder, own, parsed, planned.options) }, parsed);
    }
  }
  return found;
}

/** Hits as a list. Most generators yield none. */
function listOf(hits: Iterable<Hit>): readonly Hit[] {
  if (Array.isArray(hits)) return hits as readonly Hit[];
  let list: Hit[] | null = null;
  for (const hit of hits) (list ??= []).push(hit);
  return list ?? NO_HITS;
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
    return nodes.map((node) => hitAtCapture(node, fillIn(finder.message, (name) => captures[name]?.text)));
  });
}

/** Where repairs are collected, if they are wanted, and whether the tree that they rely on is free of errors. */
interface CollectedRepairs {
  readonly repairs: Map<Finding, Repair> | null;
  readonly isSound: boolean;
}

/** Adds findings in text order. */
function addFindings(
  findings: FoundFindings, found: RuleHits[], set: RuleSet, account: WaiverAccount, { repairs, isSound }: CollectedRepairs,
): void {
  const { text } = findings;
  const hasWaivers = account.waivers.length > 0;
  inTextOrder(found, (hit, { kind, mayRepair: isAllowed, rule, finder }) => {
    const { start, repair } = hit;
    // A tree with errors may be misread anywhere.
    const mayRepair = isAllowed && (isSound || !seesSyntax(finder));
    const excused = hasWaivers
      ? account.excuse(
        rule, text.lineAt(start), set.rules.get(rule.id)?.waivers === 'allow', rule.concern === 'waivers' ? start : null,
      )
      : null;
    const finding = findings.add(kind, hit, mayRepair, excused ?? excuseOf(hit, text));
    if (repairs !== null && repair !== undefined && mayRepair) {
      repairs.set(finding, typeof repair === 'function' ? repair(hit) : repair);
    }
  });
}

/** What its program says of a foreign finding that it does not count itself. */
function excuseOf({ start, suppressed }: Hit, text: SourceText): Excuse | null {
  return suppressed === undefined
    ? null
    : { by: 'producer', line: text.lineAt(start), because: suppressed.justification, until: null, status: null };
}

/** The rule that is about the damage itself. */
const ABOUT_ERRORS = 'slips/syntax';

/**
 * The hits of rules that can be trusted in a file with errors: nothing in its damaged parts, and nothing that could be refuted
 * there.
 */
function trustedHits(found: readonly RuleHits[], { tree, text: { text } }: ParsedSource): RuleHits[] {
  if (syntaxOf(tree).isOfOther?.test(text) === true) {
    return found.filter(({ planned: { rule, finder } }) => rule.id === ABOUT_ERRORS || !seesSyntax(finder));
  }
  const damage = Damage.in(tree, text);
  return found.flatMap(({ planned, hits }) => {
    if (planned.rule.id === ABOUT_ERRORS || !seesSyntax(planned.finder)) return [{ planned, hits }];
    const isAboutUses = ABOUT_USES.test(planned.rule.id);
    const trusted = hits.filter((hit) => !damage.reaches(hit) && !(isAboutUses && damage.hides(text.slice(hit.start, hit.end))));
    return trusted.length === 0 ? [] : [{ planned, hits: trusted }];
  });
}

function seesSyntax(finder: unknown): boolean {
  return !['text', 'waivers'].includes((finder as Finder<OptionValues>).by);
}

/** Orders the findings of one file by place and rule. */
function compareFindings(a: FoundFinding, b: FoundFinding): number {
  return a.start - b.start
    || (a.rule < b.rule ? -1 : a.rule > b.rule ? 1 : 0);
}
