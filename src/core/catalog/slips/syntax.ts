import type { Node } from 'web-tree-sitter';
import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { syntaxOf } from '../../syntax/language-syntax.js';
import type { SyntaxTree } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { bad, good } from '../../finders/examples.js';
import { byTree, hitAt, hitAtCapture, usually } from '../../finders/hits.js';

export default defineRule({
  id: 'slips/syntax',
  title: 'The file follows the grammar of its language',
  about: 'Code with a syntax error does not run, and other rules see only the parts around it.',
  advice: 'Look just before this place: often a bracket, a quotation mark or a separator is missing there.',
  tags: ['correctness', 'starter'],
  confidence: 'likely',
  options: {},
  find: usually('javascript typescript python php java cpp css html shell go json yaml', byTree(findSyntaxErrors)),
  examples: [
    good('javascript', 'sail(1);\n'),
    bad('javascript', 'sail(1;\n', '1:7-7 “)” is missing here'),
    good('javascript', 'let a = 1;\n{ let a = 2; sail(a); }\nfor (const a of b) { const a = 2; }\nvar c;\nvar c;\nout: { break out; }\n'),
    good('javascript', 'using = 3;\nexport { low as if };\n'),
    bad('javascript', 'const tide = 1;\nconst tide = 2;\nbreak;\n', ['2:7 tide is declared already in this block', '3:1 break is outside a loop']),
    bad('javascript', "import low from 'low';\nconst low = 1;\nconst tide;\n", ['2:7 low is declared already in this block', '3:7 the constant tide has no value']),
    bad('javascript', 'export const a = 1;\nreturn a;\n', '2:1 return is outside a function'),
    good('typescript', 'const tide: number = 1;\n'),
    good('typescript', 'const berth = <b>{name}</b>;\n', { file: 'berth.tsx' }),
    bad('typescript', 'const tide: = 1;\n', '1:11-12 is not expected here: “:”'),
    bad('typescript', 'class Quay {\n  moor(): void {\n    if (this.free) {\n  }\n}\ninterface A {\n', '1:12 “{” is never closed'),
    good('typescript', "export type * as Quay from './quay.js';\nexport type Tide<in out A> = import('./tide.js').Low<A>;\ndeclare module 'a' { global { interface Berth {} } }\nclass Pilot { accessor tide = 1; }\nconst rows = sql<{ tide: number }>`select`;\n"),
    good('typescript', 'type Visit<A> = { [type in keyof A]?: (node: A[type], more: { type: type }) => void };\ndeclare const sail: ({ low }?: Tide) => void;\nexport { low as type, type as high };\nlet pair: [symbol: number, any?: boolean];\nclass Quay { using(using: string): this { return this; } }\n'),
    good('typescript', 'interface Sail {\n  <Wind>(wind: Wind): Sail<Wind, 1>\n  <Wind extends 1, Tide = 2>(wind: Wind, tide: (tide: Tide, ...more: Wind[]) => 1): Sail<Wind, Tide>\n}\n'),
    good('python', 'tide = [1]\n'),
    good('python', 'def sail():\n    for a in b:\n        continue\n    return lambda: 1\n'),
    bad('python', 'def sail():\nmoor()\nreturn 1\n', ['1:11-12 an indented block is missing after this', '3:1-7 return is outside a function']),
    good('python', 'def sail(a, b=1, *c, d, **e):\n    return moor(a, d=b, *c, **e)\nasync def wait():\n    return [await a for a in b]\nif a: \\\n    sail()\n'),
    bad('python', 'print "x"\nif a:\n    b = 1\n     c = 2\nsail(a=1, 2)\ndef moor(a=1, b): pass\nyield 1\n', ['1:1 print is a function in Python 3 and needs brackets', '4:6 this line is indented further than the block around it', '5:11 this positional argument follows a keyword argument', '6:15 this parameter without a default follows one with a default', '7:1 yield is outside a function']),
    bad('python', 'def sail(:\n    pass\n', '1:10 “)” is missing here'),
    good('css', 'a { color: red ! important; }\n'),
    good('css', '@import url("a.css") layer(quay);\na { background: url(../tide.png?low=1); width: 1px \\9;; }\n.b & { top: 0; }\n@media (400px <= width <= 700px) { a { top: 0; } }\n@-moz-document url-prefix() { a { top: 0; } }\n'),
    good('css', '@custom-media --low screen and (min-width: 30em);\ninput[type=tel i], :nth-child(10n-9) { top: 0; }\n'),
    bad('css', 'a { color: red; \n', '1:16-16 “}” is missing here'),
    good('java', 'class Quay { int berths = 1; }\n'),
    bad('java', 'class Quay { int berths = ; }\n', '1:25-26 is not expected here: “=”'),
    good('php', '<?php if ($low) exit -1;\n'),
    good('php', '<?php sail(1);\nfunction readonly($a) { return $a; }\n'),
    bad('php', '<?php sail(1;\n', '1:13-13 “)” is missing here'),
    good('cpp', 'int berths = 1;\n'),
    bad('cpp', 'int moor() { return (1; }\n', '1:23-23 “)” is missing here'),
    good('html', '<p>Tide</p>\n'),
    bad('html', '<p>Tide</b>\n', '1:8-12 </b> has no opening tag'),
    good('shell', 'echo "$tide"\necho "${tide:$low}"\n'),
    bad('shell', 'if true; then\n  echo 1\n', '3:1-1 “fi” is missing here'),
    good('go', 'package quay\n'),
    bad('go', 'package quay\n\nfunc moor( {\n}\n', '3:11-11 “)” is missing here'),
    good('json', '{ "tide": [1, 2] }\n'),
    good('json', '{ "tide": [1, 2], }\n', { file: 'tsconfig.json' }),
    bad('json', '{ "tide": [1, }\n', '1:11-12 “[” is never closed'),
    good('yaml', 'tide: [1, 2]\n'),
    bad('yaml', 'tide: [1, 2\n', '1:7-8 “[” is never closed'),
  ],
});

