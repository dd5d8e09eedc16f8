import { MARKUP, type LanguageDefinition } from '../definition.js';

export const MARKDOWN: LanguageDefinition = {
  id: 'markdown', endings: '.md .markdown', comments: MARKUP, inside: { languages: 'all', as: 'fences' }, indentMatters: true,
  byteOrderMark: 'encoding', isProse: true,
  traits: ['long-lines', 'no-heading'],  looksLikeCode: null, grammar: null,
};
