import { commandLine } from '../code-lines.js';
import { HASH, type LanguageDefinition } from '../definition.js';
import { ownFamily } from '../families.js';
import { collectShell } from './facts.js';
import { SHELL_MISREADINGS } from './misreadings.js';
import { shellValues } from './values.js';
import { SHELL_RULES } from './rules.js';

export const SHELL: LanguageDefinition = {
  id: 'shell',
  endings: '.sh .bash .zsh .ksh',
  interpreters: 'sh bash dash ash ksh mksh zsh',
  otherNames: 'bash zsh',
  comments: HASH,
  traits: ['transcripts', 'bare-values', 'command-lines'],
  looksLikeCode: commandLine,
  nameConventions: { variable: ['snake', 'upper'], constant: ['upper'], function: ['snake', 'kebab'], type: ['pascal'] },
  family: ownFamily('shell', { sureness: () => 'likely' }),
  grammar: {
    id: 'bash',
    compiled: ['tree-sitter-bash', 'tree-sitter-bash.wasm'],
    syntax: {
      translation: null, misreadings: SHELL_MISREADINGS, bind: null, values: shellValues, imports: () => [], leaving: null,
      bareTexts: ['word'],
      // The grammar misses some of what the shell allows, but an unclosed construct is certainly wrong.
      allows: ({ type, isError, isMissing }) => isError || (isMissing && !/^(?:fi|done|esac|\}|"|')$/.test(type)),
    },
    facts: collectShell,
  },
  rules: SHELL_RULES,
};
