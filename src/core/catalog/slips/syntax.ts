import type { Node } from 'web-tree-sitter';
import { defineRule, type Hit } from '../../model/rule.js';
import type { ParsedSource } from '../../syntax/source.js';
import { bad, good } from '../examples.js';
import { byTree, hitAt, hitAtCapture, inLanguages } from '../hits.js';

export default defineRule({
  id: 'slips/syntax',
  title: 'The file follows the grammar of its language',
  about: 'Code that does not parse does not run, and other rules see only the parts around it.',
  advice: 'Look just before the place: often a bracket, a quote mark or a separator is missing there.',
  tags: ['correctness', 'starter'],
  confidence: 'likely',
  options: {},
  find: { languages: inLanguages('javascript typescript python php java cpp css html shell go json yaml', byTree(findSyntaxErrors)) },
  examples: [
    good('javascript', 'sail(1);\n'),
    bad('javascript', 'sail(1;\n', '1:7'),
    good('typescript', 'const tide: number = 1;\n'),
    good('typescript', 'const berth = <b>{name}</b>;\n', { file: 'berth.tsx' }),
    bad('typescript', 'const tide: = 1;\n', '1:11'),
    good('python', 'tide = [1]\n'),
    bad('python', 'def sail(:\n    pass\n', '1:10'),
    good('css', 'a { color: red ! important; }\n'),
    bad('css', 'a { color: red; \n', '1:16'),
    good('java', 'class Quay { int berths = 1; }\n'),
    bad('java', 'class Quay { int berths = ; }\n', '1:25'),
    good('php', '<?php sail(1);\n'),
    bad('php', '<?php sail(1;\n', '1:13'),
    good('cpp', 'int berths = 1;\n'),
    bad('cpp', 'int moor() { return (1; }\n', '1:23'),
    good('html', '<p>Tide</p>\n'),
    bad('html', '<p>Tide</b>\n', '1:8'),
    good('shell', 'echo "$tide"\n'),
    bad('shell', 'if true; then\n  echo 1\n', '3:1'),
    good('go', 'package quay\n'),
    bad('go', 'package quay\n\nfunc moor( {\n}\n', '3:11'),
    good('json', '{ "tide": [1, 2] }\n'),
    bad('json', '{ "tide": [1, }\n', '1:3'),
    good('yaml', 'tide: [1, 2]\n'),
    bad('yaml', 'tide: [1, 2\n', '1:1'),
  ],
});

/** More errors than this in one file are one mistake seen many times. */
const MOST = 20;

/** CSS Syntax Level 3, section 5.4.6, allows blanks after the mark; the grammar does not know that. */
const IMPORTANT_WITH_BLANK = /^!\s+important$/i;

/** Walks with a stack of its own: code may be nested deeper than calls can be. */
function findSyntaxErrors({ root, grammar, tree }: ParsedSource): Hit[] {
  if (grammar === 'html') return tree.ofType('erroneous_end_tag').map((node) => hitAt(node, `${node.text} closes nothing`));
  // What the preprocessor makes of a file, only the compiler knows; plain C is left out for that.
  if (!root.hasError || grammar === 'cpp' && /^\s*#\s*(?:if|define)\b/m.test(root.text)) return [];
  const hits: Hit[] = [];
  const open = [root];
  for (let node = open.pop(); node !== undefined && hits.length < MOST; node = open.pop()) {
    if (!node.hasError && !node.isMissing) continue;
    if (isGrammarsOwn(node, grammar)) continue;
    const hit = errorAt(node);
    if (hit === null) open.push(...node.children.reverse());
    else hits.push(hit);
  }
  return hits;
}

/** What the language allows and its grammar does not know. */
function isGrammarsOwn(node: Node, grammar: string): boolean {
  switch (grammar) {
    case 'css':
      // A filter of an old browser, which all others skip.
      return IMPORTANT_WITH_BLANK.test(node.text) || /\bprogid:/.test(node.parent?.text.slice(0, 400) ?? '') && node.type !== 'stylesheet' && node.parent?.type !== 'stylesheet';
    case 'typescript':
    case 'tsx':
      // TypeScript 4.7: in and out before a type parameter.
      return (node.type === 'type_parameters' && /[<,]\s*(?:in\s+)?(?:in|out)\s+[\w$]/.test(node.text)) || (node.isError && /^(?:in|out)$/.test(node.previousSibling?.text ?? ''));
    case 'php':
      // PHP 8.1: readonly is a word of the language, and a name where it stands for a class.
      return /^(?:[^]{0,2000}\s)?class\s+readonly\b/i.test(node.text);
    case 'bash':
      // Of what the shell allows the grammar knows the most part; what is left open is wrong for sure.
      return node.isError || (node.isMissing && !/^(?:fi|done|esac|\}|"|')$/.test(node.type));
    default:
      return false;
  }
}

function errorAt(node: Node): Hit | null {
  if (node.isMissing) return hitAtCapture(node, `${node.isNamed ? `a ${words(node.type)}` : `“${node.type}”`} is missing here`);
  if (!node.isError) return null;
  const first = node.text.split('\n', 1)[0] ?? '';
  return { start: node.startIndex, end: node.startIndex + first.length, message: `does not fit here: “${shorten(first.trim())}”` };
}

function words(type: string): string {
  return type.replaceAll('_', ' ');
}

function shorten(text: string): string {
  return text.length > 40 ? `${text.slice(0, 39)}…` : text;
}
