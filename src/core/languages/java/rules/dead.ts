import { unusedClasses } from '../../../finders/unused-classes.js';
import { byTree } from '../../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import type { FreeNames } from '../../../finders/options.js';
import { unusedMembers } from '../../../finders/private-members.js';
import { unusedImports } from '../../../finders/unused-imports.js';
import { javaMembers, NAMES_OF_JAVA_MEMBERS } from '../members.js';
import { JAVA_IMPORTS } from '../unused-imports.js';

const { as, bad, by, good } = writerFor('java');

/** What `dead/*` finds. */
export const DEAD_RULES: LanguageRules = {
  'dead/after-exit': as(
    good('class Quay { int moor() { if (full) return 1; return 2; } }\n'),
    bad('class Quay { int moor() { throw new Full(); sail(); } }\n', '1:45-52 never runs: throw above leaves the block'),
  ),
  'dead/branch': as(
    good('class Quay { void moor() { if (full) wait(); for (;;) sail(); } }\n'),
    bad('class Quay { void moor() { if (true) sail(); } }\n', '1:32-36 this is always true'),
  ),
  'dead/class': by(
    // A program's own class is what is run.
    unusedClasses((file) => file.is('program')),
    good(
      'class Quay {}\n',
      { file: 'Quay.java', others: { 'Main.java': 'class Main { public static void main(String[] args) { new Quay(); } }\n' } },
    ),
    bad('class Quay { Quay() {} }\n', '1:7-11 [likely] Quay is never used in the project', { file: 'Quay.java' }),
  ),
  'dead/parameter': as(
    good('class Quay implements Place { public void moor(int tide) { sail(); } }\n'),
    bad('class Quay { private void moor(int quay, int tide) { sail(quay); } }\n', '1:46-50 tide is never read'),
  ),
  'dead/variable': as(
    good('class Quay { void moor() { int berth = 1; sail(berth); try (Lock lock = open()) { sail(1); } } }\n'),
    bad('class Quay { void moor() { int berth = 1; berth = 2; } }\n', '1:32-37 berth is set but never read'),
  ),
  'dead/import': by(
    byTree((source) => unusedImports(source, JAVA_IMPORTS)),
    good('import java.util.List;\nimport java.io.*;\nclass Quay { List berths; }\n'),
    bad(
      'import java.util.List;\nimport java.util.Map;\nclass Quay { List berths; }\n',
      '2:18-21 Map is imported and never used',
      { repaired: 'import java.util.List;\nclass Quay { List berths; }\n' },
    ),
  ),
  'dead/private-member': by(
    byTree(
      (source, options: FreeNames) => unusedMembers(source, javaMembers(source), NAMES_OF_JAVA_MEMBERS, options), ['modifiers'],
    ),
    good('class Quay { private void onTide() {} }\n', { options: { free: ['on.*'] } }),
    good('class Quay { private int tide; int low() { return this.tide; } private static final long serialVersionUID = 1; }\n'),
    bad(
      'class Quay { private int tide; private void moor() { moor(); } }\n',
      ['1:26-30 tide is private and never used', '1:45-49 moor is private and never used'],
    ),
    bad('class Quay { private class Berth {} }\n', '1:28 Berth is private and never used'),
  ),
  'dead/function': as(
    good(
      'class Quay { void moor() {} }\n',
      { file: 'Quay.java', others: { 'Main.java': 'class Main { void sail() { new Quay().moor(); } }\n' } },
    ),
    bad(
      'class Quay { void moor() { moor(); } @Override public int hashCode() { return 1; } }\n',
      '1:19-23 [likely] moor is never used in the project',
      { file: 'Quay.java' },
    ),
  ),
};
