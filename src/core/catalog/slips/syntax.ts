import type { Node } from 'web-tree-sitter';
import { defineRule, type Finder, type Hit, type ParsedSource } from '../../model/rule.js';
import type { OptionValues } from '../../model/option.js';
import { hitAt } from '../hits.js';

const anywhere: Finder<OptionValues> = { by: 'tree', find: findSyntaxErrors };

export default defineRule({
  id: 'slips/syntax',
  title: 'The file follows the grammar of its language',
  about: 'Code that does not parse does not run, and other rules see only the parts around it.',
  advice: 'Look just before the place: often a bracket, a quote mark or a separator is missing there.',
  tags: ['starter'],
  confidence: 'likely',
  options: {},
  find: {
    languages: { javascript: anywhere, typescript: anywhere, python: anywhere, css: anywhere, java: anywhere, php: anywhere },
  },
  examples: [
    { language: 'javascript', code: 'sail(1);\n', finds: [] },
    { language: 'javascript', code: 'sail(1;\n', finds: ['1:7'] },
    { language: 'typescript', code: 'const tide: number = 1;\n', finds: [] },
    { language: 'typescript', code: 'const tide: = 1;\n', finds: ['1:11'] },
    { language: 'typescript', file: 'berth.tsx', code: 'const berth = <b>{name}</b>;\n', finds: [] },
    { language: 'python', code: 'tide = [1]\n', finds: [] },
    { language: 'python', code: 'def sail(:\n    pass\n', finds: ['1:10'] },
    { language: 'css', code: 'a { color: red ! important; }\n', finds: [] },
    { language: 'css', code: 'a { color: red; \n', finds: ['1:16'] },
    { language: 'java', code: 'class Quay { int berths = 1; }\n', finds: [] },
    { language: 'java', code: 'class Quay { int berths = ; }\n', finds: ['1:25'] },
    { language: 'php', code: '<?php sail(1);\n', finds: [] },
    { language: 'php', code: '<?php sail(1;\n', finds: ['1:13'] },
  ],
});

/** More errors than this in one file are one mistake seen many times. */
const MOST = 20;

/** CSS Syntax Level 3, section 5.4.6, allows blanks after the mark; the grammar does not know that. */
const IMPORTANT_WITH_BLANK = /^!\s+important$/i;

/** Walks with a stack of its own: code may be nested deeper than calls can be. */
function findSyntaxErrors({ root, grammar }: ParsedSource): Hit[] {
  const hits: Hit[] = [];
  const open = [root];
  for (let node = open.pop(); node !== undefined && hits.length < MOST; node = open.pop()) {
    if (!node.hasError && !node.isMissing) continue;
    if (grammar === 'css' && IMPORTANT_WITH_BLANK.test(node.text)) continue;
    const hit = errorAt(node);
    if (hit === null) open.push(...node.children.reverse());
    else hits.push(hit);
  }
  return hits;
}

function errorAt(node: Node): Hit | null {
  if (node.isMissing) return hitAt(node, `${node.isNamed ? `a ${words(node.type)}` : `“${node.type}”`} is missing here`);
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
