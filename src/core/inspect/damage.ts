import type { Stretch } from '../syntax/damaged-stretches.js';
import type { SyntaxTree } from '../syntax/node.js';
import { BLOCKS } from '../syntax/statements.js';

/** Findings about a name that may be used elsewhere, too: in a damaged part, or in the file around embedded code. */
export const ABOUT_USES = /^dead\/|^slips\/undeclared$|^idiom\/settled-binding$/;

/** The parts of a file that do not follow its grammar: nobody can tell what is in them. */
export class Damage {
  private constructor(private readonly stretches: readonly Stretch[], private readonly names: ReadonlySet<string>) {}

  /** @param text the text of the tree. */
  static in(tree: SyntaxTree, text: string): Damage {
    const stretches: Stretch[] = tree.ofType('ERROR').map(({ start, end }) => ({ start, end }));
    // What the parser inserted has no text; what it completes is not what somebody wrote.
    tree.root.walk((node) => {
      if (node.start < node.end || node.first !== null) return;
      const { parent } = node;
      if (parent !== null && !BLOCKS.has(parent.type)) stretches.push({ start: parent.start, end: parent.end });
    });
    const names = stretches.flatMap(({ start, end }) =>
      text.slice(start, end).match(/[\p{ID_Start}_$][\p{ID_Continue}$]*/gu) ?? []);
    return new Damage(stretches, new Set(names));
  }

  /** Whether a finding is in a damaged part. */
  reaches({ start, end }: Stretch): boolean {
    return this.stretches.some((stretch) => start < stretch.end && stretch.start < Math.max(end, start + 1));
  }

  /** Whether a name occurs in a damaged part, where it may be used or declared. */
  hides(name: string): boolean {
    return this.names.has(name);
  }
}
