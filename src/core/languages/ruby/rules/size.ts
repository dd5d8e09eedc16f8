import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('ruby');

const TWO = { options: { max: 2 } };

/** What `size/*` finds. */
export const SIZE_RULES: LanguageRules = {
  'size/branches': as(
    good('def moor(a)\n  a > 1 ? 1 : 2\nend\n', TWO),
    bad(
      'def moor(a)\n  return 1 if a > 1\n  sail unless a\nend\ndef sail(a)\n  case a\n  when 1 then wait\n  when 2 then moor\n'
        + '  end\nend\n',
      ['1:5-9 3 paths through this function, 1 over 2', '5:5-9 3 paths through this function, 1 over 2'],
      TWO,
    ),
  ),
  'size/nesting': as(
    good('if a\n  while b\n    sail if c && d\n  end\nelsif e\n  wait\nend\n', { options: { max: 3 } }),
    bad('if a\n  while b\n    unless c\n      sail\n    end\n  end\nend\n', '3:5-13 nested 3 levels deep, 2 allowed', TWO),
  ),
  'size/parameters': as(
    good('def moor(berth, tide: 1)\nend\n', TWO),
    bad('def moor(berth, tide: 1, **more)\nend\n', '1:9-33 3 parameters, 1 over 2', TWO),
  ),
  'size/class-members': as(
    good('class Quay\n  def moor; end\n  def sail; end\nend\n', TWO),
    bad('class Quay\n  def moor; end\n  def sail; end\n  def self.wait; end\nend\n', '1:7-11 Quay has 3 members, 1 over 2', TWO),
  ),
  'size/condition-terms': as(
    good('a = b && c\n', TWO), bad('a = b && c || d\n', '1:5-16 3 parts in one condition, 1 over 2', TWO),
  ),
  'size/function-lines': as(
    good('def moor\n  sail\nend\n', { options: { max: 3 } }),
    bad('def moor\n  sail\n  wait\nend\n', '1:5-9 moor is 4 lines long, 1 over 3', { options: { max: 3 } }),
  ),
};
