import type { Node } from 'web-tree-sitter';
import { defineRule, type Finder, type Hit, type ParsedSource } from '../../model/rule.js';
import type { OptionValues } from '../../model/option.js';

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
    { language: 'css', code: 'a { color: red; }\n', finds: [] },
    { language: 'css', code: 'a { color: red; \n', finds: ['1:16'] },
    { language: 'java', code: 'class Quay { int berths = 1; }\n', finds: [] },
    { language: 'java', code: 'class Quay { int berths = ; }\n', finds: ['1:25'] },
    { language: 'php', code: '<?php sail(1);\n', finds: [] },
    { language: 'php', code: '<?php sail(1;\n', finds: ['1:13'] },
  ],
});

/** More errors than this in one file are one mistake seen many times. */
const MOST = 20;

function findSyntaxErrors({ root }: ParsedSource): Iterable<Hit> {
  const hits: Hit[] = [];
  collect(root, hits);
  return hits;
}

function collect(node: Node, hits: Hit[]): void {
  if (!node.hasError || hits.length >= MOST) return;
  if (node.isMissing) {
    hits.push({ start: node.startIndex, end: node.endIndex, message: `${node.isNamed ? `a ${words(node.type)}` : `“${node.type}”`} is missing here` });
    return;
  }
  if (node.isError) {
    const first = node.text.split('\n', 1)[0] ?? '';
    hits.push({ start: node.startIndex, end: node.startIndex + first.length, message: `does not fit here: “${shorten(first.trim())}”` });
    return;
  }
  for (const child of node.children) collect(child, hits);
}

function words(type: string): string {
  return type.replaceAll('_', ' ');
}

function shorten(text: string): string {
  return text.length > 40 ? `${text.slice(0, 39)}…` : text;
}
