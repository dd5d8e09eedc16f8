import type { LanguageSyntax } from '../../syntax/language-syntax.js';
import { C_LIKE_WITH_ELEMENTS, type GrammarDefinition, type LanguageDefinition } from '../definition.js';
import { SCRIPT_FAMILY } from '../families.js';
import { collectScript } from '../javascript/facts.js';
import { SCRIPT_NAMES, SCRIPT_SYNTAX } from '../javascript/language.js';
import { TYPESCRIPT_MISREADINGS, withDividedSignatures, withoutTemplateArguments } from './misreadings.js';
import { TYPESCRIPT_RULES } from './rules.js';

const SYNTAX: LanguageSyntax = {
  ...SCRIPT_SYNTAX,
  misreadings: TYPESCRIPT_MISREADINGS,
  meant: withoutTemplateArguments,
  meantByTree: withDividedSignatures,
  // TypeScript 4.7: in and out before a type parameter.
  allows: ({ type, text, isError, previousSibling }) =>
    (type === 'type_parameters' && /[<,]\s*(?:in\s+)?(?:in|out)\s+[\w$]/.test(text))
      || (isError && /^(?:in|out)$/.test(previousSibling?.text ?? '')),
};

const PLAIN: GrammarDefinition = {
  id: 'typescript', compiled: ['tree-sitter-typescript', 'tree-sitter-typescript.wasm'], syntax: SYNTAX, facts: collectScript,
};
const WITH_ELEMENTS: GrammarDefinition = {
  id: 'tsx', compiled: ['tree-sitter-typescript', 'tree-sitter-tsx.wasm'], syntax: SYNTAX, facts: collectScript,
};

export const TYPESCRIPT: LanguageDefinition = {
  id: 'typescript',
  endings: '.ts .mts .cts .tsx',
  interpreters: 'deno tsx ts-node',
  comments: C_LIKE_WITH_ELEMENTS,
  nameConventions: SCRIPT_NAMES,
  family: SCRIPT_FAMILY,
  grammar: { '.tsx': WITH_ELEMENTS, '': PLAIN },
  rules: TYPESCRIPT_RULES,
};
