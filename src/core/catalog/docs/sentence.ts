import { withoutTrailing } from '../../base/trailing.js';
import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { Edit } from '../../base/edit.js';
import type { ParsedSource } from '../../syntax/source.js';
import { isDocumentation } from '../../syntax/comments.js';
import { contentOf, standsAlone } from '../../syntax/texts.js';
import { bad, good } from '../../finders/examples.js';
import { byTree, hitsOf, inLanguages, OFFERED } from '../../finders/hits.js';
import type { SyntaxNode } from '../../syntax/node.js';

const COMMENT_TYPES = ['comment', 'block_comment'];

export default defineRule({
  id: 'docs/sentence',
  title: 'Descriptions are whole sentences',
  about: 'A description that begins with a capital letter and ends with a full stop can stand alone in lists and generated pages.',
  advice: 'Begin with a capital letter and end with a full stop.',
  tags: ['documentation'],
  confidence: 'likely',
  repairs: 'safe',
  options: {},
  find: {
    languages: {
      python: byTree(({ tree }) => tree.ofType('string').filter((node) => standsAlone(node) && isFirst(node) && /^[A-Za-z]{0,2}(?:"""|''')/.test(node.text)).flatMap((node) => {
        const { start, text } = contentOf(node);
        // A program can show its own documentation.
        return judge(text, start).map((hit) => ({ ...hit, ...OFFERED }));
      })),
      ...inLanguages('java typescript', byTree(findInComments)),
    },
    others: byTree(findInComments),
  },
  examples: [
    good('python', 'def moor():\n    """moor(ship) -> berth\n\n    Moors.\n    """\n'),
    good('python', 'def moor():\n    """Moor at the quay.\n\n    more\n    """\n'),
    bad('python', 'def moor():\n    """moor at the quay"""\n', '2:8-24 this begins with a small letter and has no full stop', { repaired: 'def moor():\n    """Moor at the quay."""\n' }),
    good('java', '/**\n * Moors the ship, as long\n * as the tide allows.\n *\n * - high\n */\nclass Quay {}\n'),
    good('java', '/** Moors. */\nclass Quay { /** {@inheritDoc} */ void moor() {} }\n'),
    bad('java', '/**\n * moors at the quay\n * and waits\n * @since 1\n */\nclass Quay {}\n', '2:4-21 this begins with a small letter and has no full stop', { repaired: '/**\n * Moors at the quay\n * and waits.\n * @since 1\n */\nclass Quay {}\n' }),
    good('typescript', '/** Moors. More of it. */\nfunction moor(): void {}\n/** `moor` is first. */\nconst a = 1;\n'),
    bad('typescript', '/** Moors at the quay */\nfunction moor(): void {}\n', '1:5-22 this has no full stop', { repaired: '/** Moors at the quay. */\nfunction moor(): void {}\n' }),
  ],
});

function isFirst(node: SyntaxNode): boolean {
  const statement = node.parent;
  return statement !== null && statement.parent?.firstPart === statement && /^(?:module|block)$/.test(statement.parent.type)
    && (statement.parent.type === 'module' || /^(?:function_definition|class_definition)$/.test(statement.parent.parent?.type ?? ''));
}

function findInComments({ tree }: ParsedSource): Hit[] {
  return hitsOf(tree.ofTypes(COMMENT_TYPES).filter((node) => isDocumentation(node.text) && node.text.startsWith('/**')), (node) => {
    const inside = node.text.slice(3, -2);
    return judge(inside, node.start + 3);
  });
}

/** An address, a to-do mark, and a function signature with its result. */
function isNoSentence(paragraph: string): boolean {
  return /^(?:https?:|TODO|type:|[\w$.]+\()/.test(paragraph) || /^[^\n]*(?:\s[-=]>\s|\[)/.test(paragraph) || /\bhttps?:\/\/\S+$/.test(paragraph);
}

/** Names that are written in lower case even at the beginning of a sentence. */
const LOWER_CASE = new Set('bash cron curl diff gcc git grep gzip jq less make mutex npm null pip pnpm sed ssh sudo systemd tar true false undefined vim yarn zsh eg ie etc vs iff'.split(' '));

/** Judges the first paragraph. @param start where `text` begins in the file. */
function judge(text: string, start: number): Hit[] {
  const begin = /^(?:\s|\*)*/.exec(text)?.[0].length ?? 0;
  const rest = text.slice(begin);
  // Up to an empty line, a tag, a list or an example.
  const end = /\r?\n[ \t]{0,200}(?:\*[ \t]{0,200})?(?:\r?\n|@|[-+>] |[-=~#]{2,}|#{1,6} |[:|]|\d+[.)]|>>>|\.\.|```|<\/?(?:p|ul|ol|li|dl|pre|br|hr|table|div|blockquote|h\d)\b)|$/i.exec(rest)?.index ?? rest.length;
  const paragraph = withoutTrailing(rest.slice(0, end), /[\s*]/);
  if (!/^[A-Za-z]/.test(paragraph) || !/\s/.test(paragraph.trim()) && paragraph.length < 12 || isNoSentence(paragraph)) return [];
  const edits: Edit[] = [];
  const [word] = /^[\w$.]+/.exec(paragraph) ?? [''];
  // A name of the code keeps its case.
  if (/^[a-z]+$/.test(word) && !LOWER_CASE.has(word) && !/^[-(/]/.test(paragraph.slice(word.length))) edits.push({ start: start + begin, end: start + begin + 1, text: paragraph.charAt(0).toUpperCase() });
  if (!/[.!?:;…)}\]>`"']$/.test(paragraph)) edits.push({ start: start + begin + paragraph.length, end: start + begin + paragraph.length, text: '.' });
  if (edits.length === 0) return [];
  const message = edits.length === 2 ? 'this begins with a small letter and has no full stop' : edits[0]?.text === '.' ? 'this has no full stop' : 'this begins with a small letter';
  const line = paragraph.split('\n', 1)[0]?.trimEnd() ?? '';
  return [{ start: start + begin, end: start + begin + line.length, message, repair: edits }];
}
