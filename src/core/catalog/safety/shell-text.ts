import { defineRule, type Hit } from '../../model/rule.js';
import { argumentsOf, calleeOf, callsIn, callsOf } from '../../syntax/calls.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { isFilled } from '../../syntax/texts.js';
import { bad, good } from '../examples.js';
import { byTree, hitAt, hitsOf, inLanguages } from '../hits.js';

/** Calls that run a command, and their names without the objects they belong to. */
interface Commands {
  readonly names: readonly string[];
  readonly methods: readonly string[];
}

function commands(...names: string[]): Commands {
  return { names, methods: [...new Set(names.map((name) => name.slice(name.lastIndexOf('.') + 1)))] };
}

const IN_SCRIPT = commands('exec', 'execSync', 'child_process.exec', 'child_process.execSync', 'cp.exec', 'cp.execSync');
const IN_PYTHON = commands('os.system', 'os.popen', 'subprocess.getoutput', 'subprocess.getstatusoutput', 'commands.getoutput');
const IN_PHP = commands('exec', 'shell_exec', 'system', 'passthru', 'popen', 'proc_open', 'pcntl_exec');

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
      ...inLanguages('javascript typescript', byTree((source) => findCommands(source, IN_SCRIPT, isJoined))),
      python: byTree(findInPython),
      php: byTree(findInPhp),
    },
  },
  examples: [
    good('javascript', "execFile('ls', [folder]);\nexec('ls -l');\n/a/.exec(`${b}`);\n"),
    bad('javascript', "exec(`ls ${folder}`);\nchild_process.execSync('ls ' + folder);\n", '1:1 2:1'),
    good('typescript', "spawn('ls', [folder]);\n"),
    bad('javascript', "require('child_process').exec('ls ' + folder);\n", '1:1'),
    bad('typescript', 'execSync(`ls ${folder}`);\n', '1:1'),
    good('python', "subprocess.run(['ls', folder])\nos.system('ls')\n"),
    good('python', "subprocess.run('ls ' + shlex.quote(folder), shell=True)\n"),
    bad('python', "from subprocess import run\nrun('ls ' + folder, shell=True)\n", '2:1'),
    bad('python', "os.system('ls ' + folder)\nsubprocess.run(f'ls {folder}', shell=True)\n", '1:1 2:1'),
    good('php', "<?php system('ls ' . escapeshellarg($folder));\n"),
    bad('php', '<?php exec("ls $folder");\n$a = `ls $folder`;\n', '1:7 2:6'),
  ],
});

function findCommands({ tree }: ParsedSource, { names, methods }: Commands, isMade: (text: SyntaxNode) => boolean): Hit[] {
  return hitsOf(callsOf(tree, methods), (call): Hit[] => {
    const [text] = argumentsOf(call);
    const name = calleeOf(call);
    return isNamed(name, names) && text !== undefined && isMade(text) ? [hitAt(call, `${name} runs a command built from values`)] : [];
  });
}

/** Whether a callee is one of some names, whatever the module is called from where it was just loaded. */
function isNamed(name: string, names: readonly string[]): boolean {
  return names.includes(name.replace(/^require\(\s*['"](?:node:)?child_process['"]\s*\)/, 'child_process'));
}

/** A string with interpolated values, or one joined with something else. */
function isJoined(node: SyntaxNode): boolean {
  if (/^(?:template_string|string|encapsed_string)$/.test(node.type)) return isFilled(node);
  if (/^(?:binary_expression|binary_operator)$/.test(node.type)) return node.parts.some((part) => !/^(?:string|template_string|encapsed_string)$/.test(part.type) && (!/^binary_/.test(part.type) || isJoined(part)));
  return (node.type === 'call' && /\.format$/.test(calleeOf(node))) || (node.type === 'function_call_expression' && /^v?sprintf$/.test(calleeOf(node)));
}

function findInPython(source: ParsedSource): Hit[] {
  const shells = callsIn(source.tree).filter((call) => /^(?:\w+\.)?(?:run|call|check_call|check_output|Popen|getoutput)$/.test(calleeOf(call)) && argumentsOf(call).some(({ text }) => /^shell\s*=\s*True$/.test(text)));
  const made = shells.filter((call) => {
    const [text] = argumentsOf(call);
    return text !== undefined && isJoined(text) && !/\b(?:shlex\.)?quote\s*\(/.test(text.text);
  });
  return [
    ...findCommands(source, IN_PYTHON, isJoined),
    ...made.map((call) => hitAt(call, `${calleeOf(call)} runs a command built from values`)),
  ];
}

function findInPhp(source: ParsedSource): Hit[] {
  const isOpen = (text: SyntaxNode): boolean => isJoined(text) && !/escapeshell(?:arg|cmd)\s*\(/.test(text.text);
  const marks = source.tree.ofType('shell_command_expression').filter(isFilled).map((node) => hitAt(node, 'the backticks run a command built from values'));
  return [...findCommands(source, IN_PHP, isOpen), ...marks];
}
