import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('csharp');

const TWO = { options: { max: 2 } };

/** What `size/*` finds. */
export const SIZE_RULES: LanguageRules = {
  'size/branches': as(
    good('class Quay { int Moor(int a) { return a > 1 ? 1 : 2; } }\n', TWO),
    bad(
      'class Quay { void Moor(int a) { switch (a) { case 1: Sail(); break; case 2: break; default: break; } } }\n',
      '1:19-23 3 paths through this function, 1 over 2', TWO,
    ),
    bad(
      'class Quay { int Moor(int a) => a switch { 1 => 2, 2 => 3, _ => 4 }; }\n', '1:18 3 paths through this function, 1 over 2',
      TWO,
    ),
  ),
  'size/nesting': as(
    good('class Quay { void Moor() { if (a) { if (b) Sail(); } else if (c) { foreach (var d in e) Wait(); } } }\n', TWO),
    bad(
      'class Quay { void Moor() { if (a) { while (b) { try { Sail(); } finally { } } } } }\n',
      '1:49-76 nested 3 levels deep, 2 allowed', TWO,
    ),
  ),
  'size/parameters': as(
    good('class Quay { void Moor(int berth, int tide = 1) {} }\n', TWO),
    bad('class Quay { void Moor(int berth, int tide, params int[] more) {} }\n', '1:23-63 4 parameters, 2 over 2', TWO),
  ),
  'size/class-members': as(
    good('class Quay { int a; int B { get; set; } }\n', TWO),
    bad('class Quay { int a; int B { get; set; } void Moor() {} }\n', '1:7-11 Quay has 3 members, 1 over 2', TWO),
  ),
  'size/condition-terms': as(
    good('class Quay { bool a = b && c; }\n', TWO),
    bad('class Quay { bool a = b && c || d; }\n', '1:23-34 3 parts in one condition, 1 over 2', TWO),
  ),
  'size/function-lines': as(
    good('class Quay {\n  int Moor() {\n    return 1;\n  }\n}\n', { options: { max: 3 } }),
    bad('class Quay {\n  int Moor() {\n    Sail();\n    return 1;\n  }\n}\n', '2:7-11 Moor is 4 lines long, 1 over 3', {
      options: { max: 3 },
    }),
  ),
};
