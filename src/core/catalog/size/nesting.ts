import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { CLASSES, FUNCTIONS } from '../../syntax/functions.js';
import { FIELD, KIND, PARENT, SHIFT } from '../../syntax/node-table.js';
import type { ParsedSource } from '../../syntax/source.js';
import { LOOPS } from '../../syntax/statements.js';
import type { SyntaxTree } from '../../syntax/node.js';
import { bad, good } from '../../finders/examples.js';
import { byTree, usually } from '../../finders/hits.js';
import { whole } from '../../finders/options.js';

const LEVELS = new Set([...LOOPS, 'if_statement', 'switch_statement', 'switch_expression', 'expression_switch_statement', 'type_switch_statement', 'select_statement', 'try_statement',
  'try_with_resources_statement', 'match_statement', 'match_expression', 'unless_statement', 'begin_statement']);

export default defineRule({
  id: 'size/nesting',
  title: 'Branches and loops are not deeply nested',
  about: 'Every level is one more condition to keep in mind for each line inside it.',
  advice: 'Invert a condition and return early, or extract the inner part.',
  tags: ['readability'],
  confidence: 'certain',
  options: { max: whole(4, 1, 100, 'lower', 'how deep branches and loops may be nested') },
  find: usually('javascript typescript python java php cpp c go shell', byTree(findDeep, LEVELS)),
  examples: [
    good('javascript', 'if (a) {\n  for (const b of c) sail(() => { if (d) wait(); });\n} else if (e) {\n  if (f) moor();\n}\n', { options: { max: 2 } }),
    bad('javascript', 'if (a) { for (const b of c) { while (d) { if (e) sail(); } } }\n', '1:31-59 nested 3 levels deep, 2 allowed', { options: { max: 2 } }),
    good('typescript', 'if (a) { if (b) sail(); }\n', { options: { max: 2 } }),
    bad('typescript', 'try { if (a) { if (b) sail(); } } catch { wait(); }\n', '1:16-30 nested 3 levels deep, 2 allowed', { options: { max: 2 } }),
    good('python', 'if a:\n    if b:\n        sail()\nelif c:\n    if d:\n        wait()\n', { options: { max: 2 } }),
    bad('python', 'if a:\n    for b in c:\n        with d:\n            if e:\n                sail()\n', '4:13-18 nested 3 levels deep, 2 allowed', { options: { max: 2 } }),
    good('java', 'class Quay { void moor() { if (a) { if (b) sail(); } } }\n', { options: { max: 2 } }),
    bad('java', 'class Quay { void moor() { if (a) { if (b) { if (c) sail(); } } } }\n', '1:46-60 nested 3 levels deep, 2 allowed', { options: { max: 2 } }),
    good('php', '<?php if ($a) { if ($b) sail(); }\n', { options: { max: 2 } }),
    bad('php', '<?php if ($a) { if ($b) { if ($c) sail(); } }\n', '1:27-42 nested 3 levels deep, 2 allowed', { options: { max: 2 } }),
    good('cpp', 'void moor() { if (a) { if (b) sail(); } }\n', { options: { max: 2 } }),
    bad('cpp', 'void moor() { if (a) { if (b) { if (c) sail(); } } }\n', '1:33-47 nested 3 levels deep, 2 allowed', { options: { max: 2 } }),
    good('go', 'package quay\n\nfunc moor() {\n\tif a {\n\t\tfor {\n\t\t}\n\t}\n}\n', { options: { max: 2 } }),
    bad('go', 'package quay\n\nfunc moor() {\n\tif a {\n\t\tfor {\n\t\t\tif b {\n\t\t\t}\n\t\t}\n\t}\n}\n', '6:4-10 nested 3 levels deep, 2 allowed', { options: { max: 2 } }),
    good('shell', 'if a; then if b; then c; fi; fi\n', { options: { max: 2 } }),
    bad('shell', 'if a; then if b; then if c; then d; fi; fi; fi\n', '1:23-39 nested 3 levels deep, 2 allowed', { options: { max: 2 } }),
  ],
});

/** The count starts anew inside these. */
const HOLDERS = new Set([...FUNCTIONS, ...CLASSES]);

/** Reports the outermost place that is too deep, not each one inside it. */
function findDeep({ tree }: ParsedSource, { max }: { readonly max: number }): Hit[] {
  const depths = new Depths(tree);
  const hits: Hit[] = [];
  const numbers = tree.numbersOf(LEVELS);
  for (let place = 0; place < numbers.length; place += 1) {
    const index = numbers[place] as number;
    if (depths.isChained(index) || depths.of(index) !== max + 1) continue;
    const node = tree.nodeAt(index);
    const first = node.text.split('\n', 1)[0] ?? '';
    hits.push({ start: node.start, end: node.start + first.trimEnd().length, message: `nested ${max + 1} levels deep, ${max} allowed` });
  }
  return hits;
}

/** How deep the nodes of a tree are in branches and loops. There are so many nodes that they are addressed by number. */
class Depths {
  private readonly known = new Map<number, number>();
  private readonly isLevel: Uint8Array;
  private readonly isHolder: Uint8Array;
  private readonly alternative: number | undefined;

  constructor(private readonly tree: SyntaxTree) {
    this.isLevel = tree.kindFlags(LEVELS);
    this.isHolder = tree.kindFlags(HOLDERS);
    this.alternative = tree.names.fieldByName.get('alternative');
  }

  /** Another branch of the same chain is not deeper. */
  isChained(index: number): boolean {
    const { tree } = this;
    const at = index << SHIFT;
    return tree.typeAt(index) === 'if_statement'
      && (tree.table[at + FIELD] === this.alternative || tree.typeAt(tree.table[at + PARENT] as number) === 'else_clause');
  }

  of(index: number): number {
    const { tree: { table }, known } = this;
    let depth = this.counts(index) ? 1 : 0;
    for (let around = table[(index << SHIFT) + PARENT] as number; around >= 0; around = table[(around << SHIFT) + PARENT] as number) {
      if (this.isHolder[table[(around << SHIFT) + KIND] as number] === 1) break;
      // Stop climbing at a node whose depth is known.
      const outer = known.get(around);
      if (outer !== undefined) {
        depth += outer;
        break;
      }
      if (this.counts(around)) depth += 1;
    }
    known.set(index, depth);
    return depth;
  }

  private counts(index: number): boolean {
    return this.isLevel[this.tree.table[(index << SHIFT) + KIND] as number] === 1 && !this.isChained(index);
  }
}
