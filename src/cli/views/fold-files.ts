/** A file, or a directory (its path ends in `/`) with the number of the files in it. */
interface Folded {
  readonly path: string;
  readonly files: number;
}

/** How many of the paths lie in each directory, at any depth. */
export function countByDirectory(paths: readonly string[]): ReadonlyMap<string, number> {
  const counts = new Map<string, number>();
  for (const path of paths) {
    for (const directory of directoriesOf(path)) counts.set(directory, (counts.get(directory) ?? 0) + 1);
  }
  return counts;
}

/**
 * Names files briefly: a directory stands for its files if all of them are in `own`.
 * @param own some of the files. @param total the number of files in each directory.
 */
export function foldFiles(own: readonly string[], total: ReadonlyMap<string, number>): Folded[] {
  const owned = countByDirectory(own);
  const folded = new Map<string, number>();
  for (const path of own) {
    const whole = directoriesOf(path).find((directory) => owned.get(directory) === total.get(directory));
    // A single file in a directory is best shown by its own name.
    const name = whole === undefined || owned.get(whole) === 1 ? path : whole === '' ? './' : whole;
    folded.set(name, (folded.get(name) ?? 0) + 1);
  }
  return [...folded].map(([path, files]) => ({ path, files }));
}

/** The directories around a path, outermost first; the root is the empty text. */
function directoriesOf(path: string): string[] {
  const directories = [''];
  for (let slash = path.indexOf('/'); slash >= 0; slash = path.indexOf('/', slash + 1)) {
    directories.push(path.slice(0, slash + 1));
  }
  return directories;
}
