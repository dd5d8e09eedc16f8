import { DiagnosticSeverity, DiagnosticTag, type Diagnostic } from 'vscode-languageserver';
import type { CheckedSource } from '../core/inspect/check-report.js';
import type { Catalog } from '../core/catalog/catalog.js';
import type { Finding } from '../core/model/finding.js';
import type { ActiveLevel } from '../core/model/level.js';
import { deciderLine } from '../formats/text/decider-line.js';
import { noteLines } from '../formats/text/finding-notes.js';
import { visible } from '../formats/text/visible.js';
import type { Positions } from './positions.js';
import type { Uris } from './uris.js';

const SEVERITIES: Readonly<Record<ActiveLevel, DiagnosticSeverity>> = {
  error: DiagnosticSeverity.Error, warning: DiagnosticSeverity.Warning, note: DiagnosticSeverity.Information,
};

/** What a diagnostic carries, so that the finding is known again when the client asks about it. */
interface DiagnosticData {
  readonly fingerprint: string;
}

/** The open findings of a file as the client shows them. */
export function diagnosticsOf(file: CheckedSource, catalog: Catalog, positions: Positions, uris: Uris): Diagnostic[] {
  // A file may have a thousand findings of a few rules.
  const shared = new Map<string, SharedParts>();
  return file.findings.all.flatMap((finding) => {
    if (finding.excused !== null) return [];
    let parts = shared.get(finding.rule);
    if (parts === undefined) shared.set(finding.rule, (parts = sharedParts(finding.rule, file, catalog, uris)));
    return [diagnosticOf(finding, parts, positions)];
  });
}

/** What the diagnostics of one rule have in common. */
type SharedParts = Pick<Diagnostic, 'codeDescription' | 'tags' | 'relatedInformation'>;

function sharedParts(rule: Finding['rule'], { rules }: CheckedSource, catalog: Catalog, uris: Uris): SharedParts {
  const decision = rules.decisions.get(rule);
  const decider = decision === undefined ? null : deciderLine(decision);
  const address = catalog.get(rule)?.foreign?.address ?? null;
  return {
    ...(address !== null && URL.canParse(address) && { codeDescription: { href: address } }),
    // Clients fade what is dead.
    ...(rule.startsWith('dead/') && { tags: [DiagnosticTag.Unnecessary] }),
    ...(decider !== null
      && { relatedInformation: [
        { location: { uri: uris.of(decider.file), range: uris.lineRange(decider.line) }, message: decider.text },
      ] }),
  };
}

function diagnosticOf(finding: Finding, shared: SharedParts, positions: Positions): Diagnostic {
  const { rule, level, message, span: { start, end }, fingerprint } = finding;
  const data: DiagnosticData = { fingerprint };
  return {
    range: { start: positions.placeAt(start.line, start.column), end: positions.placeAt(end.line, end.column) },
    severity: SEVERITIES[level],
    code: rule,
    source: 'elvar',
    message: [message, ...noteLines(finding)].map(visible).join('\n'),
    ...shared,
    data,
  };
}
