import type { Hit } from '../../finders/finder.js';
import { hitAt } from '../../finders/hits.js';
import { isHandled } from '../../finders/unclosed-resources.js';
import { calleeOf, callsOf, methodOf } from '../../syntax/calls.js';
import { functionAround } from '../../syntax/functions.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';

/** Types of Java's libraries that hold a system resource. */
// elvar waive text/line-width because a pattern is one literal
const HOLDS = /^(?:[\w.]+\.)?(?:File(?:Input|Output)Stream|FileReader|FileWriter|RandomAccessFile|Socket|ServerSocket|DatagramSocket|ZipFile|JarFile|PrintWriter|Buffered(?:Reader|Writer)|InputStreamReader|OutputStreamWriter|Scanner)$/;

/** Calls of Java's libraries that open one. */
const OPENS_IN_JAVA =
  // elvar waive text/line-width because a pattern is one literal
  /^(?:(?:java\.nio\.file\.)?Files\.(?:new\w+|lines|list|walk|find)|DriverManager\.getConnection|\w*[dD]ata[sS]ource\.getConnection|FileChannel\.open|\w+\.(?:prepareStatement|createStatement|prepareCall))$/;

const OPENING_IN_JAVA = [
  'newInputStream', 'newOutputStream', 'newBufferedReader', 'newBufferedWriter', 'newByteChannel', 'newDirectoryStream', 'lines',
  'list', 'walk', 'find', 'getConnection', 'open', 'prepareStatement', 'createStatement', 'prepareCall',
];

export function unclosedInJava({ tree }: ParsedSource): Hit[] {
  const made = tree.ofType('object_creation_expression').filter((node) =>
    HOLDS.test(node.child('type')?.text ?? '') && !HOLDS_NOTHING.test(node.text) && !isBorrowed(node));
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
const HOLDS_NOTHING =
  /^new Scanner\(\s*"|System\.(?:in|out|err)|String(?:Reader|Writer)|ByteArray|get(?:Input|Output)Stream|openStream|getResource/;

function isLeftOpenInJava(opened: SyntaxNode): boolean {
  const { parent } = opened;
  const around = functionAround(opened);
  if (parent === null || around === null) return false;
  // Only the next call has it. What closes a connection closes its statements, too.
  if (parent.type === 'method_invocation' && opened.field === 'object') {
    return parent.child('name')?.text !== 'close' && !/Statement|Call$/.test(methodOf(opened));
  }
  const name = (parent.type === 'variable_declarator' ? parent.child('name')
    : parent.type === 'assignment_expression' ? parent.child('left')
    : null)?.text;
  if (name === undefined || (parent.type === 'variable_declarator'
    ? parent.parent?.type !== 'local_variable_declaration'
    : !isLocalName(around, name))) return false;
  return !isHandled(around, name, parent);
}

/** Whether a function declares a name as a variable of its own. */
function isLocalName(around: SyntaxNode, name: string): boolean {
  let isLocal = false;
  around.walk((node) => {
    isLocal ||= node.type === 'variable_declarator'
      && node.parentType === 'local_variable_declaration' && node.child('name')?.text === name;
    return !isLocal;
  });
  return isLocal;
}
