import { hash } from 'node:crypto';
import type { Finding } from '../model/finding.js';
import type { SourceText } from '../model/source-text.js';

/** A finding before it has its fingerprint. */
export type BareFinding = Omit<Finding, 'fingerprint'>;

/**
 * Gives each finding of a file its fingerprint: its rule, the text of its line without the blanks, and, where a file
 * has equal ones, their number in the order of the file. It stays the same when lines or files move. They are
 * computed when one is asked for: what is shown to people needs none.
 */
export function withFingerprints(findings: readonly BareFinding[], text: SourceText): Finding[] {
  let prints: string[] | null = null;
  return findings.map((finding, index) => Object.defineProperty(finding, 'fingerprint', {
    enumerable: true,
    get: () => (prints ??= fingerprints(findings, text))[index],
  }) as Finding);
}

function fingerprints(findings: readonly BareFinding[], text: SourceText): string[] {
  const seen = new Map<string, number>();
  return findings.map(({ rule, span }) => {
    const content = `${rule}\0${text.lineText(span.start.line).replace(/\s+/g, '')}`;
    const number = (seen.get(content) ?? 0) + 1;
    seen.set(content, number);
    return hash('sha256', `${content}\0${number}`, 'hex').slice(0, 16);
  });
}
