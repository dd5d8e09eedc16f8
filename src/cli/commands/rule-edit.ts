import { impactJson } from '../../formats/json/impact.js';
import type { RuleEdit } from '../../core/impact/rule-edit.js';
import { patchOf } from '../../formats/text/patch.js';
import { visible } from '../../formats/text/visible.js';
import { wrongCall } from '../../host/files/errors.js';
import type { LayerTarget, PlannedEdit } from '../../host/desks/rule-desk.js';
import { EXIT, type ExitCode } from '../exit-code.js';
import { viewOutcome, viewRuleEdit } from '../views/rule-edit.js';
import { exitCode, hint, jsonText, show, tellAside, type Context, type Formats } from './command.js';

/** The options shared by the commands that change a layer file. */
export interface EditOptions {
  readonly at?: string | undefined;
  readonly zone?: string | undefined;
  readonly dryRun: boolean;
}

/** The file to change: a directory's (by default the root's) or the personal one. */
export function targetOf({ at, zone }: EditOptions, isPersonal: boolean, root: string): LayerTarget {
  if (isPersonal && at !== undefined) throw wrongCall('--at and --personal cannot be combined');
  if (at === '' || zone === '') throw wrongCall('--at needs a directory, --zone the name of a zone');
  return isPersonal ? { kind: 'personal' } : { kind: 'directory', directory: at ?? root };
}

/** A planned edit after it was written, or would have been. */
interface CarriedOut {
  readonly edit: RuleEdit;
  /** Why it was not written; null if it was, or was not supposed to be. */
  readonly failed: string | null;
}

/** What became of an edit; people have been told what it does before it was written. */
export const EDIT_FORMATS: Formats<EditOptions, CarriedOut> = {
  text: ({ edit, failed }, { options, style }) => (failed === null ? viewRuleEdit(edit, options.dryRun, style) : ''),
  json: ({ edit, failed }, { options }) =>
    jsonText(editJson(edit, !options.dryRun && edit.before !== edit.after && failed === null)),
};

/** Shows what a planned edit does, then writes it unless this is a dry run. */
export async function carryOut<Options extends EditOptions>(
  context: Context<Options>, { edit, write }: PlannedEdit,
): Promise<ExitCode> {
  const { options, terminal, style } = context;
  const isIdle = edit.before === edit.after;
  // Say what keeps the change from taking effect before writing anything.
  const outcome = viewOutcome(edit, style).join('\n');
  if (options.format === 'text' && !isIdle) terminal.out(`${outcome}\n\n`);
  const failed = options.dryRun || isIdle ? null : await write();
  if (failed !== null) terminal.err(`${visible(edit.file)} was not written: ${visible(failed)}\n`);
  show(context, EDIT_FORMATS, { edit, failed });
  tellAside(context, edit.impact);
  if (!isIdle) {
    hint(context, options.dryRun ? 'Run it without --dry-run to change the file.' : 'See what it does in detail: elvar impact');
  }
  return failed === null ? exitCode(EXIT.fine, edit.impact) : EXIT.incomplete;
}

/** `elvar-edit/1`. */
function editJson({ file, isNew, before, after, impact, outcome }: RuleEdit, written: boolean): object {
  const told = outcome === null ? null : {
    ...outcome,
    hindrances: outcome.hindrances.map(({ kind, by, rules, files }) =>
      ({
        kind,
        rules,
        files,
        by: by?.place == null
          ? null
          : { layer: by.layer.id, file: by.place.file, line: by.place.line, zone: by.zone?.name ?? null },
      })),
  };
  return {
    format: 'elvar-edit/1',
    file,
    new: isNew,
    written,
    patch: patchOf(file, before, after),
    outcome: told,
    impact: impactJson(impact),
  };
}
