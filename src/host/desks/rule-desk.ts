import type { RulingQuestion, ExpectationQuestion } from '../questions/change-questions.js';
import { existsSync } from 'node:fs';
import path from 'node:path';
import { rulingOutcome } from '../../core/impact/ruling-outcome.js';
import {
  addAdoption, addExpectation, adoptedIn, optionIn, removeRuling, replaceAdoption, setRuling, type NewAdoption,
} from '../../core/layers/edit/edit-layer.js';
import { EditError, setYaml } from '../../core/layers/edit/edit-yaml.js';
import type { ImpactReport } from '../../core/impact/impact-report.js';
import type { RuleEdit } from '../../core/impact/rule-edit.js';
import { nearSelector } from '../../core/catalog/near-selector.js';
import { nearReference, parsePresetReference } from '../../core/layers/parse/preset-reference.js';
import type { RuleId } from '../../core/model/rule.js';
import { parseSelector } from '../../core/model/selector.js';
import { LayerError, UsageError, UnfitChangeError } from '../files/errors.js';
import { overlayOf } from '../files/overlay.js';
import { filesOnDisk } from '../files/project-files.js';
import { liesIn, realOrNearest } from '../files/real-path.js';
import { Pins } from '../layers/pins.js';
import { LAYER_FILE } from '../files/own-files.js';
import { selectedRules } from '../project/selected-rules.js';
import { linkStatsAt, oddKindOf } from '../files/stats.js';
import { linkOn, relativeTo } from '../files/target-path.js';
import { readTextFile } from '../files/text-file.js';
import type { Session } from '../session/session.js';
import type { FileChange } from '../writing/file-change.js';
import { expectationOf } from './expectation-now.js';
import { whileWriting } from '../writing/while-writing.js';
import type { UnwrittenFile } from '../writing/writer.js';

/** Which layer file to change. */
export type LayerTarget = { readonly kind: 'directory'; readonly directory: string } | { readonly kind: 'personal' };

/** A layer file, existing or not. */
interface LayerText {
  /** Relative to the root; the personal file by its display name. */
  readonly file: string;
  readonly absolute: string;
  /** Its text, or the initial text of a new one. */
  readonly text: string;
  readonly isNew: boolean;
}

/** An edit that was tried but not yet written. */
export interface PlannedEdit {
  readonly edit: RuleEdit;
  /** Writes it. @returns why the file was not written; null if it was. */
  readonly write: () => Promise<string | null>;
}

/**
 * Changes layer files: each change is tried before it is written. Every method throws a UsageError or a LayerError if the change
 * makes no sense.
 */
export class RuleDesk {
  private readonly root: string;

  constructor(private readonly session: Session) {
    this.root = session.root;
  }

  /** Tries a ruling. */
  async set({ selector, change, zone }: RulingQuestion, target: LayerTarget): Promise<PlannedEdit> {
    const before = this.session.catalog();
    if (parseSelector(selector) === null) {
      throw new UsageError({ code: 'bad-selector', selector, near: nearSelector(selector, before.catalog) });
    }
    if (change !== 'remove') selectedRules([selector], before.catalog);
    const layer = this.layerAt(target, before.usesStarter);
    const after = this.edited(
      layer, (text) => (change === 'remove' ? removeRuling(text, zone, selector) : setRuling(text, zone, selector, change)),
    );
    return this.plan(layer, after, change === 'remove' ? null : { selector, zone });
  }

  /** Tries an expectation: what holds now for a file, which need not exist, or for all files of a directory. */
  async expect(wanted: ExpectationQuestion, target: LayerTarget & { readonly kind: 'directory' }): Promise<PlannedEdit> {
    const layer = this.layerAt(target, this.session.catalog().usesStarter);
    const item = expectationOf(this.session, wanted, path.posix.dirname(layer.file));
    return this.plan(layer, this.edited(layer, (text) => addExpectation(text, item)), null);
  }

  /** The value of an option in a rule's ruling in a layer file, as written; undefined if it has none. */
  optionAt(target: LayerTarget, zone: string | null, rule: RuleId, option: string): unknown {
    const layer = this.layerAt(target, this.session.catalog().usesStarter);
    let value: unknown;
    this.edited(layer, (text) => {
      value = optionIn(text, zone, rule, option);
      return text;
    });
    return value;
  }

