import { C_LIKE, type LanguageDefinition } from '../definition.js';
import { ownFamily } from '../families.js';
import { collectCsharp } from './facts.js';
import { CSHARP_RULES } from './rules.js';
import { CSHARP_SYNTAX } from './syntax.js';

export const CSHARP: LanguageDefinition = {
  id: 'csharp',
  endings: '.cs .csx',
  otherNames: 'c#',
  comments: C_LIKE,
  traits: ['one-line-texts'],
  // Framework Design Guidelines, "Naming Guidelines".
  nameConventions: { variable: ['camel'], constant: ['pascal', 'upper'], function: ['pascal'], type: ['pascal'] },
  family: ownFamily('csharp'),
  grammar: {
    id: 'csharp', compiled: ['tree-sitter-c-sharp', 'tree-sitter-c_sharp.wasm'], syntax: CSHARP_SYNTAX, facts: collectCsharp,
  },
  rules: CSHARP_RULES,
};
