import { bareLine, commandLine, markupLine, styleLine } from './code-lines.js';
import { noNames } from '../facts/facts-of.js';
import { C_LIKE, HASH, MARKUP, NO_COMMENTS, type TextLanguage } from './definition.js';

/** A language of which only the text is checked. @param endings file extensions, separated by blanks. */
function textOnly(
  id: string, endings: string, comments: TextLanguage['comments'], more: Partial<TextLanguage> = {},
): TextLanguage {
  return { id, endings, comments, grammar: null, ...more };
}

/** Languages without a grammar and rules of their own, that programs are written in. */
export const OTHER_LANGUAGES: readonly TextLanguage[] = [
  textOnly('swift', '.swift', C_LIKE, { traits: ['one-line-texts'], looksLikeCode: bareLine, interpreters: 'swift' }),
  textOnly('scala', '.scala', C_LIKE, { traits: ['one-line-texts'], looksLikeCode: bareLine, interpreters: 'scala' }),
  textOnly('dart', '.dart', C_LIKE, { traits: ['one-line-texts'] }),
  textOnly('perl', '.pl .pm', HASH, { looksLikeCode: null, interpreters: 'perl' }),
  textOnly('r', '.r .R', HASH, { looksLikeCode: null, interpreters: 'Rscript' }),
  textOnly('lua', '.lua', { line: ['--'], block: [] }, { looksLikeCode: null, interpreters: 'lua luajit' }),
  textOnly('elixir', '.ex .exs', HASH, { looksLikeCode: null, interpreters: 'elixir' }),
  textOnly('haskell', '.hs', { line: ['--'], block: [['{-', '-}']] }, {
    looksLikeCode: null, interpreters: 'runhaskell runghc', indentMatters: true,
  }),
];

/** The same for languages of systems. */
export const OTHER_SHELLS: readonly TextLanguage[] = [
  textOnly('powershell', '.ps1 .psm1', { line: ['#'], block: [['<#', '#>']] }, {
    interpreters: 'pwsh', byteOrderMark: 'encoding',
  }),
  textOnly('batch', '.bat .cmd', { line: ['REM ', 'rem ', '::'], block: [] }, {
    traits: ['command-lines', 'one-line-texts'], looksLikeCode: null, byteOrderMark: 'encoding',
  }),
];

export const XML: TextLanguage = textOnly('xml', '.xml .xsd .xsl .svg', MARKUP, {
  traits: ['long-lines'], looksLikeCode: markupLine,
});

export const PROSE: TextLanguage = textOnly('text', '.txt .rst .adoc', NO_COMMENTS, {
  traits: ['long-lines', 'bare-values', 'one-line-texts', 'no-heading'], looksLikeCode: null, isProse: true,
  byteOrderMark: 'encoding',
});

const STYLES: Partial<TextLanguage> = {
  traits: ['one-line-texts', 'comments-after-code'], looksLikeCode: styleLine, textFacts: noNames,
};

export const OTHER_STYLES: readonly TextLanguage[] = [
  textOnly('scss', '.scss', C_LIKE, STYLES),
  textOnly('less', '.less', C_LIKE, STYLES),
];

export const JSON5: TextLanguage = textOnly('json5', '.json5 .jsonc', C_LIKE, { traits: ['long-lines', 'one-line-texts'] });

/** Settings, tables, schemas, and what builds programs. */
export const OTHER_DATA: readonly TextLanguage[] = [
  textOnly('toml', '.toml', HASH, { traits: ['long-lines', 'bare-values', 'one-line-texts'], looksLikeCode: null }),
  textOnly('ini', '.ini .cfg .conf .properties', { line: ['#', ';'], block: [] }, {
    traits: ['long-lines', 'bare-values'], looksLikeCode: null, fileNames: '.editorconfig', byteOrderMark: 'encoding',
  }),
  textOnly('csv', '.csv .tsv', NO_COMMENTS, {
    traits: ['long-lines'], looksLikeCode: null, textFacts: noNames, needsTabs: true, byteOrderMark: 'encoding',
  }),
  textOnly('graphql', '.graphql .gql', HASH, { traits: ['one-line-texts'] }),
  textOnly('protobuf', '.proto', C_LIKE, { traits: ['one-line-texts'] }),
  textOnly('terraform', '.tf .tfvars', { line: ['#', '//'], block: [['/*', '*/']] }, { traits: ['bare-values'] }),
  textOnly('dockerfile', '.dockerfile', HASH, {
    traits: ['bare-values', 'command-lines', 'one-line-texts'], looksLikeCode: commandLine, fileNames: 'Dockerfile Containerfile',
  }),
  textOnly('makefile', '.mk', HASH, {
    traits: ['command-lines', 'one-line-texts'], looksLikeCode: commandLine,
    fileNames: 'Makefile makefile GNUmakefile', interpreters: 'make gmake', needsTabs: true, indentMatters: true,
  }),
  textOnly('git-settings', '', HASH, {
    traits: ['bare-values', 'no-heading'], looksLikeCode: null, textFacts: noNames,
    fileNames: '.gitignore .gitattributes .elvarignore',
  }),
];
