import { existsSync, readdirSync, realpathSync, statSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Catalog } from '../../core/catalog/catalog.js';
import { CONCERNS } from '../../core/catalog/concerns.js';
import { nearName } from '../../core/base/near-name.js';
import { missingReasons } from '../../core/layers/missing-reasons.js';
import { readLayer, type LayerSource } from '../../core/layers/read-layer.js';
import { besideRemote } from '../../core/layers/preset-reference.js';
import type { Adoption, LayerFile, LayerRole, PresetReference, RemoteReference } from '../../core/model/layer.js';
import type { HouseRule } from '../../core/model/house-rule.js';
import type { Place } from '../../core/base/place.js';
import type { Problem, ProblemDetail } from '../../core/model/problem.js';
import type { RuleId } from '../../core/model/rule.js';
import type { Selector } from '../../core/model/selector.js';
import { describeSystemError, hasCode } from '../files/errors.js';
import { ForeignPresets } from './foreign-presets.js';
import { PACKAGE_FOLDER } from '../package-folder.js';
import { findPackage } from './package-preset.js';
import { liesIn } from '../files/real-path.js';
import { Pins } from './pins.js';
import { LAYER_FILE } from '../files/own-files.js';
import { readThrough, type Overlay } from '../files/overlay.js';
import { linkStatsAt, statsAt } from '../files/stats.js';

/** Where the built-in presets are in the package. */
const PRESET_FOLDER = fileURLToPath(new URL('presets', PACKAGE_FOLDER));

/** The most adoptions that one layer file may bring in, counting those of its presets each time. */
const MOST_PRESETS = 10_000;

/** A layer file, and the package that it belongs to. */
interface LoadedLayer {
  readonly layer: LayerFile;
  /** Null for a file of the project or the user. */
  readonly packageFolder: string | null;
  /** Where it was fetched from; null for a local file. */
  readonly remote: RemoteReference | null;
}

/** Reads layer files and the presets that they adopt. Problems are collected, never thrown. */
// elvar waive size/class-members because reading a file and what it adopts is one thing
export class LayerLoader {
  readonly problems: Problem[] = [];
  /** What was ignored in files from outside the project. */
  readonly warnings: Problem[] = [];
  /** The house rules of all files read, by id. */
  readonly houseRules = new Map<RuleId, HouseRule>();
  /** Whether a file from outside the project has a selector that may select a house rule not read yet. */
  hasWideSelector = false;
  /** The text of every file read, keyed by the name in places. */
  readonly texts = new Map<string, string>();
  private readonly directories = new Map<string, LayerFile | null>();
  private readonly presets = new Map<string, LoadedLayer>();
  private readonly adopted = new Map<Adoption, LayerFile>();
  private readonly pins: Pins;
  private readonly foreign: ForeignPresets;
  /** The fetched presets in use, by reference. */
  readonly remotes = new Map<string, RemoteReference>();

  /** Whether the root's policy asks for reasons; the root's file is read before all others. */
  private needsReasons = false;

  constructor(private readonly root: string, private readonly catalog: Catalog, private readonly overlay: Overlay) {
    this.pins = new Pins(root, overlay);
    this.foreign = new ForeignPresets(root);
  }

  /** The layer file that an adoption brings in; undefined if it could not be read, which is among the problems. */
  readonly lookup = (adoption: Adoption): LayerFile | undefined => this.adopted.get(adoption);

  /** The project's own layer files that were read: those of directories, and presets inside the project. */
  ownLayers(): LayerFile[] {
    const presets = [...this.presets.values()].filter(({ layer, packageFolder }) => packageFolder === null && liesIn(layer.identity, this.root)).map(({ layer }) => layer);
    return [...[...this.directories.values()].flatMap((layer) => layer ?? []), ...presets];
  }

  /** Reads the layer file of a directory. @param directory relative to the root; empty for the root itself. */
  loadDirectory(directory: string): LayerFile | null {
    let layer = this.directories.get(directory);
    if (layer === undefined) {
      layer = this.readDirectory(directory);
      this.directories.set(directory, layer);
    }
    return layer;
  }

