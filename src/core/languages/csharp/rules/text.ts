import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('csharp');

/** What `text/*` finds. */
export const TEXT_RULES: LanguageRules = {
  'text/spacing': as(
    good('class Quay { Dictionary<int, int> a = b + c; int[,] d; }\n'),
    bad(
      'class Quay { int Moor(int a,int b) { return a+ b; } }\n',
      ['1:28-29 no space after this comma', '1:46-47 no space before +'],
      { repaired: 'class Quay { int Moor(int a, int b) { return a + b; } }\n' },
    ),
  ),
  'text/blank-between': as(
    good('class Quay {\n  void Moor() {\n  }\n\n  void Sail() {\n  }\n}\n'),
    bad('class Quay {\n  void Moor() {\n  }\n  void Sail() {\n  }\n}\n', '4:3-16 no empty line above this definition', {
      repaired: 'class Quay {\n  void Moor() {\n  }\n\n  void Sail() {\n  }\n}\n',
    }),
  ),
  'text/alignment': as(
    good('class Quay {\n  int low = 1;\n  int highest = 2;\n}\n'),
    bad('class Quay {\n  int low     = 1;\n  int highest = 2;\n}\n', '2:10-16 5 spaces before this =', {
      repaired: 'class Quay {\n  int low = 1;\n  int highest = 2;\n}\n',
    }),
  ),
};
