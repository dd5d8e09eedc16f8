import { DiagnosticSeverity, type Diagnostic } from 'vscode-languageserver';
import type { Problem } from '../core/model/problem.js';
import { describeProblem } from '../formats/text/problem.js';
import { visible } from '../formats/text/visible.js';
import type { Positions } from './positions.js';

/**
 * What is wrong with a layer file, as the client shows it.
 * @param positions of its text; null if that is not open, so that columns are counted in UTF-16.
 */
export function problemDiagnostics(problems: readonly Problem[], positions: Positions | null): Diagnostic[] {
  return problems.map(({ place, detail }) => {
    const { what, advice } = describeProblem(detail);
    const [line, column, length] = place === null ? [1, 1, 1] : [place.line, place.column, place.length];
    const at = (offset: number): Diagnostic['range']['start'] =>
      positions?.placeAt(line, column + offset) ?? { line: line - 1, character: column - 1 + offset };
    return {
      range: { start: at(0), end: at(length) },
      severity: DiagnosticSeverity.Error,
      code: detail.code,
      source: 'elvar',
      message: [what, ...(advice === null ? [] : [advice])].map(visible).join('\n'),
    };
  });
}
