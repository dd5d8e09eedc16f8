import { impactJson } from '../../formats/json/impact.js';
import type { RuleEdit } from '../../core/impact/rule-edit.js';
import { patchOf } from '../../formats/text/patch.js';
import { visible } from '../../formats/text/visible.js';
import { UsageError } from '../../host/files/errors.js';
import type { LayerTarget, PlannedEdit } from '../../host/desks/rule-desk.js';
import { EXIT, type ExitCode } from '../exit-code.js';
import { viewOutcome, viewRuleEdit } from '../views/rule-edit.js';
import { exitCode, hint, printJson, tellAside, type Context } from './command.js';

/** The options shared by the commands that change a layer file. */
export interface EditOptions {
  readonly at?: string | undefined;
  readonly zone?: string | undefined;
  readonly dryRun: boolean;
}

/** The file to change: a directory's (by default the root's) or the personal one. */
export function targetOf({ at, zone }: EditOptions, isPersonal: boolean, root: string): LayerTarget {
  if (isPersonal && at !== undefined) throw new UsageError('--at and --personal cannot be combined');
  if (at === '' || zone === '') throw new UsageError('--at needs a directory, --zone the name of a zone');
  return isPersonal ? { kind: 'personal' } : { kind: 'directory', directory: at ?? root };
}

/** Shows what a planned edit does, then writes it unless this is a dry run. */
export async function carryOut<Options extends EditOptions>(context: Context<Options>, { edit, write }: PlannedEdit): Promise<ExitCode> {
  const { options, terminal, style } = context;
  const isIdle = edit.before === edit.after;
  // Say what keeps the change from taking effect before writing anything.
  const outcome = viewOutcome(edit, style).join('\n');
  const isText = options.format !== 'json';
  if (isText && !isIdle) terminal.out(`${outcome}\n\n`);
  const failed = options.dryRun || isIdle ? null : await write();
  if (failed !== null) terminal.err(`${visible(edit.file)} was not written: ${visible(failed)}\n`);
  if (!isText) printJson(context, editJson(edit, !options.dryRun && !isIdle && failed === null));
  else if (failed === null) terminal.out(viewRuleEdit(edit, options.dryRun, style));
  tellAside(context, edit.impact);
  if (!isIdle) hint(context, options.dryRun ? 'Run it without --dry-run to change the file.' : 'See what it does in detail: elvar impact');
  return failed === null ? exitCode(EXIT.fine, edit.impact) : EXIT.incomplete;
}

/** `elvar-edit/1`. */
function editJson({ file, isNew, before, after, impact, outcome }: RuleEdit, written: boolean): object {
  const told = outcome === null ? null : {
    ...outcome,
    hindrances: outcome.hindrances.map(({ kind, by, rules, files }) => ({ kind, rules, files, by: by?.place == null ? null : { layer: by.layer.id, file: by.place.file, line: by.place.line, zone: by.zone?.name ?? null } })),
  };
  return { format: 'elvar-edit/1', file, new: isNew, written, patch: patchOf(file, before, after), outcome: told, impact: impactJson(impact) };
}
