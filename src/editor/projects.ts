import path from 'node:path';
import { statsAt } from '../host/files/stats.js';
import { realOrNearest } from '../host/files/real-path.js';
import type { WorkspaceOptions } from '../host/layers/run-settings.js';
import { EditorProject } from './project.js';

/** The projects that an editor has files of: those around the folders that it has open, and those around single files. */
export class Projects {
  private readonly byRoot = new Map<string, EditorProject>();
  /** The roots by directory, so that they are looked for once. */
  private readonly roots = new Map<string, string>();

  constructor(private readonly options: WorkspaceOptions) {}

  /** The project of a file, opened if need be. @param file absolute and real. */
  of(file: string): EditorProject {
    let directory = path.dirname(file);
    // A file that was just named may be in a directory that is not there yet.
    while (statsAt(directory)?.isDirectory() !== true && path.dirname(directory) !== directory) directory = path.dirname(
      directory,
    );
    return this.around(directory);
  }

  /** The project around a directory. */
  around(directory: string): EditorProject {
    const real = realOrNearest(directory);
    const known = this.byRoot.get(this.roots.get(real) ?? '');
    if (known !== undefined) return known;
    const project = EditorProject.around(real, this.options);
    this.roots.set(real, project.root);
    const other = this.byRoot.get(project.root);
    if (other === undefined) this.byRoot.set(project.root, project);
    return other ?? project;
  }

  /** All that have been opened. */
  all(): Iterable<EditorProject> {
    return this.byRoot.values();
  }
}
