import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { ParsedSource } from '../../syntax/source.js';
import { bad, good } from '../../finders/examples.js';
import { byTree } from '../../finders/hits.js';
import { lineEndOf } from '../../base/line-ends.js';

export default defineRule({
  id: 'idiom/strict-types',
  title: 'Every file declares strict types',
  about: 'Without the declaration, PHP converts arguments to the declared type: PHP manual, "Strict typing".',
  advice: 'Add declare(strict_types=1); as the first statement, and run the tests.',
  tags: ['correctness'],
  confidence: 'certain',
  repairs: 'offered',
  options: {},
  find: { languages: { php: byTree(findMissing) } },
  examples: [
    good('php', '<?php\ndeclare(strict_types=1);\nsail(1);\n'),
    good('php', '<p>Tide</p>\n'),
    bad('php', '<?php\n\nsail(1);\n', '1:1-6 this file does not declare strict types', {
      repaired: '<?php\n\ndeclare(strict_types=1);\n\nsail(1);\n',
    }),
    bad('php', '<?php\ndeclare(strict_types=0);\nsail(1);\n', '1:1 this file does not declare strict types', {
      repaired: '<?php\ndeclare(strict_types=0);\nsail(1);\n',
    }),
  ],
});

function findMissing({ tree, text: { text } }: ParsedSource): Hit[] {
  const tag = tree.ofType('php_tag')[0];
  if (tag === undefined || tree.ofType('declare_directive').some((directive) => /^strict_types\s*=\s*1$/.test(directive.text))) {
    return [];
  }
  // A page that begins with markup, or only fills in a value, is no place for declarations.
  const isCode = text.slice(0, tag.start).trim() === ''
    && tag.text.startsWith('<?php') && tree.ofType('text_interpolation').length === 0;
  if (!isCode) return [];
  const end = lineEndOf(text);
  const isFree = tree.ofType('declare_statement').length === 0 && /^(?:<\?php)\s*(?:\r\n|\n)/.test(text.slice(tag.start));
  return [{
    start: tag.start,
    end: tag.end,
    message: 'this file does not declare strict types',
    repair: isFree ? [{ start: tag.start + 5, end: tag.start + 5, text: `${end}${end}declare(strict_types=1);` }] : undefined,
  }];
}
