import { LEDGER_STATUSES, type EntryState, type LedgerStatus } from '../../core/model/ledger.js';
import type { ActiveLevel } from '../../core/model/level.js';
import type { LedgerChange, LedgerReport } from '../../core/ledger/ledger-report.js';
import { ledgerChangeJson, ledgerJson } from '../../formats/json/ledger.js';
import { wrongCall } from '../../host/files/errors.js';
import { LEDGER_FILE } from '../../host/files/own-files.js';
import type { Verdict } from '../../host/desks/ledger-desk.js';
import { EXIT, type ExitCode } from '../exit-code.js';
import { viewLedger, viewLedgerChange } from '../views/ledger.js';
import { visible } from '../../formats/text/visible.js';
import { exitCode, hint, jsonText, show, tellAside, type Command, type Context, type Formats } from './command.js';

const ACTIONS = ['list', 'take', 'set', 'prune'] as const;

interface Options {
  readonly action: (typeof ACTIONS)[number];
  readonly place: readonly string[];
  readonly rule: readonly string[];
  readonly level?: ActiveLevel | undefined;
  readonly state?: EntryState | undefined;
  readonly status?: LedgerStatus | undefined;
  readonly because?: string | undefined;
  readonly until?: string | undefined;
  readonly all: boolean;
  readonly dryRun: boolean;
}

/** What was changed in the ledger. */
const CHANGE: Formats<Options, LedgerChange> = {
  text: (change, { options, style }) => (change.failed === null ? viewLedgerChange(change, options.dryRun, style) : ''),
  json: (change, { options }) => jsonText(ledgerChangeJson(change, !options.dryRun)),
};

/** The entries that were asked for. */
const LIST: Formats<Options, LedgerReport> = {
  text: (report, { options, style }) => viewLedger(report, { all: options.all, isChosen: isChosen(options) }, style),
  json: (report) => jsonText(ledgerJson(report)),
};

/** `elvar ledger`. */
export const LEDGER: Command<Options> = {
  usage: 'ledger [action] [place..]',
  about: 'Excuse known findings without touching the code, each with a status, a reason and a date.',
  formats: Object.keys(LIST),
  declare: (args) => args
    .positional('action', {
      choices: ACTIONS,
      default: 'list',
      describe: 'list entries; take in current findings; change entries; remove entries without a finding',
    })
    .positional('place', {
      type: 'string',
      array: true,
      default: [],
      describe: 'files and directories; for entries also FILE:LINE and fingerprints; by default everything',
    })
    .option(
      'rule',
      { type: 'string', array: true, nargs: 1, default: [], describe: 'only this rule, concern/* or tag:NAME; may be repeated' },
    )
    .option('level', { choices: ['error', 'warning', 'note'], describe: 'take: findings of this level and above' })
    .option('state', {
      choices: ['excuses', 'due', 'refused', 'gone'],
      describe:
        'list, set: entries that excuse a finding, are past their day, are refused by a ruling, or have no finding any more',
    })
    .option(
      'status',
      { choices: LEDGER_STATUSES, describe: 'take, set: the decision, accepted by default; list: entries of this status' },
    )
    .option('because', { type: 'string', requiresArg: true, describe: 'take, set: the reason' })
    .option('until', {
      type: 'string', requiresArg: true, describe: 'take, set: the last day on which it excuses anything, YYYY-MM-DD, or never',
    })
    .option('all', { type: 'boolean', default: false, describe: 'list: all entries, however many there are' })
    .option('dry-run', { type: 'boolean', default: false, describe: 'show what would change, and change nothing' }) as never,
  examples: [
    [
      "elvar ledger take --dry-run --because 'was there before the rules'",
      'take in what is there, so that only new findings count',
    ],
    ['elvar ledger take kiosk --status planned --until 2999-12-31 --dry-run', 'one directory, to be repaired by a date'],
    ['elvar ledger list --state due', 'what should have been repaired by now'],
    ['elvar ledger prune --dry-run', 'remove what has been repaired'],
  ],
  writes: ({ action, dryRun }) => action !== 'list' && !dryRun,
  run: (context) => {
    checkOptions(context.options);
    switch (context.options.action) {
      case 'list':
        return list(context);
      case 'take':
        return change(context, 'From now on, check counts only new findings.');
      case 'set':
      case 'prune':
        return change(context, null);
    }
  },
};

/** The options that each action accepts, besides the common ones. */
const UNDERSTOOD: Readonly<Record<Options['action'], readonly (keyof Options)[]>> = {
  list: ['state', 'status', 'all'],
  take: ['level', 'status', 'because', 'until', 'dryRun'],
  set: ['state', 'status', 'because', 'until', 'dryRun'],
  prune: ['dryRun'],
};

function checkOptions(options: Options): void {
  for (const name of ['level', 'state', 'status', 'because', 'until', 'all', 'dryRun'] as const) {
    const isGiven = options[name] !== undefined && options[name] !== false;
    if (isGiven && !UNDERSTOOD[options.action].includes(name)) throw wrongCall(
      `ledger ${options.action} has no option --${name === 'dryRun' ? 'dry-run' : name}`, 'See elvar ledger --help.',
    );
  }
}

function isChosen({ place, rule, status, state }: Options): boolean {
  return place.length + rule.length > 0 || status !== undefined || state !== undefined;
}

async function list(context: Context<Options>): Promise<ExitCode> {
  const { options, workspace } = context;
  const { place: places, rule: rules, status = null, state = null } = options;
  const report = await workspace.ledger().list({ places, rules, status, state });
  show(context, LIST, report);
  tellAside(context, report);
  if (report.entries.some((entry) => entry.state === 'gone')) {
    hint(context, 'Remove entries without a finding: elvar ledger prune --dry-run');
  }
  return exitCode(EXIT.fine, report);
}

async function change(context: Context<Options>, next: string | null): Promise<ExitCode> {
  const { options, terminal } = context;
  const report = await changed(context);
  if (report.failed !== null) terminal.err(`${LEDGER_FILE} was not written: ${visible(report.failed)}\n`);
  show(context, CHANGE, report);
  tellAside(context, report);
  if (options.dryRun) hint(context, 'Run it without --dry-run to change the ledger.');
  else if (next !== null) hint(context, next);
  return report.failed === null ? exitCode(EXIT.fine, report) : EXIT.incomplete;
}

function changed({ options, workspace }: Context<Options>): Promise<LedgerChange> {
  const { action, place: places, rule: rules, level = null, state = null, status = null, because = null, until = null, dryRun } =
    options;
  const verdict: Verdict = { status, because, until };
  const desk = workspace.ledger();
  if (action === 'take') return desk.take({ places, rules }, level, verdict, !dryRun);
  if (action === 'prune') return desk.prune({ places, rules }, !dryRun);
  return desk.set({ places, rules, status: null, state }, verdict, !dryRun);
}
