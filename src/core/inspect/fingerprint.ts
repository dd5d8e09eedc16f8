import { createHash } from 'node:crypto';
import type { RuleId } from '../model/rule.js';
import type { Span } from '../model/place.js';
import type { SourceText } from '../model/source-text.js';

/**
 * A fingerprint for each finding of a file: its rule, the text of its line without the blanks, and, where a file has
 * equal ones, their number in the order of the file. It stays the same when lines or files move.
 */
export function fingerprints(findings: readonly { readonly rule: RuleId; readonly span: Span }[], text: SourceText): string[] {
  const seen = new Map<string, number>();
  return findings.map(({ rule, span }) => {
    const content = `${rule}\0${text.lineText(span.start.line).replace(/\s+/g, '')}`;
    const number = (seen.get(content) ?? 0) + 1;
    seen.set(content, number);
    return createHash('sha256').update(`${content}\0${number}`).digest('hex').slice(0, 16);
  });
}
