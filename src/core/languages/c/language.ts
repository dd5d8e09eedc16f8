import { C_NAMES, CPP_GRAMMAR } from '../cpp/language.js';
import { C_LIKE, type LanguageDefinition } from '../definition.js';
import { C_FAMILY } from '../families.js';
import { C_RULES } from './rules.js';

export const C: LanguageDefinition = {
  id: 'c',
  endings: '.c .h',
  comments: C_LIKE,
  traits: ['preprocessor'],
  nameConventions: C_NAMES,
  family: C_FAMILY,
  grammar: CPP_GRAMMAR,
  rules: C_RULES,
};
