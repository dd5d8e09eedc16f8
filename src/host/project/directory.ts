import path from 'node:path';
import { DirectoryRules } from '../../core/cascade/directory-rules.js';
import type { LayerFile, PatternLine } from '../../core/model/layer.js';
import type { IncompletePath } from '../../core/model/scope.js';
import { compilePatternLines, patternLinesOf } from '../../core/patterns/pattern-lines.js';
import { LanguageState } from '../../core/scope/language-state.js';
import { ScopeState } from '../../core/scope/scope-state.js';
import type { LayerLoader } from '../layers/layer-loader.js';
import { LAYER_FILE } from '../files/own-files.js';
import type { RunSettings } from '../layers/run-settings.js';
import { readThrough } from '../files/overlay.js';
import { linkStatsAt } from '../files/stats.js';

/** The state of one directory of the tree. */
export interface Directory {
  /** Relative to the root; empty for the root itself. */
  readonly path: string;
  readonly scope: ScopeState;
  readonly languages: LanguageState;
  readonly rules: DirectoryRules;
  /** Whether it is excluded or inside an excluded directory; then none of its own files was read. */
  readonly isOut: boolean;
}

/** The kinds of entry that matter here. */
export type EntryKind = 'file' | 'directory' | 'symlink' | 'special';

/** The kind of an entry of a directory; undefined if there is none of that name. */
export type EntryLookup = (name: string) => EntryKind | undefined;

/** Reads the layer file and the ignore files of directories, from the root down. */
export class DirectoryReader {
  readonly incomplete: IncompletePath[] = [];
  /** What was ignored and may surprise, in words. */
  readonly notices: string[] = [];
  layerFiles = 0;
  /** The layer file at the root; null if there is none. */
  rootLayer: LayerFile | null = null;

  /** @param hasStarter whether a preset takes the place of the root's file. */
  constructor(
    private readonly root: string,
    private readonly loader: LayerLoader,
    private readonly settings: RunSettings,
    private readonly hasStarter: boolean,
  ) {}

  /** The root directory. */
  readRoot(entries: EntryLookup = this.lookIn('')): Directory {
    let rules = this.addLayer(DirectoryRules.NONE, this.loadPersonal());
    if (this.hasStarter) rules = this.addLayer(rules, this.loader.loadStarter());
    return this.addOwnFiles({ path: '', scope: ScopeState.atRoot(this.settings.evenIgnored), languages: LanguageState.NONE, rules, isOut: false }, entries);
  }

  private loadPersonal(): LayerFile | null {
    const { personalFile, personalName } = this.settings;
    return personalFile === null ? null : this.loader.loadPersonal(personalFile, personalName);
  }

  private addLayer(rules: DirectoryRules, layer: LayerFile | null): DirectoryRules {
    // With problems, nothing is decided any more, and presets may form a circle.
    return layer === null || this.loader.problems.length > 0 ? rules : rules.with(layer, this.loader.lookup);
  }

  /** The directory `name` in `parent`. @param isOut whether it is excluded, so that nothing in it is read. */
  readChild(parent: Directory, name: string, isOut: boolean, entries?: EntryLookup): Directory {
    const own = parent.path === '' ? name : `${parent.path}/${name}`;
    const child = {
      path: own,
      scope: parent.scope.descend(name),
      languages: parent.languages.descend(name),
      rules: parent.rules.descend(name),
      isOut: parent.isOut || isOut,
    };
    return child.isOut ? child : this.addOwnFiles(child, entries ?? this.lookIn(own));
  }

  /** Looks up entries of a directory one by one, without listing it. */
  private lookIn(directory: string): EntryLookup {
    return (name) => {
      const stats = linkStatsAt(path.join(this.root, directory, name));
      if (stats === undefined) return undefined;
      return stats.isFile() ? 'file' : stats.isDirectory() ? 'directory' : stats.isSymbolicLink() ? 'symlink' : 'special';
    };
  }

  /** Later sources of patterns have the last word: `.gitignore`, then the layer file, then `.elvarignore`. */
  private addOwnFiles(directory: Directory, onDisk: EntryLookup): Directory {
    const entries: EntryLookup = (name) => {
      const trial = this.settings.overlay.textAt(path.join(this.root, directory.path, name));
      return trial === undefined ? onDisk(name) : trial === null ? undefined : 'file';
    };
    let { scope, languages, rules } = directory;
    scope = scope.withIgnores(compilePatternLines(this.readPatternFile(directory.path, '.gitignore', entries)));
    const layer = entries(LAYER_FILE) === undefined ? null : this.loader.loadDirectory(directory.path);
    if (layer !== null) {
      this.layerFiles += 1;
      rules = this.addLayer(rules, layer);
      languages = languages.with(layer.languages);
      const ignores = compilePatternLines(layer.scope.ignore);
      scope = scope.withIgnores(ignores);
      if (layer.role === 'directory') this.forbid(layer.scope.ignore);
      if (layer.role === 'root') {
        this.rootLayer = layer;
        if (layer.scope.include !== null) scope = scope.withInclude(layer.scope.include);
      }
    }
    const ownIgnores = this.readPatternFile(directory.path, '.elvarignore', entries);
    if (directory.path !== '') this.forbid(ownIgnores);
    scope = scope.withIgnores(compilePatternLines(ownIgnores));
    return { ...directory, scope, languages, rules };
  }

  /** Reports patterns of an inner directory that exclude files if the root allows none. */
  private forbid(lines: readonly PatternLine[]): void {
    if (this.rootLayer?.scopeIsRoots !== true) return;
    for (const { value, place } of lines) {
      if (compilePatternLines([{ value, place }]).some(({ negated }) => !negated)) this.loader.report(place.file, place, { code: 'scope-is-roots', pattern: value });
    }
  }

  private readPatternFile(directory: string, name: string, entries: EntryLookup): PatternLine[] {
    const kind = entries(name);
    if (kind === undefined) return [];
    const file = directory === '' ? name : `${directory}/${name}`;
    if (kind !== 'file') {
      this.notices.push(`${file} is not read: it is ${kind === 'symlink' ? 'a link' : kind === 'directory' ? 'a directory' : 'a special file'}`);
      return [];
    }
    const reading = readThrough(this.settings.overlay, path.join(this.root, file));
    if ('text' in reading) {
      this.loader.texts.set(file, reading.text.replace(/^\uFEFF/, ''));
      return patternLinesOf(reading.text, file);
    }
    this.incomplete.push({ path: file, reason: `its patterns could not be read: ${reading.failed}` });
    return [];
  }
}
