import { existsSync, realpathSync, statSync } from 'node:fs';
import path from 'node:path';
import { nearName } from '../../core/base/near-name.js';
import type { Place } from '../../core/base/place.js';
import type { LayerDocument } from '../../core/layers/layer-document.js';
import { besideRemote } from '../../core/layers/parse/preset-reference.js';
import type { LayerSource } from '../../core/layers/parse/parse-layer.js';
import type { ParsedLayer } from '../../core/layers/parse/unbound-layer.js';
import type { Adoption, PresetReference, RemoteReference } from '../../core/model/layer.js';
import type { Problem, ProblemDetail } from '../../core/model/problem.js';
import { describeSystemError, hasCode } from '../files/errors.js';
import type { ProjectFiles } from '../files/project-files.js';
import { liesIn } from '../files/real-path.js';
import { builtInPresets, PRESET_FOLDER } from './built-in-presets.js';
import { ForeignPresets } from './foreign-presets.js';
import { findPackage } from './package-preset.js';
import { Pins } from './pins.js';

/** Parses the text of a layer file, or remembers what it said. */
export type ParseLayer = (text: string, source: LayerSource) => ParsedLayer;

/** A preset, or why there is none. */
type FoundPreset = LayerDocument | { readonly problem: Problem };

/** Where a preset is said to be. */
interface WantedFile {
  readonly absolute: string;
  readonly reference: string;
  readonly place: Place;
  /** The package that must contain it; null if it belongs to none. */
  readonly packageFolder: string | null;
}

/** Finds and reads presets, each once. */
export class PresetReader {
  private readonly known = new Map<string, LayerDocument>();
  private readonly pins: Pins;
  /** The presets outside the project. */
  readonly foreign: ForeignPresets;

  constructor(private readonly root: string, private readonly files: ProjectFiles, private readonly parse: ParseLayer) {
    this.pins = new Pins(root, files);
    this.foreign = new ForeignPresets(root);
  }

  /** The preset that an adoption names; what it adopts itself is not read yet. @param adopter the document with the adoption. */
  read(adoption: Adoption, adopter: LayerDocument): FoundPreset {
    const { reference, place } = adoption;
    switch (reference.kind) {
      case 'built-in': {
        const known = builtInPresets();
        if (!known.includes(reference.text)) return missing(
          place, { code: 'unknown-preset', reference: reference.text, near: nearName(reference.text, known), known },
        );
        return this.readFile(
          {
            absolute: path.join(PRESET_FOLDER, `${reference.name}.yaml`),
            reference: reference.text,
            place,
            packageFolder: PRESET_FOLDER,
          },
          adopter,
        );
      }
      case 'package': {
        const folder = findPackage(reference.name, path.dirname(adopter.parsed.layer.identity));
        if (folder === null) return missing(place, { code: 'package-missing', reference: reference.text, name: reference.name });
        return this.readFile(
          { absolute: path.join(folder, reference.path), reference: reference.text, place, packageFolder: folder }, adopter,
        );
      }
      case 'git':
      case 'web':
        return this.readRemote(reference, place);
      case 'file':
        return this.readBeside(adoption, reference, adopter);
    }
  }

  /** A preset named by its path, relative to the file that adopts it. */
  private readBeside(
    adoption: Adoption, reference: Extract<PresetReference, { kind: 'file' }>, adopter: LayerDocument,
  ): FoundPreset {
    const { place } = adoption;
    const { layer } = adopter.parsed;
    if (adopter.remote !== null) {
      const remote = besideRemote(adopter.remote, reference.path);
      return remote === null
        ? missing(place, { code: 'leaves-remote', reference: adopter.remote.text, path: reference.path })
        : this.readRemote(remote, place);
    }
    const absolute = path.resolve(path.dirname(layer.identity), reference.path);
    if (adopter.packageFolder === null && !this.foreign.mayRead(absolute, adoption, layer)) {
      return missing(place, { code: 'leaves-root', reference: reference.text });
    }
    return this.readFile({ absolute, reference: reference.text, place, packageFolder: adopter.packageFolder }, adopter);
  }

  /** A fetched preset, as pinned in the lock file. */
  private readRemote(reference: RemoteReference, place: Place): FoundPreset {
    const known = this.known.get(reference.text);
    if (known !== undefined) return known;
    const outcome = this.pins.textOf(reference);
    if ('problem' in outcome) return missing(place, outcome.problem);
    return this.keep(
      reference.text,
      outcome.text,
      { file: reference.text, identity: reference.text, role: 'preset', isOutside: true },
      { packageFolder: null, remote: reference },
    );
  }

  private readFile({ absolute, reference, place, packageFolder }: WantedFile, adopter: LayerDocument): FoundPreset {
    const isBuiltIn = packageFolder === PRESET_FOLDER;
    const file = isBuiltIn
      ? `elvar:${path.basename(absolute, '.yaml')}`
      : path.relative(this.root, absolute).split(path.sep).join('/');
    const found = this.realPathOf(absolute, reference, file);
    if ('code' in found) return missing(place, found);
    const { realPath } = found;
    const isIn = liesIn(realPath, this.root);
    if (packageFolder !== null && !isBuiltIn && !liesIn(realPath, packageFolder)) {
      return missing(place, { code: 'leaves-package', reference, name: path.basename(packageFolder) });
    }
    const known = this.known.get(realPath);
    if (known !== undefined) return known;
    const what = this.files.isReplaced(absolute) ? null : oddKind(realPath);
    if (what !== null) return missing(place, { code: 'not-a-file', path: file, what });
    if (!isBuiltIn && !isIn) this.foreign.note(file, adopter.parsed.layer, { reference, place });
    const reading = this.files.textOf(realPath);
    if ('failed' in reading) return missing(place, { code: 'file-unreadable', path: file, why: reading.failed });
    return this.keep(
      realPath,
      reading.text,
      { file, identity: realPath, role: 'preset', isOutside: packageFolder !== null || !isIn },
      { packageFolder, remote: null },
    );
  }

  private keep(
    key: string, written: string, source: LayerSource, from: Pick<LayerDocument, 'packageFolder' | 'remote'>,
  ): LayerDocument {
    const text = written.replace(/^\uFEFF/, '');
    const isShown = source.isOutside !== true
      || from.remote !== null || from.packageFolder === PRESET_FOLDER || liesIn(source.identity ?? '', this.root);
    const document: LayerDocument = {
      source, text, parsed: this.parse(text, source), ...from, isShown, adopted: [], problems: [],
    };
    this.known.set(key, document);
    return document;
  }

  /** The real path of a preset, or why it has none. */
  private realPathOf(absolute: string, reference: string, file: string): { readonly realPath: string } | ProblemDetail {
    try {
      if (!this.files.isReplaced(absolute)) return { realPath: realpathSync(absolute) };
      // A link stays a link, even if another text is to be read instead of its file.
      if (this.files.kindOf(absolute) !== undefined) {
        return { realPath: existsSync(absolute) ? realpathSync(absolute) : absolute };
      }
    } catch (error) {
      if (!hasCode(error, 'ENOENT', 'ENOTDIR')) return { code: 'file-unreadable', path: file, why: describeSystemError(error) };
    }
    return { code: 'preset-missing', reference, path: file };
  }
}

function oddKind(realPath: string): string | null {
  const stats = statSync(realPath);
  return stats.isFile() ? null : stats.isDirectory() ? 'a directory' : 'a special file';
}

function missing({ file, ...position }: Place, detail: ProblemDetail): { readonly problem: Problem } {
  return { problem: { file, place: { file, ...position }, detail } };
}
