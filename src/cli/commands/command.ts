import type { Argv } from 'yargs';
import type { IntakeNote, Notice, ReportBase } from '../../core/cascade/report-base.js';
import { refusedSettingText } from '../../formats/text/decision.js';
import { describeProblem } from '../../formats/text/problem.js';
import type { Workspace } from '../../host/workspace.js';
import { EXIT, type ExitCode } from '../exit-code.js';
import type { Style, Terminal } from '../terminal.js';
import { visible, visibleJson } from '../../formats/text/visible.js';
import { viewIncomplete } from '../views/incomplete.js';
import { count, listed } from '../views/table.js';

/** The options that every command has. */
export interface GlobalOptions {
  readonly root?: string | undefined;
  readonly set: readonly string[];
  readonly today?: string | undefined;
  readonly evenIgnored: boolean;
  /** False after `--no-cache`; undefined if the option is absent. */
  readonly cache?: boolean | undefined;
  /** False after `--no-personal`; undefined if the option is absent. */
  readonly personal?: boolean | undefined;
  readonly format: string;
  /** Logs of other programs, as `CONCERN=FILE`; only `check` takes them. */
  readonly intake?: readonly string[] | undefined;
  readonly quiet: boolean;
  readonly verbose: boolean;
}

/** What a command is given to run with. */
export interface Context<Options> {
  readonly options: Options & GlobalOptions;
  readonly workspace: Workspace;
  readonly terminal: Terminal;
  readonly style: Style;
}

/** One verb of the command line. */
export interface Command<Options> {
  /** The verb and its arguments, as yargs reads them. */
  readonly usage: string;
  /** The question that the command answers. */
  readonly about: string;
  readonly formats: readonly string[];
  /** The group of options that --format belongs to, if the command groups its own. */
  readonly formatGroup?: string;
  /** Global options that this command redefines. */
  readonly redeclares?: readonly string[];
  /** Declares the command's own arguments and options. */
  readonly declare: (args: Argv) => Argv<Options>;
  /** Command lines that work in a project like the demo, and what each shows. */
  readonly examples: readonly (readonly [line: string, tells: string])[];
  /** Whether it writes files of the project with these options; by default it does not. */
  readonly writes?: (options: Options) => boolean;
  readonly run: (context: Context<Options>) => Promise<ExitCode> | ExitCode;
}

/** How an answer is written: for each format a function from the answer to its text, which may come in pieces. */
export type Formats<Options, Answer> = Readonly<Record<string, (
  answer: Answer, context: Context<Options>,
) => string | Iterable<string>>>;

/** The same for an answer that comes bit by bit. */
export type StreamedFormats<Options, Answer> = Readonly<Record<string, (
  answer: Answer, context: Context<Options>,
) => AsyncIterable<string>>>;

/** Prints an answer in the format that was asked for, as it comes. */
export async function showAsItComes<Options, Answer>(
  context: Context<Options>, formats: StreamedFormats<Options, Answer>, answer: Answer,
): Promise<void> {
  for await (const piece of formats[context.options.format]?.(answer, context) ?? []) context.terminal.out(piece);
}

/** Prints an answer in the format that was asked for. */
export function show<Options, Answer>(context: Context<Options>, formats: Formats<Options, Answer>, answer: Answer): void {
  const written = formats[context.options.format]?.(answer, context) ?? '';
  for (const piece of typeof written === 'string' ? [written] : written) context.terminal.out(piece);
}

/** A document for machines, as text. */
export function jsonText(document: object): string {
  return `${visibleJson(JSON.stringify(document, null, 2))}\n`;
}

/** Prints to standard error the notices that can accompany any answer. */
export function tellAside(
  { options, workspace, terminal, style }: Context<unknown>, { usesStarter, incomplete, notices }: ReportBase,
): void {
  if (options.verbose) terminal.err(`Project root: ${visible(workspace.root)}\n`);
  if (usesStarter && !options.quiet) {
    terminal.err(`There is no elvar.yaml in this project, so the preset elvar:starter is used.\n`);
  }
  if (!options.quiet) for (const notice of notices) terminal.err(`${visible(noticeText(notice))}\n`);
  if (incomplete.length > 0) terminal.err(viewIncomplete(incomplete, style));
}

/** What may be in the place of a file. */
const ENTRY_KINDS = { directory: 'a directory', symlink: 'a link', special: 'a special file' } as const;

function intakeText(note: IntakeNote): string {
  switch (note.intake) {
    case 'missing':
      return `${note.log} is not there, so nothing is taken in from it`;
    case 'old':
      return `${note.log} is older than `
        + `${note.files === 1 ? note.example : `${count(note.files, 'file')} that it speaks of, such as ${note.example}`}; `
        + 'its findings there may be out of date';
    case 'outside':
      return `${note.log} has ${count(note.findings, 'finding')} without a file in this project; `
        + `${note.findings === 1 ? 'it counts' : 'they count'} for nothing`;
    case 'not-checked':
      return `Other programs have ${count(note.findings, 'finding')} in ${count(note.files, 'file')} that `
        + `${note.files === 1 ? 'is' : 'are'} not checked; ${note.findings === 1 ? 'it counts' : 'they count'} for nothing`;
    case 'same-name':
      return `${note.log} has several ids that become ${note.rule}: ${listed(note.ids)}`;
  }
}

function noticeText(notice: Notice): string {
  if ('intake' in notice) return `${intakeText(notice)}.`;
  if ('code' in notice) return `${notice.file} is not read: it is ${ENTRY_KINDS[notice.kind]}`;
  if ('refusal' in notice) return refusedSettingText(notice.refusal);
  const { file, place, detail } = notice.problem;
  const { what, advice } = describeProblem(detail);
  const where = place === null ? file : `${file}:${place.line}:${place.column}`;
  return `${where}: ${what}, so it is ignored. ${advice ?? ''}`.trimEnd();
}

/** A hint at the next step, printed to standard error and only for people. */
export function hint({ options, terminal, style }: Context<unknown>, text: string): void {
  if (!options.quiet && options.format === 'text' && terminal.isTerminal) terminal.err(`\n${style.faint(text)}\n`);
}

/** The exit code: `code`, unless the answer is incomplete. */
export function exitCode(code: ExitCode, { incomplete }: ReportBase): ExitCode {
  return incomplete.length > 0 ? EXIT.incomplete : code;
}
