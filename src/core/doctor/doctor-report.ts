import type { ReportBase } from '../cascade/report-base.js';
import type { Diagnosis } from './diagnosis.js';

/** What is wrong with the configuration itself. */
export interface DoctorReport extends ReportBase {
  /** Problems first, then file by file from top to bottom. */
  readonly diagnoses: readonly Diagnosis[];
  readonly files: number;
  readonly layerFiles: number;
}
