import { h, type ComponentChild } from 'preact';
import type { DoctorReport } from '../../core/doctor/doctor-report.js';
import { describeDiagnosis } from '../text/diagnosis.js';
import { visible } from '../text/visible.js';
import { count } from '../text/words.js';

/** What is wrong with the configuration itself, as `elvar doctor` says. */
export function health({ diagnoses, files, layerFiles }: DoctorReport): ComponentChild {
  return h('section', { id: 'health' },
    h('h2', null, 'Health of the configuration'),
    h(
      'p',
      null,
      diagnoses.length === 0 ? 'No problems' : count(diagnoses.length, 'remark'),
      ` about ${count(layerFiles, 'layer file')} for ${count(files, 'file')}.`,
    ),
    diagnoses.length === 0 ? null : h('ul', { class: 'places' }, diagnoses.map(({ detail, file, line, weight }) => {
      const { what, advice } = describeDiagnosis(detail);
      return h('li', null,
        h(
          'span', { class: `level ${weight === 'problem' ? 'error' : 'note'}` }, weight === 'problem' ? 'problem' : 'tidy',
        ), ' ', h('code', null, visible(line === null ? file : `${file}:${line}`)), ' ', visible(what),
        h('div', { class: 'faint' }, visible(advice)));
    })));
}
