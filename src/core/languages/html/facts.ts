import { stretchesIn, type StretchKind } from '../../base/stretches.js';
import type { FactCollector, Imported } from '../../facts/collector.js';

/** The names in the tags of a page, and what its scripts import. */
export function collectPage(text: string, facts: FactCollector): void {
  for (const [found] of markupIn(text)) facts.words.addText(found);
  for (const imported of importsInside(text)) facts.import(imported);
}

const SCRIPT: StretchKind = { whole: /<script\b[^]*?<\/script\s*>/iy, reach: 'text' };
const TAG: StretchKind = { whole: /<[^>]*>/y, reach: 'text' };

/** The tags of a page, and its scripts with all that is in them. A script that does not end counts as its tag. */
function* markupIn(text: string): Generator<RegExpExecArray> {
  const scriptsEnd = text.toLowerCase().lastIndexOf('</script');
  yield* stretchesIn(text, /<(?:script\b)?/gi, (mark, index) => (mark.length > 1 && index < scriptsEnd ? SCRIPT : TAG));
}

/** What scripts inside another file import: all words around count as names that they take. */
export function importsInside(text: string): Imported[] {
  return [...text.matchAll(/\b(?:from|import)\s{0,9}\(?\s{0,9}(['"])([^'"\n]{1,300})\1/g)].map(
    ({ index, 0: found, 2: module = '' }) => ({ module, node: { start: index, end: index + found.length }, flags: ['whole'] }),
  );
}
