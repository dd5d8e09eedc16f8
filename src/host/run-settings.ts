import type { Catalog } from '../core/catalog/catalog.js';
import { readSetting } from '../core/layers/command-line.js';
import { isDate } from '../core/layers/date.js';
import type { SelectingStatement } from '../core/layers/stack.js';
import { UsageError } from './errors.js';
import { NO_OVERLAY, type Overlay } from './overlay.js';
import { personalFile } from './personal-file.js';
import { NO_WATCH, type Watch } from './watch.js';
import type { WorkspaceOptions } from './workspace.js';

/** What of a run is decided outside of the layer files. */
export interface RunSettings {
  /** The day on which rulings expire or not, as YYYY-MM-DD. */
  readonly today: string;
  /** The personal layer file, absolute; null when it is left out. */
  readonly personalFile: string | null;
  /** How the personal file is named. */
  readonly personalName: string;
  /** What the command line sets, in its order, as it is written. */
  readonly set: readonly string[];
  /** Whether what patterns leave out is looked at all the same. */
  readonly evenIgnored: boolean;
  /** Layer files and ignore files that are to be read as they are not on the disk. */
  readonly overlay: Overlay;
  /** Who watches the run. */
  readonly watch: Watch;
}

/** Reads the options of a workspace. @throws UsageError when a date is wrong. */
export function runSettings({ today = localDate(new Date()), noPersonal = false, set = [], evenIgnored = false, env = process.env, watch = NO_WATCH }: WorkspaceOptions): RunSettings {
  if (!isDate(today)) throw new UsageError(`${today} is not a date\nWrite it as YYYY-MM-DD`);
  const personal = personalFile(env, noPersonal);
  return { today, personalFile: personal?.file ?? null, personalName: personal?.name ?? '', set, evenIgnored, overlay: NO_OVERLAY, watch };
}

/** What the command line sets, as statements about the rules of `catalog`. @throws UsageError when a setting is wrong. */
export function commandLineStatements({ set }: RunSettings, catalog: Catalog): SelectingStatement[] {
  return set.map((text) => {
    const setting = readSetting(text, catalog);
    if ('wrong' in setting) throw new UsageError(`--set ${text}: ${setting.wrong}${setting.advice === '' ? '' : `\n${setting.advice}`}`);
    return setting;
  });
}

/** The local day as YYYY-MM-DD. */
function localDate(now: Date): string {
  const two = (number: number): string => String(number).padStart(2, '0');
  return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`;
}
