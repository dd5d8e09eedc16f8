import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { argumentsOf, CALL_TYPES, calleeOf, callsIn, callsOf, methodOf, objectOf } from '../../syntax/calls.js';
import { bindingsOf } from '../../syntax/bindings/bindings.js';
import type { SyntaxNode } from '../../syntax/node.js';
import { NO_IMPORTS, resolvedCallee, type ImportedNames } from '../../syntax/imported-names.js';
import type { ParsedSource } from '../../syntax/source.js';
import { isFilled } from '../../syntax/texts.js';
import { unwrapped } from '../../syntax/statements.js';
import { declaredValue } from '../../syntax/declared-value.js';
import { bad, good } from '../../finders/examples.js';
import { byTree, hitAt, hitsOf, inLanguages, NO_HITS } from '../../finders/hits.js';

/** Functions that run a shell on their first argument. */
const IN_SCRIPT = ['exec', 'execSync'];
/** Functions that do so if they are told to use a shell. */
const WITH_SHELL = ['spawn', 'spawnSync', 'execFile', 'execFileSync'];
const IN_PYTHON = /^(?:os\.(?:system|popen)|(?:subprocess|commands)\.(?:getoutput|getstatusoutput)|asyncio\.create_subprocess_shell)$/;
const IN_PYTHON_WITH_SHELL = /^subprocess\.(?:run|call|check_call|check_output|Popen)$/;
const IN_PHP = ['exec', 'shell_exec', 'system', 'passthru', 'popen', 'proc_open', 'pcntl_exec'];

export default defineRule({
  id: 'safety/shell-text',
  title: 'No shell commands built from values',
  about: 'A value that contains a semicolon or a quotation mark ends the intended command and starts another: CWE-78 (MITRE), "OS Command Injection".',
  advice: 'Call the program directly and pass its arguments as a list.',
  tags: ['security', 'starter'],
  confidence: 'likely',
  options: {},
  find: {
    languages: {
      ...inLanguages('javascript typescript', byTree(findInScript)),
      python: byTree(findInPython),
      php: byTree(findInPhp),
    },
  },
  examples: [
    good('javascript', "execFile('ls', [folder]);\nexec('ls -l');\n/a/.exec(`${b}`);\n"),
    bad('javascript', "exec(`ls ${folder}`);\nchild_process.execSync('ls ' + folder);\n", ['1:1-21 exec runs a command built from values', '2:1-39 child_process.execSync runs a command built from values']),
    good('typescript', "spawn('ls', [folder]);\n"),
    bad('javascript', "require('child_process').exec('ls ' + folder);\n", "1:1 require('child_process').exec runs a command built from values"),
    bad('javascript', "import * as child from 'child_process';\nconst { exec: run } = require('child_process');\nconst list = 'ls ' + folder;\nrun(list);\nchild.spawn(list, { shell: true });\nchild.spawn('sh', ['-c', `ls ${folder}`]);\n", ['4:1 run runs a command built from values', '5:1 child.spawn runs a command built from values', '6:1 child.spawn runs a command built from values']),
    good('javascript', "const { exec } = require('child_process');\nconst list = 'ls';\nexec(list);\npattern.exec(list + folder);\n"),
    bad('typescript', 'execSync(`ls ${folder}`);\n', '1:1-25 execSync runs a command built from values'),
    good('python', "subprocess.run(['ls', folder])\nos.system('ls')\n"),
    good('python', "subprocess.run('ls ' + shlex.quote(folder), shell=True)\n"),
    bad('python', "from subprocess import run\nrun('ls ' + folder, shell=True)\n", '2:1-32 run runs a command built from values'),
    bad('python', "from os import system\nimport subprocess as sp\nsystem('ls ' + folder)\ncommand = f'ls {folder}'\nsp.run(command, shell=True)\nsp.run(['sh', '-c', command])\n", ['3:1 system runs a command built from values', '5:1 sp.run runs a command built from values', '6:1 sp.run runs a command built from values']),
    bad('python', "os.system('ls ' + folder)\nsubprocess.run(f'ls {folder}', shell=True)\n", ['1:1 os.system runs a command built from values', '2:1 subprocess.run runs a command built from values']),
    good('php', "<?php system('ls ' . escapeshellarg($folder));\n"),
    bad('php', '<?php function moor($folder) { $list = "ls $folder"; exec($list); \\system("ls $folder"); }\n', ['1:54-65 exec runs a command built from values', '1:67-88 system runs a command built from values']),
    bad('php', '<?php exec("ls $folder");\n$a = `ls $folder`;\n', ['1:7 exec runs a command built from values', '2:6 the backticks run a command built from values']),
  ],
});

function tell(call: SyntaxNode, name: string, made: 'joined' | 'unknown'): Hit {
  return hitAt(call, `${name} runs a command built from values`, undefined, made === 'unknown' ? { confidence: 'possible' } : undefined);
}

/**
 * What the text of a command is made from: joined with values, or a name whose value is not known here; null for a fixed text.
 * @param quotes the functions that make a value safe.
 */
