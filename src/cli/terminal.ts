import pc from 'picocolors';
import type { serve } from '../editor/serve.js';
import type { Level } from '../core/model/level.js';

/** Where a run writes its output and what it knows of its surroundings; passed in, so that tests and libraries can replace it. */
export interface Terminal {
  /** Results. */
  readonly out: (text: string) => void;
  /** Everything else. */
  readonly err: (text: string) => void;
  /** The directory the program is run in. */
  readonly directory: string;
  readonly env: Readonly<Record<string, string | undefined>>;
  readonly isTerminal: boolean;
  /** Whether standard error is a terminal, so that somebody can watch the progress of a long run. */
  readonly showsProgress?: boolean;
  /** Resolves when somebody ends a run that would go on for ever. */
  readonly ended?: () => Promise<void>;
  /** Loads what answers editors: few runs need it. Absent where there is no standard input to answer on. */
  readonly editor?: () => Promise<{ readonly serve: typeof serve }>;
  /** Columns of the terminal, 100 where there is none. */
  readonly columns: number;
}

/** How text is highlighted. Without colour, each function returns its text unchanged. */
export interface Style {
  /** A path, a rule or a name: something the user might type. */
  readonly name: (text: string) => string;
  readonly strong: (text: string) => string;
  readonly faint: (text: string) => string;
  readonly good: (text: string) => string;
  readonly level: (level: Level, text?: string) => string;
  /** The mark below a mistake. */
  readonly wrong: (text: string) => string;
}

const unchanged = (text: string): string => text;

/** Without colours. */
export const PLAIN: Style = {
  name: unchanged, strong: unchanged, faint: unchanged, good: unchanged, wrong: unchanged, level: (level, text = level) => text,
};

/** @param wanted the value of `--color` or `--no-color`; undefined if neither was given. */
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

/** The narrowest screen that answers and help are laid out for. */
export const NARROWEST = 40;
