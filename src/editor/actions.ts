import { CodeActionKind, type CodeAction, type Diagnostic, type Range, type TextEdit } from 'vscode-languageserver';
import type { Finding } from '../core/model/finding.js';
import type { Repair } from '../core/model/repair.js';
import type { RuleId } from '../core/model/rule.js';
import { deciderLine } from '../formats/text/decider-line.js';
import { visible } from '../formats/text/visible.js';
import { count } from '../formats/text/words.js';
import { clientEdits } from './edits.js';
import type { OpenDocument } from './open-document.js';
import type { FileAnswer } from './project.js';

/** The kind of "repair all that is safe", which clients run on save. */
export const REPAIR_ALL = `${CodeActionKind.SourceFixAll}.elvar`;

/** The commands of the server. */
export const COMMANDS = { waive: 'elvar.waive', show: 'elvar.show' } as const;

/** What is computed when a client wants an action that it has been offered. */
export type LateAction = { readonly uri: string; readonly version: number } & (
  | { readonly repair: 'rule'; readonly rule: RuleId; readonly offered: boolean }
  | { readonly repair: 'all' }
);

/** What a waiver is written for. */
export interface WaiveCommand {
  readonly uri: string;
  readonly version: number;
  readonly rule: RuleId;
  /** From 1. */
  readonly line: number;
  readonly reach: 'line' | 'below' | 'throughout';
}

/** A line to go to. */
export interface ShowCommand {
  /** Relative to the root of the project that {@link uri} is in. */
  readonly file: string;
  /** From 1. */
  readonly line: number;
  readonly uri: string;
}

/** What can be done about the findings in a part of a document. */
export function actionsFor({ file }: FileAnswer, document: OpenDocument, range: Range, diagnostics: readonly Diagnostic[], only: readonly string[] | null): CodeAction[] {
  const wants = (kind: string): boolean => only === null || only.some((wanted) => kind === wanted || kind.startsWith(`${wanted}.`));
  if (file === null) return [];
  const open = file.findings.filter(({ excused }) => excused === null);
  const met = open.filter((finding) => touches(finding, document, range));
  const { uri, version } = document;
  const actions: CodeAction[] = [];
  if (wants(CodeActionKind.QuickFix)) {
    for (const finding of met) actions.push(...repairActions(finding, file.repairs?.get(finding.fingerprint), document, diagnostics));
    for (const [rule, offered] of repairedRules(met)) {
      const number = open.filter((one) => one.rule === rule && one.repair !== null && (offered || one.repair === 'safe')).length;
      if (number > 1) actions.push({ title: `Repair all ${number} findings of ${rule} in this file${offered ? ' (then look at them)' : ''}`, kind: CodeActionKind.QuickFix, data: { uri, version, repair: 'rule', rule, offered } satisfies LateAction });
    }
    for (const finding of byRule(met)) actions.push(...exceptionActions(finding, file, document, diagnostics));
  }
  const safe = open.filter(({ repair }) => repair === 'safe').length;
  if (wants(REPAIR_ALL) && safe > 0) actions.push({ title: `Repair what is safe in this file (${count(safe, 'finding')})`, kind: REPAIR_ALL, data: { uri, version, repair: 'all' } satisfies LateAction });
  return actions;
}

function touches({ span: { start, end } }: Finding, { positions }: OpenDocument, range: Range): boolean {
  const [from, to] = [positions.offsetAt(range.start), positions.offsetAt(range.end)];
  const [first, last] = [positions.offsetAt(positions.placeAt(start.line, start.column)), positions.offsetAt(positions.placeAt(end.line, end.column))];
  return first <= to && from <= Math.max(last, first);
}

function repairActions(finding: Finding, repair: Repair | undefined, document: OpenDocument, diagnostics: readonly Diagnostic[]): CodeAction[] {
  // A byte-order mark is no text that a client could edit.
  if (repair === undefined || repair === 'drop-byte-order-mark') return [];
  const edits: TextEdit[] = clientEdits(repair, document.positions);
  const isSafe = finding.repair === 'safe';
  return [{ title: `Repair: ${visible(finding.message)}${isSafe ? '' : ' (then look at it)'}`, kind: CodeActionKind.QuickFix, isPreferred: isSafe, diagnostics: ofFinding(finding, diagnostics), edit: { changes: { [document.uri]: edits } } }];
}

/** The rules of findings that can be repaired, and whether that needs a look. */
function repairedRules(findings: readonly Finding[]): Map<RuleId, boolean> {
  return new Map(findings.flatMap(({ rule, repair }) => (repair === null ? [] : [[rule, repair === 'offered'] as const])));
}

/** One finding of each rule, the first. */
function byRule(findings: readonly Finding[]): readonly Finding[] {
  return [...new Map(findings.toReversed().map((finding) => [finding.rule, finding])).values()].reverse();
}

function exceptionActions(finding: Finding, { rules }: NonNullable<FileAnswer['file']>, { uri, version }: OpenDocument, diagnostics: readonly Diagnostic[]): CodeAction[] {
  const { rule, span: { start: { line } } } = finding;
  const decision = rules.decisions.get(rule);
  const about = { kind: CodeActionKind.QuickFix, diagnostics: ofFinding(finding, diagnostics) };
  const waivers = decision?.waivers === 'refuse' || rule.startsWith('waivers/') ? [] : (['line', 'below', 'throughout'] as const).map((reach): CodeAction => {
    const title = `Waive ${rule} ${{ line: 'on this line', below: 'from here on', throughout: 'in the whole file' }[reach]}`;
    return { ...about, title, command: { title, command: COMMANDS.waive, arguments: [{ uri, version, rule, line, reach } satisfies WaiveCommand] } };
  });
  const decider = decision === undefined ? null : deciderLine(decision);
  if (decider === null) return waivers;
  const title = `Go to ${decider.file}:${decider.line}, which decides ${rule}`;
  return [...waivers, { ...about, title, command: { title, command: COMMANDS.show, arguments: [{ uri, file: decider.file, line: decider.line } satisfies ShowCommand] } }];
}

/** The diagnostics of the client that are about a finding. */
function ofFinding({ fingerprint }: Finding, diagnostics: readonly Diagnostic[]): Diagnostic[] {
  return diagnostics.filter(({ data }) => typeof data === 'object' && data !== null && 'fingerprint' in data && data.fingerprint === fingerprint);
}
