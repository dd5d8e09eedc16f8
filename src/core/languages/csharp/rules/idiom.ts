import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { endsOfLists } from '../../../finders/last-commas.js';

const { as, bad, by, good } = writerFor('csharp');

/** What `idiom/*` finds. */
export const IDIOM_RULES: LanguageRules = {
  'idiom/debug-print': as(
    good('class Quay { void Moor() { log.Info("moored"); Console.Error.WriteLine("full"); } }\n'),
    bad('class Quay { void Moor() { Console.WriteLine("moored"); } }\n', '1:28-55 Console.WriteLine bypasses the log'),
  ),
  'idiom/last-comma': by(
    endsOfLists(['initializer_expression', 'enum_member_declaration_list']),
    good('enum Tide {\n  Low,\n  High,\n}\n'),
    bad(
      'enum Tide {\n  Low,\n  High\n}\nclass Quay { int[] a = { 1, 2, }; }\n',
      ['3:7-7 a comma is missing after the last item', '5:30-31 a comma after the last item'],
      { repaired: 'enum Tide {\n  Low,\n  High,\n}\nclass Quay { int[] a = { 1, 2 }; }\n' },
    ),
  ),
  'idiom/nested-choice': as(
    good('class Quay { int a = b ? 1 : 2; }\n'),
    bad('class Quay { int a = b ? 1 : c ? 2 : 3; }\n', '1:30-39 a conditional expression inside another one'),
  ),
  'idiom/braces': as(
    good('class Quay { void Moor() { if (a) { Sail(); } else if (b) { Wait(); } } }\n'),
    bad(
      'class Quay { void Moor() { if (a) Sail(); foreach (var b in c) Wait(); } }\n',
      ['1:35-42 this branch has no braces', '1:64-71 this loop has no braces'],
      { repaired: 'class Quay { void Moor() { if (a) { Sail(); } foreach (var b in c) { Wait(); } } }\n' },
    ),
  ),
};
