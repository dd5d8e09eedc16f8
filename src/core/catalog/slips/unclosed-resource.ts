import { defineRule, type Hit } from '../../model/rule.js';
import type { SyntaxNode } from '../../syntax/node.js';
import { functionAround } from '../../syntax/functions.js';
import type { ParsedSource } from '../../syntax/source.js';
import { bad, good } from '../examples.js';
import { byTree, hitAt } from '../hits.js';

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
    bad('python', "text = open('tide').read()\ndef moor():\n    file = open('berth')\n    sail(file.read())\n", '1:8 3:12'),
    good('java', 'class Quay { void moor() { try (FileReader in = new FileReader("a")) { in.read(); } Reader out = new StringReader("b"); } }\n'),
    bad('java', 'class Quay { void moor() { FileReader in = new FileReader("a"); in.read(); } }\n', '1:44'),
  ],
});

const OPENS = /^(?:open|io\.open|codecs\.open|gzip\.open|bz2\.open|socket\.socket)$/;

function findInPython({ tree }: ParsedSource): Hit[] {
  return tree.ofType('call').flatMap((call): Hit[] => {
    const callee = call.child('function')?.text ?? '';
    if (!OPENS.test(callee)) return [];
    const message = `what ${callee} gives is not closed`;
    const parent = call.parent as SyntaxNode;
    if (parent.type === 'attribute' && parent.parent?.type === 'call') return /^(?:close|detach|fileno)$/.test(parent.child('attribute')?.text ?? '') ? [] : [hitAt(call, message)];
    if (parent.type !== 'assignment' || parent.child('left')?.type !== 'identifier') return [];
    return isHandled(functionAround(call) ?? tree.root, (parent.child('left') as SyntaxNode).text, parent) ? [] : [hitAt(call, message)];
  });
}

/** Types of Java's libraries that hold a system resource. */
const HOLDS = /^(?:File(?:Input|Output)Stream|FileReader|FileWriter|RandomAccessFile|Socket|ServerSocket|DatagramSocket|ZipFile|JarFile|PrintWriter|Buffered(?:Reader|Writer)|InputStreamReader|OutputStreamWriter|Scanner)$/;

function findInJava({ tree }: ParsedSource): Hit[] {
  return tree.ofType('object_creation_expression').flatMap((made): Hit[] => {
    const type = made.child('type')?.text ?? '';
    const declarator = made.parent as SyntaxNode;
    if (!HOLDS.test(type) || declarator.type !== 'variable_declarator' || declarator.parent?.type !== 'local_variable_declaration') return [];
    // A reader of the keyboard or of a string holds no resource.
    if (/System\.(?:in|out|err)|String(?:Reader|Writer)|ByteArray|get(?:Input|Output)Stream|openStream|getResource/.test(made.text)) return [];
    const around = functionAround(made);
    const name = declarator.child('name')?.text ?? '';
    return around === null || isHandled(around, name, declarator) ? [] : [hitAt(made, `what new ${type} opens is not closed`)];
  });
}

/** Whether it is closed, or passed to other code that can close it. */
function isHandled(around: SyntaxNode, name: string, declared: SyntaxNode): boolean {
  let handled = false;
  around.walk((node) => {
    if (node.type !== 'identifier' || node.isWithin(declared) || node.text !== name) return;
    const parent = node.parent as SyntaxNode;
    const isObject = node.field === 'object' && /^(?:attribute|method_invocation|field_access)$/.test(parent.type);
    const called = parent.type === 'method_invocation' ? parent.child('name')?.text : parent.child('attribute')?.text;
    if (!isObject || called === 'close') handled = true;
  });
  return handled;
}
