import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { SyntaxNode } from '../../syntax/node.js';
import { calleeOf, callsOf, methodOf } from '../../syntax/calls.js';
import { functionAround } from '../../syntax/functions.js';
import type { ParsedSource } from '../../syntax/source.js';
import { bad, good } from '../../finders/examples.js';
import { byTree, hitAt, hitsOf, NO_HITS } from '../../finders/hits.js';

export default defineRule({
  id: 'slips/unclosed-resource',
  title: 'Everything that is opened is closed',
  about: 'An open file or connection takes up resources until the program ends, and what was written may never reach the disk.',
  advice: 'Open it in a with statement, or in the head of a try, which closes it in any case.',
  tags: ['correctness', 'performance'],
  confidence: 'likely',
  options: {},
  find: { languages: { python: byTree(findInPython), java: byTree(findInJava) } },
  examples: [
    good('python', "with open('tide') as tide:\n    tide.read()\ndef log():\n    return open('log')\nfile = open('a')\nfile.close()\n"),
    bad('python', "text = open('tide').read()\ndef moor():\n    file = open('berth')\n    sail(file.read())\n", ['1:8-20 what open gives is not closed', '3:12-25 what open gives is not closed']),
    good('python', 'def moor(path):\n    with open(path) as berths:\n        json.load(berths)\n    sail(stdout=open(path))\n    run(open(path))\n'),
    bad('python', "def moor(path):\n    json.load(open(path))\n    for line in open(path):\n        sail(line)\n    log = sqlite3.connect(path)\n    log.execute('x')\n", ['2:15 what open gives is not closed', '3:17 what open gives is not closed', '5:11 what sqlite3.connect gives is not closed']),
    good('java', 'class Quay { long moor() { try (var lines = Files.lines(path)) { return lines.count(); } } Reader in; Quay() { in = new FileReader("a"); } }\n'),
    bad('java', 'class Quay { void moor() { Files.lines(path).count(); new FileReader("a").read(); Reader in = null; in = new FileReader("a"); in.read(); } }\n', ['1:28-45 what Files.lines opens is not closed', '1:55-74 what new FileReader opens is not closed', '1:106-125 what new FileReader opens is not closed']),
    good('java', 'class Quay { void moor() { try (FileReader in = new FileReader("a")) { in.read(); } Reader out = new StringReader("b"); } }\n'),
    bad('java', 'class Quay { void moor() { FileReader in = new FileReader("a"); in.read(); } }\n', '1:44 what new FileReader opens is not closed'),
  ],
});

/** Calls that open something, whatever module name they are imported under. */
const OPENS = /^(?:open|(?:io|codecs|gzip|bz2|lzma|tarfile|wave|shelve|os|urllib\.request|request)\.(?:open|fdopen|urlopen)|fdopen|urlopen|(?:pathlib\.)?Path\([^()]*\)\.open|(?:zipfile\.)?ZipFile|tempfile\.(?:Named)?TemporaryFile|NamedTemporaryFile|socket\.(?:socket|create_connection)|sqlite3\.connect)$/;
const OPENING = ['open', 'fdopen', 'urlopen', 'ZipFile', 'NamedTemporaryFile', 'TemporaryFile', 'socket', 'create_connection', 'connect'];

/** Files and connections that a program may keep open as long as it runs. */
const FILE = /open$/;

/** Calls that read or write what they are given, and leave it open. */
const CONSUMERS = /^(?:(?:\w+\.)?(?:safe_load|load_all|load|loads|dump|safe_dump)|csv\.\w+|list|sorted|set|tuple|len|sum|max|min|enumerate|map|filter|zip|iter|next|(?:.*\.)?(?:join|readlines|read_file|writelines|extend))$/;

function findInPython({ tree }: ParsedSource): Hit[] {
  return hitsOf(callsOf(tree, OPENING), (call): readonly Hit[] => {
    const callee = calleeOf(call);
    return OPENS.test(callee) && isLeftOpen(call, callee) ? [hitAt(call, `what ${callee} gives is not closed`)] : NO_HITS;
  });
}

function isLeftOpen(call: SyntaxNode, callee: string): boolean {
  const parent = call.parent as SyntaxNode;
  const around = functionAround(call);
  if (parent.type === 'attribute' && parent.parent?.type === 'call') return !/^(?:close|detach|fileno|__enter__)$/.test(parent.child('attribute')?.text ?? '');
  if (/^(?:for_statement|for_in_clause)$/.test(parent.type)) return call.field === 'right';
  if (parent.type === 'argument_list') return parent.parent !== null && CONSUMERS.test(calleeOf(parent.parent));
  if (parent.type === 'expression_statement') return true;
  const target = parent.type === 'assignment' ? parent.child('left') : null;
  if (target?.type !== 'identifier' || (around === null && !FILE.test(callee))) return false;
  return !isHandled(around ?? call.tree.root, target.text, parent);
}

