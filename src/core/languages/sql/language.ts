import type { LanguageDefinition } from '../definition.js';
import { SQL_NAMES } from './names.js';
import { SQL_RULES } from './rules.js';

/**
 * SQL has no grammar here: those that are compiled to WebAssembly know one dialect, and give up on most files of all others. It
 * is read by its tokens, which all dialects share.
 */
const STATEMENT =
  // elvar waive text/line-width because a pattern is one literal
  /^(?:select\b.+\bfrom\b|insert\s+into\b|update\b.+\bset\b|delete\s+from\b|create\s+(?:table|index|view)\b|alter\s+table\b|drop\s+(?:table|index|view)\b)/i;

export const SQL: LanguageDefinition = {
  id: 'sql',
  endings: '.sql .pgsql .plsql .ddl .dml',
  otherNames: 'plpgsql postgresql mysql sqlite',
  comments: { line: ['--'], block: [['/*', '*/']] },
  traits: ['long-lines'],
  looksLikeCode: (line) => STATEMENT.test(line),
  byteOrderMark: 'encoding',
  nameConventions: SQL_NAMES,
  grammar: null,
  rules: SQL_RULES,
};
