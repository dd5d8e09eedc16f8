import { readdirSync } from 'node:fs';
import path from 'node:path';
import type { LanguageId } from '../../core/base/language.js';
import type { GuardedOut } from '../../core/cascade/guarded-out.js';
import type { DecidedRules } from '../../core/model/rule-set.js';
import type { PatternOrigin } from '../../core/model/scope.js';
import type { Statement } from '../../core/model/statement.js';
import type { Deciding } from './deciding.js';
import { pathIn, type Directory, type Tree } from './tree.js';
import type { TakenOut } from './walk.js';
import { trackedFiles } from '../git/git.js';
import { knowsLanguage } from '../../core/catalog/rule-languages.js';

/** More files than this are not counted. */
const MOST_FILES = 10_000;

/** What is needed to examine excluded files. */
interface Search {
  readonly root: string;
  readonly tree: Tree;
  readonly deciding: Deciding;
}

/**
 * The patterns of inner directories that exclude files which a guard of an outer layer protects. What a `.gitignore` excludes
 * counts only if git tracks the file anyway: everything else is not part of the project.
 */
export function guardedOut(taken: readonly TakenOut[], search: Search): GuardedOut[] {
  const inner = taken.filter(({ by }) => by.file !== null && by.line !== null && by.file.includes('/'));
  if (inner.length === 0) return [];
  const finder = new GuardFinder(search);
  const found = new Map<string, { readonly by: PatternOrigin; readonly guards: Set<Statement>; files: number }>();
  for (const { directory, name, isDirectory, by } of inner) {
    const { guards, files } = finder.search(directory, name, isDirectory, by.file as string);
    if (files === 0) continue;
    const key = `${by.file}:${by.line}`;
    const known = found.get(key) ?? { by, guards: new Set<Statement>(), files: 0 };
    found.set(key, known);
    known.files += files;
    for (const guard of guards) known.guards.add(guard);
  }
  return [...found.values()].map(({ by, guards, files }) => ({
    file: by.file as string, line: by.line as number, pattern: by.pattern ?? '', guards: [...guards], files,
    isAll: files < MOST_FILES,
  }));
}

class GuardFinder {
  private readonly known = new Map<DecidedRules, Map<string, readonly Statement[]>>();
  private tracked: ReadonlySet<string> | null | undefined;

  constructor(private readonly to: Search) {}

  /** The guards on excluded files, and for how many files. @param file the file with the pattern. */
  search(
    directory: Directory, name: string, isDirectory: boolean, file: string,
  ): { readonly guards: ReadonlySet<Statement>; readonly files: number } {
    const guards = new Set<Statement>();
    let files = 0;
    const look = (parent: Directory, entry: string): void => {
      const own = pathIn(parent, entry);
      const language = parent.languages.languageOf(entry);
      if (language === null || (file.endsWith('.gitignore') && !this.isTracked(own))) return;
      const holding = this.outerGuards(
        this.to.deciding.rulesIn(parent).rulesFor(entry, language, this.to.deciding.resolver), language, file,
      );
      if (holding.length > 0) files += 1;
      for (const guard of holding) guards.add(guard);
    };
    const enter = (parent: Directory, entry: string): void => {
      const inside = this.to.tree.child(parent, entry, true);
      for (const each of this.entriesOf(inside.path)) {
        if (files >= MOST_FILES) return;
        if (each.isDirectory() && each.name !== '.git' && each.name !== 'node_modules') enter(inside, each.name);
        else if (each.isFile()) look(inside, each.name);
      }
    };
    if (isDirectory) enter(directory, name);
    else look(directory, name);
    return { guards, files };
  }

  private entriesOf(own: string): { name: string; isDirectory: () => boolean; isFile: () => boolean }[] {
    try {
      return readdirSync(path.join(this.to.root, own), { withFileTypes: true });
    } catch {
      // Excluded directories may be unreadable.
      return [];
    }
  }

  private isTracked(own: string): boolean {
    if (this.tracked === undefined) this.tracked = trackedFiles(this.to.root);
    return this.tracked === null || this.tracked.has(own);
  }

  /** The guards on rules that know the language, from directories further out than the file with the pattern. */
  private outerGuards(rules: DecidedRules, language: LanguageId, file: string): readonly Statement[] {
    const key = `${language} ${file}`;
    let ofRules = this.known.get(rules);
    if (ofRules === undefined) this.known.set(rules, (ofRules = new Map()));
    let guards = ofRules.get(key);
    if (guards === undefined) {
      const all = [...rules.decisions.values()].flatMap(({ rule: id, level, guards: holding, trail }) => {
        const rule = this.to.deciding.catalog.get(id);
        return level === 'off' || rule === undefined || !knowsLanguage(rule, language)
          ? []
          : holding.flatMap(({ by }) => trail[by]?.statement ?? []);
      });
      ofRules.set(key, (guards = [...new Set(all)].filter((guard) => isFurtherOut(guard, file))));
    }
    return guards;
  }
}

function isFurtherOut({ layer }: Statement, file: string): boolean {
  const owner = layer.through[0]?.file ?? layer.file ?? '';
  const [outer, inner] = [directoryOf(owner), directoryOf(file)];
  return outer !== inner && inner.startsWith(outer);
}

/** With a trailing `/`; empty for the root. */
function directoryOf(file: string): string {
  return file.slice(0, file.lastIndexOf('/') + 1);
}
