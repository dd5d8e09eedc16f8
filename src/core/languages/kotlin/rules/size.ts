import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('kotlin');

const TWO = { options: { max: 2 } };

/** What `size/*` finds. */
export const SIZE_RULES: LanguageRules = {
  'size/branches': as(
    good('fun moor(a: Int) = if (a > 1) 1 else 2\nfun sail(a: Int) { when (a) { 1 -> wait(); else -> sail() } }\n', TWO),
    bad(
      'fun moor(a: Int) {\n  when (a) { 1 -> sail(); 2 -> wait(); else -> {} }\n}\nfun sail() { while (a && b) wait() }\n',
      ['1:5-9 3 paths through this function, 1 over 2', '4:5-9 3 paths through this function, 1 over 2'],
      TWO,
    ),
  ),
  'size/nesting': as(
    good('fun moor() { if (a) { for (b in c) sail() } else if (d) { if (e) wait() } }\n', TWO),
    bad(
      'fun moor() { if (a) { for (b in c) { try { sail() } finally { wait() } } } }\n',
      '1:38-71 nested 3 levels deep, 2 allowed', TWO,
    ),
  ),
  'size/parameters': as(
    good('fun moor(berth: Int, tide: Int = 1) {}\n', TWO),
    bad('class Quay { fun moor(berth: Int, tide: Int = 1, vararg more: Int) {} }\n', '1:22-67 3 parameters, 1 over 2', TWO),
  ),
  'size/class-members': as(
    good('class Quay { val a = 1\n  fun moor() {} }\n', TWO),
    bad('class Quay { val a = 1\n  val b = 2\n  fun moor() {} }\n', '1:7-11 Quay has 3 members, 1 over 2', TWO),
  ),
  'size/condition-terms': as(
    good('val a = b && c\n', TWO), bad('val a = b && c || d\n', '1:9-20 3 parts in one condition, 1 over 2', TWO),
  ),
  'size/function-lines': as(
    good('fun moor() {\n  sail()\n}\n', { options: { max: 3 } }),
    bad('fun moor() {\n  sail()\n  wait()\n}\n', '1:5-9 moor is 4 lines long, 1 over 3', { options: { max: 3 } }),
  ),
};
