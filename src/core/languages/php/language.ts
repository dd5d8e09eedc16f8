import { SAMPLE } from '../../syntax/trusted-reading.js';
import type { LanguageDefinition } from '../definition.js';
import { ownFamily } from '../families.js';
import { surenessInPackages } from '../../facts/how-sure.js';
import { exactTarget, joined } from '../../facts/paths.js';
import { bindPhp } from './bindings.js';
import { collectPhp } from './facts.js';
import { phpImports } from './imports.js';
import { PHP_MISREADINGS } from './misreadings.js';
import { phpValues } from './values.js';
import { PHP_RULES } from './rules.js';

export const PHP: LanguageDefinition = {
  id: 'php',
  endings: '.php .phtml',
  interpreters: 'php',
  // PHP prints what is before its tag.
  byteOrderMark: 'printed',
  comments: { line: ['//', '#'], block: [['/*', '*/']], between: [['<!--', '-->']] },
  inside: { languages: ['javascript', 'css'], as: 'elements-in-texts' },
  nameConventions: { variable: ['camel', 'snake'], constant: ['upper'], function: ['camel', 'snake'], type: ['pascal'] },
  // PHP Manual, "Functions" and "Classes": their names are the same in capitals and in small letters.
  family: ownFamily('php', {
    runByName: /Tests?\.php$/i,
    target: (project, { path }, { module }) => exactTarget(project, joined(path, module)),
    manifests: ['composer.json'],
    sureness: surenessInPackages,
  }, true),
  grammar: {
    id: 'php',
    compiled: ['tree-sitter-php', 'tree-sitter-php.wasm'],
    syntax: {
      translation: null,
      misreadings: PHP_MISREADINGS,
      bind: bindPhp,
      values: phpValues,
      imports: phpImports,
      leaving: { callee: /^(?:die|exit)$/i, names: ['die', 'exit'] },
      knowsUndeclared: true,
      // PHP 8.1: readonly is a keyword, but here it is the name of a class.
      allows: ({ text }) => /^(?:[^]{0,2000}\s)?class\s+readonly\b/i.test(text),
      needsItsMarks: (_, content) => /[\\$]/.test(content),
      // PHP Manual, "Booleans" and "Constants": these words are what they are in any case.
      truth: { names: null },
      // Text outside PHP's tags is printed as it is, including anything added before or after it.
      solid: (tree) => tree.ofType('text')
        .filter(({ text }) => /[\r\n]/.test(text))
        .map(({ start, end }) => ({ start: start - 1, end: end + 1 })),
      // Where it has no code, PHP sees one text.
      sample: `<?php\n${SAMPLE}`,
    },
    facts: collectPhp,
  },
  rules: PHP_RULES,
};
