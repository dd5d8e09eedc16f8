import type { Hindrance, RuleEdit, RulingOutcome } from '../../core/impact/rule-edit.js';
import { findingSentence, impactSentence } from '../../formats/text/impact.js';
import { formatSource } from '../../formats/text/origin.js';
import type { Style } from '../terminal.js';
import { viewExpectations } from './expectations.js';
import { viewPatch } from './patch.js';
import { listedUpTo } from '../../formats/text/words.js';
import { count } from './table.js';

/** What a change of a layer file will do: where the ruling decides, what keeps it from deciding, and the findings. */
export function viewOutcome({ impact, outcome }: RuleEdit, style: Style): string[] {
  const expected = viewExpectations(impact.expectations, style);
  if (outcome === null) return [impactSentence(impact), ...expected];
  return [...outcomeLines(outcome, style), findingText(impact, outcome), ...scopeLines(impact.changes), ...expected];
}

/** What becomes of the findings, and how many there are in the files concerned. */
function findingText(
  { findings, counts: { before, after }, changes: { touched } }: RuleEdit['impact'], { deciding }: RulingOutcome,
): string {
  const sentence = findingSentence([...findings.values()]);
  if (touched.length === 0) return `Findings: ${sentence}.`;
  const files = touched.length === 1 ? 'file' : `${touched.length} files`;
  // The ruling that it replaces may have decided there, and no longer does.
  const where = deciding === 0
    ? `Rules change in ${count(touched.length, 'file')}, where the ruling it replaces decided. Findings there`
    : `Findings in the ${files} whose rules change`;
  return `${where}: ${before} before, ${after} after; ${sentence}.`;
}

function scopeLines({ entering, leaving }: RuleEdit['impact']['changes']): string[] {
  const lines = [];
  if (entering.length > 0) {
    lines.push(`${count(entering.length, 'file')} ${entering.length === 1 ? 'comes' : 'come'} into scope.`);
  }
  if (leaving.length > 0) lines.push(`${count(leaving.length, 'file')} ${leaving.length === 1 ? 'leaves' : 'leave'} the scope.`);
  return lines;
}

function outcomeLines({ level, reached, deciding, inForce, hindrances }: RulingOutcome, style: Style): string[] {
  if (reached === 0) return [style.level('warning', 'It reaches no checked file.')];
  const where = reached === 1 ? 'the only file it reaches'
    : deciding === reached ? `${reached === 2 ? 'both files' : `all ${reached} files`} it reaches`
    : `${deciding} of the ${count(reached, 'file')} it reaches`;
  const force = inForce === deciding ? ''
    : inForce === 0 ? (level === 'off' ? ', and turns the rule off there' : ', where the rule is off')
    : `, and the rule is in force in ${inForce} of them`;
  const lines = [deciding === 0
    ? style.level('warning', reached === 1
      ? 'It decides nothing in the only file it reaches.'
      : `It decides nothing in any of the ${reached} files it reaches.`)
    : `It decides in ${where}${force}.`];
  const isAboutSeveral = new Set(hindrances.flatMap(({ rules }) => rules)).size > 1;
  return [...lines, ...new Set(hindrances.map((hindrance) => style.level('warning', hindranceLine(hindrance, isAboutSeveral))))];
}

/** The most rules named. */
const MOST_RULES = 3;

function hindranceLine({ kind, by, rules, files }: Hindrance, namesRules: boolean): string {
  const named = namesRules ? `for ${listedUpTo(MOST_RULES, rules)} ` : '';
  const who = by === null ? '' : formatSource(by);
  const where = `In ${count(files, 'file')} it is`;
  switch (kind) {
    case 'refused':
      return `${where} refused ${named}by the ${by?.guard?.value} guard in ${who}.`;
    case 'overruled':
      return `${where} overridden ${named}by ${who}, which comes later.`;
    case 'lowered':
      return `${where} lowered ${named}to ${by?.level?.value} by the at-most in ${who}.`;
    case 'expired':
      return `${where} expired: its last day has passed.`;
    case 'cut-off':
      return `${where} cut off: an inner layer does not inherit.`;
  }
}

/** What was written or would be. */
export function viewRuleEdit(edit: RuleEdit, isDry: boolean, style: Style): string {
  const { file, isNew, before, after, copy } = edit;
  if (before === after) return `${style.strong(`${file} already says so. Nothing was changed.`)}\n`;
  const head = isDry
    ? `${file} would be ${isNew ? 'created' : 'changed'}. Nothing was changed.`
    : `${file} was ${isNew ? 'created' : 'changed'}.`;
  const made = copy === null
    ? []
    : [style.strong(
      `${copy.file} ${isDry ? 'would be created' : 'was created'}: ${count(copy.text.split('\n').length - 1, 'line')}, `
        + 'yours to change.',
    )];
  return `${[...made, style.strong(head), '', ...viewPatch({ path: file, before, after }, style)].join('\n')}\n`;
}
