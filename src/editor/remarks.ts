import {
  CodeActionKind, DiagnosticSeverity, DiagnosticTag, type CodeAction, type Diagnostic, type Range,
} from 'vscode-languageserver';
import type { Diagnosis } from '../core/doctor/diagnosis.js';
import { EditError } from '../core/layers/edit/edit-yaml.js';
import { mendedText } from '../core/layers/edit/mended-text.js';
import { describeDiagnosis } from '../formats/text/diagnosis.js';
import { visible } from '../formats/text/visible.js';
import { overlayOf } from '../host/files/overlay.js';
import type { FileDocument } from './documents.js';
import { clientEdits, editsBetween } from './edits.js';
import type { Positions } from './positions.js';

/** What does nothing is faded, where the editor can do that. */
const IDLE = new Set<Diagnosis['detail']['code']>([
  'idle-ruling', 'idle-zone', 'idle-cap', 'repeats-outer', 'zone-matches-nothing', 'pattern-matches-nothing', 'language-lacking',
  'expired',
]);

/** What `doctor` says of a file of configuration, as the client shows it. */
export function remarkDiagnostics(remarks: readonly Diagnosis[], positions: Positions): Diagnostic[] {
  return remarks.map(({ detail, line, weight }) => {
    const { what, advice } = describeDiagnosis(detail);
    return {
      range: lineRange(line, positions), severity: weight === 'problem'
        ? DiagnosticSeverity.Warning
        : DiagnosticSeverity.Information,
      code: detail.code, source: 'elvar doctor', message: [what, advice].map(visible).join('\n'),
      ...(IDLE.has(detail.code) && { tags: [DiagnosticTag.Unnecessary] }),
    };
  });
}

/** A line without the blanks around its text. @param line from 1; the first if null. */
function lineRange(line: number | null, positions: Positions): Range {
  const row = (line ?? 1) - 1;
  const text = positions.lineText(row);
  const start = positions.placeAt(row + 1, 1 + text.length - text.trimStart().length);
  return { start, end: positions.placeAt(row + 1, 1 + text.trimEnd().length) };
}

/** Ways to do what `doctor` advises, where nothing that is checked changes. */
export async function remarkActions(
  { document: { text, uri, positions }, file, project }: FileDocument, remarks: readonly Diagnosis[], range: Range,
): Promise<CodeAction[]> {
  const actions: CodeAction[] = [];
  for (const { detail, line, mend } of remarks) {
    if (line === null
        || mend === null || mend.kind === 'prune-ledger' || line - 1 < range.start.line || line - 1 > range.end.line) continue;
    const after = tried(() => mendedText(text, mend, line));
    if (after === null) continue;
    const { changes } = await project.workspace.impact(project.workspace.trial({ overlay: overlayOf(new Map([[file, after]])) }));
    if (changes.rules.length + changes.entering.length + changes.leaving.length > 0) continue;
    actions.push({
      title: visible(`Delete it: ${describeDiagnosis(detail).what}`),
      kind: CodeActionKind.QuickFix,
      edit: { changes: { [uri]: clientEdits(editsBetween(text, after), positions) } },
    });
  }
  return actions;
}

function tried(edit: () => string): string | null {
  try {
    return edit();
  } catch (error) {
    if (error instanceof EditError) return null;
    throw error;
  }
}
