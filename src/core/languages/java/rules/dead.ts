import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('java');

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
  'dead/class': as(
    good('class Quay {}\n', { file: 'Quay.java', others: { 'Main.java': 'class Main { public static void main(String[] args) { new Quay(); } }\n' } }),
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
};
