import type { Hit } from '../../finders/finder.js';
import { hitsOf, NO_HITS } from '../../finders/hits.js';
import { madeFrom, startsShell, tell } from '../../finders/shell-texts.js';
import { argumentsOf, calleeOf, callsIn } from '../../syntax/calls.js';
import { type ImportedNames, resolvedCallee } from '../../syntax/imported-names.js';
import type { ParsedSource } from '../../syntax/source.js';

const IN_PYTHON =
  /^(?:os\.(?:system|popen)|(?:subprocess|commands)\.(?:getoutput|getstatusoutput)|asyncio\.create_subprocess_shell)$/;

const IN_PYTHON_WITH_SHELL = /^subprocess\.(?:run|call|check_call|check_output|Popen)$/;

/** Python's ways to give a module or a function a name of its own. */
const IN_PYTHON_LOADED =
  // elvar waive text/line-width because a pattern is one literal
  /\bimport\s+(?<module>os|subprocess|asyncio|commands)\s+as\s+(?<name>\w+)|\bfrom\s+(?<from>os|subprocess|asyncio|commands)\s+import\s+(?<parts>[\w, ]+)/g;

function namesInPython(text: string): ImportedNames {
  const names = new Map<string, string>();
  for (const { groups } of text.matchAll(IN_PYTHON_LOADED)) {
    if (groups?.['module'] !== undefined) names.set(groups['name'] ?? '', groups['module']);
    for (const part of (groups?.['parts'] ?? '').split(',')) {
      const [real = '', own = real] = part.split(/\sas\s/).map((name) => name.trim());
      if (real !== '') names.set(own, `${groups?.['from']}.${real}`);
    }
  }
  return names;
}

export function shellTextsInPython({ tree, text: { text } }: ParsedSource): Hit[] {
  const names = namesInPython(text);
  return hitsOf(callsIn(tree), (call): readonly Hit[] => {
    const written = calleeOf(call);
    const name = resolvedCallee(written, names);
    const isWithShell = IN_PYTHON_WITH_SHELL.test(name);
    if (!isWithShell && !IN_PYTHON.test(name)) return NO_HITS;
    const given = argumentsOf(call);
    const [command] = given;
    if (command === undefined) return NO_HITS;
    if (isWithShell && !given.some(({ text: option }) => /^shell\s*=\s*True$/.test(option))) {
      return startsShell(given) ? [tell(call, written, 'joined')] : NO_HITS;
    }
    const made = madeFrom(command, QUOTES_IN_PYTHON);
    return made === null ? NO_HITS : [tell(call, written, made)];
  });
}

const QUOTES_IN_PYTHON = /\b(?:shlex\.)?(?:quote|join)\s*\(/;
