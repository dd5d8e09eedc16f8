import type { RuleEdit, RulingOutcome } from '../../core/model/report.js';
import { findingSentence, impactSentence } from '../../formats/text/impact.js';
import { formatOrigin, formatZone } from '../../formats/text/origin.js';
import type { Style } from '../terminal.js';
import { viewPatch } from './patch.js';
import { count } from './table.js';

/** What a change of a layer file does, before it is written: where the ruling decides, what keeps it from doing so, and the findings. */
export function viewOutcome({ impact, outcome }: RuleEdit, style: Style): string[] {
  const lines = outcome === null ? [] : outcomeLines(outcome, style);
  lines.push(outcome === null ? impactSentence(impact) : findingText(impact));
  const unsure = impact.changes.leaving.length + impact.changes.entering.length;
  return unsure === 0 || outcome === null ? lines : [...lines, `${count(unsure, 'file')} come into scope or leave it.`];
}

/** What becomes of findings, with how many there are in the files concerned. */
function findingText({ findings, counts: { before, after }, changes }: RuleEdit['impact']): string {
  const sentence = findingSentence([...findings.values()]);
  return changes.touched.length === 0 ? `Findings: ${sentence}.` : `Findings in the ${changes.touched.length === 1 ? 'file' : `${changes.touched.length} files`} whose rules change: ${before} before, ${after} after; ${sentence}.`;
}

function outcomeLines({ reached, deciding, inForce, hindrances }: RulingOutcome, style: Style): string[] {
  if (reached === 0) return [style.level('warning', 'No checked file is reached by it.')];
  const where = deciding === reached ? (reached === 1 ? 'the only file' : `all ${reached} files`) : `${deciding === 0 ? 'none' : deciding} of the ${count(reached, 'file')}`;
  const lines = [`It decides in ${where} that it reaches${inForce === deciding ? '' : inForce === 0 ? ', and turns the rule off there' : `, and the rule is in force in ${inForce} of them`}.`];
  for (const { kind, by, files } of hindrances) {
    const origin = by === null ? '' : formatOrigin(by);
    const zone = by === null ? '' : formatZone(by.zone);
    const who = `${origin}${zone === '' ? '' : ` (${zone})`}`;
    const why = {
      refused: `refused: ${who} guards it (${by?.guard?.value})`,
      overruled: `overruled by ${who}, which comes later`,
      expired: 'expired: its day has passed',
      'cut-off': 'cut off: a layer further in inherits nothing',
    }[kind];
    lines.push(style.level('warning', `In ${count(files, 'file')} it is ${why}.`));
  }
  return lines;
}

/** What was written, or would be. */
export function viewRuleEdit(edit: RuleEdit, isDry: boolean, style: Style): string {
  const { file, isNew, before, after, copy } = edit;
  if (before === after) return `${style.strong(`${file} says so already. Nothing has been changed.`)}\n`;
  const head = isDry ? `${file} would be ${isNew ? 'made' : 'changed'}. Nothing has been changed.` : `${file} is ${isNew ? 'new' : 'changed'}.`;
  const made = copy === null ? [] : [style.strong(`${copy.file} ${isDry ? 'would be made' : 'is new'}: ${count(copy.text.split('\n').length - 1, 'line')} that are yours to change.`)];
  return `${[...made, style.strong(head), '', ...viewPatch({ path: file, before, after }, style)].join('\n')}\n`;
}
