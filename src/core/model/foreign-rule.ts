import type { ActiveLevel } from './level.js';
import type { RuleId } from './rule.js';

/** A rule of another program, as its logs and the layer files speak of it. */
export interface ForeignRule {
  /** `CONCERN/NAME`, the concern as declared, the name made of the program's own id. */
  readonly id: RuleId;
  /** The ids that became this name, as the program writes them; empty if no log has it. */
  readonly ownIds: readonly string[];
  /** The level that the program gives it. */
  readonly level: ActiveLevel;
  readonly title: string | null;
  readonly about: string | null;
  /** An address for more. */
  readonly address: string | null;
}
