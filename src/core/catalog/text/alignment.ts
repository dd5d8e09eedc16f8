import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { SyntaxNode } from '../../syntax/node.js';
import { layoutTest } from '../../syntax/solid.js';
import type { ParsedSource } from '../../syntax/source.js';
import { byTree, shared } from '../../finders/hits.js';
import { choice } from '../../finders/options.js';

interface Options {
  readonly style: 'single' | 'columns';
}

/** Nodes with an equals sign that can stand in a column. */
const ASSIGNMENTS = [
  'variable_declarator', 'assignment_expression', 'field_definition', 'public_field_definition', 'type_alias_declaration',
  'enum_assignment', 'assignment', 'init_declarator', 'const_element', 'property_element', 'property_declaration',
  'constant_item',
];

export default defineRule({
  id: 'text/alignment',
  title: 'Assignments are aligned, or not, consistently',
  about: 'Where only some are aligned, nobody knows how to write the next line; and where all are, a longer name moves the '
    + 'whole column.',
  advice: 'Put a single space before each =, or align those of lines that follow each other.',
  tags: ['layout'],
  confidence: 'certain',
  repairs: 'safe',
  options: { style: choice(['single', 'columns'], 'single', 'whether one space stands before each =, or those of lines that '
    + 'follow each other stand in a column') },
  find: shared(byTree(findAll, ASSIGNMENTS)),
});

/** An equals sign with the blanks around it, all on one line. */
interface Sign {
  readonly line: number;
  /** Where the blanks before it begin, and where those after it end. */
  readonly from: number;
  readonly start: number;
  readonly to: number;
  /** The indentation of its line. */
  readonly indent: number;
  /** The column that it would have after one blank, from 0. */
  readonly least: number;
}

function* findAll(source: ParsedSource, { style }: Options): Iterable<Hit> {
  const signs = signsIn(source);
  const columns = style === 'columns' ? columnsOf(signs) : null;
  const { text: { text } } = source;
  for (const sign of signs) {
    const { from, start, to, least } = sign;
    const before = start - from;
    const wanted = columns === null ? 1 : 1 + (columns.get(sign) ?? least) - least;
    const after = to - start - 1;
    // Where there is no blank at all, that is for text/spacing.
    const edits = [
      ...(before > 0 && before !== wanted ? [{ start: from, end: start, text: ' '.repeat(wanted) }] : []),
      ...(after > 1 ? [{ start: start + 1, end: to, text: ' ' }] : []),
    ];
    const [first] = edits;
    if (first === undefined || /\t/.test(text.slice(from, to))) continue;
    const message = first.start === from
      ? (wanted === 1 ? `${before} spaces before this =` : 'this = is not in the column of those around it')
      : `${after} spaces after this =`;
    yield {
      start: first.start === from && before > wanted ? from : start,
      end: start + 1,
      message,
      repair: layoutTest(source)(start) ? edits : undefined,
    };
  }
}

function signsIn({ tree, text }: ParsedSource): Sign[] {
  const signs: Sign[] = [];
  for (const node of tree.ofTypes(ASSIGNMENTS)) {
    const sign = node.children.find(({ type, named, previous, next }) =>
      !named && type === '=' && previous !== null && next !== null);
    if (sign === undefined || isInHead(node)) continue;
    const { previous, next, start } = sign;
    const [from, to] = [previous?.end ?? start, next?.start ?? start];
    const line = text.lineAt(start);
    if (text.lineAt(from) !== line || text.lineAt(to) !== line
        || text.text.slice(from, start).trim() !== '' || text.text.slice(start + 1, to).trim() !== '') continue;
    signs.push({
      line,
      from,
      start,
      to,
      indent: /^[ \t]*/.exec(text.lineText(line))?.[0].length ?? 0,
      least: from - (text.starts[line - 1] as number) + 1,
    });
  }
  return signs.sort((a, b) => a.start - b.start).filter((sign, index, all) => all[index - 1]?.line !== sign.line);
}

/** In the head of a loop or a condition, nothing stands below it. */
function isInHead(node: SyntaxNode): boolean {
  const holder = node.parent?.type ?? '';
  return /^(?:for|if|while|parenthesized|condition|argument)/.test(holder)
    || /^(?:for|if|while|condition)/.test(node.parent?.parent?.type ?? '') && node.parent?.field !== 'body';
}

/**
 * The column of each sign in a run of lines that follow each other, equally indented: that of the one that stands furthest right.
 */
function columnsOf(signs: readonly Sign[]): Map<Sign, number> {
  const columns = new Map<Sign, number>();
  let run: Sign[] = [];
  const close = (): void => {
    const furthest = Math.max(...run.map(({ least }) => least));
    for (const sign of run) columns.set(sign, furthest);
    run = [];
  };
  for (const sign of signs) {
    const last = run.at(-1);
    if (last !== undefined && (last.line + 1 !== sign.line || last.indent !== sign.indent)) close();
    run.push(sign);
  }
  if (run.length > 0) close();
  return columns;
}
