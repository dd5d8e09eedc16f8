import type { LanguageDescription } from '../description.js';

/**
 * SQL has no grammar here: those that are compiled to WebAssembly know one dialect, and give up on most files of all others. It is
 * read by its tokens, which all dialects share.
 */
export const SQL = {
  id: 'sql',
  endings: '.sql .pgsql .plsql .ddl .dml',
  comments: { line: ['--'], block: [['/*', '*/']] },
  // What is not quoted is the same in capitals and in small letters: ISO/IEC 9075-2, section 5.2.
  nameConventions: { variable: ['snake', 'camel', 'pascal', 'upper'], constant: ['snake', 'upper'], function: ['snake', 'camel', 'pascal', 'upper'], type: ['snake', 'camel', 'pascal', 'upper'] },
  family: null,
  grammar: null,
  compiled: null,
} as const satisfies LanguageDescription;
