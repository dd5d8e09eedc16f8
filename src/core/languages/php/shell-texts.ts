import type { Hit } from '../../finders/finder.js';
import { hitAt, hitsOf, NO_HITS } from '../../finders/hits.js';
import { madeFrom, tell } from '../../finders/shell-texts.js';
import { argumentsOf, calleeOf, callsOf } from '../../syntax/calls.js';
import type { ParsedSource } from '../../syntax/source.js';
import { isFilled } from '../../syntax/texts.js';

const IN_PHP = ['exec', 'shell_exec', 'system', 'passthru', 'popen', 'proc_open', 'pcntl_exec'];

export function shellTextsInPhp({ tree }: ParsedSource): Hit[] {
  const marks = tree.ofType('shell_command_expression')
    .filter(isFilled)
    .map((node) => hitAt(node, 'the backticks run a command built from values'));
  const calls = hitsOf(callsOf(tree, [...IN_PHP, ...IN_PHP.map((name) => `\\${name}`)]), (call): readonly Hit[] => {
    const [command] = argumentsOf(call);
    const name = calleeOf(call).replace(/^\\/, '');
    const made = command === undefined || !IN_PHP.includes(name) ? null : madeFrom(command, QUOTES_IN_PHP);
    return made === null ? NO_HITS : [tell(call, name, made)];
  });
  return [...calls, ...marks];
}

const QUOTES_IN_PHP = /escapeshell(?:arg|cmd)\s*\(/;
