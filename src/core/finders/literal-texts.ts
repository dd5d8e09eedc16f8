import type { SyntaxNode } from '../syntax/node.js';
import { contentOf, TEXTS } from '../syntax/texts.js';
import type { Hit } from './finder.js';
import { hitsOf } from './hits.js';
import { nameTest } from './name-patterns.js';
import { moveOf, type MoveOptions } from './text-move.js';

export interface LiteralTextOptions extends MoveOptions {
  readonly free: readonly string[];
}

/** Attributes whose text is shown: HTML Standard, sections 3.2.6 and 4.10. */
export const SHOWN_ATTRIBUTES = new Set(['title', 'alt', 'placeholder', 'label', 'aria-label', 'aria-description', 'summary']);

export function tellLiteralTexts(nodes: readonly SyntaxNode[], options: LiteralTextOptions): Hit[] {
  const isFree = nameTest(options.free);
  return hitsOf(nodes, (node): Hit[] => {
    const raw = TEXTS.has(node.type) ? contentOf(node).text : node.text;
    const text = raw.trim();
    // Numbers, symbols and template placeholders are not text for people.
    if (!/\p{L}{2}/u.test(text.replace(/\{\{.{0,300}?\}\}|\{%.{0,300}?%\}|\$\{.{0,300}?\}|&\w{1,40};|%[sd@]/g, ''))
        || isFree(text)) return [];
    const lead = raw.length - raw.trimStart().length;
    const start = TEXTS.has(node.type) ? node.start : node.start + lead;
    const end = TEXTS.has(node.type) ? node.end : node.start + lead + (text.split('\n', 1)[0]?.trimEnd().length ?? 0);
    return [{ start, end, message: 'this text can be shown in one language only', repair: moveOf(node, options) }];
  });
}
