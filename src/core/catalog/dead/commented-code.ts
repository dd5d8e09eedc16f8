import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { commentsOf, isDocumentation, type Comment } from '../../syntax/comments.js';
import type { Source } from '../../syntax/source.js';
import { bad, good } from '../../finders/examples.js';

export default defineRule({
  id: 'dead/commented-code',
  title: 'No commented-out code',
  about: 'Code in a comment is neither compiled nor tested, and soon out of date. The version history keeps it anyway.',
  advice: 'Delete it. If it shows how something is used, move it into the documentation.',
  tags: ['leftover'],
  confidence: 'possible',
  options: {},
  find: { everywhere: { by: 'text', find: findCommentedCode } },
  examples: [
    good(
      'javascript', '// The tide (see quay) turns; then we sail.\n/** sail(tide); */\n// elvar waive dead/* because x\nsail();\n',
    ),
    bad('javascript', '// const tide = next();\n// sail(tide);\nsail();\n', '1:1-2:15 2 lines of code in a comment'),
    good('python', '# Returns the tide: low or high.\n# see tide.py\nsail()\n'),
    bad('python', '# tide = next(1)\nsail()\n', '1:1-17 a line of code in a comment'),
    good('css', '/* The colour of the sea: blue. */\na { top: 0; }\n'),
    bad('css', '/* color: red; */\na { top: 0; }\n', '1:1-18 a line of code in a comment'),
    bad('python', '# for quay in quays:\n#     sail(quay)\nsail()\n', '1:1 2 lines of code in a comment'),
    bad('cpp', '#if 0\nvoid moor() {}\n#endif\n', '1:1-6 the preprocessor always skips this code'),
    bad('shell', '# if [ -n "$x" ]; then\n#   sail\n# fi\nsail\n', '1:1-3:5 a line of code in a comment'),
    bad('go', 'package quay\n\n// return moor(1), nil\nvar tide = 1\n', '3:1-23 a line of code in a comment'),
    bad('html', '<!-- <a href="/tide">tide</a> -->\n<p>Tide</p>\n', '1:1-34 a line of code in a comment'),
  ],
});

/** Nobody writes longer lines, in characters: they are data. */
const LONGEST_LINE = 2000;

/** Four words in a row are prose, whatever surrounds them. */
const PROSE_WORDS = /(?:^|\s)[A-Za-z]?[a-z]+ [a-z]+ [a-z]+ [a-z]+(?:[\s.,;:)]|$)/;

/** Lines of words that are code all the same. */
const SURE = /^(?:async )?for \w+(?:, \w+)* in [\w.()]+:$/;

/** Lines that only end what other lines begin. */
const OTHER = /^(?:[\])}>;,]*|fi|done|esac|else|pass|(?:if|elif|while)\s+\w+:)$/;

function* findCommentedCode(source: Source): Iterable<Hit> {
  const { text: { text, language } } = source;
  const { looksLikeCode, traits } = language;
  if (looksLikeCode === null) return;
  if (traits.includes('preprocessor')) yield* leftOut(text);
  for (const group of groupsOf(commentsOf(source), text, traits.includes('comments-after-code'))) {
    const [first] = group as [Comment, ...Comment[]];
    const last = group.at(-1) as Comment;
    if (group.some(({ body }) => body.startsWith('elvar '))) continue;
    const lines = group.length === 1 ? linesOf(first) : group.flatMap(linesOf);
    const code = lines.filter((line) => line.length < LONGEST_LINE
      && looksLikeCode(line)
      && (SURE.test(line) || !PROSE_WORDS.test(line.replace(/"[^"]*"|'[^']*'|`[^`]*`/g, '')))
      && !/^(?:see|e\.g\.|note|todo|fixme|example)\b|^<\/?editor-fold\b|^\w+ = \(.* \| .*\)$|^\w+=-?[\d.]+$/i.test(line)).length;
    if (code === 0) continue;
    const other = lines.filter((line) => OTHER.test(line)).length;
    // At least half of the lines: prose with an example is documentation.
    if ((code + other) * 2 > lines.length) {
      yield {
        start: first.start,
        end: last.end,
        message: code === 1 ? 'a line of code in a comment' : `${code} lines of code in a comment`,
      };
    }
  }
}

/** Code that the preprocessor leaves out in any case. */
function* leftOut(text: string): Iterable<Hit> {
  if (!text.includes('if')) return;
  for (const { 0: line, index } of text.matchAll(/^[ \t]*#[ \t]*if[ \t]+0(?![\w.])(?!\s*(?:&&|\|\||[<>=!]))/gm)) {
    const indent = line.length - line.trimStart().length;
    yield { start: index + indent, end: index + line.length, message: 'the preprocessor always skips this code' };
  }
}

/** The lines of a comment, without their leading stars. */
function linesOf({ body }: Comment): string[] {
  // Most comments are a single line without blanks around it.
  if (!/[\r\n]/.test(body) && !body.startsWith('*')) return [body];
  return body.split(/\r\n|\r|\n/).map((line) => line.replace(/^\s*\*\s?/, '').trim()).filter((line) => line !== '');
}

/** Groups of adjacent comments on lines of their own. Documentation comments are left out. */
function groupsOf(comments: readonly Comment[], text: string, mayFollowCode: boolean): Comment[][] {
  const groups: Comment[][] = [];
  let last: Comment | null = null;
  for (const comment of comments) {
    if (isDocumentation(text.slice(comment.start, Math.min(comment.end, comment.start + 4)))) continue;
    const lineStart = text.lastIndexOf('\n', comment.start - 1) + 1;
    const before = text.slice(lineStart, comment.start).trim();
    // A comment in the middle of a declaration tells something about it.
    if (before !== '' && !(mayFollowCode && /[;{}]$/.test(before))) continue;
    if (comment.body === '') continue;
    if (last !== null && isNext(last, comment, text)) (groups[groups.length - 1] as Comment[]).push(comment);
    else groups.push([comment]);
    last = comment;
  }
  return groups;
}

/** Whether nothing but blanks and one line end stands between two comments. */
function isNext(before: Comment, { start }: Comment, text: string): boolean {
  const between = text.slice(before.end, start);
  const feed = between.indexOf('\n');
  return between.trim() === '' && (feed < 0 || !between.includes('\n', feed + 1));
}