  private readDirectory(directory: string): LayerFile | null {
    const absolute = path.join(this.root, directory, LAYER_FILE);
    const file = directory === '' ? LAYER_FILE : `${directory}/${LAYER_FILE}`;
    const trial = this.overlay.textAt(absolute);
    const stats = trial === undefined ? linkStatsAt(absolute) : undefined;
    if (trial === null || (trial === undefined && stats === undefined)) return null;
    if (stats === undefined || stats.isFile()) return this.readWhole(absolute, file, directory === '' ? 'root' : 'directory');
    const what = stats.isDirectory() ? 'a directory' : stats.isSymbolicLink() ? 'a link' : 'a special file';
    this.report(file, null, { code: 'not-a-file', path: file, what });
    return null;
  }

  /** Reads the personal layer file, following links: it is the user's own. @returns null if there is none. */
  loadPersonal(absolute: string, name: string): LayerFile | null {
    if (typeof this.overlay.textAt(absolute) === 'string') return this.readWhole(absolute, name, 'personal');
    let realPath: string;
    try {
      realPath = realpathSync(absolute);
    } catch (error) {
      if (!hasCode(error, 'ENOENT', 'ENOTDIR')) {
        // There may be none: a directory that cannot be entered does not say.
        this.warnings.push({ file: name, place: null, detail: { code: 'file-unreadable', path: name, why: describeSystemError(error) } });
      }
      return null;
    }
    const stats = statsAt(realPath);
    if (stats?.isFile() === false) {
      this.report(name, null, { code: 'not-a-file', path: name, what: stats.isDirectory() ? 'a directory' : 'a special file' });
      return null;
    }
    return this.readWhole(realPath, name, 'personal');
  }

  /** Presets that each adopt others twice double at every level; no screen could show the result. */
  private limitPresets(layer: LayerFile): void {
    const heaviest = adoptionsOf(layer).find((adoption) => this.presetCount(adoption, new Map()) > MOST_PRESETS);
    if (this.problems.length === 0 && heaviest !== undefined) {
      this.report(heaviest.place.file, heaviest.place, { code: 'too-many-presets', limit: MOST_PRESETS });
    }
  }

  /** How many presets an adoption brings in, each counted as often as it occurs. Only for adoptions without circles. */
  private presetCount(adoption: Adoption, counts: Map<LayerFile, number>): number {
    const preset = this.adopted.get(adoption);
    if (preset === undefined || this.problems.length > 0) return 0;
    const known = counts.get(preset);
    if (known !== undefined) return known;
    const count = adoptionsOf(preset).reduce((sum, inner) => sum + this.presetCount(inner, counts), 1);
    counts.set(preset, count);
    return count;
  }

  /**
   * Reads a preset named on the command line, with all that it adopts.
   * @param directory the directory that a relative path starts from.
   * @returns null if it could not be read, which is among the problems.
   */
  loadReference(reference: PresetReference, directory: string): LayerFile | null {
    const adoption: Adoption = { reference, place: { file: 'command line', line: 1, column: 1, length: 1 }, filter: { only: null, except: [] }, mayBeOutside: true };
    // The user names it, so it may be anywhere.
    const asker = readLayer('', { file: 'command line', identity: path.join(directory, LAYER_FILE), role: 'personal' }, this.catalog).layer;
    const preset = this.loadPreset(adoption, { layer: asker, packageFolder: null, remote: null });
    if (preset === null) return null;
    this.loadPresets(preset, [preset]);
    this.limitPresets(preset.layer);
    return preset.layer;
  }

  /** The preset that takes the place of the root's file if a project has no layer file at all. */
  loadStarter(): LayerFile {
    const absolute = path.join(PRESET_FOLDER, 'starter.yaml');
    const layer = this.read(absolute, { file: 'elvar:starter', identity: absolute, role: 'preset', isOutside: true }, null);
    if (layer === null) throw new Error('the preset elvar:starter is missing from the package');
    this.loadPresets({ layer, packageFolder: PRESET_FOLDER, remote: null }, []);
    return layer;
  }

  /** @param chain the presets being read, outermost first. */
  private loadPresets(adopter: LoadedLayer, chain: readonly LoadedLayer[]): void {
    for (const adoption of adoptionsOf(adopter.layer)) {
      const preset = this.loadPreset(adoption, adopter);
      if (preset === null) continue;
      const start = chain.findIndex(({ layer }) => layer.identity === preset.layer.identity);
      if (start >= 0) {
        const circle = [...chain.slice(start), preset].map(({ layer: { file } }) => file);
        this.report(adoption.place.file, adoption.place, { code: 'preset-circle', circle });
        continue;
      }
      const isKnown = this.adopted.has(adoption);
      this.adopted.set(adoption, preset.layer);
      if (!isKnown) this.loadPresets(preset, [...chain, preset]);
    }
  }

