import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('shell');

/** What `size/*` finds. */
export const SIZE_RULES: LanguageRules = {
  'size/branches': as(
    good('moor() {\n  if [ -n "$a" ]; then sail; fi\n}\n', { options: { max: 2 } }),
    bad(
      'moor() {\n  if [ -n "$a" ]; then sail; elif [ -n "$b" ]; then wait; fi\n}\n',
      '1:1-5 3 paths through this function, 1 over 2',
      { options: { max: 2 } },
    ),
  ),
  'size/function-lines': as(
    good('moor() {\n  sail\n}\n', { options: { max: 3 } }),
    bad('moor() {\n  sail\n  wait\n}\n', '1:1-5 moor is 4 lines long, 1 over 3', { options: { max: 3 } }),
  ),
  'size/nesting': as(
    good('if a; then if b; then c; fi; fi\n', { options: { max: 2 } }),
    bad('if a; then if b; then if c; then d; fi; fi; fi\n', '1:23-39 nested 3 levels deep, 2 allowed', { options: { max: 2 } }),
  ),
};
