import type { Decreed, DiagnosisDetail } from '../../core/doctor/diagnosis.js';
import type { BrokenExpectation } from '../../core/expectations/broken-expectation.js';
import { brokenText } from './expectation.js';
import { describeProblem } from './problem.js';
import { count, listed, listedUpTo } from './words.js';

/** What is wrong and what to do about it. */
interface DiagnosisText {
  readonly what: string;
  readonly advice: string;
}

/** Describes what is wrong with a configuration. */
// elvar waive size/branches, size/function-lines because a table of codes and their words is clearest in one piece
export function describeDiagnosis(detail: DiagnosisDetail): DiagnosisText {
  switch (detail.code) {
    case 'idle-ruling':
      return {
        what: `the ruling for ${detail.selector}${inZone(detail.zone)} never decides anything: ${idle(detail)}`,
        advice: 'Delete it, or move it to where it has an effect.',
      };
    case 'idle-zone':
      return {
        what: `the zone ${detail.zone} never decides anything: ${idle(detail)}`,
        advice: 'Delete it, or move it below the zones that override it.',
      };
    case 'idle-cap':
      return {
        what: `at-most: ${detail.level} lowers nothing`,
        advice: 'No rule is above that level here. Delete it, unless it is meant for later.',
      };
    case 'repeats-outer':
      return {
        what: `all ${count(detail.rulings, 'ruling')} in this file only repeat what is set already`,
        advice: 'Delete the file, or the rulings that repeat.',
      };
    case 'zone-matches-nothing':
      return {
        what: `the zone ${detail.zone} matches no file`,
        advice: 'Patterns are relative to the directory of the file they are in. To see the files there are: elvar scope',
      };
    case 'pattern-matches-nothing':
      return detail.where === 'ignore'
        ? {
          what: `the pattern ${detail.pattern} excludes nothing`,
          advice: 'It matches nothing, or a later line decides. Delete it, unless it is meant for later.',
        }
        : {
          what: `the pattern ${detail.pattern} matches no file`,
          advice: 'Patterns are relative to the directory of the file they are in. Correct it, or delete it.',
        };
    case 'adopted-twice':
      return {
        what: `${detail.preset} is adopted twice`,
        advice: `It is adopted in ${listed(detail.ways)}. The last one wins; keep one of them.`,
      };
    case 'language-lacking':
      return {
        what: `${detail.selector} is turned on, but no file here is in a language it supports`,
        advice: `It supports ${listed(detail.languages)}. Delete the ruling, unless such files will be added.`,
      };
    case 'contradiction':
      return {
        what: `${listed(detail.rules)} contradict each other, and both are in force for ${count(detail.files, 'file')}`,
        advice: `For example ${detail.example}. They are turned on in ${listed(detail.by)}; turn one of them off.`,
      };
    case 'refused':
      return {
        what: `${detail.selector} is refused ${refusedParts(detail)} in ${count(detail.files, 'file')}`,
        advice: `The ${detail.kind} guard in ${detail.by} refuses it. Delete the ruling, or talk to whoever set the guard.`,
      };
    case 'expired':
      return { what: `${described(detail.of)} expired after ${detail.until}`, advice: 'Delete it, or set another day.' };
    case 'expires-soon':
      return {
        what: `${described(detail.of)} expires after ${detail.until}`,
        advice: 'Decide before that day what should apply afterwards.',
      };
    case 'no-reason':
      return { what: `${described(detail.of)} gives no reason`, advice: 'Someone will ask. Give the reason with because.' };
    case 'example-fails':
      return detail.kind === 'bad'
        ? { what: `${detail.rule} finds nothing in its own bad example`, advice: 'Correct the rule, or the example.' }
        : { what: `${detail.rule} finds something in its own good example`, advice: 'Correct the rule, or the example.' };
    case 'ledger-gone':
      return {
        what: `${count(detail.entries, 'ledger entry no longer has a finding', 'ledger entries no longer have a finding')}`,
        advice: 'Remove what is gone: elvar ledger prune',
      };
    case 'ledger-unknown-rule':
      return {
        what:
          `${count(detail.entries, 'ledger entry names', 'ledger entries name')} the rule ${detail.rule}, which does not exist`,
        advice: 'The rule may have been renamed, or it was a house rule that has been deleted.',
      };
    case 'same-title':
      return {
        what: `two layers have the title “${detail.title}”`,
        advice: `The other one is ${detail.other}. Explanations show these titles; make them different.`,
      };
    case 'directory-unchecked':
      return {
        what: `no rule is in force for any of the ${count(detail.files, 'file')} in ${detail.directory}`,
        advice: `To see who decided that: elvar explain ${detail.directory}. If it is intended, take the directory out of scope.`,
      };
    case 'hides-guarded':
      return {
        what: `${detail.pattern} excludes ${detail.isAll ? '' : 'at least '}${count(detail.files, 'file')} that `
          + (detail.by.length === 1 ? 'a guard protects' : 'guards protect'),
        advice: `The ${detail.by.length === 1 ? 'guard is' : 'guards are'} in ${listed(detail.by.slice(0, 3))}. Delete the `
          + 'pattern, or have the files taken out at the root. With policy.scope: root, such patterns are mistakes.',
      };
    case 'hides-own-code':
      return {
        what: `${detail.pattern} excludes ${count(detail.files, 'file')} that git tracks and that `
          + `${detail.files === 1 ? 'looks' : 'look'} handwritten`,
        advice: `For example ${detail.example}. Re-include them with a line that begins with !, or rename the directory.`,
      };
    case 'foreign-code':
      return {
        what: `${count(detail.files, 'checked file does', 'checked files do')} not look like your own code (${detail.kind})`,
        advice: `To take ${detail.files === 1 ? 'it' : 'them'} out, add this line to .elvarignore at the root: `
          + `${detail.pattern} If ${detail.files === 1 ? 'it is' : 'they are'} yours, add this one: !${detail.pattern}`,
      };
    case 'left-aside': {
      const { what, advice } = describeProblem(detail.problem);
      return {
        what: `${what}, so it is ignored`, advice: advice ?? 'It may belong to a newer version of Elvar, or no longer exist.',
      };
    }
    case 'log-missing':
      return {
        what: `${detail.log} is not there, so nothing is taken in from it`,
        advice: 'Run the program that writes it, or delete the entry. With required: true, its absence makes answers incomplete.',
      };
    case 'log-old':
      return {
        what: `${detail.log} is older than `
          + (detail.files === 1 ? detail.example : `${count(detail.files, 'file')} that it speaks of, such as ${detail.example}`),
        advice: 'Its findings there may be out of date. Run the program that writes it again.',
      };
    case 'rule-in-no-log':
      return {
        what: `no log has the rule ${detail.rule}`,
        advice: 'The program may call it something else now, or not check it. To see the rules that logs have: elvar catalog '
          + `--concern ${detail.rule.split('/')[0]}`,
      };
    case 'broken-expectation':
      return {
        what: brokenText(detail.broken, detail.rules),
        advice: `${whyExpected(detail.broken)}. Change the line that decides, or talk to whoever counts on it and change the `
          + 'expectation.',
      };
    case 'breaks-expectation':
      return {
        what: `this breaks what ${detail.broken.place.file}:${detail.broken.place.line} expects: `
          + brokenText(detail.broken, detail.rules),
        advice: `${whyExpected(detail.broken)}. Change this line, or talk to whoever wrote the expectation.`,
      };
    case 'expectation-matches-nothing':
      return {
        what: `the expectation is about no file: nothing matches ${detail.pattern}`,
        advice: 'Patterns are relative to the directory of the layer file. Correct it, or delete it.',
      };
    case 'unused-waiver':
      return {
        what: `the waiver for ${listed(detail.selectors)} excuses nothing`, advice: 'Remove it: elvar waive --remove-unused',
      };
  }
}

