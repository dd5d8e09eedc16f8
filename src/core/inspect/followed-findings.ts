import type { Finding } from '../model/finding.js';
import type { Edit } from '../base/edit.js';
import type { SourceText } from '../base/source-text.js';
import { plainFinding } from '../findings/plain-finding.js';

/** A known finding as it was, and as it is after its file has been repaired. */
export interface FollowedFinding {
  readonly was: Finding;
  readonly now: Finding;
  /** The line on which it starts now, without the blanks around it. */
  readonly code: string;
}

interface Followed {
  readonly was: Finding;
  readonly excuse: Finding['excused'];
  /** Where it may start now: text inserted at its place may come before or after it. */
  offsets: readonly number[];
}

/** Follows the known findings of a file through its repairs, which change lines and with them fingerprints. */
export class FollowedFindings {
  private constructor(private readonly followed: readonly Followed[]) {}

  /** Starts with the findings before the first repair. @param isKnown whether to follow a finding. */
  static of(findings: readonly Finding[], text: SourceText, isKnown: (finding: Finding) => boolean): FollowedFindings {
    return new FollowedFindings(findings.filter(isKnown)
      .map((was) => ({ was, excuse: was.excused?.by === 'ledger' ? was.excused : null, offsets: [startOf(was, text)] })));
  }

  /** The findings after some repairs, with those excused that were before. */
  excuse(findings: readonly Finding[], text: SourceText): readonly Finding[] {
    if (this.followed.length === 0) return findings;
    return findings.map((finding) => {
      const known = this.find(finding, text);
      if (known?.excuse == null || finding.excused !== null) return finding;
      return { ...plainFinding(finding), excused: known.excuse };
    });
  }

  /** Records that the text has been edited. */
  follow(edits: readonly Edit[]): void {
    for (const known of this.followed) {
      known.offsets = [...new Set(known.offsets.flatMap((offset) => movedOffsets(offset, edits)))];
    }
  }

  /** The findings that remain, with a changed fingerprint. */
  changed(findings: readonly Finding[], text: SourceText): FollowedFinding[] {
    if (this.followed.length === 0) return [];
    return findings.flatMap((now) => {
      const known = this.find(now, text);
      return known === undefined || known.was.fingerprint === now.fingerprint
        ? []
        : [{ was: known.was, now, code: text.lineText(now.span.start.line).trim() }];
    });
  }

  private find(finding: Finding, text: SourceText): Followed | undefined {
    const start = startOf(finding, text);
    return this.followed.find(({ was, offsets }) => was.rule === finding.rule && offsets.includes(start));
  }
}

function startOf({ span: { start } }: Finding, { starts }: SourceText): number {
  return (starts[start.line - 1] as number) + start.column - 1;
}

function movedOffsets(offset: number, edits: readonly Edit[]): number[] {
  let moved = 0;
  let inserted = 0;
  for (const { start, end, text } of edits) {
    if (end > offset && start < offset) return [start, start + text.length];
    if (end <= offset && start < offset) moved += text.length - (end - start);
    else if (start === offset && end === offset) inserted += text.length;
  }
  return inserted === 0 ? [offset + moved] : [offset + moved, offset + moved + inserted];
}
