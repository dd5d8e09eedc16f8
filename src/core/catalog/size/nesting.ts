import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { CLASSES, FUNCTIONS } from '../../syntax/functions.js';
import { FIELD, KIND, PARENT, SHIFT } from '../../syntax/node-table.js';
import type { ParsedSource } from '../../syntax/source.js';
import { LOOPS } from '../../syntax/statements.js';
import type { SyntaxTree } from '../../syntax/node.js';
import { byTree, shared } from '../../finders/hits.js';
import { whole } from '../../finders/options.js';

const LEVELS = new Set([
  ...LOOPS,
  'if_statement',
  'switch_statement',
  'switch_expression',
  'expression_switch_statement',
  'type_switch_statement',
  'select_statement',
  'try_statement',
      'try_with_resources_statement',
  'match_statement',
  'match_expression',
  'unless_statement',
  'begin_statement',
]);

export default defineRule({
  id: 'size/nesting',
  title: 'Branches and loops are not deeply nested',
  about: 'Every level is one more condition to keep in mind for each line inside it.',
  advice: 'Invert a condition and return early, or extract the inner part.',
  tags: ['readability'],
  confidence: 'certain',
  options: { max: whole(4, 1, 100, 'lower', 'how deep branches and loops may be nested') },
  find: shared(byTree(findDeep, LEVELS)),
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
    hits.push(
      { start: node.start, end: node.start + first.trimEnd().length, message: `nested ${max + 1} levels deep, ${max} allowed` },
    );
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
    for (let around = table[(index << SHIFT) + PARENT] as number; around >= 0; around =
      table[(around << SHIFT) + PARENT] as number) {
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
