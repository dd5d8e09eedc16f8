import { statsAt } from '../files/stats.js';
import type { IntakeSource } from '../intake/intake-source.js';
import { readIntake, type Intake } from '../intake/read-intake.js';

/** Remembers what was last read of logs: a session asks for it once per question and trial, and a log may be large. */
export class LogMemory {
  private last: { readonly version: string; readonly intake: Intake } | null = null;

  /** What logs say by now. @throws UsageError if one is malformed. */
  readonly read = (sources: readonly IntakeSource[], root: string): Intake => {
    const version = JSON.stringify(sources.map((source) => {
      const stats = statsAt(source.file);
      return [source, stats?.mtimeMs, stats?.size, stats?.ino];
    }));
    if (this.last?.version !== version) this.last = { version, intake: readIntake(sources, root) };
    return this.last.intake;
  };
}
