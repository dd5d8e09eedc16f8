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
  const prints = new Fingerprints(findings, text);
  return findings.map((finding, index) => new PrintedFinding(finding, prints, index));
}

/** A finding as plain data, so that it can be handed to another thread. */
export function plainFinding({ rule, level, path, span, message, fixable, excused, fingerprint }: Finding): Finding {
  return { rule, level, path, span, message, fixable, excused, fingerprint };
}

/** The fingerprints of a file's findings, computed when one is asked for. */
class Fingerprints {
  private prints: string[] | null = null;

  constructor(private readonly findings: readonly BareFinding[], private readonly text: SourceText) {}

  at(index: number): string {
    this.prints ??= fingerprints(this.findings, this.text);
    return this.prints[index] as string;
  }
}

class PrintedFinding implements Finding {
  readonly rule: Finding['rule'];
  readonly level: Finding['level'];
  readonly path: string;
  readonly span: Finding['span'];
  readonly message: string;
  readonly fixable: boolean;
  readonly excused: Finding['excused'];

  constructor({ rule, level, path, span, message, fixable, excused }: BareFinding, private readonly prints: Fingerprints, private readonly index: number) {
    this.rule = rule;
    this.level = level;
    this.path = path;
    this.span = span;
    this.message = message;
    this.fixable = fixable;
    this.excused = excused;
  }

  get fingerprint(): string {
    return this.prints.at(this.index);
  }
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
