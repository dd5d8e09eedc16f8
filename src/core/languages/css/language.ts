import type { SyntaxTree } from '../../syntax/node.js';
import type { DeclaredName } from '../../syntax/declared-name.js';
import type { LanguageDefinition } from '../definition.js';
import { CSS_MISREADINGS } from './misreadings.js';
import { CSS_RULES } from './rules.js';

export const CSS: LanguageDefinition = {
  id: 'css',
  endings: '.css',
  comments: { line: [], block: [['/*', '*/']] },
  byteOrderMark: 'encoding',
  nameConventions: { variable: ['kebab'], constant: ['kebab'], function: ['kebab'], type: ['kebab'] },
  family: null,
  grammar: {
    id: 'css',
    compiled: ['tree-sitter-css', 'tree-sitter-css.wasm'],
    syntax: {
      translation: null, misreadings: CSS_MISREADINGS, bind: null, values: customProperties, imports: () => [], leaving: null,
    },
    facts: null,
  },
  rules: CSS_RULES,
};

function customProperties(tree: SyntaxTree): DeclaredName[] {
  const properties = tree.ofType('property_name').filter(({ text }) => text.startsWith('--'));
  return properties.map((node) => ({ node, name: node.text.slice(2), kind: 'variable' }));
}
