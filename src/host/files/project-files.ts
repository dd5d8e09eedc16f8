import { Disk, type EntryKind } from './disk.js';
import { NO_OVERLAY, type Overlay } from './overlay.js';
import type { TextReading } from './text-file.js';

/** The files of configuration as a project has them: on disk, or as an overlay has them instead. */
export class ProjectFiles {
  constructor(readonly disk: Disk, private readonly overlay: Overlay) {}

  /** Whether the overlay has a text for a path, or says that there is none. */
  isReplaced(absolute: string): boolean {
    return this.overlay.textAt(absolute) !== undefined;
  }

  /** What is at a path, without following links; undefined if there is nothing. */
  kindOf(absolute: string): EntryKind | undefined {
    const text = this.overlay.textAt(absolute);
    return text === undefined ? this.disk.kindOf(absolute) : text === null ? undefined : 'file';
  }

  /** The directories that have layer files, relative to the root; null if only a walk through the tree can tell. */
  layerDirectories(): readonly string[] | null {
    return this.overlay.layerDirectories?.() ?? null;
  }

  /** The text of a file. */
  textOf(absolute: string): TextReading {
    const text = this.overlay.textAt(absolute);
    return typeof text === 'string' ? { text }
      : text === null ? { failed: 'it is gone', isMissing: true }
      : this.disk.textOf(absolute);
  }
}

/** The files as they are on disk now. */
export function filesOnDisk(): ProjectFiles {
  return new ProjectFiles(new Disk(), NO_OVERLAY);
}
