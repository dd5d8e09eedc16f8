import { realpathSync } from 'node:fs';
import path from 'node:path';
import { adoptionsOf, type LayerDocument } from '../../core/layers/layer-document.js';
import type { LayerSource } from '../../core/layers/parse/parse-layer.js';
import type { Adoption, LayerRole, PresetReference } from '../../core/model/layer.js';
import type { Problem } from '../../core/model/problem.js';
import { describeSystemError, hasCode } from '../files/errors.js';
import { LAYER_FILE } from '../files/own-files.js';
import type { ProjectFiles } from '../files/project-files.js';
import { statsAt } from '../files/stats.js';
import type { TextReading } from '../files/text-file.js';
import { PRESET_FOLDER } from './built-in-presets.js';
import { limitPresets } from './preset-limit.js';
import { PresetReader, type ParseLayer } from './preset-reader.js';

/** A layer file, or why there is none where there should be; both null if there is simply none. */
interface LayerFinding {
  readonly document: LayerDocument | null;
  readonly problem: Problem | null;
}

const NONE: LayerFinding = { document: null, problem: null };

/** Reads layer files; then, when told to, the presets that they adopt. Problems are collected, never thrown. */
export class LayerReader {
  readonly presets: PresetReader;
  /** The documents whose adoptions have been read. */
  private readonly completed = new Set<LayerDocument>();

  constructor(private readonly root: string, private readonly files: ProjectFiles, private readonly parse: ParseLayer) {
    this.presets = new PresetReader(root, files, parse);
  }

  /** Reads the layer file of a directory. @param directory relative to the root; empty for the root itself. */
  readDirectory(directory: string): LayerFinding {
    const absolute = path.join(this.root, directory, LAYER_FILE);
    const file = directory === '' ? LAYER_FILE : `${directory}/${LAYER_FILE}`;
    const kind = this.files.kindOf(absolute);
    if (kind === undefined) return NONE;
    if (kind === 'file') return this.readFile(absolute, file, directory === '' ? 'root' : 'directory');
    return notAFile(file, kind === 'directory' ? 'a directory' : kind === 'symlink' ? 'a link' : 'a special file');
  }

  /**
   * Reads the personal layer file, following links: it is the user's own. If it cannot be read, that is not a mistake of the
   * project.
   */
  readPersonal(absolute: string, name: string): LayerFinding & { readonly warning: Problem | null } {
    // At another time there may have been none: it is today's that counts.
    if (this.files.isReplaced(absolute) && this.files.kindOf(absolute) === 'file') {
      return { ...this.readFile(absolute, name, 'personal'), warning: null };
    }
    let realPath: string;
    try {
      realPath = realpathSync(absolute);
    } catch (error) {
      // It may not even exist: a directory that cannot be entered does not show its files.
      const isMissing = hasCode(error, 'ENOENT', 'ENOTDIR');
      return {
        ...NONE,
        warning: isMissing
          ? null
          : { file: name, place: null, detail: { code: 'file-unreadable', path: name, why: describeSystemError(error) } },
      };
    }
    const stats = statsAt(realPath);
    if (stats?.isFile() === false) {
      return { ...notAFile(name, stats.isDirectory() ? 'a directory' : 'a special file'), warning: null };
    }
    return { ...this.readFile(realPath, name, 'personal', this.files.disk.textOf(realPath)), warning: null };
  }

  /**
   * Reads a preset named on the command line.
   * @param directory the directory that a relative path starts from.
   */
  readReference(reference: PresetReference, directory: string): LayerFinding {
    const adoption: Adoption = {
      reference,
      place: { file: 'command line', line: 1, column: 1, length: 1 },
      filter: { only: null, except: [] },
      mayBeOutside: true,
    };
    // The user names it, so it may be anywhere.
    const asker = this.documentOf('', { file: 'command line', identity: path.join(directory, LAYER_FILE), role: 'personal' });
    const found = this.presets.read(adoption, asker);
    return 'problem' in found ? { document: null, problem: found.problem } : { document: found, problem: null };
  }

  /** The preset that takes the place of the root's file if a project has no layer file at all. */
  readStarter(): LayerDocument {
    const absolute = path.join(PRESET_FOLDER, 'starter.yaml');
    const reading = this.files.textOf(absolute);
    if ('failed' in reading) throw new Error('the preset elvar:starter is missing from the package');
    return this.documentOf(
      reading.text, { file: 'elvar:starter', identity: absolute, role: 'preset', isOutside: true }, PRESET_FOLDER,
    );
  }

  /** Reads all that a document adopts, unless it has been read. */
  complete(document: LayerDocument): LayerDocument {
    if (this.completed.has(document)) return document;
    this.completed.add(document);
    this.follow(document, document.source.role === 'preset' ? [document] : []);
    limitPresets(document);
    return document;
  }

  private readFile(
    absolute: string, file: string, role: LayerRole, reading: TextReading = this.files.textOf(absolute),
  ): LayerFinding {
    if ('failed' in reading) return {
      document: null, problem: { file, place: null, detail: { code: 'file-unreadable', path: file, why: reading.failed } },
    };
    return { document: this.documentOf(reading.text, { file, identity: absolute, role }), problem: null };
  }

  private documentOf(written: string, source: LayerSource, packageFolder: string | null = null): LayerDocument {
    const text = written.replace(/^\uFEFF/, '');
    return {
      source, text, parsed: this.parse(text, source), packageFolder, remote: null, isShown: true, adopted: [], problems: [],
    };
  }

  /** Reads what a document adopts, and what that adopts. @param chain the presets being read, outermost first. */
  private follow(document: LayerDocument, chain: readonly LayerDocument[]): void {
    for (const adoption of adoptionsOf(document.parsed.layer)) {
      const found = this.presets.read(adoption, document);
      const problem = 'problem' in found ? found.problem : circleProblem(adoption, found, chain);
      if (problem !== null) document.problems.push(problem);
      document.adopted.push('problem' in found || problem !== null ? null : found);
      // Those that another one adopts too have been followed.
      if (!('problem' in found) && problem === null && found.adopted.length === 0) this.follow(found, [...chain, found]);
    }
  }
}

function circleProblem({ place }: Adoption, found: LayerDocument, chain: readonly LayerDocument[]): Problem | null {
  const start = chain.indexOf(found);
  if (start < 0) return null;
  const circle = [...chain.slice(start), found].map(({ source: { file } }) => file);
  return { file: place.file, place, detail: { code: 'preset-circle', circle } };
}

function notAFile(file: string, what: string): LayerFinding {
  return { document: null, problem: { file, place: null, detail: { code: 'not-a-file', path: file, what } } };
}