/** More errors than this in one file are one mistake seen over and over. */
const MOST = 20;

/** CSS Syntax Level 3, section 5.4.6, allows blanks after the exclamation mark; the grammar does not. */
const IMPORTANT_WITH_BLANK = /^!\s+important$/i;

/** Files of JSON in which their programs allow comments and commas at the end of a list. */
const WITH_COMMENTS = /(?:^|\/)(?:[tj]sconfig[\w.-]*|devcontainer|\.vscode\/[\w-]+)\.json$|\.(?:jsonc|code-workspace)$/;

/** A name in capitals where a declaration or a statement begins: a macro, from a header, that may stand for anything. */
const LIKE_MACRO = /(?:^|[;{}\n])[ \t]*[A-Z][A-Z\d_]{2,}[ \t]*(?:\(|\r?$|[A-Za-z])/m;

/** Uses a stack of its own: code may be nested deeper than calls can be. */
function findSyntaxErrors(source: ParsedSource): Hit[] {
  const { grammar, tree } = source;
  if (grammar !== 'html' && !tree.hasErrors) return (syntaxOf(tree).earlyErrors?.(tree) ?? []).slice(0, MOST).map(({ node, message }) => hitAt(node, message));
  const { root } = source;
  if (isOther(source)) return [];
  if (grammar === 'html') return tree.ofType('erroneous_end_tag').map((node) => hitAt(node, `${node.text} has no opening tag`));
  const hits: Hit[] = [];
  const open = [root];
  for (let node = open.pop(); node !== undefined && hits.length < MOST; node = open.pop()) {
    if (!node.hasError && !node.isMissing) continue;
    if (isGrammarsOwn(node, grammar)) continue;
    const hit = errorAt(node, source);
    if (hit === null) open.push(...node.children.reverse());
    else hits.push(hit);
  }
  return hits;
}

/** Whether a file is not in the language as the grammar knows it. */
function isOther({ grammar, root, text: { path } }: ParsedSource): boolean {
  switch (grammar) {
    case 'json':
      return WITH_COMMENTS.test(path);
    case 'ruby':
      // What a template fills in later is no code yet.
      return /<%[=-]?\s/.test(root.text);
    case 'cpp':
      // Only the compiler knows what the preprocessor makes of a file, so plain C is left out.
      return /^[ \t]*#[ \t]*(?:if|define)\b/m.test(root.text) || LIKE_MACRO.test(root.text);
    default:
      return false;
  }
}

/** What the language allows but its grammar does not. */
function isGrammarsOwn(node: Node, grammar: string): boolean {
  switch (grammar) {
    case 'css':
      // A filter for an old browser, which all others skip.
      return IMPORTANT_WITH_BLANK.test(node.text) || /\bprogid:/.test(node.parent?.text.slice(0, 400) ?? '') && node.type !== 'stylesheet' && node.parent?.type !== 'stylesheet';
    case 'typescript':
    case 'tsx':
      // TypeScript 4.7: in and out before a type parameter.
      return (node.type === 'type_parameters' && /[<,]\s*(?:in\s+)?(?:in|out)\s+[\w$]/.test(node.text)) || (node.isError && /^(?:in|out)$/.test(node.previousSibling?.text ?? ''));
    case 'php':
      // PHP 8.1: readonly is a keyword, but here it is the name of a class.
      return /^(?:[^]{0,2000}\s)?class\s+readonly\b/i.test(node.text);
    case 'bash':
      // The grammar misses some of what the shell allows, but an unclosed construct is certainly wrong.
      return node.isError || (node.isMissing && !/^(?:fi|done|esac|\}|"|')$/.test(node.type));
    default:
      return false;
  }
}

function errorAt(node: Node, { tree, text: { text } }: ParsedSource): Hit | null {
  if (node.isMissing) return hitAtCapture(node, `${node.isNamed ? `a ${words(node.type)}` : `“${node.type}”`} is missing here`);
  if (!node.isError) return null;
  const unclosed = unclosedIn(node, tree);
  if (unclosed !== null) return hitAtCapture(unclosed, `“${unclosed.type}” is never closed`);
  const first = text.slice(node.startIndex, node.endIndex).split('\n', 1)[0] ?? '';
  return { start: node.startIndex, end: node.startIndex + first.length, message: `is not expected here: “${shorten(first.trim())}”` };
}

const CLOSING: Readonly<Record<string, string>> = { '(': ')', '[': ']', '{': '}' };

/** The unclosed bracket in a stretch that the parser gave up on: the parts it did understand are separate nodes there. */
function unclosedIn(stretch: Node, tree: SyntaxTree): Node | null {
  const open: Node[] = [];
  for (const part of stretch.children) {
    const latest = open.at(-1);
    if (CLOSING[part.type] !== undefined) open.push(part);
    else if (latest !== undefined && CLOSING[latest.type] === part.type) open.pop();
  }
  return open.find(({ type }) => isShort(type, tree)) ?? null;
}

/** Whether a file has more opening than closing brackets of a kind. Brackets that the parser inserted have no text. */
function isShort(opening: string, tree: SyntaxTree): boolean {
  const written = (type: string): number => tree.ofType(type).filter(({ start, end }) => start < end).length;
  return written(opening) > written(CLOSING[opening] as string);
}

function words(type: string): string {
  return type.replaceAll('_', ' ');
}

function shorten(text: string): string {
  return text.length > 40 ? `${text.slice(0, 39)}…` : text;
}
