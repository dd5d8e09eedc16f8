import type { Explanation } from '../../core/cascade/explanation.js';
import type { ReportBase } from '../../core/cascade/report-base.js';
import type { ResolveReport } from '../../core/cascade/resolve-report.js';
import type { LineExplanation, RuleExcuses } from '../../core/inspect/line-explanation.js';
import type { Decision } from '../../core/model/statement.js';
import { explainJson, explainLineJson } from '../../formats/json/explain.js';
import { resolveJson } from '../../formats/json/resolve.js';
import { EXIT, type ExitCode } from '../exit-code.js';
import { visible } from '../../formats/text/visible.js';
import { viewExplainLine } from '../views/explain-line.js';
import { viewExplainPath } from '../views/explain-path.js';
import { viewExplainRule } from '../views/explain-rule.js';
import { viewResolve } from '../views/resolve.js';
import { exitCode, hint, jsonText, show, tellAside, type Command, type Context, type Formats } from './command.js';
import type { Catalog } from '../../core/catalog/catalog.js';
import type { RuleId } from '../../core/model/rule.js';
import type { LineAuthors } from '../../core/history/line-authors.js';
import { wrongCall } from '../../host/files/errors.js';
import { ruleById } from '../../host/project/rule-by-id.js';
import { selectedRules } from '../../host/project/selected-rules.js';
import { parseFilePlace, type FilePlace } from '../../host/files/target-path.js';

interface Options {
  readonly path: string;
  readonly rule?: string | undefined;
  readonly who: boolean;
}

/** The rule sets in a directory. */
const DIRECTORY: Formats<Options, ResolveReport> = {
  text: (report, { style }) => viewResolve(report, style),
  json: (report) => jsonText(resolveJson(report)),
};

/** One line of a file. */
const LINE: Formats<Options, LineExplanation & { readonly authors: LineAuthors | null }> = {
  text: (explained, { style }) => viewExplainLine(explained, style, explained.authors),
  json: (explained) => jsonText(explainLineJson(explained, explained.authors)),
};

/** The answer about a file. */
interface ExplainedFile {
  readonly explanation: Explanation;
  /** The rules in question; null for all. */
  readonly wanted: ReadonlySet<RuleId> | null;
  /** If one rule is in question, its decision and what excuses its findings. */
  readonly one: { readonly decision: Decision; readonly excuses: RuleExcuses } | null;
  /** Who wrote the lines; null if nobody asked. */
  readonly authors: LineAuthors | null;
}

/** All that decides about a file. */
const FILE: Formats<Options, ExplainedFile> = {
  text: viewExplained,
  json: ({ explanation, wanted, authors }) => jsonText(explainJson(explanation, wanted, authors)),
};

/** `elvar explain`. */
export const EXPLAIN: Command<Options> = {
  usage: 'explain <path> [rule]',
  about: 'Why does this rule apply to this file or line, and who decided that?',
  formats: Object.keys(FILE),
  declare: (args) => args
    .positional(
      'path', { type: 'string', demandOption: true, describe: 'a file (it need not exist yet), FILE:LINE, or a directory' },
    )
    .positional('rule', { type: 'string', describe: 'a rule, to see every statement about it; or concern/* or tag:NAME' })
    .option('who', { type: 'boolean', default: false, describe: 'tell who wrote each line, when, and in which commit' }),
  examples: [
    ['elvar explain services/berths/src/assign.ts:20', 'the findings on one line, and the trail of each rule concerned'],
    ['elvar explain services/berths/src/plan.ts text/line-width', 'every statement about one rule, and what became of it'],
    ["elvar explain services/berths/src/plan.ts 'dead/*'", 'which line decided each rule of one concern'],
    ['elvar explain services/berths/src/plan.ts text/line-width --who', 'who wrote each of these lines, and in which commit'],
  ],
  run: async (context) => {
    const { options: { path }, workspace } = context;
    const place = parseFilePlace(path, (file) => workspace.exists(file));
    if (place !== null) return explainLine(context, place);
    return workspace.isDirectory(path) ? explainDirectory(context) : explainPath(context);
  },
};

