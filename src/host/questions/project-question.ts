import type { PresetReference } from '../../core/model/layer.js';
import type { RuleId } from '../../core/model/rule.js';

/** What has to be read for a question. */
export interface ProjectQuestion {
  /** The files and directories to list, relative to the root; everything if empty, nothing if absent. */
  readonly list?: {
    readonly targets: readonly string[];
    /** Whether files may be opened to determine their language. */
    readonly opens: boolean;
  };
  /** Paths whose situation is asked for, relative to the root; they need not exist. */
  readonly locate?: readonly string[];
  /** Presets that are asked about by themselves. */
  readonly presets?: readonly PresetReference[];
  /** Whether the answer depends on the project's layer files at all; by default it does. */
  readonly needsLayers?: boolean;
  /** Rules that the question names; an unknown one may be a house rule. */
  readonly names?: readonly RuleId[];
}
