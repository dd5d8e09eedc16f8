import { DESCRIBED } from '../languages/described.js';
import { C_LIKE, HASH, type CommentSyntax, type LanguageDescription } from '../languages/description.js';
import { embeddedLanguages, type GrammarId, type Language, type LanguageId } from './language.js';

const MARKUP: CommentSyntax = { line: [], block: [['<!--', '-->']] };
const NONE: CommentSyntax = { line: [], block: [] };

/** The languages that Elvar recognises by file name. Those without a grammar get the rules that need only text. */
export const LANGUAGES: readonly Language[] = [
  language('javascript', '.js .mjs .cjs .jsx', C_LIKE, { grammar: 'javascript' }),
  language('typescript', '.ts .mts .cts .tsx', C_LIKE, { grammar: { '.tsx': 'tsx', '': 'typescript' } }),
  language('python', '.py .pyi .pyw', HASH, { grammar: 'python' }),
  language('css', '.css', { line: [], block: [['/*', '*/']] }, { grammar: 'css' }),
  language('java', '.java', C_LIKE, { grammar: 'java' }),
  language('php', '.php .phtml', { line: ['//', '#'], block: [['/*', '*/']] }, { grammar: 'php' }),
  language('c', '.c .h', C_LIKE, { grammar: 'cpp' }),
  language('cpp', '.cc .cpp .cxx .hh .hpp .hxx', C_LIKE, { grammar: 'cpp' }),
  language('go', '.go', C_LIKE, { grammar: 'go', needsTabs: true }),
  language('swift', '.swift', C_LIKE),
  language('scala', '.scala', C_LIKE),
  language('dart', '.dart', C_LIKE),
  language('perl', '.pl .pm', HASH),
  language('r', '.r .R', HASH),
  language('lua', '.lua', { line: ['--'], block: [] }),
  language('elixir', '.ex .exs', HASH),
  language('haskell', '.hs', { line: ['--'], block: [['{-', '-}']] }),
  language('shell', '.sh .bash .zsh .ksh', HASH, { grammar: 'bash' }),
  language('powershell', '.ps1 .psm1', { line: ['#'], block: [['<#', '#>']] }),
  language('batch', '.bat .cmd', { line: ['REM ', 'rem ', '::'], block: [] }),
  language('html', '.html .htm', MARKUP, { grammar: 'html' }),
  language('component', '.vue .svelte', MARKUP),
  language('xml', '.xml .xsd .xsl .svg', MARKUP),
  language('markdown', '.md .markdown', MARKUP),
  language('text', '.txt .rst .adoc', NONE),
  language('scss', '.scss', C_LIKE),
  language('less', '.less', C_LIKE),
  language('json', '.json', NONE, { grammar: 'json' }),
  language('json5', '.json5 .jsonc', C_LIKE),
  language('yaml', '.yaml .yml', HASH, { grammar: 'yaml' }),
  language('toml', '.toml', HASH),
  language('ini', '.ini .cfg .conf .properties', { line: ['#', ';'], block: [] }, { names: '.editorconfig' }),
  language('csv', '.csv .tsv', NONE, { needsTabs: true }),
  language('graphql', '.graphql .gql', HASH),
  language('protobuf', '.proto', C_LIKE),
  language('terraform', '.tf .tfvars', { line: ['#', '//'], block: [['/*', '*/']] }),
  language('dockerfile', '.dockerfile', HASH, { names: 'Dockerfile Containerfile' }),
  language('makefile', '.mk', HASH, { names: 'Makefile makefile GNUmakefile', needsTabs: true }),
  language('git-settings', '', HASH, { names: '.gitignore .gitattributes .elvarignore' }),
  ...DESCRIBED.map((described: LanguageDescription & { readonly grammar: GrammarId | null }) => language(described.id, described.endings, described.comments, { names: described.fileNames ?? '', grammar: described.grammar })),
];

interface Extras {
  readonly names?: string;
  readonly grammar?: Language['grammar'];
  readonly needsTabs?: boolean;
}

function language(id: LanguageId, endings: string, comments: CommentSyntax, extras: Extras = {}): Language {
  return {
    id,
    endings: words(endings),
    names: words(extras.names ?? ''),
    grammar: extras.grammar ?? null,
    comments,
    needsTabs: extras.needsTabs ?? false,
  };
}

function words(text: string): string[] {
  return text.split(' ').filter((word) => word !== '');
}

const BY_ID = new Map(LANGUAGES.map((entry) => [entry.id, entry]));
const BY_NAME = new Map(LANGUAGES.flatMap((entry) => entry.names.map((name) => [name, entry] as const)));
const BY_ENDING = new Map(LANGUAGES.flatMap((entry) => entry.endings.map((ending) => [ending, entry] as const)));

/** The language with this id. */
export function languageById(id: LanguageId): Language | undefined {
  return BY_ID.get(id);
}

/** The language of a file by its name alone; undefined if Elvar knows none. */
export function languageOfName(name: string): Language | undefined {
  return BY_NAME.get(name) ?? BY_ENDING.get(endingOf(name));
}

/** The grammar for a file of `language`; null when there is none. */
export function grammarFor({ grammar }: Language, name: string): GrammarId | null {
  if (grammar === null || typeof grammar === 'string') return grammar;
  return grammar[endingOf(name)] ?? grammar[''] ?? null;
}

/** The grammars for a file of `language`: its own, and those of the code that it may contain. In Markdown, the text tells. */
export function grammarsFor(language: Language, name: string): GrammarId[] {
  const inner = embeddedLanguages(language.id).flatMap((id) => BY_ID.get(id) ?? []);
  return [language, ...inner].flatMap((each) => grammarFor(each, name) ?? []);
}

/** The last ending of a name with its dot; empty where there is none, as in `Makefile` and `.gitignore`. */
function endingOf(name: string): string {
  const dot = name.lastIndexOf('.');
  return dot <= 0 ? '' : name.slice(dot);
}
