import type { ProblemDetail } from '../../core/model/problem.js';

/** A problem in words: what is wrong, and what to do about it. */
export interface ProblemText {
  readonly what: string;
  readonly advice: string | null;
}

/** Puts a problem into words. */
// elvar waive size/branches, size/function-lines because a table of codes and their words is clearest in one piece
export function describeProblem(detail: ProblemDetail): ProblemText {
  switch (detail.code) {
    case 'yaml-syntax':
      return say(`not YAML: ${detail.detail}`);
    case 'yaml-alias-bomb':
      return say(`aliases stand for more than ${detail.limit} values`, 'Write out what is meant; a layer file needs no aliases.');
    case 'yaml-alias-circle':
      return say(`the alias *${detail.anchor} stands inside of what it stands for`, 'Write out what is meant.');
    case 'yaml-too-deep':
      return say('nested too deep to be a layer file');
    case 'several-documents':
      return say('a second YAML document begins here', 'Keep one document a file; drop the line ---.');
    case 'needs-quotes':
      return say(`${detail.written} is ${detail.as === 'tag' ? 'a tag' : 'an alias'} to YAML, not a text`, `Write it in quotes: "${detail.written}"`);
    case 'merge-conflict':
      return say('git has left both sides of a merge here', 'Keep the entries of both, and drop the three lines of marks.');
    case 'key-twice':
      return say(`${quote(detail.key)} stands here a second time`, `It is already in line ${detail.first.line}. Keep one of them.`);
    case 'not-utf8':
      return say('not a UTF-8 text', 'Save it as UTF-8.');
    case 'not-a-mapping':
      return say(`a layer file is a mapping of keys, this is ${detail.found}`, 'Begin with a key, such as rulings:');
    case 'unknown-key':
      return say(`unknown key ${quote(detail.key)}`, meant(detail.near) ?? `Known here: ${detail.known.join(', ')}.`);
    case 'key-not-here':
      return say(`${quote(detail.key)} has no place in this file`, `It belongs in ${detail.belongs}.`);
    case 'wrong-type':
      return say(`${detail.expected} is needed here, this is ${detail.found}`);
    case 'bad-value':
      return say(`${detail.found} is none of ${detail.known.join(', ')}`, meant(detail.near));
    case 'missing-key':
      return say(`${quote(detail.key)} is missing here`);
    case 'bad-size':
      return say(`${detail.found} is no size`, 'Write a number with a unit: 500 KiB, 2 MiB.');
    case 'bad-date':
      return say(`${detail.found} is no day of the calendar`, 'Write it as YYYY-MM-DD; the ruling holds through that day.');
    case 'reason-missing':
      return say(`the ${detail.what}${detail.name === null ? '' : ` ${quote(detail.name)}`} gives no reason`, 'The policy of this project asks for one. Add because: …');
    case 'personal-guard':
      return say('a personal file guards nothing', 'Drop the guard, or move the ruling into a layer file of the project.');
    case 'scope-is-roots':
      return say(`only the files at the project root may take files out of scope, and ${quote(detail.pattern)} would`, 'The root says so (policy.scope: root). Move the pattern there, or drop it.');
    case 'unknown-language':
      return say(`there is no language ${quote(detail.language)}`, meant(detail.near));
    case 'package-missing':
      return say(`the package ${detail.name} is not installed`, `Install it: npm install --save-dev ${detail.name}`);
    case 'leaves-package':
      return say(`${detail.reference} leaves the package ${detail.name}`, 'A preset of a package lies in that package.');
    case 'bad-pattern':
      return describePattern(detail.why);
    case 'bad-selector':
      return say(`${quote(detail.selector)} selects nothing`, 'Write *, concern/*, tag:NAME or concern/name.');
    case 'unknown-rule':
      return say(`there is no rule ${quote(detail.selector)}`, meant(detail.near));
    case 'unknown-option':
      return say(`${detail.rule} has no option ${quote(detail.option)}`, meant(detail.near) ?? optionsOf(detail.rule, detail.known));
    case 'bad-option':
      return say(`${quote(detail.option)} of ${detail.rule} is ${detail.expected}, not ${detail.found}`);
    case 'options-need-rule':
      return say(`options go with one rule, and ${quote(detail.selector)} may select several`, 'Give each rule that is meant a ruling of its own.');
    case 'says-nothing':
      return say(`the ruling for ${quote(detail.selector)} says nothing`, 'Give it a level or options, or drop it.');
    case 'same-zone-name':
      return say(`a zone named ${quote(detail.name)} is already in line ${detail.first.line}`, 'Give each zone of a file a name of its own.');
    case 'bad-preset-reference':
      return say(`${detail.reference} names no preset`, meant(detail.near) ?? 'Write elvar:NAME for a built-in one, a path that begins with ./ or ../, npm:PACKAGE, git:URL#REVISION[:PATH], or an https: address.');
    case 'adopts-nothing':
      return say(`this adoption of ${detail.reference} lets no rule through`, 'Look at its only and except.');
    case 'unknown-preset':
      return say(`there is no built-in preset ${quote(detail.reference)}`, meant(detail.near) ?? `There are: ${detail.known.join(', ')}.`);
    case 'preset-missing':
      return say(`there is no preset at ${detail.path}`, `${detail.reference} is looked for from the file that adopts it.`);
    case 'preset-not-pinned':
      return say(`${detail.reference} is not pinned yet, so that nobody knows what it would say`, 'Fetch it and pin it in elvar-lock.yaml: elvar presets --update');
    case 'preset-not-fetched':
      return say(`${detail.reference} could not be fetched: ${detail.why}`, 'What is pinned is kept once it has been fetched; until then it must be in reach.');
    case 'digest-mismatch':
      return say(`${detail.reference} is not what is pinned in elvar-lock.yaml`, `Pinned is ${detail.pinned}, found was ${detail.found}. If the newer one is wanted: elvar presets --update shows what it changes.`);
    case 'leaves-remote':
      return say(`${detail.path} leads out of ${detail.reference}`, 'A preset that is fetched adopts files beside it, or presets by whole references.');
    case 'file-unreadable':
      return say(`${detail.path} cannot be read: ${detail.why}`);
    case 'not-a-file':
      return say(`${detail.path} is ${detail.what}, and is not read`, 'A layer file is an ordinary file. Rename this or put a file in its place.');
    case 'too-many-presets':
      return say(`this brings in more than ${detail.limit} presets`, 'Presets that adopt others twice double with every level. Adopt each once.');
    case 'bad-house-id':
      return say(`${quote(detail.id)} is no name for a rule`, 'Write concern/name in small letters, such as house/harbour-log.');
    case 'own-concern':
      return say(`${detail.concern}/ holds the rules that come with Elvar`, `Choose another concern, such as house/${detail.id.split('/')[1]}.`);
    case 'query-needs-languages':
      return say('a query is written for the grammar of a language, and "*" is all of them', 'Name the languages, or write a pattern.');
    case 'query-or-pattern':
      return say(detail.both ? 'this rule has a query and a pattern' : 'this rule looks for nothing', 'Give it a query or a pattern, one of the two.');
    case 'bad-expression':
      return say(`no regular expression: ${detail.detail}`, 'RE2 has no look-around and no references back: https://github.com/google/re2/wiki/Syntax');
    case 'bad-query':
      return say(`the query does not fit ${detail.grammar}: ${detail.detail}${detail.near === null ? '' : `, at ${quote(detail.near)}`}`, 'Queries are written as at https://tree-sitter.github.io/tree-sitter/using-parsers/queries/');
    case 'house-rule-twice':
      return say(`${detail.id} is declared here with other contents`, `It is declared in ${detail.first.file}:${detail.first.line} too. Keep one of them; a house rule holds in the whole project.`);
    case 'preset-circle':
      return say(`presets adopt each other in a circle: ${detail.circle.join(' → ')}`, 'Drop one of these adoptions.');
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
  const quotes = 'Write a pattern that YAML takes for something else in quotes: "!keep.ts", "*.log", "#x".';
  switch (why) {
    case 'no-text':
      return say('a pattern is a text, and this is none', quotes);
    case 'empty':
      return say('an empty pattern matches nothing', 'Drop it, or write what is meant.');
    case 'tag':
      return say('a pattern has no tag', quotes);
    case 'alias':
      return say('a pattern is written out, not an alias', quotes);
    case 'line-break':
      return say('a pattern holds no line break', 'Write one pattern an item.');
  }
}