function madeFrom(node: SyntaxNode, quotes: RegExp | null = null): 'joined' | 'unknown' | null {
  const text = declaredValue(node);
  if (isJoined(text)) return quotes?.test(text.text) === true ? null : 'joined';
  return /^(?:identifier|variable_name|subscript_expression|member_expression|attribute)$/.test(text.type) ? 'unknown' : null;
}

/** A string with interpolated values, or one joined with something else. */
function isJoined(node: SyntaxNode): boolean {
  if (TEXT.test(node.type)) return isFilled(node);
  if (/^(?:binary_expression|binary_operator)$/.test(node.type)) return node.parts.some((part) => !TEXT.test(part.type) && !isChosen(part) && (!/^binary_/.test(part.type) || isJoined(part)));
  if (!CALL_TYPES.has(node.type)) return false;
  const method = methodOf(node);
  const object = objectOf(node);
  if (method === 'format' || (method === 'concat' && object !== null && TEXT.test(object.type))) return true;
  if (method === 'join') return /^(?:array|list)$/.test(object?.type ?? '') && (object?.parts.some(({ type }) => !TEXT.test(type)) ?? false);
  return /^\\?v?sprintf$/.test(calleeOf(node));
}

/** One of two fixed texts. */
function isChosen(node: SyntaxNode): boolean {
  const choice = unwrapped(node);
  return /^(?:ternary|conditional)_expression$/.test(choice.type) && choice.parts.slice(-2).every(({ type }) => TEXT.test(type));
}

const TEXT = /^(?:template_string|string|encapsed_string)$/;

/** A list that starts a shell with the option to run the next item. */
const STARTS_SHELL = /^(?:["'](?:.*\/)?(?:ba|z|da)?sh["'],\s*)?\[?\s*(?:["'](?:.*\/)?(?:ba|z|da)?sh["'],\s*)?["']-l?c["']/;

/** Whether arguments start a shell with a text that is joined, as in `spawn('sh', ['-c', text])`. */
function startsShell(given: readonly SyntaxNode[]): boolean {
  const list = given.find(({ type }) => type === 'array' || type === 'list');
  const last = list?.parts.at(-1);
  return last !== undefined && isJoined(declaredValue(last)) && STARTS_SHELL.test(given.map(({ text }) => text).join(', '));
}

function findInScript({ tree, text: { text } }: ParsedSource): Hit[] {
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
    const isBuilt = (hasShell && (isJoined(declaredValue(text)) || given[1]?.parts.some(({ type }) => !TEXT.test(type)) === true && given[1].type === 'array')) || startsShell(given);
    return isBuilt ? [tell(call, written, 'joined')] : NO_HITS;
  });
}

/** Whether the file has a function of its own under the name, or a method of an object that happens to be called like the global one. */
function isOwnFunction(call: SyntaxNode, name: string): boolean {
  const callee = call.child('function');
  return /^\w+$/.test(name) && (callee?.type !== 'identifier' || bindingsOf(call.tree).scopeAt(call).lookUp(name) !== null);
}

const NODE_CALL = /^(?:(?:child_process|cp)\.)?(?:exec|execSync|spawn|spawnSync|execFile|execFileSync)$/;

/** The ways to load Node's module: under one name, or its functions by theirs. */
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

/** Python's ways to give a module or a function a name of its own. */
const IN_PYTHON_LOADED = /\bimport\s+(?<module>os|subprocess|asyncio|commands)\s+as\s+(?<name>\w+)|\bfrom\s+(?<from>os|subprocess|asyncio|commands)\s+import\s+(?<parts>[\w, ]+)/g;

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

function findInPython({ tree, text: { text } }: ParsedSource): Hit[] {
  const names = namesInPython(text);
  return hitsOf(callsIn(tree), (call): readonly Hit[] => {
    const written = calleeOf(call);
    const name = resolvedCallee(written, names);
    const isWithShell = IN_PYTHON_WITH_SHELL.test(name);
    if (!isWithShell && !IN_PYTHON.test(name)) return NO_HITS;
    const given = argumentsOf(call);
    const [command] = given;
    if (command === undefined) return NO_HITS;
    if (isWithShell && !given.some(({ text: option }) => /^shell\s*=\s*True$/.test(option))) return startsShell(given) ? [tell(call, written, 'joined')] : NO_HITS;
    const made = madeFrom(command, QUOTES_IN_PYTHON);
    return made === null ? NO_HITS : [tell(call, written, made)];
  });
}

const QUOTES_IN_PYTHON = /\b(?:shlex\.)?(?:quote|join)\s*\(/;

function findInPhp({ tree }: ParsedSource): Hit[] {
  const marks = tree.ofType('shell_command_expression').filter(isFilled).map((node) => hitAt(node, 'the backticks run a command built from values'));
  const calls = hitsOf(callsOf(tree, [...IN_PHP, ...IN_PHP.map((name) => `\\${name}`)]), (call): readonly Hit[] => {
    const [command] = argumentsOf(call);
    const name = calleeOf(call).replace(/^\\/, '');
    const made = command === undefined || !IN_PHP.includes(name) ? null : madeFrom(command, QUOTES_IN_PHP);
    return made === null ? NO_HITS : [tell(call, name, made)];
  });
  return [...calls, ...marks];
}

const QUOTES_IN_PHP = /escapeshell(?:arg|cmd)\s*\(/;
