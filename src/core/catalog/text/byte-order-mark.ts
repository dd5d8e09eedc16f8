import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { Source } from '../../syntax/source.js';
import { bad, good } from '../../finders/examples.js';
import { OFFERED } from '../../finders/hits.js';

export default defineRule({
  id: 'text/byte-order-mark',
  title: 'No byte-order mark',
  about: 'UTF-8 has no byte order, so the mark means nothing (RFC 3629, section 6), and programs that do not expect it fail '
    + 'on the first line.',
  advice: 'Save the file as UTF-8 without a byte-order mark.',
  tags: ['layout', 'portability'],
  confidence: 'certain',
  repairs: 'safe',
  options: {},
  find: { everywhere: { by: 'text', find: findByteOrderMark } },
  examples: [
    good('php', '<?php\n'),
    bad('php', '\uFEFF<?php\n', '1:1-1 the file begins with a byte-order mark', { repaired: '<?php\n' }),
    bad('php', '\uFEFF\uFEFF<?php\n', '1:1 the file begins with a byte-order mark', { repaired: '<?php\n' }),
  ],
});

function findByteOrderMark({ text: { hasByteOrderMark, language, text } }: Source): Hit[] {
  if (!hasByteOrderMark) return [];
  const mayMatter = language.byteOrderMark === 'printed'
    || (language.byteOrderMark === 'encoding' && !/^[\0-\x7f]*$/.test(text));
  return [{
    start: 0,
    end: 0,
    message: 'the file begins with a byte-order mark',
    repair: 'drop-byte-order-mark',
    ...(mayMatter && OFFERED),
  }];
}
