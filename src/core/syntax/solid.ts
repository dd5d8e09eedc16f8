import { memoized } from './memo.js';
import { syntaxOf } from './language-syntax.js';
import type { Source } from './source.js';
import { TEXTS } from './texts.js';

/** Nodes other than strings in which every blank and line end counts. */
const SOLID = [
  ...TEXTS,
  'block_scalar',
  'heredoc_body',
  'raw_text',
  'regex',
  'plain_scalar',
  'concatenated_string',
  'text_interpolation',
  'jsx_text',
];

/** Tests whether a line end, or blanks around it, may be changed at an offset without changing the meaning of the file. */
export type LayoutTest = (offset: number) => boolean;

/** The test for a file. If Elvar cannot tell, nothing may be changed. */
export const layoutTest = memoized((source: LayoutSource): LayoutTest => makeTest(source));

/** What the test looks at. */
type LayoutSource = Pick<Source, 'text' | 'tree' | 'memo'>;

function makeTest({ text: { text, language }, tree }: LayoutSource): LayoutTest {
  if (tree === null) {
    const isOpen = language.traits.includes('one-line-texts') && !/"""|'''|`|<</.test(text);
    return () => isOpen;
  }
  const more = syntaxOf(tree).solid?.(tree, text) ?? [];
  if (more === 'everything') return () => false;
  const solid = [...tree.ofTypes(SOLID).filter((node) => /[\r\n]/.test(node.text)), ...more];
  if (solid.length === 0) return () => true;
  const starts = stretchesOf(solid);
  // Most questions come in text order.
  let next = 0;
  return (offset) => {
    if ((starts[next - 1]?.start ?? 0) >= offset) next = 0;
    while (next < starts.length && (starts[next] as Stretch).start < offset) next += 1;
    const before = starts[next - 1];
    return before === undefined || offset >= before.end;
  };
}

interface Stretch {
  readonly start: number;
  end: number;
}

/** The stretches in order, merging those that touch or contain each other. */
function stretchesOf(nodes: readonly Readonly<Stretch>[]): Stretch[] {
  const stretches: Stretch[] = [];
  for (const { start, end } of [...nodes].sort((a, b) => a.start - b.start)) {
    const last = stretches.at(-1);
    if (last !== undefined && start <= last.end) last.end = Math.max(last.end, end);
    else stretches.push({ start, end });
  }
  return stretches;
}
