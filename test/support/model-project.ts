import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { WorkspaceOptions } from '../../src/host/layers/run-settings.js';
import { FILES } from './cascade-model.js';
import { writeFiles } from './project.js';
import { TODAY, writeProject, type Layer, type Project, type Written } from './random-projects.js';

/** A random project in a folder of its own. */
export interface ModelProject {
  readonly root: string;
  readonly written: Map<Layer, Written>;
  /** What a workspace of it is opened with. */
  readonly options: WorkspaceOptions;
}

/**
 * Writes a project, hands it to `use`, and clears it away.
 * @param codes the contents of the files; files without one are empty.
 */
export async function inProject(
  project: Project, use: (own: ModelProject) => Promise<void> | void, codes: Readonly<Record<string, string>> = {},
): Promise<void> {
  const folder = mkdtempSync(path.join(tmpdir(), 'elvar-model-'));
  try {
    const root = path.join(folder, 'tree');
    const written = writeProject(project, folder, FILES);
    writeFiles(root, codes);
    await use({
      root, written,
      options: {
        directory: root,
        root,
        today: TODAY,
        set: project.set.map(({ text }) => text),
        env: { XDG_CONFIG_HOME: path.join(folder, 'config') },
      },
    });
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
