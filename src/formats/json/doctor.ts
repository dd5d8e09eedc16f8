import type { DoctorReport } from '../../core/doctor/doctor-report.js';
import { describeDiagnosis } from '../text/diagnosis.js';
import { brokenJson } from './expectations.js';
import { incompleteJson } from '../text/incomplete.js';

/** `elvar-doctor/1`. */
export function doctorJson({ diagnoses, files, layerFiles, incomplete }: DoctorReport): object {
  return {
    format: 'elvar-doctor/1',
    diagnoses: diagnoses.map(({ detail, file, line, weight, mend }) =>
      ({
        ...(detail.code === 'broken-expectation' || detail.code === 'breaks-expectation'
          ? { code: detail.code, rules: detail.rules, ...brokenJson([detail.broken])[0] }
          : detail),
        ...describeDiagnosis(detail),
        file,
        line,
        weight,
        mendable: mend !== null,
      })),
    files, layerFiles, incomplete: incompleteJson(incomplete),
  };
}
