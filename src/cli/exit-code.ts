/** The meanings of the program's exit codes. */
export const EXIT = {
  fine: 0,
  /** Findings at or above the level agreed on. */
  findings: 1,
  /** The command line or the configuration is wrong; nothing was done. */
  wrong: 2,
  /** The answer is incomplete because something could not be read. */
  incomplete: 3,
} as const;

/** One of {@link EXIT}. */
export type ExitCode = (typeof EXIT)[keyof typeof EXIT];
