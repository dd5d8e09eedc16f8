import { memoized } from '../syntax/memo.js';
import { isImported, type FileFacts } from './facts.js';
import { ENTRY_MARK, isManifest } from './manifest.js';
import { FolderTest, nameIn } from './folder-test.js';
import { familyOf, isRunInFamily } from './family.js';
import { targetOf } from './modules.js';
import { joined } from './paths.js';
import { scriptFile } from './script-files.js';
import { twinsOf } from './twins.js';
import type { ProjectFacts } from './project.js';

/**
 * Folders and endings of tests and of settings of tools, by custom of the languages. What runs them finds them by their names.
 */
const FOLDERS_OF_TESTS = new FolderTest(
  /^(?:__tests__|tests?|testing|specs?|test_?data|fixtures|examples?|benchmarks?|bench|docs?|migrations)$/i,
);
const RUN_BY_NAME =
  // elvar waive text/line-width because a pattern is one literal
  /[_-](?:test|spec)\.[a-z]+$|\.(?:test|spec|stories|bench|config|conf|setup)\.[a-z]+$|^\..+$|^(?:gulpfile|gruntfile|jakefile)\.\w+$/i;

/** Names that what runs tests looks for. */
const NAMES_OF_TESTS =
  /^_*(?:test|bench|timeit|time_|mem_|setup|teardown|before|after|pytest_|load_tests|run|suite|provide|data)|test$/i;

/** Whether something finds a name in a file that is run by name: what runs tests looks for some. */
export function isFoundByName(name: string): boolean {
  return NAMES_OF_TESTS.test(name);
}

/** Folders and endings of what is built, or taken over from elsewhere, by custom. */
const FOLDERS_NOT_OWN = new FolderTest(
  /^(?:dist|build|out|vendors?|third[_-]?party|client-dist|bower_components|amd|umd|bundles?|[\w.-]+-dist)$/i,
);
const NOT_OWN = /[.-]min\.\w+$|\.bundle\.\w+$/i;

/**
 * Whether something that is no code of the project finds a file by its name: what runs tests, a tool that reads its settings, a
 * build that writes it.
 */
export function isRunByName(path: string): boolean {
  if (FOLDERS_OF_TESTS.hasAround(path) || isNotOwn(path)) return true;
  const name = nameIn(path);
  return RUN_BY_NAME.test(name) || isRunInFamily(name);
}

/** Whether a file is built, or taken over from elsewhere, by its path. */
export function isNotOwn(path: string): boolean {
  return FOLDERS_NOT_OWN.hasAround(path) || NOT_OWN.test(nameIn(path));
}

const programs = memoized((project: ProjectFacts): ReadonlySet<string> =>
  new Set(project.files.flatMap((file) => (isProgram(project, file) && file.family !== null ? [file.family] : []))));

/** Whether there is a program in the languages of a file, tests aside: without one, all of it may be for others. */
export function hasProgram(project: ProjectFacts, { family }: FileFacts): boolean {
  return family !== null && programs(project).has(family);
}

/** A module of a package may be run for a try; what is made to be run stands outside. */
function isProgram(project: ProjectFacts, file: FileFacts): boolean {
  if (!file.is('program') || isRunByName(file.path)) return false;
  const directory = file.path.slice(0, file.path.lastIndexOf('/') + 1);
  const { packageFile } = familyOf(file);
  return packageFile === undefined || project.at(`${directory}${packageFile}`) === undefined;
}

/** The manifest of the package that a file belongs to; null for none. */
export function packageOf(project: ProjectFacts, file: FileFacts): FileFacts | null {
  const { path } = file;
  const names = familyOf(file).manifests ?? [];
  for (let end = path.lastIndexOf('/'); ; end = path.lastIndexOf('/', end - 1)) {
    for (const name of names) {
      const manifest = project.at(end < 0 ? name : `${path.slice(0, end)}/${name}`);
      if (manifest !== undefined) return manifest;
    }
    if (end < 0) return null;
  }
}

/** Whether others may use what a file offers: it belongs to a package that is made for them. */
export function isForOthers(project: ProjectFacts, file: FileFacts): boolean {
  const manifest = packageOf(project, file);
  return manifest !== null && !manifest.is('internal');
}

