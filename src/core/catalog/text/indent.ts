import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { Repair } from '../../model/repair.js';
import { layoutTest, type LayoutTest } from '../../syntax/solid.js';
import type { Source } from '../../syntax/source.js';
import { isBlank, TAB } from '../../finders/blank.js';
import { bad, good } from '../../finders/examples.js';
import { choice, whole } from '../../finders/options.js';

interface Options {
  readonly with: 'spaces' | 'tabs';
  readonly width: number;
}

/** The blanks that replace a tab if no indent width is set. */
const USUAL_WIDTH = 4;

export default defineRule({
  id: 'text/indent',
  title: 'Lines are indented consistently',
  about: 'Tabs and spaces in the same file look different in every editor, and the indentation no longer shows the structure.',
  advice: 'Indent with what the team has agreed on, throughout the file.',
  tags: ['layout'],
  confidence: 'certain',
  repairs: 'safe',
  options: {
    with: choice(['spaces', 'tabs'], 'spaces', 'what lines are indented with'),
    width: whole(0, 0, 16, null, 'spaces per step; 0 means any number'),
  },
  find: { everywhere: { by: 'text', find: findIndents } },
  examples: [
    good('javascript', 'if (tide) {\n  sail();\n}\n'),
    bad('javascript', 'if (tide) {\n\tsail();\n}\n', '2:1-2 indented with tabs, not spaces', {
      repaired: 'if (tide) {\n    sail();\n}\n',
    }),
    bad('javascript', 'if (tide) {\n\tsail();\n  wait();\n}\n', '3:1 indented with spaces, not tabs', {
      options: { with: 'tabs', width: 2 }, repaired: 'if (tide) {\n\tsail();\n\twait();\n}\n',
    }),
    bad(
      'javascript',
      '/**\n * Sails.\n */\nif (tide) {\n    sail();\n  wait();\n}\n',
      '6:1 indented by 2, not by a multiple of 4',
      { options: { width: 4 } },
    ),
    bad('javascript', 'sail(`\n\ttide`);\n', '2:1 indented with tabs, not spaces', { repaired: 'sail(`\n\ttide`);\n' }),
    bad('python', 'if tide:\n\tsail()\n', '2:1-2 indented with tabs, not spaces', {
      options: { width: 2 }, repaired: 'if tide:\n  sail()\n',
    }),
    good('makefile', 'quay:\n\techo moored\n', { file: 'Makefile' }),
  ],
});

function findIndents(source: Source, options: Options): Hit[] {
  const { starts, ends, language, text } = source.text;
  const hits: Hit[] = [];
  // If the language requires tabs, there is nothing to decide.
  if (options.with === 'spaces' && language.needsTabs) return hits;
  let isLayout: LayoutTest | null = null;
  const mend = ({ start, end }: Hit): Repair => [
    { start, end, text: reindented(text.slice(start, end), text[end] === '*', options) },
  ];
  for (let line = 0; line < starts.length; line += 1) {
    const start = starts[line] as number;
    let end = start;
    let tabs = 0;
    for (let code = text.charCodeAt(end); isBlank(code); code = text.charCodeAt(end)) {
      if (code === TAB) tabs += 1;
      end += 1;
    }
    if (end === start || end === ends[line]) continue;
    const message = whatIsWrong(text, start, end, tabs, options);
    if (message === null) continue;
    isLayout ??= isRepairable(source) ? layoutTest(source) : () => false;
    const isMendable = isLayout(start) && comesOut(text, start, end, options);
    hits.push({ start, end, message, repair: isMendable ? mend : undefined });
  }
  return hits;
}

function isRepairable({ text: { text, language } }: Source): boolean {
  return language.indentMatters === false
    || (language.indentMatters === 'relatively' && /^\t/m.test(text) && !/^\t* /m.test(text));
}

/** @param tabs the number of tabs in the indentation from `start` to `end`. */
function whatIsWrong(text: string, start: number, end: number, tabs: number, options: Options): string | null {
  if (options.with === 'spaces') {
    if (tabs > 0) return 'indented with tabs, not spaces';
    const isOdd = options.width > 0 && (end - start) % options.width !== 0;
    return isOdd && text[end] !== '*' ? `indented by ${end - start}, not by a multiple of ${options.width}` : null;
  }
  // The star of a multi-line comment may be indented by one blank.
  const allowed = text[end] === '*' && text[end - 1] === ' ' ? 1 : 0;
  return end - start - tabs > allowed ? 'indented with spaces, not tabs' : null;
}

/** Whether the configured characters can express the indentation exactly, and differently from now. */
function comesOut(text: string, start: number, end: number, options: Options): boolean {
  if (options.with === 'spaces' && options.width === 0) return true;
  const indent = text.slice(start, end);
  const { steps } = measured(indent, text[end] === '*', options);
  return Number.isInteger(steps) && (options.with === 'tabs' || indent.includes('\t'));
}

/** The indentation in the configured characters; its width stays the same. */
function reindented(indent: string, continuesComment: boolean, options: Options): string {
  const { columns, star, steps } = measured(indent, continuesComment, options);
  return options.with === 'spaces' ? ' '.repeat(columns) : `${'\t'.repeat(steps)}${star}`;
}

function measured(
  indent: string, continuesComment: boolean, options: Options,
): { readonly columns: number; readonly star: string; readonly steps: number } {
  const width = options.width > 0 ? options.width : USUAL_WIDTH;
  const columns = columnsOf(indent, width);
  const star = continuesComment && columns % width === 1 ? ' ' : '';
  return { columns, star, steps: (columns - star.length) / width };
}

function columnsOf(indent: string, width: number): number {
  let columns = 0;
  for (let at = 0; at < indent.length; at += 1) columns += indent[at] === '\t' ? width - (columns % width) : 1;
  return columns;
}
