import { defineRule, type Hit } from '../../model/rule.js';
import type { Repair } from '../../model/repair.js';
import { layoutTest } from '../../syntax/solid.js';
import type { Source } from '../../syntax/source.js';
import { isBlank } from '../blank.js';
import { bad, good } from '../examples.js';
import { choice, whole } from '../options.js';

interface Options {
  readonly with: 'spaces' | 'tabs';
  readonly width: number;
}

/** Blanks for a tab where the width of a step is not agreed on. */
const USUAL_WIDTH = 4;

/** Languages in which indentation has a meaning: a mix of tabs and blanks can only be sorted out by hand. */
const MEANINGFUL = new Set(['python', 'yaml', 'makefile', 'haskell', 'markdown']);

export default defineRule({
  id: 'text/indent',
  title: 'Lines are indented in one way',
  about: 'Tabs and blanks in one file look different in every editor, and the shape of the code no longer tells its structure.',
  advice: 'Indent with what the team has agreed on, everywhere in the file.',
  tags: ['layout'],
  confidence: 'certain',
  repairs: true,
  options: {
    with: choice(['spaces', 'tabs'], 'spaces', 'what lines are indented with'),
    width: whole(0, 0, 16, null, 'blanks of one step; 0: any number'),
  },
  find: { everywhere: { by: 'text', find: findIndents } },
  examples: [
    good('javascript', 'if (tide) {\n  sail();\n}\n'),
    bad('javascript', 'if (tide) {\n\tsail();\n}\n', '2:1', { repaired: 'if (tide) {\n    sail();\n}\n' }),
    bad('javascript', 'if (tide) {\n\tsail();\n  wait();\n}\n', '3:1', { options: { with: 'tabs', width: 2 }, repaired: 'if (tide) {\n\tsail();\n\twait();\n}\n' }),
    bad('javascript', '/**\n * Sails.\n */\nif (tide) {\n    sail();\n  wait();\n}\n', '6:1', { options: { width: 4 } }),
    bad('javascript', 'sail(`\n\ttide`);\n', '2:1', { repaired: 'sail(`\n\ttide`);\n' }),
    bad('python', 'if tide:\n\tsail()\n', '2:1', { options: { width: 2 }, repaired: 'if tide:\n  sail()\n' }),
    good('makefile', 'quay:\n\techo moored\n', { file: 'Makefile' }),
  ],
});

function findIndents(source: Source, options: Options): Hit[] {
  const { starts, ends, language, text } = source.text;
  const hits: Hit[] = [];
  // Where the language itself asks for tabs there is nothing to decide.
  if (options.with === 'spaces' && language.needsTabs) return hits;
  let isRepairable: boolean | null = null;
  for (let line = 0; line < starts.length; line += 1) {
    const start = starts[line] as number;
    if (!isBlank(text.charCodeAt(start))) continue;
    let end = start + 1;
    while (isBlank(text.charCodeAt(end))) end += 1;
    if (end === ends[line]) continue;
    const indent = text.slice(start, end);
    const continuesComment = text[end] === '*';
    const message = whatIsWrong(indent, continuesComment, options);
    if (message === null) continue;
    isRepairable ??= !MEANINGFUL.has(language.id) || (language.id === 'python' && /^\t/m.test(text) && !/^\t* /m.test(text));
    const repair = isRepairable && layoutTest(source)(start) ? reindented(start, indent, continuesComment, options) : undefined;
    hits.push({ start, end, message, repair });
  }
  return hits;
}

function whatIsWrong(indent: string, continuesComment: boolean, options: Options): string | null {
  if (options.with === 'spaces') {
    if (indent.includes('\t')) return 'indented with tabs, not blanks';
    const isOdd = options.width > 0 && indent.length % options.width !== 0;
    return isOdd && !continuesComment ? `indented by ${indent.length}, not by a multiple of ${options.width}` : null;
  }
  // One blank may stand before the star of a comment that runs over several lines.
  const blanks = continuesComment && indent.endsWith(' ') ? indent.slice(0, -1) : indent;
  return blanks.includes(' ') ? 'indented with blanks, not tabs' : null;
}

/** The indentation in the agreed signs, where it comes out even; how far a line is indented stays the same. */
function reindented(start: number, indent: string, continuesComment: boolean, options: Options): Repair | undefined {
  const width = options.width > 0 ? options.width : USUAL_WIDTH;
  const columns = columnsOf(indent, width);
  const star = continuesComment && columns % width === 1 ? ' ' : '';
  const steps = (columns - star.length) / width;
  if (options.with === 'spaces') {
    const text = ' '.repeat(columns);
    return text === indent || (options.width > 0 && !Number.isInteger(steps)) ? undefined : [{ start, end: start + indent.length, text }];
  }
  return Number.isInteger(steps) ? [{ start, end: start + indent.length, text: `${'\t'.repeat(steps)}${star}` }] : undefined;
}

function columnsOf(indent: string, width: number): number {
  let columns = 0;
  for (let at = 0; at < indent.length; at += 1) columns += indent[at] === '\t' ? width - (columns % width) : 1;
  return columns;
}
