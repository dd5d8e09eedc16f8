import { nearLevel } from '../../core/layers/parse/near-level.js';
import { nearName } from '../../core/base/near-name.js';
import type { MistakeText } from '../../formats/text/usage-mistake.js';

/** The words that the command line knows, to suggest a near one. */
interface KnownWords {
  /** Empty if the command line already names one. */
  readonly commands: readonly string[];
  /** Those of the named command and the global ones. */
  readonly options: readonly string[];
  /** The usage of the named command; null if none is named. */
  readonly usage: string | null;
  /** What was typed. */
  readonly args: readonly string[];
}

/** Words that people try for what a command does, with the command's name. */
const COMMAND_WORDS: Readonly<Record<string, string>> = {
  lint: 'check', run: 'check', test: 'check', scan: 'check', analyse: 'check', analyze: 'check', inspect: 'check', find: 'check',
  start: 'init', setup: 'init', new: 'init', create: 'init', begin: 'init',
  why: 'explain', show: 'explain', who: 'explain', repair: 'fix', correct: 'fix', autofix: 'fix', format: 'fix', mend: 'fix',
  ignore: 'waive', suppress: 'waive', excuse: 'waive', disable: 'waive', baseline: 'ledger', known: 'ledger', accept: 'ledger',
  rules: 'catalog', rule: 'catalog', list: 'catalog', search: 'catalog', config: 'resolve', print: 'resolve', files: 'scope',
  diff: 'compare', preview: 'impact', simulate: 'impact', try: 'impact', validate: 'doctor', verify: 'doctor',
  lintconfig: 'doctor',
  configure: 'set', change: 'set', turn: 'set', use: 'adopt', extend: 'adopt', install: 'adopt', add: 'adopt', preset: 'presets',
};

/** The parser's complaint in Elvar's words. */
export function describeComplaint(complaint: string, { commands, options, usage, args }: KnownWords): MistakeText {
  const choice = /Argument: ([\w-]+), Given: "(.*?)", Choices: (.*)$/m.exec(complaint);
  if (choice !== null) return badChoice(choice[1] as string, choice[2] as string, choice[3] as string, options);
  const unknown = /^Unknown (?:argument|command)s?: (.*)$/m.exec(complaint)?.[1]?.split(', ');
  if (unknown !== undefined) return together(unknown.map((word) => unknownWord(word, commands, options, args)));
  const lacking = /^(?:Missing required arguments?|Not enough arguments following): (.*)$/m.exec(complaint);
  if (lacking !== null) return say(complaint.startsWith('Not') ? `--${lacking[1]} needs a value` : `${lacking[1]} is missing`);
  if (/^Not enough non-option arguments/.test(complaint)) {
    return say(`${/<(\w+)>/.exec(usage ?? '')?.[1] ?? 'something'} is missing: elvar ${usage ?? 'COMMAND'}`);
  }
  if (/^Name a command/.test(complaint)) return say('name a command');
  const near = /^Did you mean (\S+)\?$/.exec(complaint)?.[1];
  return near === undefined ? say(complaint) : say('there is no such command', meant(near));
}

function badChoice(argument: string, given: string, choices: string, options: readonly string[]): MistakeText {
  const known = choices.split(', ').map((word) => word.replace(/^"|"$/g, ''));
  const level = known.includes('warning') ? nearLevel(given) : null;
  const near = level !== null && known.includes(level) ? level : nearName(given, known);
  return say(`${options.includes(argument) ? `--${argument} ${given}` : given} is not one of ${known.join(', ')}`, meant(near));
}

/** The parser reports an option without its dashes. */
function unknownWord(
  word: string, commands: readonly string[], options: readonly string[], args: readonly string[],
): MistakeText {
  const option = nearName(word, options);
  const isOption = args.some((arg) => /^--?/.test(arg) && arg.replace(/^--?|=.*$/g, '') === word);
  if (isOption || commands.length === 0) return say(
    isOption ? `there is no option --${word}` : `${word} is not understood here`, meant(option === null ? null : `--${option}`),
  );
  const command = COMMAND_WORDS[word.toLowerCase()] ?? nearName(word, commands);
  return say(`there is no command ${word}`, meant(command === null ? null : `elvar ${command}`));
}

/** Several mistakes as one: the others follow the first, a line each. */
function together([first, ...others]: readonly MistakeText[]): MistakeText {
  const lines = [first?.advice, ...others.flatMap(({ what, advice }) => [what, advice])].filter((line) =>
    line !== null && line !== undefined);
  return say(first?.what ?? '', lines.length === 0 ? null : lines.join('\n'));
}

function meant(near: string | null): string | null {
  return near === null ? null : `Did you mean ${near}?`;
}

function say(what: string, advice: string | null = null): MistakeText {
  return { what, advice };
}
