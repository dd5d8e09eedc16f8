import path from 'node:path';
import { CodeActionKind, type CodeAction, type Diagnostic, type Range, type TextEdit } from 'vscode-languageserver';
import type { Finding } from '../core/model/finding.js';
import { LEVELS, type Level } from '../core/model/level.js';
import type { Decision } from '../core/model/statement.js';
import { isOwnRepair, type Repair } from '../core/model/repair.js';
import type { RuleId } from '../core/model/rule.js';
import { deciderLine } from '../formats/text/decider-line.js';
import { visible } from '../formats/text/visible.js';
import { count } from '../formats/text/words.js';
import { clientEdits } from './edits.js';
import type { OpenDocument } from './open-document.js';
import type { FileAnswer } from './project.js';
import type { Workspace } from '../host/workspace.js';

/** The kind of "repair all that is safe", which clients run on save. */
export const REPAIR_ALL = `${CodeActionKind.SourceFixAll}.elvar`;

/** The commands of the server. */
export const COMMANDS = {
  waive: 'elvar.waive', show: 'elvar.show', rule: 'elvar.rule', accept: 'elvar.accept', project: 'elvar.project',
  ledger: 'elvar.ledger', files: 'elvar.files', page: 'elvar.page',
} as const;

/** The kind of "check the whole project": only for clients that ask for what can be done to a source file as a whole. */
const CHECK_ALL = `${CodeActionKind.Source}.elvar.project`;

/** What is computed when a client wants an action that it has been offered. */
export type LateAction = { readonly uri: string; readonly version: number } & (
  | { readonly repair: 'rule'; readonly rule: RuleId; readonly offered: boolean }
  | { readonly repair: 'all' }
);

/** What a waiver is written for. */
interface WaiveCommand {
  readonly uri: string;
  readonly version: number;
  readonly rule: RuleId;
  /** From 1. */
  readonly line: number;
  readonly reach: 'line' | 'below' | 'throughout';
}

/** A line to go to. */
interface ShowCommand {
  /** Relative to the root of the project that {@link uri} is in. */
  readonly file: string;
  /** From 1. */
  readonly line: number;
  readonly uri: string;
}

/** A ruling to write into a layer file. */
interface RuleCommand {
  readonly uri: string;
  readonly rule: RuleId;
  readonly level: Level;
  /** The directory of the layer file, relative to the root; empty for the root itself. */
  readonly directory: string;
  /** A zone of that file; null for the file as a whole. */
  readonly zone: string | null;
}

/** A rule whose page is wanted. */
interface PageCommand {
  readonly uri: string;
  readonly rule: RuleId;
}

/** A finding to be taken into the ledger. */
interface LedgerCommand {
  readonly uri: string;
  readonly version: number;
  readonly fingerprint: string;
}

/** A word that is right. */
interface AcceptCommand {
  readonly uri: string;
  readonly word: string;
  /** Whether it is right for oneself only. */
  readonly personal: boolean;
}

/** What can be done about the findings in a part of a document. */
export function actionsFor(
  { file, workspace }: FileAnswer,
  document: OpenDocument,
  range: Range,
  diagnostics: readonly Diagnostic[],
  only: readonly string[] | null,
): CodeAction[] {
  const wants = (kind: string): boolean =>
    only === null || only.some((wanted) => kind === wanted || kind.startsWith(`${wanted}.`));
  if (file === null) return [];
  const open = file.findings.all.filter(({ excused }) => excused === null);
  const met = open.filter((finding) => touches(finding, document, range));
  const { uri, version } = document;
  const actions: CodeAction[] = [];
  if (wants(CodeActionKind.QuickFix)) {
    for (const finding of met) {
      actions.push(...repairActions(finding, file.repairs()?.get(finding.fingerprint), document, diagnostics));
    }
    for (const [rule, offered] of repairedRules(met)) {
      const number = open.filter((one) => one.rule === rule && one.repair !== null && (offered || one.repair === 'safe')).length;
      if (number > 1) actions.push({
        title: `Repair all ${number} findings of ${rule} in this file${offered ? ' (then look at them)' : ''}`,
        kind: CodeActionKind.QuickFix,
        data: { uri, version, repair: 'rule', rule, offered } satisfies LateAction,
      });
    }
    for (const finding of byRule(met)) actions.push(...exceptionActions(finding, { file, workspace }, document, diagnostics));
  }
  const safe = open.filter(({ repair }) => repair === 'safe').length;
  if (wants(REPAIR_ALL) && safe > 0) {
    actions.push({ title: `Repair what is safe in this file (${count(safe, 'finding')})`, kind: REPAIR_ALL, data: {
      uri, version, repair: 'all',
    } satisfies LateAction });
  }
  if (only?.includes(CodeActionKind.Source) === true) {
    actions.push({ ...action('Check the whole project', COMMANDS.project, { uri }), kind: CHECK_ALL });
  }
  return actions;
}

