import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('ruby');

/** What `dead/*` finds. */
export const DEAD_RULES: LanguageRules = {
  'dead/after-exit': as(
    good('def moor\n  return 1 if full\n  raise Full unless free\n  2\nend\n'),
    bad(
      'def moor\n  return 1\n  sail\nend\ndef wait\n  raise Full, "full"\n  sail\nend\n',
      ['3:3-7 never runs: return above leaves the block', '7:3-7 never runs: raise above leaves the block'],
    ),
  ),
  'dead/branch': as(
    good('if a\n  sail\nelsif b\n  wait\nend\nunless a\n  wait if a\nend\n'),
    bad(
      'sail if false\nif a\n  sail\nelsif a\n  wait\nend\n',
      ['1:9-14 this is never true', '4:7-8 the same condition is tested above, so this branch never runs'],
    ),
  ),
  'dead/variable': as(
    good(
      'def moor\n  low = 1\n  first, second = pair\n  sail("#{low}")\n  last = 2\nend\ndef sail\n  low = 1\n  wait(low:)\nend\n',
    ),
    bad(
      'def moor\n  low = 1\n  high = 2\n  high = 3\n  sail\nend\n',
      ['2:3-6 low is never used', '3:3-7 high is set but never read'],
    ),
  ),
  'dead/parameter': as(
    good('def moor(berth, _tide)\n  berth\nend\nclass Quay\n  def sail(tide)\n    wait\n  end\nend\n'),
    bad('def moor(berth, tide)\n  berth\nend\n', '1:17-21 tide is never read'),
  ),
  'dead/class': as(
    good('class Tide; end\n', { file: 'tide.rb', others: { 'main.rb': '#!/usr/bin/env ruby\nTide.new\n' } }),
    bad('class Tide\n  def copy\n    Tide.new\n  end\nend\n', '1:7-11 [likely] Tide is never used in the project', {
      file: 'tide.rb', others: { 'main.rb': '#!/usr/bin/env ruby\nsail\n' },
    }),
  ),
  'dead/function': as(
    good(
      'class Quay\n  def moor; end\n  def low?; end\nend\n',
      { file: 'quay.rb', others: { 'main.rb': '#!/usr/bin/env ruby\nQuay.new.moor if quay.low?\n' } },
    ),
    good('class Quay\n  before :moor\n  def moor; end\n  def initialize; end\nend\n'),
    bad('class Quay\n  def moor; end\nend\n', '2:7-11 [possible] moor is never used in the project', {
      file: 'quay.rb', others: { 'main.rb': '#!/usr/bin/env ruby\nQuay.new.sail\n' },
    }),
  ),
};
