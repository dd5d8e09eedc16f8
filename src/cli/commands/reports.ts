import path from 'node:path';
import { nearName } from '../../core/base/near-name.js';
import { visible } from '../../formats/text/visible.js';
import { listed } from '../../formats/text/words.js';
import { describeSystemError, wrongCall } from '../../host/files/errors.js';
import { realPlace } from '../../host/files/real-path.js';
import { needFreePlace } from '../../host/desks/free-place.js';
import { needPlaceForReport, writeReport } from '../../host/writing/report-file.js';
import { PLAIN } from '../terminal.js';
import type { Context, Formats } from './command.js';

/** A report that was asked for: in which form, and in which file. */
export interface WantedReport {
  readonly format: string;
  /** As written on the command line. */
  readonly name: string;
  readonly file: string;
}

/** The reports that `--report FORMAT=FILE` asks for. @throws UsageError if one of them cannot be written. */
export function wantedReports<Options, Answer>(
  asked: readonly string[],
  formats: Formats<Options, Answer>,
  { terminal, options, workspace }: Context<{ readonly watch: boolean; readonly overwrite: boolean }>,
): WantedReport[] {
  if (asked.length > 0 && options.watch) throw wrongCall('--watch writes no report', 'Leave out --report, or --watch.');
  const reports = asked.map((report): WantedReport => {
    const [, format, name] = /^([^=]*)=(.+)$/s.exec(report) ?? [];
    if (format === undefined || name === undefined) {
      throw wrongCall(`--report ${report}: this is not FORMAT=FILE`, 'Write, for example, --report markdown=findings.md.');
    }
    if (!Object.hasOwn(formats, format)) {
      const near = nearName(format, Object.keys(formats));
      throw wrongCall(
        `--report ${report}: there is no format ${format}`,
        near === null ? `There are: ${listed(Object.keys(formats))}.` : `Did you mean ${near}?`,
      );
    }
    return { format, name, file: path.resolve(terminal.directory, name) };
  });
  const places = reports.map(({ file }) => realPlace(file));
  const doubled = reports.find((_, index) => places.indexOf(places[index] as string) !== index);
  if (doubled !== undefined) throw wrongCall(
    `--report ${doubled.format}=${doubled.name}: another report goes to the same file`, 'Name a file of its own for each.',
  );
  for (const { file } of reports) needPlaceForReport(file);
  if (!options.overwrite) {
    for (const { format, name, file } of reports) needFreePlace(file, `--report ${format}=${name}`, workspace.root);
  }
  return reports;
}

/** How wide a text is that is read in no terminal, in characters. */
const PAPER = 100;

/** Writes reports. @returns whether all of them could be written; what could not is told. */
export function writeReports<Options, Answer>(
  reports: readonly WantedReport[], formats: Formats<Options, Answer>, answer: Answer, context: Context<Options>,
): boolean {
  let areWritten = true;
  const onPaper = { ...context, style: PLAIN, terminal: { ...context.terminal, isTerminal: false, columns: PAPER } };
  for (const { format, name, file } of reports) {
    try {
      writeReport(file, formats[format]?.(answer, onPaper) ?? '');
    } catch (error) {
      if (!(error instanceof Error && 'code' in error)) throw error;
      areWritten = false;
      context.terminal.err(
        `${context.style.wrong(`The report ${visible(name)} could not be written: ${describeSystemError(error)}.`)}\n`,
      );
    }
  }
  return areWritten;
}
