import type { Finding } from '../model/finding.js';

/** A finding with all its parts as properties of its own, so that it can be copied and written down. */
export function plainFinding(finding: Finding): Finding {
  const { rule, level, path, span, message, code, confidence, repair, excused, fingerprint, ownLevel, notes } = finding;
  return {
    rule, level, path, span, message, code, confidence, repair, excused, fingerprint,
    ...(ownLevel != null && { ownLevel }), ...(notes !== undefined && { notes }),
  };
}
