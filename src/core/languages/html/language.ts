import { markupLine } from '../code-lines.js';
import { DATA_SYNTAX, MARKUP, type LanguageDefinition } from '../definition.js';
import { SCRIPT_FAMILY } from '../families.js';
import { collectPage } from './facts.js';
import { HTML_RULES } from './rules.js';

export const HTML: LanguageDefinition = {
  id: 'html',
  endings: '.html .htm',
  // A line of a script in it may need a waiver too.
  comments: { ...MARKUP, between: [['//', ''], ['/*', '*/']] },
  looksLikeCode: markupLine,
  textFacts: collectPage,
  inside: { languages: ['javascript', 'css', 'json'], as: 'elements' },
  needsWhole: true,
  byteOrderMark: 'encoding',
  nameConventions: null,
  family: SCRIPT_FAMILY,
  grammar: {
    id: 'html',
    compiled: ['tree-sitter-html', 'tree-sitter-html.wasm'],
    // HTML Living Standard, section 13.2: in these elements, every blank is shown.
    syntax: {
      ...DATA_SYNTAX,
      isPage: true,
      toleratesDamage: true,
      earlyErrors: (tree) =>
        tree.ofType('erroneous_end_tag').map((node) => ({ node, message: `${node.text} has no opening tag` })),
      solid: (_, text) => (/<(?:pre|textarea)\b/i.test(text) ? 'everything' : []),
    },
    facts: null,
  },
  rules: HTML_RULES,
};
