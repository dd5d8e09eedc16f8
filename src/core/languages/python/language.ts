import { scriptLine } from '../code-lines.js';
import { HASH, type LanguageDefinition } from '../definition.js';
import { ownFamily } from '../families.js';
import { isDeclared } from '../../facts/facts.js';
import { surenessInPackages } from '../../facts/how-sure.js';
import { pythonTarget } from './modules.js';
import { isFilled, standsAlone } from '../../syntax/texts.js';
import { bindPython } from './bindings.js';
import { earlyErrorsInPython } from './early-errors.js';
import { collectPython } from './facts.js';
import { pythonImports, pythonPlaces } from './imports.js';
import { pythonValues } from './values.js';
import { PYTHON_RULES } from './rules.js';

/** Methods that Python's library calls by these names: `unittest.TestCase`, `ast.NodeVisitor`, `http.server`, `logging`. */
// elvar waive text/line-width because a pattern is one literal
const CALLED_BY_LIBRARY = /^(?:(?:async)?(?:setUp|tearDown)(?:Class|Module)?|asyncSetUp|asyncTearDown|setUpTestData|addCleanup|maxDiff|assert[A-Z]\w*|runTest|countTestCases|shortDescription|defaultTestResult|(?:visit|generic|leave|depart)_\w+|do_[A-Z]+|formatTime|formatException|formatStack|makeRecord|findCaller|createLock|handleError)$/;

const IN_TEXT = new Set(['interpolation']);

export const PYTHON: LanguageDefinition = {
  id: 'python',
  endings: '.py .pyi .pyw',
  interpreters: 'python pypy',
  comments: HASH,
  traits: ['text-as-heading'],
  looksLikeCode: scriptLine,
  indentMatters: 'relatively',
  // PEP 8, "Naming Conventions".
  nameConventions: { variable: ['snake', 'upper'], constant: ['upper'], function: ['snake'], type: ['pascal'] },
  family: ownFamily('python', {
    target: pythonTarget,
    moduleName: (path) => path.replace(/(?:\/__init__)?\.pyi?$/, ''),
    packageFile: '__init__.py',
    manifests: ['pyproject.toml', 'setup.py', 'setup.cfg'],
    runsOnImport: true,
    namesModules: true,
    isLoadedByName: (path) => /(?:^|\/)__(?:init|main)__\.py$|\.pyi$/.test(path),
    runByName: /^(?:test_\w+|\w+_test|conftest|setup|manage|wsgi|asgi|noxfile|fabfile)\.py$/i,
    sureness: (declared, file, project) =>
      (isDeclared(declared, 'hidden') && declared.kind !== 'method' && !file.is('open')
        ? 'certain'
        : surenessInPackages(declared, file, project)),
  }),
  grammar: {
    id: 'python',
    compiled: ['tree-sitter-python', 'tree-sitter-python.wasm'],
    syntax: {
      translation: null,
      misreadings: [],
      bind: bindPython,
      values: pythonValues,
      imports: pythonImports,
      placesOf: pythonPlaces,
      leaving: { callee: /^(?:sys\.exit|os\._exit|os\.abort|exit|quit)$/, names: ['exit', '_exit', 'abort', 'quit'] },
      earlyErrors: earlyErrorsInPython,
      isPrescribed: (name) => CALLED_BY_LIBRARY.test(name),
      knowsUndeclared: true,
      truth: { names: /^(?:null|undefined|true|false|NULL|TRUE|FALSE)$/ },
      closing: /^(?:async )?with (?:open\(|[\w.]*lock\b)/i,
      keysHaveTypes: true,
      isRemark: standsAlone,
      // The braces of a text may show what they compute, as it is written.
      showsBlanks: ({ type }) => type === 'interpolation',
      // Docstrings have three marks; a string inside an f-string may need the other mark.
      needsItsMarks: (text) => isFilled(text) || standsAlone(text) || text.closest(IN_TEXT) !== null,
    },
    facts: collectPython,
  },
  rules: PYTHON_RULES,
};