  /** Tries an adoption. A preset from git or a web server is fetched and pinned along with it. */
  async adopt(adoption: NewAdoption, zone: string | null, target: LayerTarget): Promise<PlannedEdit> {
    const layer = this.layerAt(target, this.session.catalog().usesStarter);
    const reference = parsePresetReference(adoption.use);
    if (reference === null) throw new UsageError({ code: 'bad-preset', name: adoption.use, near: nearReference(adoption.use) });
    const isOutside = reference.kind === 'file'
      && !liesIn(realOrNearest(path.resolve(path.dirname(layer.absolute), reference.path)), this.root)
      && target.kind === 'directory';
    const after = this.edited(layer, (text) => addAdoption(text, zone, { ...adoption, isOutside }));
    const { kind } = reference;
    if (kind !== 'git' && kind !== 'web') return this.plan(layer, after, null);
    const { updatePins } = await import('./update-pins.js');
    const adopting = this.session.with({ overlay: overlayOf(new Map([[layer.absolute, after]])) });
    const pins = await updatePins(adopting, [adoption.use]);
    return this.plan(layer, after, null, null, pins.lock);
  }

  /**
   * Tries to copy a preset into the project and adopt the copy instead.
   * @param to the path of the copy, as typed. @param origin the text in the copy that says where it came from.
   */
  async copy(
    use: string,
    to: string,
    words: { readonly title: string | null; readonly about: string | null; readonly origin: string },
    target: LayerTarget,
  ): Promise<PlannedEdit> {
    const own = this.session.relative(to);
    this.needNoLink(path.posix.dirname(own));
    const absolute = path.join(this.root, own);
    if (!own.endsWith('.yaml')) throw new UsageError({ code: 'copy-not-yaml', file: own });
    const text = this.copyOf(use, words);
    const isThere = linkStatsAt(absolute) !== undefined;
    if (isThere && !isSameText(absolute, text)) throw new UsageError({ code: 'copy-exists', file: own });
    const layer = this.layerAt(target, this.session.catalog().usesStarter);
    const relative = path.posix.relative(path.posix.dirname(layer.file), own);
    const reference = relative.startsWith('../') ? relative : `./${relative}`;
    const after = this.edited(layer, (before) => (adoptedIn(before).includes(use)
      ? replaceAdoption(before, use, reference)
      : addAdoption(before, null, { use: reference, only: [], except: [] })));
    return this.plan(layer, after, null, isThere ? null : { file: own, absolute, text });
  }

  private copyOf(
    use: string,
    { title, about, origin }: { readonly title: string | null; readonly about: string | null; readonly origin: string },
  ): string {
    const { layers } = this.session.preset(use);
    const reference = parsePresetReference(use);
    const identity = layers.find(({ kind, through }) => kind === 'preset' && through.length === 0)?.exemptions[0] ?? '';
    const reading = reference?.kind === 'git' || reference?.kind === 'web'
      ? new Pins(this.root, filesOnDisk()).textOf(reference)
      : readTextFile(identity);
    if (!('text' in reading)) throw new UsageError({ code: 'unreadable', path: use });
    if (adoptedIn(reading.text).some((reference) => reference.startsWith('.'))) {
      throw new UsageError({ code: 'copy-adopts-by-path', preset: use });
    }
    let text = reading.text;
    for (const [key, value] of [['title', title], ['about', about]] as const) {
      if (value !== null) text = setYaml(text, [key], value);
    }
    return `# Taken over from ${use} (${origin}); ours since then, and changed by nobody `
      + `else.\n${text.endsWith('\n') ? text : `${text}\n`}`;
  }

