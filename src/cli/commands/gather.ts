import path from 'node:path';
import { isDeepStrictEqual } from 'node:util';
import type { PartQuestion } from '../../core/inspect/part-record.js';
import { wrongCall } from '../../host/files/errors.js';
import { fitParts } from '../../host/parts/fit-parts.js';
import { settingsOf } from '../../host/parts/settings-of.js';
import { readParts } from '../../host/parts/read-parts.js';
import { visible } from '../../formats/text/visible.js';
import { answerCheck, checkShown, declareShown } from './check-answer.js';
import { CHECK_FORMATS, wantsHealth, type CheckOptions } from './check-formats.js';
import type { Command, Context, GlobalOptions } from './command.js';
import { wantedReports } from './reports.js';

/** What the command line asks: what a check is asked to show. What it was asked to check, the parts know. */
interface GatherOptions extends CheckOptions {
  readonly file: readonly string[];
}

/** @throws UsageError if the command line asks for something else than the parts were asked for. */
function needSame({ set, evenIgnored, today }: GlobalOptions, asked: PartQuestion): void {
  const other = set.length > 0 && !isDeepStrictEqual([...set], asked.set) ? '--set'
    : evenIgnored && !asked.evenIgnored ? '--even-ignored'
    : today !== undefined && today !== asked.today ? '--today'
    : null;
  if (other !== null) throw wrongCall(
    `${other} is not what the parts were checked with`, 'Give it to elvar check --part; elvar gather takes it from the parts.',
  );
}

/** `elvar gather`. */
export const GATHER: Command<GatherOptions> = {
  usage: 'gather <file..>',
  about: 'What do the parts of a divided check say together?',
  formats: Object.keys(CHECK_FORMATS),
  formatGroup: 'What to show:',
  declare: (args) => declareShown(args.positional(
    'file',
    { type: 'string', array: true, demandOption: true, describe: 'SARIF files that elvar check --part wrote, in any order' },
  )) as never,
  examples: [
    ['elvar check --part 1/2 --report sarif=build/part-1.sarif --fail-on never', 'half of the work, on one machine'],
    ['elvar check --part 2/2 --report sarif=build/part-2.sarif --fail-on never', 'the other half, on another'],
    ['elvar gather build/part-1.sarif build/part-2.sarif', 'the answer that one run would have given'],
  ],
  run: async (context) => {
    const { options, terminal } = context;
    checkShown(options);
    const reports = wantedReports(options.report, CHECK_FORMATS, { ...context, options: { ...options, watch: false } });
    const found = options.file.flatMap((name) => readParts(path.resolve(terminal.directory, name), name));
    const parts = fitParts(found);
    if (parts === null) {
      throw wrongCall(
        'no part of a check is among these files',
        `${found.map((one) => `${visible(one.name)}: ${'why' in one ? one.why : ''}`).join('\n')}\nParts are written by elvar `
          + 'check --part I/N --report sarif=FILE.',
      );
    }
    const { targets, since, rules, concerns } = parts.stamp.question;
    needSame(options, parts.stamp.question);
    const workspace = context.workspace.trial(settingsOf(parts.stamp.question, context.workspace.root));
    const asked: CheckOptions & { readonly format: string } = {
      ...options,
      path: targets.map((own) => path.join(workspace.root, own)),
      since: since ?? undefined,
      rule: rules,
      concern: concerns,
      watch: false,
    };
    const whole = await workspace.check(asked.path, { since, repairs: true, parts });
    const isOfAll = targets.length === 0 && since === null && whole.incomplete.length === 0;
    const health = wantsHealth(asked) ? await workspace.doctor(isOfAll ? whole : null) : null;
    return answerCheck({ ...context, options: asked, workspace } as Context<CheckOptions>, whole, reports, health);
  },
};
