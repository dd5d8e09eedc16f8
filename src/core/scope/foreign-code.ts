import { languageById } from '../catalog/languages.js';
import type { CheckedFile } from '../model/scope.js';

/** What makes a file look as if nobody here wrote it. */
export const FOREIGN_KINDS = ['vendored', 'generated', 'minified', 'huge'] as const;

/** One of {@link FOREIGN_KINDS}. */
export type ForeignKind = (typeof FOREIGN_KINDS)[number];

/** Checked files that look as if nobody here wrote them, and the pattern of an ignore file at the root that takes them out; all such patterns together take out no others. */
export interface ForeignCode {
  readonly kind: ForeignKind;
  readonly pattern: string;
  /** Sorted like the files they were found among. */
  readonly paths: readonly string[];
}

/** Names of directories that hold the code of others by custom. */
const VENDORED = new Set('vendor vendors vendored third_party third-party thirdparty extern external externals site-packages node_modules'.split(' '));

/** Names of directories that hold what programs wrote. */
const GENERATED = new Set('generated __generated__ gen autogen build dist out target'.split(' '));

/** Names of files that programs write: locked versions, and code made from descriptions. */
const GENERATED_NAME = /(?:^|[-.])lock\.(?:json|ya?ml)$|^npm-shrinkwrap\.json$|[._]generated\.\w+$|\.g\.\w+$|_pb2?(?:_grpc)?\.\w+$|\.pb\.\w+$/;

/** How programs say at the top of a file that they wrote it. */
const GENERATED_TEXT = /\b(?:auto(?:matically)?[- ]?generated|machine[- ]generated|generated (?:by|from|with|using|automatically)|do not (?:edit|modify)\b.*\bgenerat|generat\w*\b.*\bdo not (?:edit|modify))\b/i;

/** Characters a line from which on a code file is no longer written by hand, and below which size nothing is said, in characters. */
const LONG_LINES = 300;
const SMALLEST_MINIFIED = 1000;

/** Lines, and characters, from which on a file is more than people write. */
const HUGE_LINES = 10_000;
const HUGE_SIZE = 512 * 1024;

/** Languages whose files may well be long lines by nature. */
const DATA = new Set(['json', 'json5', 'csv', 'xml', 'text', 'markdown', 'yaml', 'toml', 'ini', 'sql']);

/** What one file looks like; null for a file like others. */
export function foreignKind({ path, language }: CheckedFile, text: string): ForeignKind | null {
  const name = path.slice(path.lastIndexOf('/') + 1);
  if (GENERATED_NAME.test(name) || saysGenerated(language, text)) return 'generated';
  if (/[.-]min\.\w+$/.test(name)) return 'minified';
  const lines = countLines(text);
  if (!DATA.has(language) && text.length >= SMALLEST_MINIFIED && text.length / lines > LONG_LINES) return 'minified';
  return lines >= HUGE_LINES || text.length >= HUGE_SIZE ? 'huge' : null;
}

function countLines(text: string): number {
  let lines = 1;
  for (let at = text.indexOf('\n'); at >= 0; at = text.indexOf('\n', at + 1)) lines += 1;
  return lines;
}

/** Whether a comment in the first lines says that a program wrote the file. */
function saysGenerated(language: string, text: string): boolean {
  const syntax = languageById(language)?.comments;
  if (syntax === undefined || language === 'markdown') return false;
  const marks = [...syntax.line, ...syntax.block.flat()].map((mark) => mark.trim());
  return text.slice(0, 2000).split('\n', 10).some((line) => {
    const trimmed = line.trim();
    return (trimmed.startsWith('*') || marks.some((mark) => trimmed.startsWith(mark))) && GENERATED_TEXT.test(trimmed);
  });
}

/**
 * Finds files that look as if nobody here wrote them.
 * @param files all that are checked. @param kinds what each of them looks like by itself, where it looks like something.
 */
export function findForeignCode(files: readonly CheckedFile[], kinds: ReadonlyMap<string, ForeignKind>): ForeignCode[] {
  const found = new Map<string, { kind: ForeignKind; pattern: string; paths: string[] }>();
  const put = (kind: ForeignKind, pattern: string, path: string): void => {
    const group = found.get(pattern);
    if (group === undefined) found.set(pattern, { kind, pattern, paths: [path] });
    else group.paths.push(path);
  };
  const foreignNames = minifiedPatterns(files, kinds);
  for (const { path } of files) {
    const directory = foreignDirectory(path);
    const kind = kinds.get(path);
    if (directory !== null) put(directory.kind, `/${escapePattern(directory.path)}/`, path);
    else if (kind !== undefined) put(kind, foreignNames.get(path) ?? `/${escapePattern(path)}`, path);
  }
  return [...found.values()].sort((a, b) => FOREIGN_KINDS.indexOf(a.kind) - FOREIGN_KINDS.indexOf(b.kind) || b.paths.length - a.paths.length || (a.pattern < b.pattern ? -1 : 1));
}

/** The outermost directory around a path whose name says that nobody here writes in it. */
function foreignDirectory(path: string): { readonly kind: ForeignKind; readonly path: string } | null {
  const names = path.split('/').slice(0, -1);
  const index = names.findIndex((name) => VENDORED.has(name) || GENERATED.has(name));
  if (index < 0) return null;
  return { kind: VENDORED.has(names[index] as string) ? 'vendored' : 'generated', path: names.slice(0, index + 1).join('/') };
}

/** Minified files mostly have it in their names: then one pattern takes out all of them, if it takes out no others. */
function minifiedPatterns(files: readonly CheckedFile[], kinds: ReadonlyMap<string, ForeignKind>): Map<string, string> {
  const patterns = new Map<string, string>();
  for (const ending of ['js', 'css', 'mjs', 'cjs', 'html']) {
    const own = files.filter(({ path }) => path.endsWith(`.min.${ending}`));
    // The pattern would take out a directory of such a name too.
    const isName = !files.some(({ path }) => path.includes(`.min.${ending}/`));
    if (isName && own.length > 1 && own.every(({ path }) => kinds.get(path) === 'minified')) for (const { path } of own) patterns.set(path, `*.min.${ending}`);
  }
  return patterns;
}

/** A path as a pattern that matches it alone (gitignore(5)); a line end, which no line can hold, as any character. */
function escapePattern(path: string): string {
  return path.replace(/[\\*?[]/g, '\\$&').replace(/[\r\n]/g, '?').replace(/ $/, '\\ ');
}
