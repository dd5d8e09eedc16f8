import { lstatSync, readdirSync, realpathSync, statSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Catalog } from '../core/catalog/catalog.js';
import { nearName } from '../core/layers/near-name.js';
import { readLayer } from '../core/layers/read-layer.js';
import type { Adoption, LayerFile, LayerRole } from '../core/model/layer.js';
import type { Place } from '../core/model/place.js';
import type { Problem, ProblemDetail } from '../core/model/problem.js';
import { describeSystemError, hasCode } from './errors.js';
import { LAYER_FILE } from './project-root.js';
import { readTextFile } from './text-file.js';

/** Where the built-in presets are in the package. */
const PRESET_FOLDER = fileURLToPath(new URL('../../presets', import.meta.url));

/** Adoptions that one layer file may bring in, those of its presets counted each time. */
const MOST_PRESETS = 10_000;

/** A preset as it was read, and the file by which it is known: its real path. */
interface LoadedPreset {
  readonly layer: LayerFile;
  readonly realPath: string;
}

/** Reads layer files and, with each, the presets it adopts. Problems are gathered, never thrown. */
export class LayerLoader {
  readonly problems: Problem[] = [];
  /** The text of every file read, by the name that places use. */
  readonly texts = new Map<string, string>();
  private readonly directories = new Map<string, LayerFile | null>();
  private readonly presets = new Map<string, LoadedPreset>();
  private readonly adopted = new Map<Adoption, LayerFile>();

  constructor(private readonly root: string, private readonly catalog: Catalog) {}

  /** The layer file that an adoption brings in; undefined when it could not be read, which is among the problems. */
  readonly lookup = (adoption: Adoption): LayerFile | undefined => this.adopted.get(adoption);

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
    const stats = lstatSync(absolute, { throwIfNoEntry: false });
    if (stats === undefined) return null;
    if (!stats.isFile()) {
      const what = stats.isDirectory() ? 'a directory' : stats.isSymbolicLink() ? 'a link' : 'a special file';
      this.report(file, null, { code: 'not-a-file', path: file, what });
      return null;
    }
    const layer = this.read(absolute, file, directory === '' ? 'root' : 'directory', null);
    if (layer !== null) {
      this.loadPresets(layer, absolute, []);
      this.limitPresets(layer);
    }
    return layer;
  }

  /** Presets that adopt others twice each double with every level; no screen could show what comes of that. */
  private limitPresets(layer: LayerFile): void {
    const heaviest = layer.presets.find((adoption) => this.presetCount(adoption, new Map()) > MOST_PRESETS);
    if (this.problems.length === 0 && heaviest !== undefined) {
      this.report(heaviest.place.file, heaviest.place, { code: 'too-many-presets', limit: MOST_PRESETS });
    }
  }

  /** How many presets an adoption brings in, each counted as often as it comes. Only for adoptions without a circle. */
  private presetCount(adoption: Adoption, counts: Map<LayerFile, number>): number {
    const preset = this.adopted.get(adoption);
    if (preset === undefined || this.problems.length > 0) return 0;
    const known = counts.get(preset);
    if (known !== undefined) return known;
    const count = preset.presets.reduce((sum, inner) => sum + this.presetCount(inner, counts), 1);
    counts.set(preset, count);
    return count;
  }

  /** The preset that stands in the root file's place when a project has no layer file at all. */
  loadStarter(): LayerFile {
    const layer = this.read(path.join(PRESET_FOLDER, 'starter.yaml'), 'elvar:starter', 'preset', null);
    if (layer === null) throw new Error('the preset elvar:starter is missing from the package');
    this.loadPresets(layer, path.join(PRESET_FOLDER, 'starter.yaml'), []);
    return layer;
  }

  /** @param chain the presets that are being read, outermost first. */
  private loadPresets(layer: LayerFile, absolute: string, chain: readonly LoadedPreset[]): void {
    for (const adoption of layer.presets) {
      const preset = this.loadPreset(adoption, absolute);
      if (preset === null) continue;
      const start = chain.findIndex(({ realPath }) => realPath === preset.realPath);
      if (start >= 0) {
        const circle = [...chain.slice(start), preset].map(({ layer: { file } }) => file);
        this.report(adoption.place.file, adoption.place, { code: 'preset-circle', circle });
        continue;
      }
      const isKnown = this.adopted.has(adoption);
      this.adopted.set(adoption, preset.layer);
      if (!isKnown) this.loadPresets(preset.layer, preset.realPath, [...chain, preset]);
    }
  }

  private loadPreset({ reference, place }: Adoption, adopter: string): LoadedPreset | null {
    if (reference.kind === 'built-in') {
      const known = builtInPresets();
      if (!known.includes(reference.text)) {
        this.report(place.file, place, { code: 'unknown-preset', reference: reference.text, near: nearName(reference.text, known), known });
        return null;
      }
      return this.loadPresetFile(path.join(PRESET_FOLDER, `${reference.name}.yaml`), reference.text, place);
    }
    const absolute = path.resolve(path.dirname(adopter), reference.path);
    const file = path.relative(this.root, absolute).split(path.sep).join('/');
    return this.loadPresetFile(absolute, file, place, reference.text);
  }

  private loadPresetFile(absolute: string, file: string, place: Place, reference = file): LoadedPreset | null {
    let realPath: string;
    try {
      realPath = realpathSync(absolute);
    } catch (error) {
      const detail: ProblemDetail = hasCode(error, 'ENOENT', 'ENOTDIR')
        ? { code: 'preset-missing', reference, path: file }
        : { code: 'file-unreadable', path: file, why: describeSystemError(error) };
      this.report(place.file, place, detail);
      return null;
    }
    const known = this.presets.get(realPath);
    if (known !== undefined) return known;
    if (!statSync(realPath).isFile()) {
      this.report(place.file, place, { code: 'not-a-file', path: file, what: statSync(realPath).isDirectory() ? 'a directory' : 'a special file' });
      return null;
    }
    const layer = this.read(realPath, file, 'preset', place);
    if (layer === null) return null;
    const preset = { layer, realPath };
    this.presets.set(realPath, preset);
    return preset;
  }

  private read(absolute: string, file: string, role: LayerRole, place: Place | null): LayerFile | null {
    const reading = readTextFile(absolute);
    if ('failed' in reading) {
      if (reading.failed === 'not-utf8') this.report(file, null, { code: 'not-utf8' });
      else this.report(place?.file ?? file, place, { code: 'file-unreadable', path: file, why: describeSystemError(reading.error) });
      return null;
    }
    const text = reading.text.replace(/^\uFEFF/, '');
    this.texts.set(file, text);
    const { layer, problems } = readLayer(text, file, role, this.catalog);
    this.problems.push(...problems);
    return layer;
  }

  private report(file: string, place: Place | null, detail: ProblemDetail): void {
    this.problems.push({ file, place, detail });
  }
}

/** References of the presets that come with Elvar, sorted. */
export function builtInPresets(): string[] {
  return readdirSync(PRESET_FOLDER).filter((name) => name.endsWith('.yaml')).map((name) => `elvar:${name.slice(0, -5)}`).sort();
}
