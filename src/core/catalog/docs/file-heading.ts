import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { commentsOf } from '../../syntax/comments.js';
import type { Source } from '../../syntax/source.js';
import { bad, good } from '../../finders/examples.js';
import { words } from '../../finders/options.js';

export default defineRule({
  id: 'docs/file-heading',
  title: 'Every file begins with the agreed comment',
  about: 'A comment at the top shows at once who owns the file, or what it is for.',
  advice: 'Add the agreed comment at the top of the file.',
  tags: ['documentation'],
  confidence: 'certain',
  options: { text: words('', 'words that the first comment must contain; if empty, any comment will do') },
  find: { everywhere: { by: 'text', find: findHeadless } },
  examples: [
    good('javascript', '#!/usr/bin/env node\n// The quay of the harbour.\nsail();\n'),
    bad('javascript', 'sail();\n// The quay.\n', '1:1-8 there is no comment at the top of this file'),
    bad('python', '# The quay.\nsail()\n', '1:1-12 the comment at the top of this file lacks: Harbour Office', {
      options: { text: 'Harbour Office' },
    }),
    good('json', '{}\n'),
  ],
});

function findHeadless(source: Source, { text: wanted }: { readonly text: string }): Hit[] {
  const { text: { text, language, ends } } = source;
  const { line, block } = language.comments;
  // Languages without comments, and prose, have no heading.
  if (line.length + block.length === 0 || text.trim() === '' || language.traits.includes('no-heading')) {
    return [];
  }
  if (hasHeading(source, codeStart(text), wanted)) return [];
  const [end = 0] = ends;
  return [{
    start: 0,
    end,
    message: wanted === ''
      ? 'there is no comment at the top of this file'
      : `the comment at the top of this file lacks: ${wanted}`,
  }];
}

/** What may precede a heading: what the system or the language requires first, and blanks. */
const OPENING = /^(?:#![^\n]*\n|<\?php|<\?xml[^>]*>|<!doctype[^>]*>|@charset[^;]*;|["'][\w ]+["'];?|\s)*/i;

function codeStart(text: string): number {
  // Most files begin with none of these.
  const begin = text.search(/\S/);
  return '#<@"\''.includes(text[begin] as string) ? (OPENING.exec(text)?.[0].length ?? 0) : begin;
}

/** Whether a comment before the first code contains `wanted`. So does a text there, where that is documentation. */
function hasHeading(source: Source, first: number, wanted: string): boolean {
  const { text: { text, language } } = source;
  let end = first;
  let heading = '';
  for (const comment of commentsOf(source)) {
    if (comment.end <= first) continue;
    if (text.slice(end, comment.start).trim() !== '') break;
    heading += `${comment.body}\n`;
    if (heading.includes(wanted)) return true;
    end = comment.end;
  }
  if (heading !== '' || !language.traits.includes('text-as-heading')) return false;
  const documentation = /^\s*(?:"""|''')([^]*?)(?:"""|''')/.exec(text.slice(first))?.[1] ?? '';
  return documentation !== '' && documentation.includes(wanted);
}
