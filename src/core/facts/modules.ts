import { memoized } from '../syntax/memo.js';
import { isImported, type FactImport, type FileFacts } from './facts.js';
import type { ProjectFacts } from './project.js';

/** Where an import leads: to files of the project; to none, though it should; or to where nothing is known. */
type Target = { readonly files: readonly FileFacts[] } | 'missing' | 'elsewhere';

/** An import, and the file that has it. */
export interface Taker {
  readonly file: FileFacts;
  readonly taken: FactImport;
}

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

const ELSEWHERE = 'elsewhere';
const MISSING = 'missing';

/** Where the imports of a project lead, each worked out once. */
const targets = memoized((_project: ProjectFacts) => new Map<FactImport, Target>());

/** Where an import leads. */
export function targetOf(project: ProjectFacts, file: FileFacts, taken: FactImport): Target {
  const known = targets(project);
  let target = known.get(taken);
  if (target === undefined) known.set(taken, (target = findTarget(project, file, taken)));
  return target;
}

function findTarget(project: ProjectFacts, file: FileFacts, taken: FactImport): Target {
  const { module } = taken;
  switch (file.family) {
    case 'script':
      return scriptTarget(project, file.path, module);
    case 'python':
      return pythonTarget(project, file.path, module, isImported(taken, 'maybe'));
    case 'php':
      return exact(project, joined(file.path, module));
    case 'c':
      return includeTarget(project, file.path, module);
    default:
      return ELSEWHERE;
  }
}