/**
 * The paths of the files whose names are all used from outside: what a package offers, what tests and tools run, and what these
 * pass on.
 */
export const offeringFiles = memoized((project: ProjectFacts): ReadonlySet<string> => {
  const offering = new Set<string>();
  const waiting: FileFacts[] = [];
  const add = (file: FileFacts | undefined): void => {
    if (file === undefined || offering.has(file.path)) return;
    offering.add(file.path);
    waiting.push(file);
  };
  for (const file of project.files) {
    if (isRunByName(file.path)) add(file);
    if (isManifest(file.path)) entriesOf(project, file).forEach(add);
  }
  for (let file = waiting.pop(); file !== undefined; file = waiting.pop()) {
    for (const taken of file.imports) {
      if (!isImported(taken, 'passedOn') || !isImported(taken, 'whole')) continue;
      const target = targetOf(project, file, taken);
      if (typeof target !== 'string') target.files.forEach(add);
    }
  }
  return offering;
});

/**
 * The paths of manifests that name what is nowhere in the project, and is not built of a file of the same name: what of its
 * sources others take is not known.
 */
export const openPackages = memoized((project: ProjectFacts): ReadonlySet<string> =>
  new Set(project.files.filter(({ path }) => isManifest(path)).flatMap((manifest) => {
    const entries = manifest.paths.filter((entry) => entry.startsWith(ENTRY_MARK) && !/^\u0001\.\/(?:src\/|index$)/.test(entry));
    return entries.some((entry) => filesOf(project, manifest.path, entry.slice(1)).every(({ path }) => isNotOwn(path)))
      ? [manifest.path]
      : [];
  })));

/** The files that a manifest says others take from. */
function entriesOf(project: ProjectFacts, manifest: FileFacts): FileFacts[] {
  return manifest.paths.filter((entry) => entry.startsWith(ENTRY_MARK)).flatMap((entry) =>
    filesOf(project, manifest.path, entry.slice(1)));
}

/**
 * The files that a manifest means: a path, or a pattern with a star. What is built is made of what has the same name elsewhere.
 */
function filesOf(project: ProjectFacts, manifest: string, entry: string): FileFacts[] {
  const path = joined(manifest, entry);
  if (path === null) return [];
  if (entry.includes('*')) {
    const [before = '', after = ''] = path.split('*');
    return project.files.filter(({ path: own }) => own.startsWith(before) && own.endsWith(after));
  }
  const file = scriptFile(project, path);
  return [...(file === undefined ? [] : [file]), ...(file === undefined || isNotOwn(file.path) ? twinsOf(project, path) : [])];
}

/** The paths of the files that a text of another file mentions. */
export const mentionedFiles = memoized((project: ProjectFacts): ReadonlySet<string> => {
  const mentioned = new Set<string>();
  for (const file of project.files) {
    for (const written of file.paths) {
      const path = written.startsWith(ENTRY_MARK) ? written.slice(1) : written;
      for (const found of filesMeant(project, file.path, path)) if (found !== file.path) mentioned.add(found);
    }
  }
  return mentioned;
});

/**
 * The paths of the files that a text may mean, seen from its file or from the root. A name without a directory means every file
 * of that name.
 */
function filesMeant(project: ProjectFacts, from: string, written: string): string[] {
  if (!written.includes('/')) return [...(namesIn(project).get(written) ?? [])];
  // From its file, from the root, and from the root behind what stands for it.
  const places = new Set(
    [joined(from, written), joined('', written), ...(/^[@~]\//.test(written) ? [joined('', written.slice(2))] : [])],
  );
  return [...places].flatMap((place) => {
    if (place === null) return [];
    const found = project.at(place) ?? scriptFile(project, place);
    return found !== undefined ? [found.path] : twinsOf(project, place).map(({ path }) => path);
  });
}

const namesIn = memoized((project: ProjectFacts): ReadonlyMap<string, readonly string[]> => {
  const all = new Map<string, string[]>();
  for (const { path } of project.files) {
    const name = path.slice(path.lastIndexOf('/') + 1);
    const others = all.get(name);
    if (others === undefined) all.set(name, [path]);
    else others.push(path);
  }
  return all;
});
