import pc from 'picocolors';
import type { Level } from '../core/model/level.js';

/** Where a run of the program writes and what it may know of its surroundings; handed in, so that it can be anything. */
export interface Terminal {
  /** Results. */
  readonly out: (text: string) => void;
  /** Everything else. */
  readonly err: (text: string) => void;
  /** The directory the program is run in. */
  readonly directory: string;
  readonly env: Readonly<Record<string, string | undefined>>;
  readonly isTerminal: boolean;
  /** Whether standard error is a terminal, so that somebody can watch what a long run is at. */
  readonly showsProgress?: boolean;
  /** Columns of the terminal, 100 where there is none. */
  readonly columns: number;
}

/** How text is set off. Without colour every function returns its text as it is. */
export interface Style {
  /** A path, a rule, a name: what one would type again. */
  readonly name: (text: string) => string;
  readonly strong: (text: string) => string;
  readonly faint: (text: string) => string;
  readonly good: (text: string) => string;
  readonly level: (level: Level, text?: string) => string;
  /** What a mistake is marked with. */
  readonly wrong: (text: string) => string;
}

const unchanged = (text: string): string => text;

const PLAIN: Style = { name: unchanged, strong: unchanged, faint: unchanged, good: unchanged, wrong: unchanged, level: (level, text = level) => text };

/** @param wanted what `--color` or `--no-color` said; undefined when neither was there. */
export function styleFor({ env, isTerminal }: Terminal, wanted: boolean | undefined): Style {
  // https://no-color.org: any value but the empty one.
  const isColourful = wanted ?? (isTerminal && !env['NO_COLOR'] && env['TERM'] !== 'dumb');
  if (!isColourful) return PLAIN;
  const colors = pc.createColors(true);
  const levels: Record<Level, (text: string) => string> = {
    error: (text) => colors.bold(colors.red(text)),
    warning: colors.yellow,
    note: colors.blue,
    off: colors.dim,
  };
  return {
    name: colors.cyan,
    strong: colors.bold,
    faint: colors.dim,
    good: colors.green,
    level: (level, text = level) => levels[level](text),
    wrong: colors.red,
  };
}
