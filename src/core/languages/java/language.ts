import { jumpsOut } from '../../syntax/early-errors.js';
import { C_LIKE, type LanguageDefinition } from '../definition.js';
import { JAVA_FAMILY } from '../families.js';
import { bindJava } from './bindings.js';
import { collectJava } from './facts.js';
import { javaImports, placesOfPackage } from './imports.js';
import { javaValues } from './values.js';
import { JAVA_RULES } from './rules.js';

export const JAVA: LanguageDefinition = {
  id: 'java',
  endings: '.java',
  interpreters: 'java',
  comments: C_LIKE,
  // JLS, section 6.1.
  nameConventions: { variable: ['camel'], constant: ['upper'], function: ['camel'], type: ['pascal'] },
  family: JAVA_FAMILY,
  grammar: {
    id: 'java',
    compiled: ['tree-sitter-java', 'tree-sitter-java.wasm'],
    syntax: {
      translation: null,
      misreadings: [],
      bind: bindJava,
      values: javaValues,
      imports: javaImports,
      placesOf: placesOfPackage,
      leaving: { callee: /^System\.exit$/, names: ['exit'] },
      knowsUndeclared: true,
      // JLS, chapter 14.
      earlyErrors: jumpsOut,
    },
    facts: collectJava,
  },
  rules: JAVA_RULES,
};
