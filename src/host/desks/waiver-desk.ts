import path from 'node:path';
import type { UnwaivedFile, WaivedFile, WaiverList } from '../../core/inspect/waiver-report.js';
import { UsageError } from '../files/errors.js';
import { knowingQuestionFor } from '../session/knowing-question.js';
import type { Session } from '../session/session.js';
import { digestAt } from '../writing/on-disk.js';
import { whileWriting } from '../writing/while-writing.js';
import type { Writer } from '../writing/writer.js';
import type { WaiveQuestion } from '../questions/change-questions.js';

/** Shows, adds and removes the waivers of a project. Every method throws a LayerError if a layer file is wrong. */
export class WaiverDesk {
  constructor(private readonly session: Session) {}

  /** All waivers in files and directories; everywhere if none is named. */
  async list(paths: readonly string[] = []): Promise<WaiverList> {
    const { files, ...base } = await this.session.check(paths);
    const { blameDays } = await import('../git/blame.js');
    const waivers = files.filter((file) => file.waivers.length > 0).flatMap((file) => {
      const days = blameDays(this.session.root, file.path, file.waivers.map(({ line }) => line));
      return file.waivers.map((waiver) => ({ ...waiver, path: file.path, since: days.get(waiver.line) ?? null }));
    });
    return { ...base, waivers };
  }

  /**
   * Adds a waiver for findings in a file.
   * @param writes whether to write the file; if not, the answer says what would be written.
   * @throws UsageError if there is no such file, nothing to waive, or waiving is not allowed there.
   */
  async write(target: string, question: WaiveQuestion, writes: boolean): Promise<WaivedFile> {
    if (!this.session.exists(target) || this.session.isDirectory(target)) throw new UsageError({ code: 'no-file', path: target });
    const { question: inspection, listing, base } = await knowingQuestionFor(this.session, [target]);
    const [skipped] = listing.skipped;
    if (listing.files.length !== 1) throw new UsageError({ code: 'not-checked', path: target, skipped: skipped ?? null });
    const { waiveIn } = await import('../inspection/waive-file.js');
    const write = (writer: Writer | null): Promise<WaivedFile> => waiveIn(inspection, base.catalog, question, writer);
    if (!writes) return write(null);
    const file = path.join(this.session.root, this.session.relative(target));
    const before = digestAt(file);
    return whileWriting(this.session.root, this.session.run.watch, (writer) => {
      if (digestAt(file) !== before) throw new UsageError({ code: 'changed-meanwhile', path: target });
      return write(writer);
    });
  }

  /**
   * Removes the waivers that excuse nothing.
   * @param writes whether to write the files; if not, the answer says what would be written.
   */
  async removeUnused(paths: readonly string[], writes: boolean): Promise<readonly UnwaivedFile[]> {
    const { question: inspection, base } = await knowingQuestionFor(this.session, paths);
    const { removeWaivers } = await import('../inspection/remove-waivers.js');
    const remove = (writer: Writer | null): Promise<UnwaivedFile[]> => removeWaivers(inspection, base.catalog, writer);
    return writes ? whileWriting(this.session.root, this.session.run.watch, remove) : remove(null);
  }
}