  private loadPreset(adoption: Adoption, adopter: LoadedLayer): LoadedLayer | null {
    const { reference, place } = adoption;
    switch (reference.kind) {
      case 'built-in': {
        const known = builtInPresets();
        if (known.includes(reference.text)) {
          return this.loadPresetFile(path.join(PRESET_FOLDER, `${reference.name}.yaml`), reference.text, place, PRESET_FOLDER, adopter.layer);
        }
        this.report(place.file, place, { code: 'unknown-preset', reference: reference.text, near: nearName(reference.text, known), known });
        return null;
      }
      case 'package': {
        const folder = findPackage(reference.name, path.dirname(adopter.layer.identity));
        if (folder !== null) return this.loadPresetFile(path.join(folder, reference.path), reference.text, place, folder, adopter.layer);
        this.report(place.file, place, { code: 'package-missing', reference: reference.text, name: reference.name });
        return null;
      }
      case 'git':
      case 'web':
        return this.loadRemote(reference, place);
      case 'file': {
        const remote = adopter.remote === null ? null : besideRemote(adopter.remote, reference.path);
        if (remote !== null) return this.loadRemote(remote, place);
        if (adopter.remote !== null) {
          this.report(place.file, place, { code: 'leaves-remote', reference: adopter.remote.text, path: reference.path });
          return null;
        }
        const absolute = path.resolve(path.dirname(adopter.layer.identity), reference.path);
        if (adopter.packageFolder === null && !this.foreign.mayRead(absolute, adoption, adopter.layer)) {
          this.report(place.file, place, { code: 'leaves-root', reference: reference.text });
          return null;
        }
        return this.loadPresetFile(absolute, reference.text, place, adopter.packageFolder, adopter.layer);
      }
    }
  }

  /** A fetched preset, as pinned in the lock file. */
  private loadRemote(reference: RemoteReference, place: Place): LoadedLayer | null {
    const known = this.presets.get(reference.text);
    if (known !== undefined) return known;
    this.remotes.set(reference.text, reference);
    const outcome = this.pins.textOf(reference);
    if ('problem' in outcome) {
      this.report(place.file, place, outcome.problem);
      return null;
    }
    const layer = this.take(outcome.text, { file: reference.text, identity: reference.text, role: 'preset', isOutside: true });
    const preset = { layer, packageFolder: null, remote: reference };
    this.presets.set(reference.text, preset);
    return preset;
  }

  /** @param adopter the layer file that names it. @param packageFolder the package that must contain the preset; null if it belongs to none. */
  private loadPresetFile(absolute: string, reference: string, place: Place, packageFolder: string | null, adopter: LayerFile): LoadedLayer | null {
    const isBuiltIn = packageFolder === PRESET_FOLDER;
    const file = isBuiltIn ? `elvar:${path.basename(absolute, '.yaml')}` : path.relative(this.root, absolute).split(path.sep).join('/');
    const trial = this.overlay.textAt(absolute);
    const realPath = this.presetPath(absolute, trial, { file, reference, place });
    if (realPath === null) return null;
    if (packageFolder !== null && !isBuiltIn && !liesIn(realPath, packageFolder)) {
      this.report(place.file, place, { code: 'leaves-package', reference, name: path.basename(packageFolder) });
      return null;
    }
    const known = this.presets.get(realPath);
    if (known !== undefined) return known;
    if (trial === undefined && !this.isFile(realPath, file, place)) return null;
    const isOutside = packageFolder !== null || !liesIn(realPath, this.root);
    if (!isBuiltIn && !liesIn(realPath, this.root)) this.foreign.note(file, adopter, { reference, place });
    const layer = this.read(realPath, { file, identity: realPath, role: 'preset', isOutside }, place);
    if (layer === null) return null;
    const preset = { layer, packageFolder, remote: null };
    this.presets.set(realPath, preset);
    return preset;
  }

  /** The problems to tell. */
  tellableProblems(): Problem[] {
    return this.foreign.tellable(this.problems);
  }

