import { needsParameters } from '../needed-parameters.js';
import { unreadParameters } from '../../../finders/unread-parameters.js';
import { unreadVariables } from '../../../finders/unread-variables.js';
import { assertedPairs } from '../asserted-pairs.js';
import { deadBranches } from '../../../finders/dead-branches.js';
import { unreachedCode } from '../../../finders/unreached-code.js';
import { alsoByProject, byTree } from '../../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import type { FreeNames } from '../../../finders/options.js';
import { unusedMembers } from '../../../finders/private-members.js';
import { uncalledFunctions, unnamedFunctions } from '../../../finders/unused-functions.js';
import { unusedImports } from '../../../finders/unused-imports.js';
import { FUNCTIONS } from '../../../syntax/functions.js';
import { NAMES_OF_PYTHON_MEMBERS, pythonMembers } from '../members.js';
import { PYTHON_IMPORTS } from '../unused-imports.js';

const { as, bad, by, good } = writerFor('python');

/** What `dead/*` finds. */
export const DEAD_RULES: LanguageRules = {
  'dead/after-exit': by(
    // A yield makes a generator of the function, wherever it is.
    unreachedCode((_, first) => first.type === 'expression_statement' && first.firstPart?.type === 'yield'),
    good('def moor():\n    raise NotImplementedError\n    yield\n'),
    bad('def moor():\n    return 1\n    sail()\n', '3:5-11 never runs: return above leaves the block'),
    bad(
      'def moor():\n    if full:\n        return 1\n    else:\n        sys.exit(1)\n    sail()\n',
      '6:5 never runs: each branch above leaves the block',
    ),
    bad(
      'def moor():\n    try:\n        return 1\n    except Full:\n        raise\n    sail()\n',
      '6:5 never runs: each path above leaves the block',
    ),
  ),
  'dead/branch': by(
    deadBranches(assertedPairs),
    bad(
      'assert (full, "full")\nif tide == 1 or "low":\n    sail()\n', ['1:8-22 this is always true', '2:4-22 this is always true'],
    ),
    good('null = next()\nif null:\n    sail()\n'),
    good('if tide:\n    sail()\nelif quay:\n    moor()\n'),
    bad(
      'if (full, low):\n    sail()\nif full and False:\n    moor()\nif not True:\n    wait()\n',
      ['1:4 this is always true', '3:4 this is never true', '5:4 this is never true'],
    ),
    bad(
      'if 0:\n    sail()\nif a == 1:\n    sail()\nelif a == 1:\n    moor()\n',
      ['1:4 this is never true', '5:6 the same condition is tested above, so this branch never runs'],
    ),
  ),
  'dead/class': as(
    good('class Quay:\n    pass\n', { file: 'quay.py', others: { 'main.py': 'from quay import Quay\nQuay()\n' } }),
    bad('class Quay:\n    pass\n', '1:7-11 [possible] Quay is never used in the project', {
      file: 'quay.py', others: { 'main.py': 'import quay\n' },
    }),
  ),
  'dead/file': as(
    good('TIDE = 1\n', { file: 'harbour/tide.py', others: { 'harbour/main.py': 'from . import tide\n' } }),
    bad('TIDE = 1\n', '1:1-1 nothing in the project loads this file', {
      file: 'harbour/tide.py', others: { 'harbour/main.py': 'from . import quay\n' },
    }),
  ),
  'dead/parameter': by(
    unreadParameters(needsParameters),
    good('class Quay:\n    def _moor(self, ship): return 1\nclass Berth:\n    def _moor(self, ship): return ship\n'
      + 'def sail(self, wind): return 1\n'),
    good('class Quay(Place):\n    def moor(self, tide):\n        sail()\ndef stub(tide):\n    pass\n'),
    good('def test_moor(harbour):\n    sail()\n'),
    bad('def moor(quay, tide):\n    return quay\n', '1:16-20 tide is never read'),
  ),
  'dead/variable': by(
    unreadVariables({ mustReadCaught: true }),
    good('def moor():\n    global quay\n    quay = 1\n    low, high = tides()\n    return high\n'),
    bad(
      'def moor():\n    berth = next()\n    count = 0\n    count += 1\n',
      ['2:5-10 berth is never used', '3:5-10 count is set but never read'],
    ),
    bad(
      'def moor():\n    count = 0\n    count = count + 1\n    try:\n        sail()\n    except Full as full:\n        wait()\n',
      ['2:5 count is set but never read', '6:20 full is never used'],
    ),
  ),
  'dead/import': by(
    byTree((source) => unusedImports(source, PYTHON_IMPORTS)),
    good('import quay as q\nimport quay.berth\ntry:\n    import tide\nexcept ImportError:\n    q.close()\n'),
    good('import os.path\nfrom tide import low as ebb, high as high\nos.path.join(ebb)\n'),
    good("from tide import Low, __doc__\n__all__ = ['Low']\n"),
    good('try:\n    import tide\nexcept ImportError:\n    import ebb as tide\nimport readline\n'),
    good('from quay import (\n    low,\n    high,  # for the pilots\n)\nlow()\n'),
    good('from .tide import low, high, ebb, flood\nfrom .quay import moor  # for the pilots\n'),
    bad('if full:\n    import os  # why\n', '2:12-14 os is imported and never used', {
      repaired: 'if full:\n    import os  # why\n',
    }),
    bad(
      'import os\nfrom tide import low, high\nlow()  # os\n',
      ['1:8 os is imported and never used', '2:23 high is imported and never used'],
      { repaired: 'from tide import low\nlow()  # os\n' },
    ),
  ),
  'dead/private-member': by(
    byTree(
      (source, options: FreeNames) => unusedMembers(source, pythonMembers(source), NAMES_OF_PYTHON_MEMBERS, options),
      ['class_definition'],
    ),
    good('class Quay:\n    def __moor(self):\n        return self.__tide\n    def sail(self):\n        self.__tide = 1\n'
      + '        self.__moor()\n    def _wait(self):\n        pass\n'),
    bad(
      'class Quay:\n    def __moor(self):\n        self.__tide = 1\n',
      ['2:9-15 __moor is private and never used', '3:14-20 __tide is private and never used'],
    ),
  ),
  'dead/function': by(
    alsoByProject(byTree(uncalledFunctions, FUNCTIONS), unnamedFunctions),
    good('def moor():\n    def next():\n        return 1\n    return next()\nmoor()\n'),
    bad('def moor():\n    def next():\n        return 1\n    return 2\nmoor()\n', '2:9-13 next is never used'),
    good('def moor():\n    return 1\n', { file: 'quay.py', others: { 'main.py': 'from quay import moor\nmoor()\n' } }),
    bad('def moor():\n    return moor()\n', '1:5 [possible] moor is never used in the project', {
      file: 'quay.py', others: { 'main.py': 'import quay\nquay.sail()\n' },
    }),
  ),
};
