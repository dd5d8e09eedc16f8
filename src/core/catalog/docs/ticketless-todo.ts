import { defineRule, type Hit } from '../../model/rule.js';
import { commentsOf, type Comment } from '../../syntax/comments.js';
import type { Source } from '../../syntax/source.js';
import { bad, good } from '../examples.js';
import { textPattern } from '../name-patterns.js';
import { pattern } from '../options.js';

export default defineRule({
  id: 'docs/ticketless-todo',
  title: 'Every to-do names its ticket',
  about: "A to-do without a ticket is on nobody's list, so it stays.",
  advice: 'Open a ticket and name it in the comment, or do the work now.',
  tags: ['documentation', 'leftover'],
  confidence: 'certain',
  options: { pattern: pattern('[A-Z][A-Z0-9]+-[0-9]+|#[0-9]+|[0-9]{5,}', 'a regular expression (RE2) that finds the name of a ticket') },
  find: { everywhere: { by: 'text', find: findTodos } },
  examples: [
    good('javascript', '// TODO QUAY-12: moor\n// the todo list of the pilot\n'),
    bad('javascript', '// todo: moor\n', '1:4'),
    bad('javascript', 'sail(); // TODO: moor\n/*\n * FIXME later\n */\n', '1:12 3:4'),
    good('python', '# TODO(#12) moor\n'),
    bad('python', '# XXX moor\n', '1:3'),
  ],
});

const WORDS = ['TODO', 'FIXME', 'XXX', 'HACK'];

/** In small letters it is meant so only at the beginning of a comment. */
const LOWER = /(?:\/\/|#|\*|--|;)[ \t]*(?:todo|fixme)\b/i;

function* findTodos(source: Source, { pattern: ticket }: { readonly pattern: string }): Iterable<Hit> {
  const { text } = source.text;
  // Most files have none of the words, and searching for one word is much faster than searching for any of several.
  if (!WORDS.some((word) => text.includes(word)) && !((text.includes('todo') || text.includes('Todo') || text.includes('ixme')) && LOWER.test(text))) return;
  const comments = commentsOf(source);
  let next = 0;
  // The rest of the line belongs to the word.
  let told = 0;
  for (const { 0: word, index } of text.matchAll(/\b(?:TODO|FIXME|XXX|HACK)\b|(?<=^[ \t]*(?:\/\/+|#+|\*|\/\*+|--|;)[ \t]*)(?:[Tt]odo|[Ff]ixme)(?=:|[ \t]+(?!lists?\b|items?\b|apps?\b)\S)/gm)) {
    while (next < comments.length && (comments[next] as Comment).end <= index) next += 1;
    const comment = comments[next];
    if (comment === undefined) return;
    if (index < comment.start || index < told) continue;
    const whole = /^[^\r\n]*/.exec(text.slice(index, comment.end))?.[0] ?? '';
    told = index + whole.length;
    if (ticket !== '' && textPattern(ticket).test(whole)) continue;
    yield { start: index, end: index + word.length, message: `this ${word} names no ticket` };
  }
}