  private async plan(
    layer: LayerText,
    after: string,
    ruling: { readonly selector: string; readonly zone: string | null } | null,
    copy: { readonly file: string; readonly absolute: string; readonly text: string } | null = null,
    lock: FileChange | null = null,
  ): Promise<PlannedEdit> {
    const texts = new Map([
      [layer.absolute, after],
      ...(copy === null ? [] : [[copy.absolute, copy.text] as const]),
      ...(lock === null ? [] : [[lock.file, lock.after] as const]),
    ]);
    const trial = this.session.with({ overlay: overlayOf(texts) });
    const impact = await this.impactOf(trial, layer.file);
    const resolved = trial.resolve([], undefined, true);
    const outcome = ruling === null ? null : rulingOutcome(resolved.files, layer.file, ruling, resolved.catalog);
    const edit: RuleEdit = {
      file: layer.file,
      isNew: layer.isNew,
      before: layer.isNew ? '' : layer.text,
      after,
      impact,
      outcome,
      copy: copy === null ? null : { file: copy.file, text: copy.text },
    };
    const changes = [
      ...(copy === null ? [] : [{ file: copy.absolute, before: null, after: copy.text }]),
      ...(lock === null || lock.before === lock.after ? [] : [lock]),
      { file: layer.absolute, before: layer.isNew ? null : layer.text, after },
    ];
    return {
      edit,
      write: () =>
        whileWriting(this.root, this.session.run.watch, async (writer) => this.written(writer.together(changes), layer)),
    };
  }

  private written(failed: UnwrittenFile | null, layer: LayerText): string | null {
    if (failed === null) return null;
    return failed.file === layer.absolute ? failed.why : `${relativeTo(this.root, failed.file)}: ${failed.why}`;
  }

  /** The file was correct before, so the requested change is the mistake. */
  private async impactOf(trial: Session, file: string): Promise<ImpactReport> {
    try {
      const { measureImpact } = await import('../session/measure-impact.js');
      return await measureImpact(this.session, trial);
    } catch (error) {
      throw error instanceof LayerError && error.problems.every((problem) => problem.file === file)
        ? new UnfitChangeError(error.problems)
        : error;
    }
  }

  private edited({ file, text }: LayerText, edit: (text: string) => string): string {
    try {
      return edit(text);
    } catch (error) {
      if (!(error instanceof EditError)) throw error;
      throw new UsageError({ code: 'edit-failed', file, obstacle: error.obstacle });
    }
  }

  /** @param usesStarter whether the project has no layer file yet; then the preset in its place is kept. */
  private layerAt(target: LayerTarget, usesStarter: boolean): LayerText {
    const { personalFile, personalName } = this.session.run;
    if (target.kind === 'personal' && personalFile === null) throw new UsageError({ code: 'no-personal-layer' });
    const [file, absolute] = target.kind === 'personal' && personalFile !== null
      ? [personalName, personalFile]
      : this.directoryFile((target as { directory: string }).directory);
    const open = this.session.openText(absolute);
    if (open !== undefined) return { file, absolute, text: open, isNew: false };
    const stats = linkStatsAt(absolute);
    if (stats === undefined && usesStarter && target.kind === 'directory' && file !== LAYER_FILE) {
      // The first layer file ends the use of the default preset.
      throw new UsageError({ code: 'no-root-layer' });
    }
    if (stats === undefined) {
      return { file, absolute, text: usesStarter && file === LAYER_FILE ? 'presets:\n  - elvar:starter\n' : '', isNew: true };
    }
    // Open only regular files: a FIFO would block forever.
    const reading = stats.isFile() ? readTextFile(absolute) : null;
    if (reading === null || 'failed' in reading) throw new UsageError({ code: 'unreadable', path: file });
    return { file, absolute, text: reading.text, isNew: false };
  }

  /** @throws UsageError if a path leads over a link: what is written there could be outside the project. */
  private needNoLink(own: string): void {
    const link = linkOn(own, this.root);
    if (link !== null) throw new UsageError({ code: 'link-on-path', link });
  }

  private directoryFile(directory: string): [file: string, absolute: string] {
    const own = this.session.relative(directory);
    if (!existsSync(path.join(this.root, own))) throw new UsageError({ code: 'no-directory', path: directory });
    if (!this.session.isDirectory(directory)) throw new UsageError({ code: 'needs-directory', path: directory });
    this.needNoLink(own);
    return [own === '' ? LAYER_FILE : `${own}/${LAYER_FILE}`, path.join(this.root, own, LAYER_FILE)];
  }
}

function isSameText(file: string, text: string): boolean {
  const reading = readTextFile(file);
  return oddKindOf(file) === null && 'text' in reading && reading.text === text;
}
