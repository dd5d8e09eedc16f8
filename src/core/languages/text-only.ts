import { C_LIKE, HASH, MARKUP, NO_COMMENTS, type TextLanguage } from './definition.js';

/** A language of which only the text is checked. @param endings file extensions, separated by blanks. */
function textOnly(
  id: string, endings: string, comments: TextLanguage['comments'], more: Partial<TextLanguage> = {},
): TextLanguage {
  return { id, endings, comments, grammar: null, ...more };
}

/** Languages without a grammar and rules of their own, that programs are written in. */
export const OTHER_LANGUAGES: readonly TextLanguage[] = [
  textOnly('swift', '.swift', C_LIKE, { interpreters: 'swift' }),
  textOnly('scala', '.scala', C_LIKE, { interpreters: 'scala' }),
  textOnly('dart', '.dart', C_LIKE),
  textOnly('perl', '.pl .pm', HASH, { interpreters: 'perl' }),
  textOnly('r', '.r .R', HASH, { interpreters: 'Rscript' }),
  textOnly('lua', '.lua', { line: ['--'], block: [] }, { interpreters: 'lua luajit' }),
  textOnly('elixir', '.ex .exs', HASH, { interpreters: 'elixir' }),
  textOnly('haskell', '.hs', { line: ['--'], block: [['{-', '-}']] }, { interpreters: 'runhaskell runghc', indentMatters: true }),
];

/** The same for languages of systems. */
export const OTHER_SHELLS: readonly TextLanguage[] = [
  textOnly('powershell', '.ps1 .psm1', { line: ['#'], block: [['<#', '#>']] }, {
    interpreters: 'pwsh', byteOrderMark: 'encoding',
  }),
  textOnly('batch', '.bat .cmd', { line: ['REM ', 'rem ', '::'], block: [] }, { byteOrderMark: 'encoding' }),
];

export const XML: TextLanguage = textOnly('xml', '.xml .xsd .xsl .svg', MARKUP);

export const PROSE: TextLanguage = textOnly('text', '.txt .rst .adoc', NO_COMMENTS, { isProse: true, byteOrderMark: 'encoding' });

export const OTHER_STYLES: readonly TextLanguage[] = [textOnly('scss', '.scss', C_LIKE), textOnly('less', '.less', C_LIKE)];

export const JSON5: TextLanguage = textOnly('json5', '.json5 .jsonc', C_LIKE);

/** Settings, tables, schemas, and what builds programs. */
export const OTHER_DATA: readonly TextLanguage[] = [
  textOnly('toml', '.toml', HASH),
  textOnly('ini', '.ini .cfg .conf .properties', { line: ['#', ';'], block: [] }, {
    fileNames: '.editorconfig', byteOrderMark: 'encoding',
  }),
  textOnly('csv', '.csv .tsv', NO_COMMENTS, { needsTabs: true, byteOrderMark: 'encoding' }),
  textOnly('graphql', '.graphql .gql', HASH),
  textOnly('protobuf', '.proto', C_LIKE),
  textOnly('terraform', '.tf .tfvars', { line: ['#', '//'], block: [['/*', '*/']] }),
  textOnly('dockerfile', '.dockerfile', HASH, { fileNames: 'Dockerfile Containerfile' }),
  textOnly('makefile', '.mk', HASH, {
    fileNames: 'Makefile makefile GNUmakefile', interpreters: 'make gmake', needsTabs: true, indentMatters: true,
  }),
  textOnly('git-settings', '', HASH, { fileNames: '.gitignore .gitattributes .elvarignore' }),
];