/** Types of Java's libraries that hold a system resource. */
const HOLDS = /^(?:[\w.]+\.)?(?:File(?:Input|Output)Stream|FileReader|FileWriter|RandomAccessFile|Socket|ServerSocket|DatagramSocket|ZipFile|JarFile|PrintWriter|Buffered(?:Reader|Writer)|InputStreamReader|OutputStreamWriter|Scanner)$/;

/** Calls of Java's libraries that open one. */
const OPENS_IN_JAVA = /^(?:(?:java\.nio\.file\.)?Files\.(?:new\w+|lines|list|walk|find)|DriverManager\.getConnection|\w*[dD]ata[sS]ource\.getConnection|FileChannel\.open|\w+\.(?:prepareStatement|createStatement|prepareCall))$/;
const OPENING_IN_JAVA = ['newInputStream', 'newOutputStream', 'newBufferedReader', 'newBufferedWriter', 'newByteChannel', 'newDirectoryStream', 'lines', 'list', 'walk', 'find', 'getConnection', 'open', 'prepareStatement', 'createStatement', 'prepareCall'];

function findInJava({ tree }: ParsedSource): Hit[] {
  const made = tree.ofType('object_creation_expression').filter((node) => HOLDS.test(node.child('type')?.text ?? '') && !HOLDS_NOTHING.test(node.text) && !isBorrowed(node));
  const opened = callsOf(tree, OPENING_IN_JAVA).filter((call) => OPENS_IN_JAVA.test(calleeOf(call)));
  return [
    ...made.filter(isLeftOpenInJava).map((node) => hitAt(node, `what new ${node.child('type')?.text ?? ''} opens is not closed`)),
    ...opened.filter(isLeftOpenInJava).map((call) => hitAt(call, `what ${calleeOf(call)} opens is not closed`)),
  ];
}

/** Whether it only wraps what somebody else has opened, and may close. */
function isBorrowed(made: SyntaxNode): boolean {
  return WRAPS.test(made.child('type')?.text ?? '') && !/new\s|"|\bFiles\./.test(made.child('arguments')?.text ?? '');
}

const WRAPS = /(?:^|\.)(?:Buffered(?:Reader|Writer)|InputStreamReader|OutputStreamWriter|PrintWriter|Scanner)$/;

/** A reader of the keyboard or of a string holds no resource. */
const HOLDS_NOTHING = /^new Scanner\(\s*"|System\.(?:in|out|err)|String(?:Reader|Writer)|ByteArray|get(?:Input|Output)Stream|openStream|getResource/;

function isLeftOpenInJava(opened: SyntaxNode): boolean {
  const { parent } = opened;
  const around = functionAround(opened);
  if (parent === null || around === null) return false;
  // Only the next call has it. What closes a connection closes its statements, too.
  if (parent.type === 'method_invocation' && opened.field === 'object') return parent.child('name')?.text !== 'close' && !/Statement|Call$/.test(methodOf(opened));
  const name = (parent.type === 'variable_declarator' ? parent.child('name') : parent.type === 'assignment_expression' ? parent.child('left') : null)?.text;
  if (name === undefined || (parent.type === 'variable_declarator' ? parent.parent?.type !== 'local_variable_declaration' : !isLocalName(around, name))) return false;
  return !isHandled(around, name, parent);
}

/** Whether a function declares a name as a variable of its own. */
function isLocalName(around: SyntaxNode, name: string): boolean {
  let isLocal = false;
  around.walk((node) => {
    isLocal ||= node.type === 'variable_declarator' && node.parentType === 'local_variable_declaration' && node.child('name')?.text === name;
    return !isLocal;
  });
  return isLocal;
}

/** Whether it is closed, or passed to other code that can close it. */
function isHandled(around: SyntaxNode, name: string, declared: SyntaxNode): boolean {
  let handled = false;
  around.walk((node) => {
    if (node.type !== 'identifier' || node.isWithin(declared) || node.text !== name) return;
    const parent = node.parent as SyntaxNode;
    if ((parent.type === 'variable_declarator' && node.field === 'name') || (parent.type === 'assignment_expression' && node.field === 'left')) return;
    const isObject = node.field === 'object' && /^(?:attribute|method_invocation|field_access)$/.test(parent.type);
    const called = parent.type === 'method_invocation' ? parent.child('name')?.text : parent.child('attribute')?.text;
    if (!isObject || called === 'close') handled = true;
  });
  return handled;
}