function described(of: Decreed): string {
  switch (of.kind) {
    case 'ruling':
      return `the ruling for ${of.selector}`;
    case 'waiver':
      return `the waiver for ${of.selectors.join(', ')}`;
    case 'entry':
      return `the entry for ${of.rule} in ${of.path}`;
  }
}

/** The most rules named. */
const MOST_RULES = 4;

/** Which rules a guard protects, and which parts of the ruling it refuses. */
function refusedParts({ selector, rules, parts }: DiagnosisDetail & { readonly code: 'refused' }): string {
  const named = parts.map((part) => (part.startsWith('options.') ? part.slice('options.'.length) : part));
  const whom = rules.length === 1 && rules[0] === selector ? '' : ` for ${listedUpTo(MOST_RULES, rules, 'rule')}`;
  return `(its ${listed(named)})${whom}`;
}

function inZone(zone: string | null): string {
  return zone === null ? '' : ` in the zone ${zone}`;
}

function idle({ why, by }: { readonly why: 'overruled' | 'equal'; readonly by: string | null }): string {
  return why === 'overruled'
    ? `it is always overridden${by === null ? '' : ` (by ${by})`}`
    : 'without it everything would be the same';
}

function whyExpected({ source: { expectation: { because } } }: BrokenExpectation): string {
  return because === null ? 'Somebody counts on it' : `It is expected because ${because}`;
}
