import { needsParameters } from '../needed-parameters.js';
import { unreadParameters } from '../../../finders/unread-parameters.js';
import { unreachedCode } from '../../../finders/unreached-code.js';
import { byTree } from '../../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import type { FreeNames } from '../../../finders/options.js';
import { unusedMembers } from '../../../finders/private-members.js';
import { privateMembers } from '../members.js';

const { as, bad, by, good } = writerFor('csharp');

/** What `dead/*` finds. */
export const DEAD_RULES: LanguageRules = {
  'dead/after-exit': by(
    // Where a directive stands between, the compiler may not see one of the two.
    unreachedCode((exit, { start, tree }) => /^[ \t]*#/m.test(tree.text.slice(exit.end, start))),
    good('class Quay { int Moor() { if (full) return 1; return 2; } }\n'),
    bad(
      'class Quay { int Moor() { throw new Full(); Sail(); } void Wait() { Environment.Exit(1); Sail(); } }\n',
      ['1:45-52 never runs: throw above leaves the block', '1:90-97 never runs: Environment.Exit above leaves the block'],
    ),
  ),
  'dead/branch': as(
    good('class Quay { void Moor() { if (a) Sail(); else if (b) Wait(); while (true) Sail(); } }\n'),
    bad(
      'class Quay { void Moor() { if (a) Sail(); else if (a) Wait(); if (false) Sail(); } }\n',
      ['1:52-53 the same condition is tested above, so this branch never runs', '1:67-72 this is never true'],
    ),
  ),
  'dead/variable': as(
    good('class Quay { int low; void Moor() { var tide = 1; Sail($"{tide}"); using var berth = Open(); if (Find(out var '
      + 'place)) Go(place); _ = tide; } }\n'),
    good('class Quay { void Moor() { var (low, high) = Tide(); Sail(low); } }\n'),
    good(
      'class Quay { void Moor() { (int low, int high) = Tide(); var (first, (mid, last)) = Berths(); Sail(low, first); } }\n',
    ),
    bad('class Quay { void Moor() { if (Tide() is (int low, int high)) Sail(low); } }\n', '1:56-60 high is never used'),
    bad('class Quay { void Moor() { Find(out var place); } }\n', '1:41-46 place is never used'),
    bad(
      'class Quay { void Moor() { var low = 1; int high; high = 2; } }\n',
      ['1:32-35 low is never used', '1:45-49 high is set but never read'],
    ),
  ),
  'dead/parameter': by(
    unreadParameters(needsParameters),
    good('class Quay { private int Moor(int berth) => berth; public void Sail(int tide) { Wait(); } }\n'),
    bad('class Quay { private int Moor(int berth, int tide) { return berth; } }\n', '1:46-50 tide is never read'),
  ),
  'dead/private-member': by(
    byTree((source, options: FreeNames) => unusedMembers(source, privateMembers(source), ['identifier'], options)),
    good('class Quay { private int low; [Serialized] private int high; int Moor() { return low; } }\n'),
    bad(
      'class Quay { private int low; private void Sail() { Sail(); } void Moor() { low = 1; } }\n',
      ['1:26-29 low is private and never read', '1:44-48 Sail is private and never used'],
    ),
  ),
  'dead/class': as(
    good('class Tide { }\nclass Quay { static void Main() { new Tide(); } }\n'),
    bad(
      'class Tide { Tide() {} }\nclass Quay { static void Main() { Wait<Quay>(); } }\n',
      '1:7-11 [likely] Tide is never used in the project',
    ),
  ),
  'dead/function': as(
    good(
      'public class Quay { public void Moor() {} }\n',
      { file: 'Quay.cs', others: { 'Main.cs': 'class Run { static void Main() { new Quay().Moor(); } }\n' } },
    ),
    bad(
      'public class Quay { public void Moor() {} public override int GetHashCode() { return 1; } }\n',
      '1:33-37 [likely] Moor is never used in the project',
      { file: 'Quay.cs', others: { 'Main.cs': 'class Run { static void Main() { new Quay(); } }\n' } },
    ),
  ),
};
