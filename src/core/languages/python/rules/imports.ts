import { byTree } from '../../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { repeatedImports } from '../../../finders/repeated-imports.js';
import { unsortedImports } from '../../../finders/sorted-imports.js';
import { areAdjacent, mergePython, PYTHON_STATEMENTS, pythonKey } from '../repeated-imports.js';
import { pythonEntry, SORTED_IN_PYTHON } from '../sorted-imports.js';

const { as, bad, by, good } = writerFor('python');

/** What `imports/*` finds. */
export const IMPORTS_RULES: LanguageRules = {
  'imports/barred': as(
    good('import tides\n', { options: { modules: ['tide'] } }),
    bad('import tide.low\nfrom tide import high\n', ['1:8-16 tide is barred here', '2:6-10 tide is barred here'], {
      options: { modules: ['tide'] },
    }),
  ),
  'imports/circle': as(
    good('from . import tide\n', {
      file: 'harbour/quay.py',
      others: { 'harbour/tide.py': 'def low():\n    from . import quay\n', 'harbour/__init__.py': 'from . import quay\n' },
    }),
    bad(
      'from . import tide\n',
      '1:15-19 these files import each other in a circle: harbour/quay.py → harbour/tide.py → harbour/quay.py',
      { file: 'harbour/quay.py', others: { 'harbour/tide.py': 'from harbour.quay import low\n' } },
    ),
  ),
  'imports/direction': as(
    good(
      'from .tariff import a\nimport billing\n', { file: 'services/tides/a.py', options: { never: ['services/tides -> db'] } },
    ),
    bad(
      'from ..billing import tariff\nfrom services.billing import fees\nimport billing.low\n',
      [
        '1:6-15 services/tides may not take from services/billing',
        '2:6-22 [likely] services/tides may not take from services/billing',
        '3:8-19 [likely] services/tides may not take from services/billing',
      ],
      { file: 'services/tides/a.py', options: { never: ['services/tides -> services/billing'] } },
    ),
  ),
  'imports/missing': as(
    good(
      'from . import tide, low\nfrom .tide import high\n',
      { file: 'harbour/quay.py', others: { 'harbour/tide.py': 'high = 1\n', 'harbour/__init__.py': 'low = 1\n' } },
    ),
    bad('from .tides import high\n', '1:6-12 .tides leads to no file', {
      file: 'harbour/quay.py', others: { 'harbour/tide.py': 'high = 1\n' },
    }),
  ),
  'imports/repeated': by(
    byTree((source) => repeatedImports(source, PYTHON_STATEMENTS, pythonKey, mergePython, areAdjacent), PYTHON_STATEMENTS),
    good('import a\nfrom a import b\ndef moor():\n    import c\ndef sail():\n    import c\n'),
    bad(
      'import a\nimport a\nfrom b import c\nfrom b import d\n',
      ['2:1-9 this module is imported above already', '4:1-16 this module is imported above already'],
      { repaired: 'import a\nfrom b import c, d\n' },
    ),
  ),
  'imports/sorted': by(
    byTree(
      (source) => unsortedImports(
        source, source.tree.ofTypes(SORTED_IN_PYTHON).map(pythonEntry).sort((a, b) => a.node.start - b.node.start),
      ),
      SORTED_IN_PYTHON,
    ),
    good('import os\nimport sys\n\nimport tide\n'),
    bad('import sys\nimport os\nfrom b import c\n', '2:1-10 os belongs before sys', {
      repaired: 'from b import c\nimport os\nimport sys\n',
    }),
  ),
};
