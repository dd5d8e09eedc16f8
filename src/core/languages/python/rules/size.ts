import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('python');

/** What `size/*` finds. */
export const SIZE_RULES: LanguageRules = {
  'size/branches': as(
    good('def moor(a):\n    if a:\n        sail()\n', { options: { max: 2 } }),
    bad(
      'def moor(a):\n    if a and b:\n        sail()\n    elif c:\n        wait()\n',
      '1:5-9 4 paths through this function, 2 over 2',
      { options: { max: 2 } },
    ),
  ),
  'size/class-members': as(
    good('class Quay:\n    """A quay."""\n    a = 1\n    def moor(self):\n        self.b = 2\n', { options: { max: 2 } }),
    bad('class Quay:\n    a = 1\n    b = 2\n    def moor(self):\n        pass\n', '1:7-11 Quay has 3 members, 1 over 2', {
      options: { max: 2 },
    }),
  ),
  'size/condition-terms': as(
    good('a = b and c\n', { options: { max: 2 } }),
    bad('a = b and c or not d\n', '1:5-21 3 parts in one condition, 1 over 2', { options: { max: 2 } }),
  ),
  'size/function-lines': as(
    good('def moor():\n    sail()\n    wait()\n', { options: { max: 3 } }),
    bad('def moor():\n    sail()\n    wait()\n    sail()\n', '1:5-9 moor is 4 lines long, 1 over 3', { options: { max: 3 } }),
  ),
  'size/nesting': as(
    good('if a:\n    if b:\n        sail()\nelif c:\n    if d:\n        wait()\n', { options: { max: 2 } }),
    bad(
      'if a:\n    for b in c:\n        with d:\n            if e:\n                sail()\n',
      '4:13-18 nested 3 levels deep, 2 allowed',
      { options: { max: 2 } },
    ),
  ),
  'size/parameters': as(
    good('class Quay:\n    def moor(self, berth, *, tide):\n        pass\n', { options: { max: 2 } }),
    bad('def moor(berth, quay, tide=1):\n    pass\n', '1:9-30 3 parameters, 1 over 2', { options: { max: 2 } }),
  ),
};
