import type { ParsedSource } from '../../syntax/source.js';
import { textsOf } from '../../syntax/texts.js';
import type { FactCollector } from '../../facts/collector.js';

/** The node types of names. */
const SHELL_NAMES: ReadonlyMap<string, true> = new Map([['word', true]]);

/** Collects what a shell script declares. A text may be run as a command, so that what is in it is code. */
export function collectShell({ tree, text: { text } }: ParsedSource, facts: FactCollector): void {
  facts.words.addTree(tree, SHELL_NAMES);
  for (const { start, end } of textsOf(tree)) facts.words.addText(text, start, end);
  if (/\beval\b/.test(text)) facts.mark('open');
  for (const node of tree.ofType('function_definition')) {
    const name = node.child('name');
    if (name !== null) facts.declare({ name, kind: 'function', parts: [node] });
  }
}
