import type { Catalog } from '../../core/catalog/catalog.js';
import { searchCatalog, type CatalogFilter } from '../../core/catalog/search-catalog.js';
import { isInForce } from '../../core/cascade/in-force.js';
import { nearName } from '../../core/base/near-name.js';
import { CONFIDENCES, type Confidence } from '../../core/model/rule.js';
import type { Rule } from '../../core/finders/rule.js';
import { parseSelector } from '../../core/model/selector.js';
import type { RulePage } from '../../core/cascade/rule-page.js';
import { catalogJson, rulePageJson } from '../../formats/json/catalog.js';
import { wrongCall } from '../../host/files/errors.js';
import { EXIT, type ExitCode } from '../exit-code.js';
import { viewCatalog, type RuleLevels } from '../views/catalog.js';
import { viewRulePage } from '../views/rule-page.js';
import { exitCode, hint, jsonText, show, tellAside, type Command, type Context, type Formats } from './command.js';
import { LANGUAGES } from '../../core/languages/languages.js';

interface Options {
  readonly term: readonly string[];
  readonly concern?: string | undefined;
  readonly language?: string | undefined;
  readonly tag?: string | undefined;
  readonly confidence?: Confidence | undefined;
  readonly repairable: boolean;
  readonly inForce?: string | undefined;
}

/** All about one rule. */
const PAGE: Formats<Options, RulePage> = {
  text: (page, { terminal, style }) => viewRulePage(page, terminal.columns, style),
  json: (page) => jsonText(rulePageJson(page)),
};

/** The rules that a search has found. */
interface FoundRules {
  readonly rules: readonly Rule[];
  readonly filter: CatalogFilter;
  /** Their levels for one file; null without one. */
  readonly levels: RuleLevels | null;
  readonly catalog: Catalog;
}

/** The rules that were searched for. */
const LIST: Formats<Options, FoundRules> = {
  text: ({ rules, filter, levels, catalog }, { terminal, style }) =>
    viewCatalog(rules, filter, levels, catalog, terminal.columns, style),
  json: ({ rules }) => jsonText(catalogJson(rules)),
};

/** `elvar catalog`. */
export const CATALOG_COMMAND: Command<Options> = {
  usage: 'catalog [term..]',
  about: 'Which rules are there, what does one require, and where is it in force?',
  formats: Object.keys(LIST),
  declare: (args) => args
    .positional('term', {
      type: 'string',
      array: true,
      default: [],
      describe: 'a rule, to see all about it; or words to search for; or concern/*, tag:NAME',
    })
    .option('concern', { type: 'string', requiresArg: true, describe: 'rules of one concern, such as slips' })
    .option('language', { type: 'string', requiresArg: true, describe: 'rules that support a language, such as python' })
    .option('tag', { type: 'string', requiresArg: true, describe: 'rules with a tag, such as security' })
    .option('confidence', { choices: CONFIDENCES, describe: 'rules of one confidence' })
    .option('repairable', { type: 'boolean', default: false, describe: 'rules that can repair findings' })
    .option('in-force', { type: 'string', requiresArg: true, describe: 'rules in force for a file, with their levels' }) as never,
  examples: [
    ['elvar catalog', 'all rules, by concern'],
    ['elvar catalog unused', 'rules about something, in your own words'],
    ["elvar catalog 'names/*'", 'one concern; tag:security works too'],
    ['elvar catalog text/line-width', 'one rule: what it requires, its options, and who turned it on where'],
    ['elvar catalog --in-force kiosk/kiosk.js', 'the rules of one file'],
  ],
  run: async (context) => {
    const { options, workspace } = context;
    const [term, ...more] = options.term;
    // A term in the form of a rule id is treated as one, even if no such rule exists.
    if (term !== undefined && more.length === 0 && parseSelector(term)?.kind === 'rule') return showRule(context, term);
    const report = workspace.catalog();
    const filter = filterOf({ ...options, ...selectorFilter(options.term) }, report.catalog);
    const levels = options.inForce === undefined ? null : levelsAt(context, options.inForce);
    const rules = searchCatalog(report.catalog, filter).filter(({ id }) => levels === null || levels.has(id));
    show(context, LIST, { rules, filter, levels, catalog: report.catalog });
    tellAside(context, report);
    const first = rules[0];
    if (first !== undefined) hint(context, `More about one rule: elvar catalog ${first.id}`);
    return exitCode(EXIT.fine, report);
  },
};

async function showRule(context: Context<Options>, id: string): Promise<ExitCode> {
  const page = await context.workspace.rulePage(id);
  show(context, PAGE, page);
  tellAside(context, page);
  return exitCode(EXIT.fine, page);
}

/** A selector used as a search term: `names/*` and `tag:security` act as filters. */
function selectorFilter(term: readonly string[]): Partial<Options> {
  const selector = term.length === 1 ? parseSelector(term[0] as string) : null;
  switch (selector?.kind) {
    case 'concern':
      return { term: [], concern: selector.concern };
    case 'tag':
      return { term: [], tag: selector.tag };
    case 'all':
      return { term: [] };
    default:
      return {};
  }
}

function levelsAt({ workspace }: Context<Options>, path: string): RuleLevels {
  const { rules, language, catalog } = workspace.explain(path);
  return new Map([...rules.decisions.values()]
    .filter((decision) => isInForce(decision, language, catalog))
    .map(({ rule, level }) => [rule, level]));
}

function filterOf({ term, concern, language, tag, confidence, repairable }: Options, { rules }: Catalog): CatalogFilter {
  return {
    term: term.length === 0 ? null : term.join(' '),
    concern: known('concern', concern, rules.map((rule) => rule.concern)),
    language: known('language', language, LANGUAGES.map(({ id }) => id)),
    tag: known('tag', tag, rules.flatMap((rule: Rule) => rule.tags)),
    confidence: confidence ?? null,
    repairable,
  };
}

/** Checks a name against the known ones. @throws UsageError that suggests the nearest. */
function known(what: string, name: string | undefined, all: readonly string[]): string | null {
  if (name === undefined) return null;
  const names = [...new Set(all)].sort();
  if (names.includes(name)) return name;
  const near = nearName(name, names);
  throw wrongCall(`there is no ${what} ${name}`, near === null ? `There are: ${names.join(', ')}` : `Did you mean ${near}?`);
}
