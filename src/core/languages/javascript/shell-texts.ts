import type { Hit } from '../../finders/finder.js';
import { hitsOf, NO_HITS } from '../../finders/hits.js';
import { isJoined, madeFrom, startsShell, tell, TEXT } from '../../finders/shell-texts.js';
import { bindingsOf } from '../../syntax/bindings/bindings.js';
import { argumentsOf, calleeOf, callsOf } from '../../syntax/calls.js';
import { declaredValue } from '../../syntax/declared-value.js';
import { type ImportedNames, NO_IMPORTS, resolvedCallee } from '../../syntax/imported-names.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';

/** Functions that run a shell on their first argument. */
const IN_SCRIPT = ['exec', 'execSync'];

/** Functions that do so if they are told to use a shell. */
const WITH_SHELL = ['spawn', 'spawnSync', 'execFile', 'execFileSync'];

export function shellTextsInScript({ tree, text: { text } }: ParsedSource): Hit[] {
  const names = text.includes('child_process') ? importedNames(text) : NO_IMPORTS;
  return hitsOf(callsOf(tree, [...new Set([...IN_SCRIPT, ...WITH_SHELL, ...names.keys()])]), (call): readonly Hit[] => {
    const written = calleeOf(call);
    const name = resolvedCallee(withoutLoading(written), names);
    const given = argumentsOf(call);
    const [text] = given;
    if (text === undefined || !NODE_CALL.test(name) || isOwnFunction(call, name)) return NO_HITS;
    const method = name.replace(/^.*\./, '');
    // Without the module, exec may be anything.
    const isSure = name.startsWith('child_process.');
    if (IN_SCRIPT.includes(method)) {
      const made = madeFrom(text);
      return made === null || (made === 'unknown' && !isSure) ? NO_HITS : [tell(call, written, made)];
    }
    const hasShell = given.some(({ type, text: options }) => type === 'object' && /\bshell\s*:\s*(?:true|["'])/.test(options));
    const isBuilt = (hasShell && (isJoined(declaredValue(text))
      || given[1]?.parts.some(({ type }) => !TEXT.test(type)) === true && given[1].type === 'array'))
      || startsShell(given);
    return isBuilt ? [tell(call, written, 'joined')] : NO_HITS;
  });
}

/**
 * Whether the file has a function of its own under the name, or a method of an object that happens to be called like the global
 * one.
 */
function isOwnFunction(call: SyntaxNode, name: string): boolean {
  const callee = call.child('function');
  return /^\w+$/.test(name) && (callee?.type !== 'identifier' || bindingsOf(call.tree).scopeAt(call).lookUp(name) !== null);
}

const NODE_CALL = /^(?:(?:child_process|cp)\.)?(?:exec|execSync|spawn|spawnSync|execFile|execFileSync)$/;

/** The ways to load Node's module: under one name, or its functions by theirs. */
// elvar waive text/line-width because a pattern is one literal
const LOADED = /(?:\bimport\s+(?:(?:\*\s+as\s+)?(?<whole>\w+)|\{(?<parts>[^}]*)\})\s+from\s+|\b(?:const|let|var)\s+(?:(?<own>\w+)|\{(?<some>[^}]*)\})\s*=\s*require\(\s*)["'](?:node:)?child_process["']/g;

/** The names in a file for the module and its functions, with what they stand for. */
function importedNames(text: string): ImportedNames {
  const names = new Map<string, string>();
  for (const { groups } of text.matchAll(LOADED)) {
    const whole = groups?.['whole'] ?? groups?.['own'];
    if (whole !== undefined) names.set(whole, 'child_process');
    for (const part of (groups?.['parts'] ?? groups?.['some'] ?? '').split(',')) {
      const [real = '', own = real] = part.split(/:|\sas\s/).map((name) => name.trim());
      if (real !== '') names.set(own, `child_process.${real}`);
    }
  }
  return names;
}

/** A callee by the name of the module where it was just loaded. */
function withoutLoading(written: string): string {
  return written.replace(/^require\(\s*['"](?:node:)?child_process['"]\s*\)/, 'child_process');
}
