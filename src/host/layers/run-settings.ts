import type { Catalog } from '../../core/catalog/catalog.js';
import { readSetting } from '../../core/layers/bind/command-line.js';
import { isDate } from '../../core/base/date.js';
import type { SelectingStatement } from '../../core/layers/stack.js';
import { foundFolder } from '../files/cache-folder.js';
import { UsageError } from '../files/errors.js';
import { NO_OVERLAY, type Overlay } from '../files/overlay.js';
import { parseIntake, type IntakeSource } from '../intake/intake-source.js';
import { personalFile } from './personal-file.js';
import { NO_WATCH, type Watch } from '../files/watch.js';


/** The options of a workspace. */
export interface WorkspaceOptions {
  /** The directory that paths are relative to; by default the current one. */
  readonly directory?: string;
  /** The project root; by default, found from `directory` upwards. */
  readonly root?: string;
  /** The day that decides what has expired, as YYYY-MM-DD; by default the local date. */
  readonly today?: string;
  /** Whether to leave out the personal layer; by default it is read, except in CI. */
  readonly noPersonal?: boolean;
  /** Settings above all layers, in their order: `SELECTOR=LEVEL` or `RULE.OPTION=VALUE`. */
  readonly set?: readonly string[];
  /** Whether to include files that ignore patterns or `scope.include` exclude. */
  readonly evenIgnored?: boolean;
  /** The environment that locates the personal layer; by default that of the process. */
  readonly env?: Readonly<Record<string, string | undefined>>;
  /** Whether to do without what earlier runs have found; false by default. */
  readonly noCache?: boolean;
  /** Logs of other programs, each as `CONCERN=FILE`; a file is relative to `directory`. */
  readonly intake?: readonly string[];
  /** An observer of long runs; by default none. */
  readonly watch?: Watch;
}

/** The settings of a run that come from outside the layer files. */
export interface RunSettings {
  /** The day that decides what has expired, as YYYY-MM-DD. */
  readonly today: string;
  /** The personal layer file, absolute; null if it is left out. */
  readonly personalFile: string | null;
  /** The display name of the personal file. */
  readonly personalName: string;
  /** The settings on the command line, in order, as typed. */
  readonly set: readonly string[];
  /** Whether files that patterns exclude are included anyway. */
  readonly evenIgnored: boolean;
  /** Texts that replace layer files and ignore files on disk. */
  readonly overlay: Overlay;
  /** The folder for what runs have found; null to do without. */
  readonly cacheFolder: string | null;
  /** The logs of other programs. */
  readonly intake: readonly IntakeSource[];
  /** The observer of the run. */
  readonly watch: Watch;
}

/** Reads the options of a workspace. @throws UsageError if a date or a log is wrong. */
export function runSettings(
  {
    today = localDate(new Date()), noPersonal = false, set = [], evenIgnored = false, env = process.env, noCache = false,
    intake = [], directory = '.', watch = NO_WATCH,
  }: WorkspaceOptions,
): RunSettings {
  if (!isDate(today)) throw new UsageError({ code: 'bad-date', text: today, orNever: false });
  const personal = personalFile(env, noPersonal);
  return {
    today, personalFile: personal?.file ?? null, personalName: personal?.name ?? '', set, evenIgnored, overlay: NO_OVERLAY,
    cacheFolder: noCache ? null : foundFolder(env), intake: intake.map((text) => parseIntake(text, directory)), watch,
  };
}

/** Settings of the command line as statements about the rules of `catalog`. @throws UsageError if a setting is wrong. */
export function settingStatements(settings: readonly string[], catalog: Catalog): SelectingStatement[] {
  return settings.map((text) => {
    const setting = readSetting(text, catalog);
    if ('wrong' in setting) throw new UsageError({ code: 'bad-setting', text, mistake: setting });
    return setting;
  });
}

/** The local day as YYYY-MM-DD. */
export function localDate(now: Date): string {
  const two = (number: number): string => String(number).padStart(2, '0');
  return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`;
}