function scriptTarget(project: ProjectFacts, from: string, written: string): Target {
  if (!/^\.{1,2}(?:\/|$)/.test(written)) return ELSEWHERE;
  const path = joined(from, written.replace(/[?#].*$/, ''));
  if (path === null) return ELSEWHERE;
  const found = scriptFile(project, path);
  if (found !== undefined) return { files: [found] };
  // The manifest of a directory says what it stands for.
  if (project.at(`${path.replace(/\/$/, '')}${path === '' ? '' : '/'}package.json`) !== undefined) return ELSEWHERE;
  // What is made by a build, or is no code, may be there.
  return project.isUnknown(path) || project.isUnknown(path.replace(/\.\w+$/, '')) || /\.(?!(?:[cm]?[jt]sx?|json)$)\w+$/.test(path)
    ? ELSEWHERE
    : MISSING;
}

/**
 * The scripts that something is built of, by its path: those with the same path but for the folders of sources and of what is
 * built.
 */
export function twinsOf(project: ProjectFacts, path: string): readonly FileFacts[] {
  return twins(project).get(sourceStem(path)) ?? [];
}

const twins = memoized((project: ProjectFacts): ReadonlyMap<string, readonly FileFacts[]> => {
  const all = new Map<string, FileFacts[]>();
  for (const file of project.files) {
    if (file.family !== 'script') continue;
    const stem = sourceStem(file.path);
    const others = all.get(stem);
    if (others === undefined) all.set(stem, [file]);
    else others.push(file);
  }
  return all;
});

/** A path without its ending and without the folders of sources and of what is built of them. */
function sourceStem(path: string): string {
  return path.replace(/\.d\.[cm]?ts$|\.[cm]?[jt]sx?$/, '')
    .split('/')
    .filter((step) => !/^(?:src|source|dist|lib|build|out|esm|cjs|es|umd|amd|commonjs|module|types)$/.test(step))
    .join('/');
}

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

function exact(project: ProjectFacts, path: string | null): Target {
  if (path === null) return ELSEWHERE;
  const file = project.at(path);
  return file !== undefined ? { files: [file] } : project.isUnknown(path) ? ELSEWHERE : MISSING;
}

/** The Python Language Reference, sections 5.3 and 5.7. */
function pythonTarget(project: ProjectFacts, from: string, written: string, mayBeName: boolean): Target {
  const [, dots = '', rest = ''] = /^(\.*)(.*)$/.exec(written) ?? [];
  const steps = rest === '' ? [] : rest.split('.');
  if (dots === '') {
    const files = byTail(project, steps.join('/'), 'python');
    return files.length === 0 ? ELSEWHERE : { files };
  }
  const around = from.split('/').slice(0, -dots.length);
  if (dots.length > from.split('/').length) return ELSEWHERE;
  const path = [...around, ...steps].join('/');
  const file = project.at(`${path}.py`) ?? project.at(`${path}/__init__.py`)
    ?? project.at(`${path}.pyi`) ?? project.at(`${path}/__init__.pyi`) ?? (path === '' ? project.at('__init__.py') : undefined);
  if (file !== undefined) return { files: [file] };
  // A directory without __init__.py is a package all the same.
  const isDirectory = steps.length === 0 || project.hasDirectory(path);
  return mayBeName || isDirectory || project.isUnknown(path) ? ELSEWHERE : MISSING;
}

function includeTarget(project: ProjectFacts, from: string, written: string): Target {
  const beside = joined(from, written);
  const file = beside === null ? undefined : project.at(beside);
  if (file !== undefined) return { files: [file] };
  // The compiler is told other directories.
  const files = byTail(project, written.replace(/^(?:\.{1,2}\/)+/, ''), 'c');
  return files.length === 0 ? ELSEWHERE : { files };
}

/** The files by the last step of their path, in a family; for modules without their ending. */
const tails = memoized((project: ProjectFacts): ReadonlyMap<string, readonly FileFacts[]> => {
  const all = new Map<string, FileFacts[]>();
  for (const file of project.files) {
    const name = tailName(file).split('/').at(-1) as string;
    const key = `${file.family} ${name}`;
    const others = all.get(key);
    if (others === undefined) all.set(key, [file]);
    else others.push(file);
  }
  return all;
});

function tailName({ path, family }: FileFacts): string {
  return family === 'python' ? path.replace(/(?:\/__init__)?\.pyi?$/, '') : path;
}

/** The files whose paths end with some steps. */
function byTail(project: ProjectFacts, tail: string, family: string): FileFacts[] {
  const name = tail.split('/').at(-1) as string;
  return (tails(project).get(`${family} ${name}`) ?? []).filter((file) => {
    const path = tailName(file);
    return path === tail || path.endsWith(`/${tail}`);
  });
}

/** A relative path from a file; null if it leaves the project. A slash at its end stays. */
export function joined(from: string, relative: string): string | null {
  const steps = from.split('/').slice(0, -1);
  for (const step of relative.split('/')) {
    if (step === '..' && steps.pop() === undefined) return null;
    if (step !== '..' && step !== '.' && step !== '') steps.push(step);
  }
  return `${steps.join('/')}${/(?:^|\/)\.{0,2}$/.test(relative) && steps.length > 0 ? '/' : ''}`;
}

/** Which imports lead to a file, by its path. */
export const takersOf = memoized((project: ProjectFacts): ReadonlyMap<string, readonly Taker[]> => {
  const takers = new Map<string, Taker[]>();
  for (const file of project.files) {
    for (const taken of file.imports) {
      const target = targetOf(project, file, taken);
      // What is built may be taken instead of what it is built of.
      const built = file.family === 'script'
        && (typeof target === 'string' || target.files.some(({ path }) => /(?:^|\/)(?:dist|build|out)\//.test(path)))
        ? joined(file.path, taken.module)
        : null;
      const twinFiles = built === null || !/^\.{1,2}\//.test(taken.module) ? [] : twinsOf(project, built);
      for (const { path } of [...(typeof target === 'string' ? [] : target.files), ...twinFiles]) {
        if (path === file.path) continue;
        const others = takers.get(path);
        if (others === undefined) takers.set(path, [{ file, taken }]);
        else others.push({ file, taken });
      }
    }
  }
  return takers;
});

/**
 * The imports of scripts that lead to no file as they are written, by the last step of their module: the build may give them
 * another meaning.
 */
export const aliasTakersOf = memoized((project: ProjectFacts): ReadonlyMap<string, readonly Taker[]> => {
  const takers = new Map<string, Taker[]>();
  for (const file of project.files) {
    if (file.family !== 'script') continue;
    for (const taken of file.imports) {
      if (/^\.{1,2}(?:\/|$)/.test(taken.module)) continue;
      const name = stemOf(taken.module);
      const others = takers.get(name);
      if (others === undefined) takers.set(name, [{ file, taken }]);
      else others.push({ file, taken });
    }
  }
  return takers;
});

/** The last step of a path, without its ending. */
export function stemOf(path: string): string {
  return (path.split('/').at(-1) as string).replace(/(?<=.)\.\w+$/, '');
}
