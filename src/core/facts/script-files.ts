import { memoized } from '../syntax/memo.js';
import type { FileFacts } from './facts.js';
import type { ProjectFacts } from './project.js';

// The modules of scripts are looked up here, and not by their language alone: the manifests of packages name them, too.

/**
 * The endings that a module of JavaScript may have: TypeScript Handbook, "Module Resolution"; Node.js documentation, "Modules".
 */
const SCRIPT_ENDINGS = [
  '.ts', '.tsx', '.js', '.jsx', '.mjs', '.cjs', '.mts', '.cts', '.d.ts', '.d.mts', '.d.cts', '.json', '.vue', '.svelte',
];

/** A compiled ending stands for what it is compiled from. */
const COMPILED: readonly (readonly [RegExp, readonly string[]])[] = [
  [/\.jsx?$/, ['.ts', '.tsx', '.d.ts']],
  [/\.mjs$/, ['.mts', '.d.mts']],
  [/\.cjs$/, ['.cts', '.d.cts']],
];

/** The script that a path means; undefined for none. */
export function scriptFile(project: ProjectFacts, path: string): FileFacts | undefined {
  const folded = path.replace(/\/$/, '');
  if (!path.endsWith('/')) {
    const exactly = project.at(folded);
    if (exactly !== undefined) return exactly;
    for (const [compiled, sources] of COMPILED) {
      if (!compiled.test(folded)) continue;
      for (const source of sources) {
        const file = project.at(folded.replace(compiled, source));
        if (file !== undefined) return file;
      }
    }
    const completed = completedScripts(project).get(folded);
    if (completed !== undefined) return completed;
  }
  return completedScripts(project).get(folded === '' ? 'index' : `${folded}/index`);
}

/** The files that a path without its ending means. Most paths that are looked up lead nowhere, and there are many endings. */
const completedScripts = memoized((project: ProjectFacts): ReadonlyMap<string, FileFacts> => {
  const found = new Map<string, { readonly file: FileFacts; readonly rank: number }>();
  for (const file of project.files) {
    const { path } = file;
    // An ending has no slash, so it begins behind the last one.
    for (let dot = path.indexOf('.', path.lastIndexOf('/') + 1); dot >= 0; dot = path.indexOf('.', dot + 1)) {
      const rank = SCRIPT_ENDINGS.indexOf(path.slice(dot));
      const stem = path.slice(0, dot);
      if (rank >= 0 && rank < (found.get(stem)?.rank ?? Infinity)) found.set(stem, { file, rank });
    }
  }
  return new Map([...found].map(([stem, { file }]) => [stem, file]));
});
