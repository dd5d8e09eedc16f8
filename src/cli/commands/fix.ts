import type { FixReport } from '../../core/inspect/fix-report.js';
import { fixJson } from '../../formats/json/fix.js';
import { parseFilePlace } from '../../host/files/target-path.js';
import { EXIT } from '../exit-code.js';
import { viewFix } from '../views/fix.js';
import { exitCode, hint, jsonText, show, tellAside, type Command, type Formats } from './command.js';

interface Options {
  readonly path: readonly string[];
  readonly rule: readonly string[];
  readonly offered: boolean;
  readonly dryRun: boolean;
}

/** What was repaired, or would be. */
const FORMATS: Formats<Options, FixReport> = {
  text: (report, { options, workspace, terminal, style }) =>
    viewFix(report, { columns: terminal.columns, named: options.path.map((path) => workspace.relative(path)) }, style),
  json: (report) => jsonText(fixJson(report)),
};

/** `elvar fix`. */
export const FIX: Command<Options> = {
  usage: 'fix [path..]',
  about: 'Repair what can be repaired safely.',
  formats: Object.keys(FORMATS),
  declare: (args) => args
    .positional(
      'path', { type: 'string', array: true, default: [], describe: 'files, directories, and FILE:LINE; by default everything' },
    )
    .option('rule', {
      type: 'string',
      array: true,
      nargs: 1,
      default: [],
      describe: 'repair only findings of this rule, concern/* or tag:NAME; may be repeated',
    })
    .option(
      'offered',
      { type: 'boolean', default: false, describe: 'also make repairs that need a look; only for rules named with --rule' },
    )
    .option('dry-run', { type: 'boolean', default: false, describe: 'show what would change, and change nothing' }) as never,
  examples: [
    ['elvar fix --dry-run', 'what would change, as a diff'],
    ['elvar fix --offered --rule locale/literal-text app/plan.js:12', 'the text on one line moves to the translations'],
    ['elvar fix --offered --rule dead/import --dry-run', 'repairs that need a look, of one rule'],
    ["elvar fix services --rule 'text/*'", 'one directory, and only spacing, line endings and the like'],
  ],
  writes: ({ dryRun }) => !dryRun,
  run: async (context) => {
    const { options, workspace } = context;
    const places = options.path.flatMap((path) => parseFilePlace(path, (file) => workspace.exists(file)) ?? []);
    const paths = options.path.map((path) => parseFilePlace(path, (file) => workspace.exists(file))?.file ?? path);
    const report = await workspace.fix(paths, {
      rules: options.rule,
      offered: options.offered,
      writes: !options.dryRun,
      places: places.map((place) => ({ ...place, file: workspace.relative(place.file) })),
    });
    show(context, FORMATS, report);
    tellAside(context, report);
    if (options.dryRun && report.files.some(({ before, after }) => before !== after)) hint(
      context, 'Run it without --dry-run to change the files.',
    );
    else if (report.files.some(({ left }) => left.length > 0)) hint(context, 'To see what is left: elvar check');
    return exitCode(EXIT.fine, report);
  },
};
