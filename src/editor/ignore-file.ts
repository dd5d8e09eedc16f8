import path from 'node:path';
import { CompletionItemKind, InlayHintKind, type CompletionItem, type InlayHint } from 'vscode-languageserver';
import { visible } from '../formats/text/visible.js';
import { count } from '../formats/text/words.js';
import type { FileDocument } from './documents.js';
import type { ClientPosition } from './positions.js';

/** The names that can go on where somebody types a pattern: those in the directory that it has come to. */
export function ignoreCompletions(
  { document: { positions }, file, project }: FileDocument, position: ClientPosition,
): CompletionItem[] {
  const typed = positions.lineText(position.line).slice(
    0, positions.offsetAt(position) - positions.offsetAt({ line: position.line, character: 0 }),
  );
  if (typed.startsWith('#')) return [];
  const pattern = typed.replace(/^!/, '').replace(/^\//, '');
  const reached = pattern.slice(0, pattern.lastIndexOf('/') + 1);
  if (/[*?[\\]/.test(reached) || reached.split('/').includes('..')) return [];
  const start = { line: position.line, character: position.character - (pattern.length - reached.length) };
  return project.namesIn(path.join(path.dirname(file), reached)).map(({ name, isDirectory }, order) => {
    const newText = `${name.replace(/[*?[\]\\]/g, '\\$&')}${isDirectory ? '/' : ''}`;
    return {
      label: visible(isDirectory ? `${name}/` : name),
      kind: isDirectory ? CompletionItemKind.Folder : CompletionItemKind.File,
      sortText: String(order).padStart(4, '0'),
      filterText: newText,
      textEdit: { range: { start, end: position }, newText },
    };
  });
}

/** Beside each pattern, what it excludes. */
export function ignoreHints({ document: { text, positions }, file, project }: FileDocument): InlayHint[] {
  const report = project.problems().length > 0 ? null : project.resolve();
  if (report === null) return [];
  const own = path.relative(project.root, file).split(path.sep).join('/');
  const excluded = new Map<number, { files: number; directories: number }>();
  for (const { path: out, by } of report.skipped) {
    if (by?.file !== own || by.line === null) continue;
    const known = excluded.get(by.line) ?? { files: 0, directories: 0 };
    known[out.endsWith('/') ? 'directories' : 'files'] += 1;
    excluded.set(by.line, known);
  }
  return text.split('\n').flatMap((pattern, line) => {
    if (pattern.trim() === '' || pattern.startsWith('#') || pattern.startsWith('!')) return [];
    const { files, directories } = excluded.get(line + 1) ?? { files: 0, directories: 0 };
    const parts = [
      ...(directories > 0 ? [count(directories, 'directory', 'directories')] : []),
      ...(files > 0 ? [count(files, 'file')] : []),
    ];
    const position = positions.positionAt(positions.offsetAt({ line, character: Number.MAX_SAFE_INTEGER }));
    return {
      position: { line, character: position.character },
      label: `excludes ${parts.length === 0 ? 'nothing' : parts.join(' and ')}`,
      kind: InlayHintKind.Type,
      paddingLeft: true,
    };
  });
}
