import { CONCERNS } from '../../core/model/concern.js';
import type { ProblemDetail } from '../../core/model/problem.js';
import { describeOptionType } from './option.js';
import { listed } from './words.js';

/** A problem in words: what is wrong, and what to do about it. */
interface ProblemText {
  readonly what: string;
  readonly advice: string | null;
}

/** Describes a problem. */
// elvar waive size/branches, size/function-lines because a table of codes and their words is clearest in one piece
export function describeProblem(detail: ProblemDetail): ProblemText {
  switch (detail.code) {
    case 'yaml-syntax':
      return say(`not YAML: ${detail.detail}`);
    case 'yaml-alias-bomb':
      return say(`aliases expand to more than ${detail.limit} values`, 'Write the values out; a layer file needs no aliases.');
    case 'yaml-alias-circle':
      return say(`the alias *${detail.anchor} is used inside its own definition`, 'Write the value out.');
    case 'yaml-too-many':
      return say(`more than ${detail.limit.toLocaleString('en')} `
        + `${detail.what}${detail.what === 'aliases' ? ' and anchors' : ''} in one file`, detail.what === 'aliases'
          ? 'Write the values out; a layer file needs no aliases.'
          : 'Nobody writes that by hand: generate less, or split the file.');
    case 'yaml-too-deep':
      return say('nested too deeply for a layer file');
    case 'several-documents':
      return say('a second YAML document begins here', 'A layer file is a single document; delete the line ---.');
    case 'needs-quotes':
      return say(
        `${detail.written} is ${detail.as === 'tag' ? 'a tag' : 'an alias'} to YAML, not text`,
        `Write it in quotes: "${detail.written}"`,
      );
    case 'merge-conflict':
      return say('git left both sides of a merge here', 'Keep the entries of both sides, and delete the three marker lines.');
    case 'key-twice':
      return say(`${quote(detail.key)} appears twice`, `It is already on line ${detail.first.line}. Keep one of them.`);
    case 'not-a-mapping':
      return say(`a layer file is a mapping of keys, but this is ${detail.found}`, 'Start with a key, such as rulings:');
    case 'unknown-key':
      return say(`unknown key ${quote(detail.key)}`, meant(detail.near) ?? `Known here: ${detail.known.join(', ')}.`);
    case 'key-not-here':
      return say(`${quote(detail.key)} is not allowed in this file`, `It belongs in ${detail.belongs}.`);
    case 'wrong-type':
      return say(`this should be ${detail.expected}, but it is ${detail.found}`);
    case 'bad-value':
      return say(`${detail.found} is not one of ${detail.known.join(', ')}`, meant(detail.near));
    case 'missing-key':
      return say(`${quote(detail.key)} is missing here`);
    case 'bad-size':
      return say(`${detail.found} is not a size`, 'Write a number with a unit: 500 KiB, 2 MiB.');
    case 'bad-duration':
      return say(`${detail.found} is not a duration`, 'Write a number of seconds up to an hour: 10 s.');
    case 'bad-date':
      return say(`${detail.found} is not a date`, 'Write it as YYYY-MM-DD; the ruling applies through that day.');
    case 'reason-missing':
      return say(
        `the ${detail.what}${detail.name === null ? '' : ` ${quote(detail.name)}`} gives no reason`,
        'The policy of this project requires one. Add because: …',
      );
    case 'personal-guard':
      return say(
        'a personal file cannot guard anything', 'Delete the guard, or move the ruling into a layer file of the project.',
      );
    case 'scope-is-roots':
      return say(
        `only the files at the project root may exclude files, and ${quote(detail.pattern)} would`,
        'The root says so (policy.scope: root). Move the pattern there, or drop it.',
      );
    case 'unknown-language':
      return say(`there is no language ${quote(detail.language)}`, meant(detail.near));
    case 'package-missing':
      return say(`the package ${detail.name} is not installed`, `Install it: npm install --save-dev ${detail.name}`);
    case 'leaves-root':
      return say(
        `${detail.reference} is outside the project, and is not read`,
        `If the project really needs it, its layer file has to say so: { use: ${detail.reference}, outside: allow }`,
      );
    case 'wrong-outside':
      return say(
        `${detail.reference} has ${detail.mistakes === 1 ? 'a mistake' : `${detail.mistakes.toLocaleString('en')} mistakes`}`,
        `It is outside the project, so nothing of it is shown here. To see them: elvar presets ${detail.reference}`,
      );
    case 'leaves-package':
      return say(
        `${detail.reference} points outside the package ${detail.name}`, 'A preset of a package must be inside that package.',
      );
    case 'bad-pattern':
      return describePattern(detail.why);
    case 'bad-selector':
      return say(`${quote(detail.selector)} is not a selector`, 'Write *, concern/*, tag:NAME or concern/name.');
    case 'unknown-rule':
      return say(`there is no rule ${quote(detail.selector)}`, meant(detail.near));
    case 'unknown-option':
      return say(
        `${detail.rule} has no option ${quote(detail.option)}`, meant(detail.near) ?? optionsOf(detail.rule, detail.known),
      );
    case 'bad-option':
      return say(`${quote(detail.option)} of ${detail.rule} must be ${describeOptionType(detail.expected)}, not ${detail.found}`);
    case 'options-need-rule':
      return say(
        `options belong to one rule, but ${quote(detail.selector)} can select several`, 'Write a separate ruling for each rule.',
      );
    case 'says-nothing':
      return say(`the ruling for ${quote(detail.selector)} says nothing`, 'Give it a level or options, or delete it.');
    case 'expects-of-what':
      return say(
        detail.both
          ? 'an expectation is about patterns (of) or about one file (path), not both'
          : 'this expectation does not say which files it is about',
        detail.both ? 'Keep one of them.' : 'Add of: with patterns, or path: with one file.',
      );
    case 'bad-expected-path':
      return say(
        `${quote(detail.path)} is not the path of a file below this directory`,
        'Write it relative to the directory of this file, such as src/plan.ts.',
      );
    case 'expects-nothing':
      return say(
        `nothing is expected of ${quote(detail.selector)}`,
        'Give it level, at-least, options, waivers, fix or ledger, or delete it.',
      );
    case 'expects-two-levels':
      return say('level says which level exactly, so at-least has nothing to add', 'Keep one of them.');
    case 'expects-edit':
      return say(
        `${quote(detail.option)} of ${detail.selector} is an edit, but an expectation is about the list as a whole`,
        'Write the whole list.',
      );
    case 'same-zone-name':
      return say(
        `there is already a zone named ${quote(detail.name)} on line ${detail.first.line}`,
        'Give each zone of a file its own name.',
      );
    case 'bad-preset-reference':
      return say(
        `${detail.reference} is not a preset`,
        meant(detail.near)
          ?? 'Write elvar:NAME for a built-in preset, a path that begins with ./ or ../, npm:PACKAGE, '
            + 'git:URL#REVISION[:PATH], or an https: address.',
      );
    case 'adopts-nothing':
      return say(`this takes no rule from ${detail.reference}`, 'Check its only and except.');
    case 'unknown-preset':
      return say(
        `there is no built-in preset ${quote(detail.reference)}`, meant(detail.near) ?? `There are: ${detail.known.join(', ')}.`,
      );
    case 'preset-missing':
      return say(`there is no preset at ${detail.path}`, `${detail.reference} is relative to the file that adopts it.`);
    case 'preset-not-pinned':
      return say(`${detail.reference} is not pinned yet`, 'Fetch it and pin it in elvar-lock.yaml: elvar presets --update');
    case 'preset-not-fetched':
      return say(
        `${detail.reference} could not be fetched: ${detail.why}`,
        'A pinned preset is kept once it has been fetched; until then it must be reachable.',
      );
    case 'digest-mismatch':
      return say(
        `${detail.reference} is not what is pinned in elvar-lock.yaml`,
        `Pinned: ${detail.pinned}. Found: ${detail.found}. If you want the new one, elvar presets --update shows `
          + 'what it changes.',
      );
    case 'leaves-remote':
      return say(
        `${detail.path} points outside ${detail.reference}`,
        'A fetched preset can adopt files next to it, or other presets by their full references.',
      );
    case 'file-unreadable':
      return detail.why === 'it is not UTF-8'
        ? say('not UTF-8 text', 'Save it as UTF-8.')
        : say(`${detail.path} cannot be read: ${detail.why}`);
    case 'not-a-file':
      return say(`${detail.path} is ${detail.what} and is not read`, 'A layer file must be a regular file.');
    case 'too-many-presets':
      return say(
        `this brings in more than ${detail.limit.toLocaleString('en')} presets`,
        'Presets that adopt others twice double at every level. Adopt each one once.',
      );
    case 'bad-house-id':
      return say(`${quote(detail.id)} is not a rule id`, 'Write concern/name in lower case, such as house/harbour-log.');
    case 'own-concern':
      return say(
        `${detail.concern}/ is reserved for the rules that come with Elvar`,
        `Choose another concern, such as house/${detail.id.split('/')[1]}.`,
      );
    case 'intake-concern':
      return detail.why === 'form' ? say(
        `${quote(detail.concern)} cannot be the concern of another program's rules`,
        'Use small letters, digits and hyphens, such as compiler.',
      )
        : detail.why === 'own' ? say(
          `${detail.concern} is a concern of Elvar's own rules`, `Use any concern other than ${listed(CONCERNS)}.`,
        )
        : say(
          `${detail.concern} is the concern of house rules, and of what another program found`,
          'Give one of them another concern.',
        );
    case 'intake-outside':
      return say(
        `${quote(detail.path)} leads out of the project`,
        'Write a path relative to the project root. To read a log from elsewhere: elvar check --intake CONCERN=FILE',
      );
    case 'query-needs-languages':
      return say('a query needs the grammar of a language, but "*" means all of them', 'Name the languages, or use a pattern.');
    case 'query-or-pattern':
      return say(
        detail.both ? 'this rule has both a query and a pattern' : 'this rule has neither a query nor a pattern',
        'Give it exactly one of the two.',
      );
    case 'bad-expression':
      return say(
        `not a regular expression: ${detail.detail}`,
        'RE2 has no look-around and no back-references: https://github.com/google/re2/wiki/Syntax',
      );
    case 'bad-query':
      return say(
        `the query does not fit ${detail.grammar}: ${detail.detail}${detail.near === null ? '' : `, at ${quote(detail.near)}`}`,
        'How to write queries: https://tree-sitter.github.io/tree-sitter/using-parsers/queries/',
      );
    case 'house-rule-twice':
      return say(
        `${detail.id} is declared twice, with different contents`,
        `It is also declared in ${detail.first.file}:${detail.first.line}. Keep one of them; a house rule applies to the `
          + 'whole project.',
      );
    case 'preset-circle':
      return say(`presets adopt each other in a circle: ${detail.circle.join(' → ')}`, 'Delete one of these adoptions.');
  }
}

function say(what: string, advice: string | null = null): ProblemText {
  return { what, advice };
}

function meant(near: string | null): string | null {
  return near === null ? null : `Did you mean ${near}?`;
}

function optionsOf(rule: string, known: readonly string[]): string {
  return known.length === 0 ? `${rule} has no options.` : `It has: ${known.join(', ')}.`;
}

function quote(text: string): string {
  return `“${text}”`;
}

function describePattern(why: (ProblemDetail & { code: 'bad-pattern' })['why']): ProblemText {
  const quotes = 'Put patterns that mean something else to YAML in quotes: "!keep.ts", "*.log", "#x".';
  switch (why) {
    case 'no-text':
      return say('a pattern must be text', quotes);
    case 'empty':
      return say('an empty pattern matches nothing', 'Delete it, or write the pattern you mean.');
    case 'tag':
      return say('a pattern cannot have a tag', quotes);
    case 'alias':
      return say('a pattern cannot be an alias', quotes);
    case 'line-break':
      return say('a pattern cannot contain a line break', 'Write one pattern per item.');
  }
}
