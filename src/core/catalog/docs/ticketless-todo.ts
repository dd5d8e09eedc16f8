import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { Comment } from '../../syntax/comments.js';
import { allComments } from '../../syntax/embedded-comments.js';
import { syntaxOf } from '../../syntax/language-syntax.js';
import type { Source } from '../../syntax/source.js';
import { bad, good } from '../../finders/examples.js';
import { textPattern } from '../../finders/name-patterns.js';
import { pattern } from '../../finders/options.js';

export default defineRule({
  id: 'docs/ticketless-todo',
  title: 'Every to-do names its ticket',
  about: "A to-do without a ticket is on nobody's list, so it stays.",
  advice: 'Open a ticket and name it in the comment, or do the work now.',
  tags: ['documentation', 'leftover'],
  confidence: 'certain',
  options: {
    pattern: pattern('[A-Z][A-Z0-9]+-[0-9]+|#[0-9]+|[0-9]{5,}', 'a regular expression (RE2) that finds the name of a ticket'),
  },
  find: { everywhere: { by: 'text', find: findTodos } },
  examples: [
    good('javascript', '// TODO QUAY-12: moor\n// the todo list of the pilot\n'),
    bad('javascript', '// todo: moor\n', '1:4-8 this todo names no ticket'),
    bad('javascript', 'sail(); // TODO: moor\n/*\n * FIXME later\n */\n', [
      '1:12 this TODO names no ticket', '3:4 this FIXME names no ticket',
    ]),
    good('python', '# TODO(#12) moor\n'),
    bad('python', '"""TODO: moor."""\n', '1:4-8 this TODO names no ticket'),
    bad(
      'javascript', '// @todo moor\nsail(); // todo: moor\n', ['1:5 this todo names no ticket', '2:12 this todo names no ticket'],
    ),
    bad('html', '<script>\n// TODO moor\n</script>\n', '2:4-8 this TODO names no ticket'),
    bad('python', '# XXX moor\n', '1:3 this XXX names no ticket'),
  ],
});

/** Comments, those of languages inside others, and texts that are remarks. */
function remarksIn(source: Source): readonly Pick<Comment, 'start' | 'end'>[] {
  const comments = allComments(source);
  const isRemark = source.tree === null ? undefined : syntaxOf(source.tree).isRemark;
  if (source.tree === null || isRemark === undefined) return comments;
  const strings = source.tree.ofType('string').filter(isRemark);
  return strings.length === 0 ? comments : [...comments, ...strings].sort((a, b) => a.start - b.start);
}

const WORDS = ['TODO', 'FIXME', 'XXX', 'HACK'];

/** In small letters it is meant so only at the beginning of a comment. */
const LOWER = /(?:\/\/|#|\*|--|;|""")[ \t]*@?(?:todo|fixme)\b/i;

/** Most files have none of the words, and searching for one word is much faster than searching for any of several. */
function mayHaveWord(text: string): boolean {
  return WORDS.some((word) => text.includes(word))
    || ((text.includes('todo') || text.includes('Todo') || text.includes('ixme')) && LOWER.test(text));
}

/** Whether a word begins a comment, or a line of it. */
function isAtBeginning(index: number, { start }: Pick<Comment, 'start'>, text: string): boolean {
  return /^[\s/#*;<!@-]*$/.test(text.slice(Math.max(start, text.lastIndexOf('\n', index) + 1), index));
}

function* findTodos(source: Source, { pattern: ticket }: { readonly pattern: string }): Iterable<Hit> {
  const { text } = source.text;
  if (!mayHaveWord(text)) return;
  const comments = remarksIn(source);
  let next = 0;
  // The rest of the line belongs to the word.
  let told = 0;
  for (const { 0: word, index } of text.matchAll(
    // elvar waive text/line-width because a pattern is one literal
    /\b(?:TODO|FIXME|XXX|HACK)\b|(?<=(?:\/\/|#|\*|--|;|<!--)[ \t]{0,99}@?)(?:[Tt]odo|[Ff]ixme)(?=:|[ \t]+(?!lists?\b|items?\b|apps?\b)\S)/gm,
  )) {
    while (next < comments.length && (comments[next]?.end ?? Infinity) <= index) next += 1;
    const comment = comments[next];
    if (comment === undefined) return;
    if (index < comment.start || index < told) continue;
    if (!/^[A-Z]{2}/.test(word) && !isAtBeginning(index, comment, text)) continue;
    const whole = /^[^\r\n]*/.exec(text.slice(index, comment.end))?.[0] ?? '';
    told = index + whole.length;
    if (ticket !== '' && textPattern(ticket).test(whole)) continue;
    yield { start: index, end: index + word.length, message: `this ${word} names no ticket` };
  }
}