function touches({ span: { start, end } }: Finding, { positions }: OpenDocument, range: Range): boolean {
  const [from, to] = [positions.offsetAt(range.start), positions.offsetAt(range.end)];
  const [first, last] = [
    positions.offsetAt(positions.placeAt(start.line, start.column)), positions.offsetAt(positions.placeAt(end.line, end.column)),
  ];
  return first <= to && from <= Math.max(last, first);
}

function repairActions(
  finding: Finding, repair: Repair | undefined, document: OpenDocument, diagnostics: readonly Diagnostic[],
): CodeAction[] {
  // A byte-order mark is no text that a client could edit; and what moves to another file is written by `elvar fix`.
  if (repair === undefined || repair === 'drop-byte-order-mark' || !isOwnRepair(repair)) return [];
  const edits: TextEdit[] = clientEdits(repair, document.positions);
  const isSafe = finding.repair === 'safe';
  return [{
    title: `Repair: ${visible(finding.message)}${isSafe ? '' : ' (then look at it)'}`,
    kind: CodeActionKind.QuickFix,
    isPreferred: isSafe,
    diagnostics: ofFinding(finding, diagnostics),
    edit: { changes: { [document.uri]: edits } },
  }];
}

/** The rules of findings that can be repaired, and whether that needs a look. */
function repairedRules(findings: readonly Finding[]): Map<RuleId, boolean> {
  return new Map(findings.flatMap(({ rule, repair }) => (repair === null ? [] : [[rule, repair === 'offered'] as const])));
}

/** One finding of each rule, the first. */
function byRule(findings: readonly Finding[]): readonly Finding[] {
  return [...new Map(findings.toReversed().map((finding) => [finding.rule, finding])).values()].reverse();
}

function exceptionActions(
  finding: Finding,
  { file: { rules }, workspace }: { readonly file: NonNullable<FileAnswer['file']>; readonly workspace: Workspace },
  { uri, version }: OpenDocument,
  diagnostics: readonly Diagnostic[],
): CodeAction[] {
  const { rule, span: { start: { line } } } = finding;
  const decision = rules.decisions.get(rule);
  const about = { kind: CodeActionKind.QuickFix, diagnostics: ofFinding(finding, diagnostics) };
  const waivers = decision?.waivers === 'refuse' || rule.startsWith('waivers/')
    ? []
    : (['line', 'below', 'throughout'] as const).map((reach): CodeAction => {
      const title = `Waive ${rule} ${{ line: 'on this line', below: 'from here on', throughout: 'in the whole file' }[reach]}`;
      return { ...about, ...action(title, COMMANDS.waive, { uri, version, rule, line, reach } satisfies WaiveCommand) };
    });
  const ledger: CodeAction[] = decision?.ledger === 'refuse'
    ? []
    : [{ ...about, ...action(`Put this finding of ${rule} into the ledger`, COMMANDS.ledger, {
      uri, version, fingerprint: finding.fingerprint,
    } satisfies LedgerCommand) }];
  const rulings = decision === undefined
    ? []
    : rulingActions(finding, decision, uri, (own) => workspace.exists(path.join(workspace.root, own))).map(
      (action) => ({ ...about, ...action }),
    );
  const words = wordActions(finding, uri).map((action) => ({ ...about, ...action }));
  return [
    ...words,
    ...waivers,
    ...ledger,
    ...rulings,
    ...lookActions(rule, decision, uri).map((action) => ({ ...about, ...action })),
  ];
}

