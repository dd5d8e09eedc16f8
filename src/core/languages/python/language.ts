import { HASH, type LanguageDefinition } from '../definition.js';
import { ownFamily } from '../families.js';
import { bindPython } from './bindings.js';
import { earlyErrorsInPython } from './early-errors.js';
import { collectPython } from './facts.js';
import { pythonImports } from './imports.js';
import { pythonValues } from './values.js';
import { PYTHON_RULES } from './rules.js';

export const PYTHON: LanguageDefinition = {
  id: 'python',
  endings: '.py .pyi .pyw',
  interpreters: 'python pypy',
  comments: HASH,
  indentMatters: true,
  // PEP 8, "Naming Conventions".
  nameConventions: { variable: ['snake', 'upper'], constant: ['upper'], function: ['snake'], type: ['pascal'] },
  family: ownFamily('python'),
  grammar: {
    id: 'python',
    compiled: ['tree-sitter-python', 'tree-sitter-python.wasm'],
    syntax: {
      translation: null,
      misreadings: [],
      bind: bindPython,
      values: pythonValues,
      imports: pythonImports,
      leaving: { callee: /^(?:sys\.exit|os\._exit|os\.abort|exit|quit)$/, names: ['exit', '_exit', 'abort', 'quit'] },
      earlyErrors: earlyErrorsInPython,
    },
    facts: collectPython,
  },
  rules: PYTHON_RULES,
};