/** The rules in question: one rule, or those that a wider selector selects; null for all. */
function wantedRules(rule: string | undefined, catalog: Catalog): Set<RuleId> | null {
  if (rule === undefined) return null;
  return rule.includes('*') || rule.startsWith('tag:') ? selectedRules([rule], catalog) : new Set([ruleById(rule, catalog).id]);
}

async function explainPath(context: Context<Options>): Promise<ExitCode> {
  const { options, workspace } = context;
  const explanation = workspace.explain(options.path, options.rule);
  const wanted = wantedRules(options.rule, explanation.catalog);
  const decision = options.rule === undefined ? undefined : explanation.rules.decisions.get(options.rule);
  // Reading the waivers takes a while, and only people are told.
  const excuses = decision === undefined || options.format !== 'text'
    ? NO_EXCUSES
    : await workspace.excusesFor(options.path, decision.rule);
  const told = [...explanation.rules.decisions.values()].filter(({ rule }) => wanted === null || wanted.has(rule));
  const authors = await authorsFor(context, told);
  show(context, FILE, { explanation, wanted, one: decision === undefined ? null : { decision, excuses }, authors });
  const base = withAuthors(explanation, authors);
  tellAside(context, base);
  if (decision === undefined) {
    hint(
      context,
      `Every statement about one rule: elvar explain ${visible(explanation.path)} ${[...wanted ?? ['text/line-width']][0]}`,
    );
  }
  return exitCode(EXIT.fine, base);
}

const NO_EXCUSES: RuleExcuses = { waivers: [], entries: [] };

/** Who wrote the lines of decisions; null if nobody asks. */
async function authorsFor({ options, workspace }: Context<Options>, decisions: readonly Decision[]): Promise<LineAuthors | null> {
  if (!options.who) return null;
  const { authorsOf } = await import('../../host/history/authors-of.js');
  return authorsOf(workspace.root, decisions);
}

/** What accompanies an explanation, with the files whose lines git could not tell of. */
function withAuthors(explanation: ReportBase, authors: LineAuthors | null): ReportBase {
  return { ...explanation, incomplete: [...explanation.incomplete, ...authors?.incomplete ?? []] };
}

function viewExplained(
  { explanation, wanted, one, authors }: ExplainedFile, { options, terminal, style }: Context<Options>,
): string {
  return one === null
    ? viewExplainPath(
      explanation, wanted === null ? null : { selector: options.rule ?? '', rules: wanted }, terminal.columns, style, authors,
    )
    : viewExplainRule(explanation, one.decision, style, one.excuses, authors);
}

async function explainLine(context: Context<Options>, place: FilePlace): Promise<ExitCode> {
  const { options, workspace } = context;
  const explained = await workspace.explainLine(place, options.rule);
  const wanted = wantedRules(options.rule, explained.explanation.catalog);
  const findings = explained.findings.filter(({ rule }) => wanted === null || wanted.has(rule));
  const concerned = [...new Set(findings.map(({ rule }) => rule))].flatMap((rule) =>
    explained.explanation.rules.decisions.get(rule) ?? []);
  const authors = await authorsFor(context, concerned);
  show(context, LINE, { ...explained, findings, authors });
  const base = withAuthors(explained.explanation, authors);
  tellAside(context, base);
  return exitCode(EXIT.fine, base);
}

/** The places in a directory where the rule sets differ. */
function explainDirectory(context: Context<Options>): ExitCode {
  const { options, workspace } = context;
  if (options.who) {
    throw wrongCall('--who is about the rules of a file', 'Name a file; elvar history FILE tells how they came about.');
  }
  const report = workspace.resolve([options.path], options.rule);
  if (options.rule !== undefined) ruleById(options.rule, report.catalog);
  show(context, DIRECTORY, report);
  tellAside(context, report);
  hint(context, 'One file, rule by rule: elvar explain FILE');
  return exitCode(EXIT.fine, report);
}
