import type { Node } from 'web-tree-sitter';
import { noNames } from '../../facts/facts-of.js';
import type { SyntaxTree } from '../../syntax/node.js';
import type { DeclaredName } from '../../syntax/declared-name.js';
import { styleLine } from '../code-lines.js';
import type { LanguageDefinition } from '../definition.js';
import { CSS_MISREADINGS } from './misreadings.js';
import { CSS_RULES } from './rules.js';

export const CSS: LanguageDefinition = {
  id: 'css',
  endings: '.css',
  comments: { line: [], block: [['/*', '*/']] },
  traits: ['comments-after-code'],
  looksLikeCode: styleLine,
  textFacts: noNames,
  byteOrderMark: 'encoding',
  nameConventions: { variable: ['kebab'], constant: ['kebab'], function: ['kebab'], type: ['kebab'] },
  family: null,
  grammar: {
    id: 'css',
    compiled: ['tree-sitter-css', 'tree-sitter-css.wasm'],
    syntax: {
      translation: null, misreadings: CSS_MISREADINGS, bind: null, values: customProperties, imports: () => [], leaving: null,
      allows,
    },
    facts: null,
  },
  rules: CSS_RULES,
};

/** CSS Syntax Level 3, section 5.4.6, allows blanks after the exclamation mark; the grammar does not. */
const IMPORTANT_WITH_BLANK = /^!\s+important$/i;

/** What CSS allows and the grammar does not: also a filter for an old browser, which all others skip. */
function allows({ type, text, parent }: Node): boolean {
  return IMPORTANT_WITH_BLANK.test(text)
    || (/\bprogid:/.test(parent?.text.slice(0, 400) ?? '') && type !== 'stylesheet' && parent?.type !== 'stylesheet');
}

function customProperties(tree: SyntaxTree): DeclaredName[] {
  const properties = tree.ofType('property_name').filter(({ text }) => text.startsWith('--'));
  return properties.map((node) => ({ node, name: node.text.slice(2), kind: 'variable' }));
}
