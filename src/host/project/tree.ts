import path from 'node:path';
import type { LanguageId } from '../../core/base/language.js';
import type { IgnoredEntry } from '../../core/cascade/report-base.js';
import type { LayerDocument } from '../../core/layers/layer-document.js';
import type { UnboundLayer } from '../../core/layers/parse/unbound-layer.js';
import type { PatternLine } from '../../core/model/layer.js';
import type { Problem } from '../../core/model/problem.js';
import type { IncompletePath } from '../../core/model/scope.js';
import { compilePatternLines, patternLinesOf } from '../../core/patterns/pattern-lines.js';
import { MOST_PATTERNS } from '../../core/layers/parse/layer-size.js';
import { lineBeyond } from '../../core/layers/parse/yaml-size.js';
import { LanguageState } from '../../core/scope/language-state.js';
import { ScopeState } from '../../core/scope/scope-state.js';
import type { DirectoryReading } from '../files/disk.js';
import type { ProjectFiles } from '../files/project-files.js';
import type { LayerReader } from '../layers/layer-reader.js';

/** One directory of the tree: what its own files and those above it say of scope and languages, and its layer file. */
export interface Directory {
  /** Relative to the root; empty for the root itself. */
  readonly path: string;
  readonly name: string;
  readonly parent: Directory | null;
  readonly scope: ScopeState;
  readonly languages: LanguageState;
  /** Whether it is excluded or inside an excluded directory; then none of its own files was read. */
  readonly isOut: boolean;
  /** Its layer file; null if it has none. */
  readonly document: LayerDocument | null;
  /** What is wrong with its own files, besides what its layer file says. */
  readonly problems: readonly Problem[];
  readonly incomplete: readonly IncompletePath[];
  /** What was ignored and may surprise. */
  readonly notices: readonly IgnoredEntry[];
  /** The texts of its pattern files, by path. */
  readonly texts: readonly (readonly [string, string])[];
}

/** What the files of one directory add to it. */
interface OwnFiles {
  readonly problems: Problem[];
  readonly incomplete: IncompletePath[];
  readonly notices: IgnoredEntry[];
  readonly texts: [string, string][];
}

/** The directories of a project. Each is read once, when it is first asked for, from the root down. Nothing is decided here. */
export class Tree {
  private rootDirectory: Directory | null = null;
  private readonly directories = new Map<string, Directory>();

  /** @param isLifted whether files that patterns exclude are included anyway. */
  constructor(
    private readonly rootPath: string,
    private readonly files: ProjectFiles,
    private readonly reader: LayerReader,
    private readonly isLifted: boolean,
  ) {}

  /** Reads the root directory, the first time. */
  root(): Directory {
    return this.rootDirectory ??= this.withOwnFiles('', '', null, ScopeState.atRoot(this.isLifted), LanguageState.NONE);
  }

  /** The layer file of the root; null if there is none. */
  rootLayer(): UnboundLayer | null {
    return this.root().document?.parsed.layer ?? null;
  }

  /** The directory `name` in `parent`. @param isOut whether it is excluded, so that nothing in it is read. */
  child(parent: Directory, name: string, isOut: boolean): Directory {
    const own = pathIn(parent, name);
    let child = this.directories.get(own);
    if (child === undefined) {
      const [scope, languages] = [parent.scope.descend(name), parent.languages.descend(name)];
      child = parent.isOut || isOut
        ? {
          path: own, name, parent, scope, languages, isOut: true, document: null, problems: [], incomplete: [], notices: [],
          texts: [],
        }
        : this.withOwnFiles(own, name, parent, scope, languages);
      this.directories.set(own, child);
    }
    return child;
  }

  /** The same for a directory whose entries are wanted too: once these are known, nobody need look for each of its own files. */
  listedChild(parent: Directory, name: string): Directory {
    if (!parent.isOut) this.files.disk.entriesOf(path.join(this.rootPath, pathIn(parent, name)));
    return this.child(parent, name, false);
  }

