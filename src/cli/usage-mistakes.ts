import { nearLevel } from '../core/layers/parse/near-level.js';
import { nearName } from '../core/base/near-name.js';

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
  lint: 'check', run: 'check', test: 'check', scan: 'check', analyse: 'check', analyze: 'check', inspect: 'check', find: 'check', start: 'init', setup: 'init', new: 'init', create: 'init', begin: 'init',
  why: 'explain', show: 'explain', who: 'explain', repair: 'fix', correct: 'fix', autofix: 'fix', format: 'fix', mend: 'fix', ignore: 'waive', suppress: 'waive', excuse: 'waive', disable: 'waive', baseline: 'ledger', known: 'ledger', accept: 'ledger',
  rules: 'catalog', rule: 'catalog', list: 'catalog', search: 'catalog', config: 'resolve', print: 'resolve', files: 'scope', diff: 'compare', preview: 'impact', simulate: 'impact', try: 'impact', validate: 'doctor', verify: 'doctor', lintconfig: 'doctor',
  configure: 'set', change: 'set', turn: 'set', use: 'adopt', extend: 'adopt', install: 'adopt', add: 'adopt', preset: 'presets',
};

/** The parser's complaint in Elvar's words: what is wrong and, in a second line, what to do. */
export function describeUsageMistake(complaint: string, { commands, options, usage, args }: KnownWords): string {
  const choice = /Argument: ([\w-]+), Given: "(.*?)", Choices: (.*)$/m.exec(complaint);
  if (choice !== null) return badChoice(choice[1] as string, choice[2] as string, choice[3] as string, options);
  const unknown = /^Unknown (?:argument|command)s?: (.*)$/m.exec(complaint)?.[1]?.split(', ');
  if (unknown !== undefined) return unknown.map((word) => unknownWord(word, commands, options, args)).join('\n');
  const lacking = /^(?:Missing required arguments?|Not enough arguments following): (.*)$/m.exec(complaint);
  if (lacking !== null) return complaint.startsWith('Not') ? `--${lacking[1]} needs a value` : `${lacking[1]} is missing`;
  if (/^Not enough non-option arguments/.test(complaint)) return `${/<(\w+)>/.exec(usage ?? '')?.[1] ?? 'something'} is missing: elvar ${usage ?? 'COMMAND'}`;
  if (/^Name a command/.test(complaint)) return 'name a command';
  const near = /^Did you mean (\S+)\?$/.exec(complaint)?.[1];
  return near === undefined ? complaint : `there is no such command\nDid you mean ${near}?`;
}

function badChoice(argument: string, given: string, choices: string, options: readonly string[]): string {
  const known = choices.split(', ').map((word) => word.replace(/^"|"$/g, ''));
  const level = known.includes('warning') ? nearLevel(given) : null;
  const near = level !== null && known.includes(level) ? level : nearName(given, known);
  const name = options.includes(argument) ? `--${argument} ${given}` : given;
  return `${name} is not one of ${known.join(', ')}${near === null ? '' : `\nDid you mean ${near}?`}`;
}

/** The parser reports an option without its dashes. */
function unknownWord(word: string, commands: readonly string[], options: readonly string[], args: readonly string[]): string {
  const option = nearName(word, options);
  const isOption = args.some((arg) => /^--?/.test(arg) && arg.replace(/^--?|=.*$/g, '') === word);
  if (isOption || commands.length === 0) return `${isOption ? `there is no option --${word}` : `${word} is not understood here`}${option === null ? '' : `\nDid you mean --${option}?`}`;
  const command = COMMAND_WORDS[word.toLowerCase()] ?? nearName(word, commands);
  return `there is no command ${word}${command === null ? '' : `\nDid you mean elvar ${command}?`}`;
}