/** An action that runs a command of the server. */
function action(title: string, command: string, argument: object): Pick<CodeAction, 'title' | 'command'> {
  return { title, command: { title, command, arguments: [argument] } };
}

/** Ways to look closer: at the line that decided, and at the page of the rule. */
function lookActions(rule: RuleId, decision: Decision | undefined, uri: string): Pick<CodeAction, 'title' | 'command'>[] {
  const decider = decision === undefined ? null : deciderLine(decision);
  const page = action(`Open the page of ${rule}`, COMMANDS.page, { uri, rule } satisfies PageCommand);
  if (decider === null) return [page];
  const { file, line } = decider;
  return [action(`Go to ${file}:${line}, which decides ${rule}`, COMMANDS.show, { uri, file, line } satisfies ShowCommand), page];
}

/** The diagnostics of the client that are about a finding. */
function ofFinding({ fingerprint }: Finding, diagnostics: readonly Diagnostic[]): Diagnostic[] {
  return diagnostics.filter(({ data }) =>
    typeof data === 'object' && data !== null && 'fingerprint' in data && data.fingerprint === fingerprint);
}

/** The other levels: first the looser ones, off last, then the stricter ones. */
function otherThan(level: Level): readonly Level[] {
  const at = LEVELS.indexOf(level);
  return [...LEVELS.slice(at + 1), ...LEVELS.slice(0, at).reverse()];
}

/** Ways to change a ruling: for the project, for the directory of the file, and in the zone that decides. */
function rulingActions(
  { rule, level, path: file }: Finding, { trail, by }: Decision, uri: string, exists: (own: string) => boolean,
): CodeAction[] {
  const own = file.includes('/') ? file.slice(0, file.lastIndexOf('/')) : '';
  const isNew = (layer: string): string => (exists(layer) ? '' : ' (a new file)');
  const { statement } = trail[by] ?? {};
  const zone = statement?.zone?.name ?? null;
  const places = [
    { directory: '', zone: null, where: `in elvar.yaml${isNew('elvar.yaml')}, for the whole project` },
    ...(own === '' ? [] : [{ directory: own, zone: null, where: `in ${own}/elvar.yaml${isNew(`${own}/elvar.yaml`)}` }]),
    ...(zone === null || statement?.place == null
      || statement.layer.through.length > 0 || !/(?:^|\/)elvar\.yaml$/.test(statement.place.file) ? [] : [{
      directory: statement.place.file.replace(/\/?elvar\.yaml$/, ''),
      zone,
      where: `in the zone ${zone} of ${statement.place.file}`,
    }]),
  ];
  return places.flatMap(({ directory, zone: within, where }) => otherThan(level).map((wanted): CodeAction => {
    const title = visible(
      `${wanted === 'off' ? `Turn ${rule} off` : `Make ${rule} ${wanted === 'error' ? 'an' : 'a'} ${wanted}`} ${where}`,
    );
    return action(title, COMMANDS.rule, { uri, rule, level: wanted, directory, zone: within } satisfies RuleCommand);
  }));
}

/** For a word in no dictionary: that it is right. */
function wordActions({ rule, code, span: { start, end } }: Finding, uri: string): CodeAction[] {
  if (rule !== 'words/spelling' || start.line !== end.line) return [];
  const word = code.text.slice(start.column - code.column, end.column - code.column);
  return word === '' ? [] : [false, true].map((personal): CodeAction => {
    const title = visible(`Accept “${word}” ${personal ? 'for yourself only' : 'in the whole project'}`);
    return action(title, COMMANDS.accept, { uri, word, personal } satisfies AcceptCommand);
  });
}
