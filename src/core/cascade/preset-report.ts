import type { ReportBase } from './report-base.js';
import type { Zone } from '../model/layer.js';
import type { DecidedRules } from '../model/rule-set.js';
import type { LayerInstance, Statement } from '../model/statement.js';

/** A preset, for a list. */
export interface PresetSummary {
  readonly reference: string;
  readonly title: string | null;
  readonly about: string | null;
}

/** A preset merged with everything that it adopts. */
export interface PresetReport extends PresetSummary, ReportBase {
  /** The preset and what it adopts, lowest first. */
  readonly layers: readonly LayerInstance[];
  /** Its decisions for a file in none of its zones. */
  readonly rules: DecidedRules;
  /** Its zones and those of the presets that it adopts, in order. */
  readonly zones: readonly { readonly zone: Zone; readonly layer: LayerInstance; readonly statements: readonly Statement[] }[];
}
