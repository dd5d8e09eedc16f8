import { bareLine } from '../code-lines.js';
import { C_LIKE, type LanguageDefinition } from '../definition.js';
import { ownFamily } from '../families.js';
import { isDeclared } from '../../facts/facts.js';
import { collectGo } from './facts.js';
import { goValues } from './values.js';
import { GO_RULES } from './rules.js';

/** Go's own form for tests, in which a low line divides the type from the method: package testing, "Examples". */
const TEST_NAMES = /^(?:Test|Benchmark|Example|Fuzz)/;

export const GO: LanguageDefinition = {
  id: 'go',
  endings: '.go',
  otherNames: 'golang',
  comments: C_LIKE,
  looksLikeCode: bareLine,
  needsTabs: true,
  // Effective Go, "MixedCaps".
  nameConventions: {
    variable: ['camel', 'pascal'], constant: ['camel', 'pascal'], function: ['camel', 'pascal'], type: ['camel', 'pascal'],
  },
  family: ownFamily('go', {
    runByName: /_test\.go$/i,
    sureness: (declared, file) => {
      const isMethod = declared.kind === 'method';
      if (isDeclared(declared, 'hidden')) return isMethod ? 'likely' : 'certain';
      // A method may be one that an interface of another package asks for.
      return /(?:^|\/)internal\//.test(file.path) && !isMethod ? 'likely' : 'possible';
    },
  }),
  grammar: {
    id: 'go',
    compiled: ['tree-sitter-go', 'tree-sitter-go.wasm'],
    syntax: {
      translation: null,
      misreadings: [],
      bind: null,
      values: goValues,
      imports: () => [],
      // Go specification, "Terminating statements".
      endsFunction: /^panic\b/,
      isPrescribed: (name, path) => path.endsWith('_test.go') && TEST_NAMES.test(name),
      leaving: {
        callee: /^(?:panic|os\.Exit|log\.(?:Fatal|Panic)(?:f|ln)?)$/,
        names: ['panic', 'Exit', 'Fatal', 'Fatalf', 'Fatalln', 'Panic', 'Panicf', 'Panicln'],
      },
    },
    facts: collectGo,
  },
  rules: GO_RULES,
};
