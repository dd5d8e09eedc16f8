import { z } from 'zod';
import { defineRule, type Hit } from '../../model/rule.js';
import type { SourceText } from '../../model/source-text.js';

export default defineRule({
  id: 'text/indent',
  title: 'Lines are indented in one way',
  about: 'Tabs and blanks in one file look different in every editor, and the shape of the code no longer tells its structure.',
  advice: 'Indent with what the team has agreed on, everywhere in the file.',
  tags: ['layout'],
  confidence: 'certain',
  options: {
    with: { schema: z.enum(['spaces', 'tabs']), default: 'spaces', stricter: null, about: 'what lines are indented with' },
    width: { schema: z.int().min(0).max(16), default: 0, stricter: null, about: 'blanks of one step; 0: any number' },
  },
  find: { everywhere: { by: 'text', find: findIndents } },
  examples: [
    { language: 'javascript', code: 'if (tide) {\n  sail();\n}\n', finds: [] },
    { language: 'javascript', code: 'if (tide) {\n\tsail();\n}\n', finds: ['2:1'] },
    { language: 'javascript', options: { with: 'tabs' }, code: 'if (tide) {\n\tsail();\n  wait();\n}\n', finds: ['3:1'] },
    { language: 'javascript', options: { width: 4 }, code: '/**\n * Sails.\n */\nif (tide) {\n    sail();\n  wait();\n}\n', finds: ['6:1'] },
    { language: 'makefile', file: 'Makefile', code: 'quay:\n\techo moored\n', finds: [] },
  ],
});

function* findIndents(
  { lines, language }: SourceText,
  options: { readonly with: 'spaces' | 'tabs'; readonly width: number },
): Iterable<Hit> {
  // Where the language itself asks for tabs there is nothing to decide.
  if (options.with === 'spaces' && language.needsTabs) return;
  for (const { start, text } of lines) {
    const first = text.charCodeAt(0);
    if (first !== 0x20 && first !== 0x09) continue;
    const indent = (/^[ \t]+/.exec(text) as RegExpExecArray)[0];
    if (indent.length === text.length) continue;
    const message = whatIsWrong(indent, text[indent.length] === '*', options);
    if (message !== null) yield { start, end: start + indent.length, message };
  }
}

function whatIsWrong(indent: string, continuesComment: boolean, options: { with: 'spaces' | 'tabs'; width: number }): string | null {
  if (options.with === 'spaces') {
    if (indent.includes('\t')) return 'indented with tabs, not blanks';
    const isOdd = options.width > 0 && indent.length % options.width !== 0;
    return isOdd && !continuesComment ? `indented by ${indent.length}, not by a multiple of ${options.width}` : null;
  }
  // One blank may stand before the star of a comment that runs over several lines.
  const blanks = continuesComment && indent.endsWith(' ') ? indent.slice(0, -1) : indent;
  return blanks.includes(' ') ? 'indented with blanks, not tabs' : null;
}
