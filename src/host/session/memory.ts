import path from 'node:path';
import { InspectionCache } from '../cache/inspection-cache.js';
import { OutcomeMemo } from '../cache/outcome-memo.js';
import { Disk } from '../files/disk.js';
import { relativeTo } from '../files/target-path.js';
import type { KnownFindings } from '../inspection/remembered.js';
import { IntakeShelf } from '../intake/intake-shelf.js';
import { LayerShelf } from '../layers/layer-shelf.js';

/** What is known of one project, whatever the settings: shared by a session and its trials. */
export class Memory {
  readonly logs = new IntakeShelf();
  readonly layers = new LayerShelf();
  private readonly memo = new OutcomeMemo();
  private cache: InspectionCache | null = null;

  /** @param root the project's, absolute. @param disk its files. */
  constructor(private readonly root: string, readonly disk: Disk = new Disk()) {}

  /** What is known of the findings. @param folder where the caches of all projects are; null for nothing but what this session has seen. */
  findingsIn(folder: string | null): KnownFindings {
    return { cache: folder === null ? null : this.cache ??= new InspectionCache(folder, this.root), memo: this.memo };
  }

  /** Forgets what has been read at a path, absolute or relative to the root; everything without one. */
  forget(changed: string | null): void {
    if (changed === null) {
      this.disk.forgetAll();
      this.memo.forget(null);
      return;
    }
    const absolute = path.resolve(this.root, changed);
    this.disk.forget(absolute);
    this.memo.forget(relativeTo(this.root, absolute));
  }

  /** From now on, a text stands for a file; with null, what is on the disk does. */
  open(file: string, text: string | null): void {
    const absolute = path.resolve(this.root, file);
    this.memo.forget(relativeTo(this.root, absolute));
    this.disk.open(absolute, text);
  }

  /** Writes down what is known of the findings, for later runs. */
  save(): void {
    this.cache?.save(true);
  }
}
