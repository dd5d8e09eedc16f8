import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('python');

/** What `names/*` finds. */
export const NAMES_RULES: LanguageRules = {
  'names/constants': as(
    good('LOW_TIDE = 1\nquay = next()\n'),
    bad('low_tide = 1\n', '1:1-9 low_tide is not written like LOW_TIDE'),
  ),
  'names/functions': as(
    good('def low_tide():\n    pass\n'),
    good('class Quay:\n    def setUp(self):\n        pass\n    def visit_Name(self):\n        pass\n    def do_GET(self):\n'
      + '        pass\n'),
    bad('def lowTide():\n    pass\n', '1:5-12 lowTide is not written like low_tide'),
  ),
  'names/length': as(
    good('def moor(tide):\n    pass\n'),
    bad(
      'def m(t):\n    pass\n',
      ['1:5-6 m has 1 character; at least 2 are required', '1:7-8 t has 1 character; at least 2 are required'],
    ),
  ),
  'names/types': as(
    good('class LowTide:\n    pass\n'),
    bad('class low_tide:\n    pass\n', '1:7-15 low_tide is not written like LowTide'),
  ),
  'names/variables': as(
    good('def moor(low_tide):\n    LIMIT = 1\n'),
    bad('def moor(lowTide):\n    pass\n', '1:10-17 lowTide is not written like low_tide or LOW_TIDE'),
  ),
};
