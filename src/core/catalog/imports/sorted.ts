import type { Repair } from '../../model/repair.js';
import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { isBlank } from '../../finders/blank.js';
import { bad, good } from '../../finders/examples.js';
import { byTree, hitAt, hitsOf, inLanguages, NO_HITS, SAFE } from '../../finders/hits.js';
import { type ImportStatement, importStatements } from '../../languages/javascript/imports.js';

const PYTHON_IMPORTS = ['import_statement', 'import_from_statement'];

export default defineRule({
  id: 'imports/sorted',
  title: 'Imports are sorted',
  about: 'In a sorted list an import is found at once, and two branches that each add one rarely conflict.',
  advice: 'Sort the imports of each block: packages first, then parent folders, then neighbours.',
  tags: ['layout', 'dependencies'],
  confidence: 'certain',
  repairs: 'offered',
  options: {},
  find: {
    languages: {
      ...inLanguages('javascript typescript', byTree((source) => find(source, importStatements(source.tree).map(scriptEntry)), ['import_statement'])),
      python: byTree((source) => find(source, source.tree.ofTypes(PYTHON_IMPORTS).map(pythonEntry).sort((a, b) => a.node.start - b.node.start)), PYTHON_IMPORTS),
      java: byTree((source) => find(source, source.tree.ofType('import_declaration').map(javaEntry)), ['import_declaration']),
    },
  },
  examples: [
    good('javascript', "import a from 'a';\nimport b from '../b.js';\nimport c from './c.js';\n\nimport d from 'a';\n"),
    bad('javascript', "import b from 'b';\nimport c from 'c';\nimport a from 'a';\n", '3:1-19 a belongs before c', { repaired: "import a from 'a';\nimport b from 'b';\nimport c from 'c';\n" }),
    good('typescript', "import './setup.js';\nimport type { A } from 'a';\n"),
    bad('typescript', "import c from './c.js';\nimport b from 'b';\n", '2:1-19 b belongs before ./c.js', { repaired: "import b from 'b';\nimport c from './c.js';\n" }),
    good('python', 'import os\nimport sys\n\nimport tide\n'),
    bad('python', 'import sys\nimport os\nfrom b import c\n', '2:1-10 os belongs before sys', { repaired: 'from b import c\nimport os\nimport sys\n' }),
    good('java', 'import a.B;\nimport a.C;\n'),
    bad('java', 'import a.C;\nimport a.B;\n', '2:1-12 a.B belongs before a.C', { repaired: 'import a.B;\nimport a.C;\n' }),
  ],
});

/** An import and its sort key; null for one whose position matters, which ends the block. */
interface Entry {
  readonly node: SyntaxNode;
  readonly key: string | null;
  /** Whether importing runs code, so that the order can matter. */
  readonly runsCode: boolean;
}

/** An import with its sort keys: the text ignoring case, then the text as written. */
interface Keyed extends Entry {
  readonly key: string;
  readonly small: string;
}

/** @param entries in the order of the text. */
function find({ text: { text } }: ParsedSource, entries: readonly Entry[]): readonly Hit[] {
  if (entries.length < 2) return NO_HITS;
  return hitsOf(blocksOf(entries, text), (block) => {
    const wrong = block.findIndex((own, index) => index > 0 && compare(block[index - 1] as Keyed, own) > 0);
    if (wrong < 0) return NO_HITS;
    const isWhole = block.every(({ node }) => endsLine(text, node.end));
    const repair = (): Repair => sortedRepair(block);
    const [before, out] = [block[wrong - 1], block[wrong]] as [Keyed, Keyed];
    return [hitAt(out.node, `${wordOf(out.key)} belongs before ${wordOf(before.key)}`, isWhole ? repair : undefined, block.some(({ runsCode }) => runsCode) ? undefined : SAFE)];
  });
}

function compare(a: Keyed, b: Keyed): number {
  return a.small < b.small ? -1 : a.small > b.small ? 1 : a.key < b.key ? -1 : a.key > b.key ? 1 : 0;
}

function sortedRepair(block: readonly Keyed[]): Repair {
  const sorted = block.toSorted(compare);
  return block.map(({ node }, index) => ({ start: node.start, end: node.end, text: (sorted[index] as Keyed).node.text }));
}

/** Whether nothing but blanks follows on the line. */
function endsLine(text: string, end: number): boolean {
  const at = pastBlanks(text, end);
  return at === text.length || isFeed(text, at);
}

/** Whether one line end stands between two places, and nothing else but blanks. */
function areNext(text: string, end: number, start: number): boolean {
  const feed = pastBlanks(text, end);
  return isFeed(text, feed) && pastBlanks(text, text.indexOf('\n', feed) + 1) === start;
}

function pastBlanks(text: string, from: number): number {
  let at = from;
  while (isBlank(text.charCodeAt(at))) at += 1;
  return at;
}

/** Whether LF or CR LF stands at a place. */
function isFeed(text: string, at: number): boolean {
  return text[at] === '\n' || (text[at] === '\r' && text[at + 1] === '\n');
}

/** The key without the part that orders the kinds of imports. */
function wordOf(key: string): string {
  return key.replace(/^\d /, '');
}

/** Imports on lines that follow each other directly. */
function blocksOf(entries: readonly Entry[], text: string): Keyed[][] {
  const blocks: Keyed[][] = [];
  let before: SyntaxNode | null = null;
  for (const { node, key, runsCode } of entries) {
    if (key !== null) {
      const keyed = { node, key, runsCode, small: key.toLowerCase() };
      const isNext: boolean = before !== null && before.parent === node.parent && areNext(text, before.end, node.start);
      if (isNext) (blocks[blocks.length - 1] as Keyed[]).push(keyed);
      else blocks.push([keyed]);
    }
    before = key === null ? null : node;
  }
  return blocks;
}

/** A bare import is there for its side effects, so its position matters. */
function scriptEntry({ node, module, clause }: ImportStatement): Entry {
  const runsCode = node.childOfType('type') === null;
  if (module === null || clause === null) return { node, key: null, runsCode };
  return { node, runsCode, key: `${module.startsWith('..') ? 1 : module.startsWith('.') ? 2 : 0} ${module}` };
}

function pythonEntry(node: SyntaxNode): Entry {
  const module = node.type === 'import_statement' ? node.parts[0]?.text : node.child('module_name')?.text;
  return { node, runsCode: true, key: module === undefined ? null : `${module.startsWith('.') ? 1 : 0} ${module}` };
}

function javaEntry(node: SyntaxNode): Entry {
  const path = node.text.replace(/^import\s+(?:static\s+)?/, '').replace(/;$/, '').trimEnd();
  return { node, runsCode: false, key: `${/^import\s+static\b/.test(node.text) ? 1 : 0} ${path}` };
}
