import type { DoctorReport } from '../../core/doctor/doctor-report.js';
import { describeDiagnosis } from '../../formats/text/diagnosis.js';
import { visible } from '../../formats/text/visible.js';
import type { Style } from '../terminal.js';
import { count, listed, wrap } from './table.js';

/** What is wrong with the configuration: how much in all, then each problem with its place and what to do. */
export function viewDoctor({ diagnoses, files, layerFiles }: DoctorReport, columns: number, style: Style): string {
  const looked = `${count(layerFiles, 'layer file')} for ${count(files, 'file')} checked`;
  const problems = diagnoses.filter(({ weight }) => weight === 'problem').length;
  const advice = diagnoses.length - problems;
  if (diagnoses.length === 0) return `${style.good('No problems in the configuration.')} ${looked}.\n`;
  const parts = [
    problems > 0 ? style.level('error', count(problems, 'problem')) : '',
    advice > 0 ? style.level('note', `${advice} ${advice === 1 ? 'thing' : 'things'} to tidy up`) : '',
  ].filter((part) => part !== '');
  const lines = [`${style.strong(`${listed(parts)}.`)} ${style.faint(`${looked}.`)}`];
  for (const { detail, file, line, weight, mend } of diagnoses) {
    const { what, advice: toDo } = describeDiagnosis(detail);
    const mark = weight === 'problem' ? style.level('error', 'problem') : style.level('note', 'tidy');
    lines.push(
      '',
      `${mark}  ${style.name(visible(line === null ? file : `${file}:${line}`))}`,
      ...wrap(visible(what), columns, '  '),
      ...wrap(visible(mend === null ? toDo : `${toDo} --mend does it.`), columns, '    ').map(style.faint),
    );
  }
  return `${lines.join('\n')}\n`;
}
