import path from 'node:path';
import { DiskMemory } from './disk-memory.js';
import { SessionMemory } from './session-memory.js';
import { Disk } from '../files/disk.js';
import { relativeTo } from '../files/target-path.js';
import type { FindingMemories } from './finding-memory.js';
import { LogMemory } from './log-memory.js';
import { LayerMemory } from './layer-memory.js';

/** What is remembered of one project, whatever the settings: shared by a session and its trials. */
export class Memory {
  readonly logs = new LogMemory();
  readonly layers = new LayerMemory();
  private readonly session = new SessionMemory();
  private stored: DiskMemory | null = null;

  /** @param root the project's, absolute. @param disk its files. */
  constructor(private readonly root: string, readonly disk: Disk = new Disk()) {}

  /**
   * What is remembered of the findings.
   * @param folder where the memories of all projects are; null for nothing but what this session has seen.
   */
  findingsIn(folder: string | null): FindingMemories {
    return { disk: folder === null ? null : this.stored ??= new DiskMemory(folder, this.root), session: this.session };
  }

  /** Forgets what has been read at a path, absolute or relative to the root; everything without one. */
  forget(changed: string | null): void {
    if (changed === null) {
      this.disk.forgetAll();
      this.session.forget(null);
      return;
    }
    const absolute = path.resolve(this.root, changed);
    this.disk.forget(absolute);
    this.session.forget(relativeTo(this.root, absolute));
  }

  /** Reads a text instead of a file from now on; with null, the file on the disk again. */
  open(file: string, text: string | null): void {
    const absolute = path.resolve(this.root, file);
    this.session.forget(relativeTo(this.root, absolute));
    this.disk.open(absolute, text);
  }

  /** Writes down what is remembered of the findings, for later runs. */
  save(): void {
    this.stored?.save(true);
  }
}
