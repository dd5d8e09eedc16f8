import type { Node } from 'web-tree-sitter';
import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { syntaxOf } from '../../syntax/language-syntax.js';
import type { SyntaxTree } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { byTree, hitAt, hitAtCapture, shared } from '../../finders/hits.js';

export default defineRule({
  id: 'slips/syntax',
  title: 'The file follows the grammar of its language',
  about: 'Code with a syntax error does not run, and other rules see only the parts around it.',
  advice: 'Look just before this place: often a bracket, a quotation mark or a separator is missing there.',
  tags: ['correctness', 'starter'],
  confidence: 'likely',
  options: {},
  find: shared(byTree(findSyntaxErrors)),
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
  if (grammar !== 'html' && !tree.hasErrors) {
    return (syntaxOf(tree).earlyErrors?.(tree) ?? []).slice(0, MOST).map(({ node, message }) => hitAt(node, message));
  }
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
      return IMPORTANT_WITH_BLANK.test(node.text) || /\bprogid:/.test(node.parent?.text.slice(0, 400) ?? '')
        && node.type !== 'stylesheet' && node.parent?.type !== 'stylesheet';
    case 'typescript':
    case 'tsx':
      // TypeScript 4.7: in and out before a type parameter.
      return (node.type === 'type_parameters' && /[<,]\s*(?:in\s+)?(?:in|out)\s+[\w$]/.test(node.text))
        || (node.isError && /^(?:in|out)$/.test(node.previousSibling?.text ?? ''));
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
  if (node.isMissing) {
    return hitAtCapture(node, `${node.isNamed ? withArticle(words(node.type)) : `“${node.type}”`} is missing here`);
  }
  if (!node.isError) return null;
  const unclosed = unclosedIn(node, tree);
  if (unclosed !== null) return hitAtCapture(unclosed, `“${unclosed.type}” is never closed`);
  const first = text.slice(node.startIndex, node.endIndex).split('\n', 1)[0] ?? '';
  return {
    start: node.startIndex, end: node.startIndex + first.length, message: `is not expected here: “${shorten(first.trim())}”`,
  };
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

function withArticle(noun: string): string {
  return `${/^[aeiou]/.test(noun) ? 'an' : 'a'} ${noun}`;
}
