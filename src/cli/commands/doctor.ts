import type { DoctorReport } from '../../core/doctor/doctor-report.js';
import { doctorJson } from '../../formats/json/doctor.js';
import { describeUnmended } from '../../formats/text/edit-obstacle.js';
import { describeDiagnosis } from '../../formats/text/diagnosis.js';
import { visible } from '../../formats/text/visible.js';
import { EXIT } from '../exit-code.js';
import { viewDoctor } from '../views/doctor.js';
import { exitCode, hint, jsonText, show, tellAside, type Command, type Formats } from './command.js';

interface Options {
  readonly mend: boolean;
}

/** What is wrong with the configuration. */
const FORMATS: Formats<Options, DoctorReport> = {
  text: (report, { terminal, style }) => viewDoctor(report, terminal.columns, style),
  json: (report) => jsonText(doctorJson(report)),
};

/** `elvar doctor`. */
export const DOCTOR: Command<Options> = {
  usage: 'doctor',
  about: 'What is wrong with the configuration itself?',
  formats: Object.keys(FORMATS),
  declare: (args) =>
    args.option('mend', { type: 'boolean', default: false, describe: 'make the edits that do not change any result' }) as never,
  examples: [
    ['elvar doctor', 'what is unused, doubled, contradictory or forgotten, and how to correct it'],
  ],
  writes: ({ mend }) => mend,
  run: async (context) => {
    const { options, workspace, terminal } = context;
    let report = await workspace.doctor();
    if (options.mend) {
      const { mended, failed } = await workspace.mend(report);
      for (const { file, reason } of failed) {
        terminal.err(`${visible(file)} was not changed: ${visible(describeUnmended(reason))}\n`);
      }
      for (const { detail, file, line } of mended) terminal.err(
        `Mended ${visible(`${file}${line === null ? '' : `:${line}`}`)}: ${visible(describeDiagnosis(detail).what)}\n`,
      );
      if (mended.length > 0) report = await workspace.doctor();
    }
    show(context, FORMATS, report);
    tellAside(context, report);
    if (!options.mend && report.diagnoses.some(({ mend }) => mend !== null)) {
      hint(context, 'Make the safe edits: elvar doctor --mend');
    }
    return exitCode(report.diagnoses.some(({ weight }) => weight === 'problem') ? EXIT.findings : EXIT.fine, report);
  },
};