  /** Whether patterns exclude a path, whether or not there is anything. Nothing is read for it. */
  excludes(target: string): boolean {
    const names = target.split('/');
    const name = names.pop() as string;
    let [own, scope] = ['', this.root().scope];
    for (const step of names) {
      if (scope.exclusionOf(step, true) !== null) return true;
      own = own === '' ? step : `${own}/${step}`;
      scope = this.directories.get(own)?.scope ?? scope.descend(step);
    }
    return scope.exclusionOf(name, false) !== null;
  }

  /** All patterns that were read, as a text: another one whenever patterns may exclude other paths. */
  patterns(): string {
    return JSON.stringify([this.root(), ...this.directories.values()].flatMap(({ texts, document, path: own }) => {
      const scope = document?.parsed.layer.scope;
      const lines = scope === undefined ? [] : [...scope.ignore, ...scope.include?.patterns ?? []].map(({ value }) => value);
      return texts.length + lines.length === 0 ? [] : [[own, texts, lines]];
    }));
  }

  /** The language of a file by its first line; null if that names no interpreter. @param own relative to the root. */
  scriptLanguageOf(own: string): LanguageId | null {
    return this.files.disk.scriptLanguageOf(path.join(this.rootPath, own));
  }

  /** What is in a directory. */
  entriesOf(directory: Directory): DirectoryReading {
    return this.files.disk.entriesOf(path.join(this.rootPath, directory.path));
  }

  /** Later sources of patterns have the last word: `.gitignore`, then the layer file, then `.elvarignore`. */
  private withOwnFiles(
    own: string, name: string, parent: Directory | null, before: ScopeState, around: LanguageState,
  ): Directory {
    const found: OwnFiles = { problems: [], incomplete: [], notices: [], texts: [] };
    let scope = before.withIgnores(compilePatternLines(this.readPatternFile(own, '.gitignore', found)));
    const { document, problem } = this.reader.readDirectory(own);
    if (problem !== null) found.problems.push(problem);
    const layer = document?.parsed.layer ?? null;
    let languages = around;
    if (layer !== null) {
      languages = languages.with(layer.languages);
      scope = scope.withIgnores(compilePatternLines(layer.scope.ignore));
      if (layer.role === 'directory') this.forbid(layer.scope.ignore, found);
      else if (layer.scope.include !== null) scope = scope.withInclude(layer.scope.include);
    }
    const ownIgnores = this.readPatternFile(own, '.elvarignore', found);
    if (parent !== null) this.forbid(ownIgnores, found);
    scope = scope.withIgnores(compilePatternLines(ownIgnores));
    return { path: own, name, parent, scope, languages, isOut: false, document, ...found };
  }

  /** Reports patterns of an inner directory that exclude files if the root allows none. */
  private forbid(lines: readonly PatternLine[], { problems }: OwnFiles): void {
    if (lines.length === 0 || this.rootLayer()?.scopeIsRoots !== true) return;
    for (const { value, place } of lines) {
      if (compilePatternLines([{ value, place }]).some(({ negated }) => !negated)) {
        problems.push({ file: place.file, place, detail: { code: 'scope-is-roots', pattern: value } });
      }
    }
  }

  private readPatternFile(directory: string, name: string, found: OwnFiles): PatternLine[] {
    const file = directory === '' ? name : `${directory}/${name}`;
    const absolute = path.join(this.rootPath, file);
    const kind = this.files.kindOf(absolute);
    if (kind === undefined) return [];
    if (kind !== 'file') {
      found.notices.push({ code: 'not-a-file', file, kind });
      return [];
    }
    const reading = this.files.textOf(absolute);
    if ('failed' in reading) {
      found.incomplete.push({ path: file, reason: { code: 'patterns-unreadable', why: reading.failed } });
      return [];
    }
    if (lineBeyond(reading.text, MOST_PATTERNS) !== null) {
      found.incomplete.push({
        path: file, reason: { code: 'patterns-unreadable', why: `it has more than ${MOST_PATTERNS.toLocaleString('en')} lines` },
      });
      return [];
    }
    found.texts.push([file, reading.text.replace(/^\uFEFF/, '')]);
    return patternLinesOf(reading.text, file);
  }
}

/** The path of an entry of a directory, relative to the root. */
export function pathIn(directory: Directory, name: string): string {
  return directory.path === '' ? name : `${directory.path}/${name}`;
}