  private isFile(realPath: string, file: string, place: Place): boolean {
    const stats = statSync(realPath);
    if (!stats.isFile()) this.report(place.file, place, { code: 'not-a-file', path: file, what: stats.isDirectory() ? 'a directory' : 'a special file' });
    return stats.isFile();
  }

  /** The real path of a preset; null if it does not exist, which is reported. @param trial its text if it should not be read from disk. */
  private presetPath(absolute: string, trial: string | null | undefined, { file, reference, place }: { readonly file: string; readonly reference: string; readonly place: Place }): string | null {
    try {
      // A link stays a link, whatever its text should be.
      if (trial !== null) return trial === undefined || existsSync(absolute) ? realpathSync(absolute) : absolute;
    } catch (error) {
      if (!hasCode(error, 'ENOENT', 'ENOTDIR')) {
        this.report(place.file, place, { code: 'file-unreadable', path: file, why: describeSystemError(error) });
        return null;
      }
    }
    this.report(place.file, place, { code: 'preset-missing', reference, path: file });
    return null;
  }

  /** Reads a layer file and all that it adopts. */
  private readWhole(absolute: string, file: string, role: LayerRole): LayerFile | null {
    const layer = this.read(absolute, { file, identity: absolute, role }, null);
    if (layer === null) return null;
    this.loadPresets({ layer, packageFolder: null, remote: null }, []);
    this.limitPresets(layer);
    return layer;
  }

  private read(absolute: string, source: LayerSource, place: Place | null): LayerFile | null {
    const { file } = source;
    const reading = readThrough(this.overlay, absolute);
    if ('failed' in reading) {
      this.report(place?.file ?? file, place, { code: 'file-unreadable', path: file, why: reading.failed });
      return null;
    }
    return this.take(reading.text, source);
  }

  /** Reads the text of a layer file, and collects its contents. */
  private take(written: string, source: LayerSource): LayerFile {
    const { file, isOutside = false } = source;
    const text = written.replace(/^\uFEFF/, '');
    // Nothing of a file outside the project is shown but what it decides.
    if (source.isOutside !== true || source.identity === file || source.identity?.startsWith(PRESET_FOLDER) === true || liesIn(source.identity ?? file, this.root)) this.texts.set(file, text);
    const { layer, problems, warnings } = readLayer(text, source, this.catalog);
    this.problems.push(...problems);
    this.warnings.push(...warnings);
    this.needsReasons ||= layer.needsReasons;
    this.hasWideSelector ||= [...layer.rulings, ...layer.zones.flatMap((zone) => zone.rulings)].some(({ selector }) => isWide(selector));
    for (const rule of layer.houseRules) this.addHouseRule(rule);
    if (this.needsReasons && !isOutside && layer.role !== 'personal') this.problems.push(...missingReasons(layer));
    return layer;
  }

  /** A house rule belongs to the whole project; declared twice in the same words, it is one. */
  private addHouseRule(rule: HouseRule): void {
    const first = this.houseRules.get(rule.id);
    if (first === undefined) this.houseRules.set(rule.id, rule);
    else if (!sameHouseRule(first, rule)) this.report(rule.place.file, rule.place, { code: 'house-rule-twice', id: rule.id, first: first.place });
  }

  /** Records a problem with a file. */
  report(file: string, place: Place | null, detail: ProblemDetail): void {
    this.problems.push({ file, place, detail });
  }
}

/** Whether a selector may select rules not declared yet. */
function isWide(selector: Selector): boolean {
  return selector.kind === 'all' || selector.kind === 'tag' || (selector.kind === 'concern' && !(CONCERNS as readonly string[]).includes(selector.concern));
}

function sameHouseRule(a: HouseRule, b: HouseRule): boolean {
  const contents = (rule: HouseRule): string => JSON.stringify(rule, (key, value: unknown) => (key === 'place' ? undefined : value));
  return contents(a) === contents(b);
}

/** All presets that a layer file adopts, including those of its zones. */
function adoptionsOf({ presets, zones }: LayerFile): Adoption[] {
  return [...presets, ...zones.flatMap((zone) => zone.presets)];
}

/** The references of the built-in presets, sorted. */
export function builtInPresets(): string[] {
  return readdirSync(PRESET_FOLDER).filter((name) => name.endsWith('.yaml')).map((name) => `elvar:${name.slice(0, -5)}`).sort();
}
