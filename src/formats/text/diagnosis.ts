import type { DiagnosisDetail } from '../../core/doctor/diagnosis.js';
import { describeProblem } from './problem.js';
import { count, listed } from './words.js';

/** What is wrong, and what to do about it. */
export interface DiagnosisText {
  readonly what: string;
  readonly advice: string;
}

/** Puts what is wrong with a configuration into words. */
// elvar waive size/branches because a table of codes and their words is clearest in one piece
export function describeDiagnosis(detail: DiagnosisDetail): DiagnosisText {
  switch (detail.code) {
    case 'idle-ruling':
      return { what: `the ruling for ${detail.selector}${inZone(detail.zone)} never decides anything: ${idle(detail)}`, advice: 'Take it out, or move it to where it counts.' };
    case 'idle-zone':
      return { what: `the zone ${detail.zone} never decides anything: ${idle(detail)}`, advice: 'Take it out, or put it after the zones that overrule it.' };
    case 'idle-cap':
      return { what: `at-most: ${detail.level} lowers nothing`, advice: 'No rule stands above that level here. Take it out, if it is not there for later.' };
    case 'repeats-outer':
      return { what: `all ${count(detail.rulings, 'ruling')} of this file say what holds without them`, advice: 'Take the file out, or what it repeats.' };
    case 'zone-matches-nothing':
      return { what: `the zone ${detail.zone} matches no file`, advice: 'Patterns are relative to the directory of the file that holds them. What is meant? elvar scope' };
    case 'pattern-matches-nothing':
      return detail.where === 'ignore'
        ? { what: `the pattern ${detail.pattern} takes nothing out`, advice: 'Nothing is there that it matches, or a later line decides. Take it out, if it is not there for later.' }
        : { what: `the pattern ${detail.pattern} matches no file`, advice: 'Patterns are relative to the directory of the file that holds them. Mend it, or take it out.' };
    case 'adopted-twice':
      return { what: `${detail.preset} is adopted a second time`, advice: `It comes by ${listed(detail.ways)}. The last one has the last word; keep one.` };
    case 'language-lacking':
      return { what: `${detail.selector} is turned on, and no file here is of a language that it knows`, advice: `It knows ${listed(detail.languages)}. Take the ruling out, if no such file will come.` };
    case 'contradiction':
      return { what: `${listed(detail.rules)} want the opposite of each other, and both are in force for ${count(detail.files, 'file')}`, advice: `Such as ${detail.example}. They are on by ${listed(detail.by)}; turn one of them off.` };
    case 'refused':
      return { what: `${detail.selector} is refused ${refusedParts(detail)} in ${count(detail.files, 'file')}`, advice: `The ${detail.kind} guard in ${detail.by} refuses it. Take the ruling out, or talk to whoever set the guard.` };
    case 'expired':
      return { what: `${detail.what} has expired: it held until ${detail.until}`, advice: 'Take it out, or give it another day.' };
    case 'expires-soon':
      return { what: `${detail.what} holds until ${detail.until}`, advice: 'Decide before that day what is to hold after it.' };
    case 'no-reason':
      return { what: `${detail.what} gives no reason`, advice: 'Somebody will ask. Say why with because.' };
    case 'example-fails':
      return detail.kind === 'bad'
        ? { what: `${detail.rule} finds nothing in its own bad example`, advice: 'Mend the rule, or the example.' }
        : { what: `${detail.rule} finds something in its own good example`, advice: 'Mend the rule, or the example.' };
    case 'ledger-gone':
      return { what: `${count(detail.entries, 'entry of the ledger has', 'entries of the ledger have')} no finding any more`, advice: 'Drop what is gone: elvar ledger prune' };
    case 'ledger-unknown-rule':
      return { what: `the ledger speaks of ${detail.rule} in ${count(detail.entries, 'entry', 'entries')}, and there is no such rule`, advice: 'It may have been renamed, or a house rule that is gone.' };
    case 'same-title':
      return { what: `two layers have the title “${detail.title}”`, advice: `The other is ${detail.other}. Explanations name layers by their titles; make them tell apart.` };
    case 'directory-unchecked':
      return { what: `no rule is in force for any of the ${count(detail.files, 'file')} in ${detail.directory}`, advice: `Who decided that: elvar explain ${detail.directory}. If that is meant, take the directory out of scope.` };
    case 'hides-guarded':
      return { what: `${detail.pattern} takes out ${detail.isAll ? '' : 'at least '}${count(detail.files, 'file')} that ${detail.by.length === 1 ? 'a guard protects' : 'guards protect'}`, advice: `The ${detail.by.length === 1 ? 'guard is' : 'guards are'} in ${listed(detail.by.slice(0, 3))}. Take the pattern out, or have the files taken out at the root. With policy.scope: root, patterns further in are mistakes.` };
    case 'hides-own-code':
      return { what: `${detail.pattern} takes out ${count(detail.files, 'file')} that git knows and that look written by hand`, advice: `Such as ${detail.example}. Take them back in with a line that begins with !, or give the directory another name.` };
    case 'foreign-code':
      return { what: `${count(detail.files, 'checked file looks', 'checked files look')} as if nobody here wrote ${detail.files === 1 ? 'it' : 'them'} (${detail.kind})`, advice: `To take ${detail.files === 1 ? 'it' : 'them'} out, write into .elvarignore at the root: ${detail.pattern} If ${detail.files === 1 ? 'it is' : 'they are'} yours, say so there once: !${detail.pattern}` };
    case 'left-aside': {
      const { what, advice } = describeProblem(detail.problem);
      return { what: `${what}, so it is left aside`, advice: advice ?? 'It may be newer than this Elvar, or retired.' };
    }
    case 'unused-waiver':
      return { what: `the waiver for ${listed(detail.selectors)} excuses nothing`, advice: 'Take it out: elvar waive --remove-unused' };
  }
}

/** At most so many rules are named. */
const MOST_RULES = 4;

/** Which rules a guard protects, and which parts of the ruling it refuses. */
function refusedParts({ selector, rules, parts }: DiagnosisDetail & { readonly code: 'refused' }): string {
  const named = parts.map((part) => (part.startsWith('options.') ? part.slice('options.'.length) : part));
  const more = rules.length - MOST_RULES;
  const whom = rules.length === 1 && rules[0] === selector ? '' : ` for ${listed([...rules.slice(0, MOST_RULES), ...(more > 0 ? [`${more} more rules`] : [])])}`;
  return `(its ${listed(named)})${whom}`;
}

function inZone(zone: string | null): string {
  return zone === null ? '' : ` in the zone ${zone}`;
}

function idle({ why, by }: { readonly why: 'overruled' | 'equal'; readonly by: string | null }): string {
  return why === 'overruled' ? `it is always overruled${by === null ? '' : ` (by ${by})`}` : 'without it all would be as it is';
}
