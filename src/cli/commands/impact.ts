import { describeUsageMistake } from '../../formats/text/usage-mistake.js';
import type { ImpactReport } from '../../core/impact/impact-report.js';
import { impactJson } from '../../formats/json/impact.js';
import { impactMarkdown } from '../../formats/markdown/impact.js';
import type { ChangeCauses } from '../../core/impact/change-cause.js';
import type { RevisionSides } from '../../host/history/change-causes.js';
import { UsageError, wrongCall } from '../../host/files/errors.js';
import type { Workspace } from '../../host/workspace.js';
import { EXIT } from '../exit-code.js';
import { viewImpact } from '../views/impact.js';
import { exitCode, hint, jsonText, show, tellAside, type Command, type Context, type Formats } from './command.js';

interface Options {
  readonly revisions?: string | undefined;
  readonly against?: string | undefined;
  readonly preset?: string | undefined;
  readonly all: boolean;
}

/** What a change does, and which states of the repository it is between; null for a trial. */
interface Measured {
  readonly report: ImpactReport;
  readonly sides: RevisionSides | null;
  /** Which lines did it, and who wrote them; null if nobody asked. */
  readonly causes: ChangeCauses | null;
}

/** What a change of rules does. */
const FORMATS: Formats<Options, Measured> = {
  text: ({ report }, { options, style }) => viewImpact(report, options.all, style),
  json: ({ report }) => jsonText(impactJson(report)),
  markdown: ({ report, causes }) => impactMarkdown(report, causes),
};

/** `elvar impact`. */
export const IMPACT: Command<Options> = {
  usage: 'impact [revisions]',
  about: 'What would this change of rules do to every file?',
  formats: Object.keys(FORMATS),
  declare: (args) => args
    .positional(
      'revisions',
      { type: 'string', describe: 'A..B, what changed between two git revisions; or one, to compare with; HEAD by default' },
    )
    .option('against', {
      type: 'string',
      requiresArg: true,
      describe: 'the same as naming one revision: compare the layer files with those of it, such as main',
    })
    .option('preset', { type: 'string', requiresArg: true, describe: 'try a preset, as if the root adopted it too' })
    .option(
      'all', { type: 'boolean', default: false, describe: 'show every place and finding, however many there are' },
    ) as never,
  examples: [
    ["elvar impact --set 'slips/*=error'", 'try a setting: which rules it tightens, where, and what would be found'],
    ['elvar impact --preset elvar:sound', 'try a preset'],
    ['elvar impact', 'what the uncommitted changes of layer files do'],
    ['elvar impact HEAD~3..HEAD', 'what the last three commits did'],
    ['elvar impact --against main --format markdown', 'what a branch changes, as text for a review'],
  ],
  run: async (context) => {
    const { options } = context;
    const { report, sides } = await measured(context);
    const causes = sides === null || options.format !== 'markdown'
      ? null
      : await (await import('../../host/history/change-causes.js')).causesOf(context.workspace.root, report.changes.rules, sides);
    show(context, FORMATS, { report, sides, causes });
    tellAside(context, report);
    if (options.set.length > 0 && report.changes.rules.length > 0) {
      hint(context, 'To keep it: elvar set SELECTOR LEVEL --because REASON');
    }
    return exitCode(EXIT.fine, report);
  },
};

/** What the layer files do now, compared with those of the last commit. */
async function sinceHead(workspace: Workspace): Promise<ImpactReport> {
  try {
    return await workspace.impactSince('HEAD');
  } catch (error) {
    if (!(error instanceof UsageError)) throw error;
    throw wrongCall(
      `there is no last commit to compare with: ${describeUsageMistake(error.mistake).what}`,
      `Try a change instead: elvar impact --set 'SELECTOR=LEVEL', or --preset REF.`,
    );
  }
}

async function measured(
  { options: { set, against, preset, revisions }, workspace }: Context<Options>,
): Promise<Omit<Measured, 'causes'>> {
  const trials = [
    set.length > 0 ? '--set' : '',
    against === undefined ? '' : '--against',
    preset === undefined ? '' : '--preset',
    revisions ?? '',
  ].filter((trial) =>
    trial !== '');
  if (trials.length > 1) throw wrongCall(`${trials.join(' and ')} cannot be combined`);
  if (preset !== undefined) return { report: await workspace.impactOfPreset(preset), sides: null };
  if (set.length > 0) return { report: await workspace.trial({ set: [] }).impact(workspace), sides: null };
  if (revisions?.includes('..') === true) {
    const { impactBetween, parseRange } = await import('../../host/session/revisions.js');
    const range = parseRange(workspace.root, revisions);
    if (range !== null) return { report: await impactBetween(workspace.session, range), sides: range };
  }
  const since = against ?? revisions;
  return {
    report: await (since === undefined ? sinceHead(workspace) : workspace.impactSince(since)),
    sides: { from: since ?? 'HEAD', to: null },
  };
}
