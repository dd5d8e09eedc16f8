/** How many directories are remembered: nobody's project has more that matter. */
const MOST = 100_000;

/** Whether a path lies in a folder of some name. Many files lie in one directory, so each directory is looked at once. */
export class FolderTest {
  private readonly known = new Map<string, boolean>();

  /** @param name matches the whole name of a folder. */
  constructor(private readonly name: RegExp) {}

  /** Whether one of the folders around a file has such a name. */
  hasAround(path: string): boolean {
    const end = path.lastIndexOf('/');
    if (end < 0) return false;
    const directory = path.slice(0, end);
    let has = this.known.get(directory);
    if (has === undefined) {
      if (this.known.size >= MOST) this.known.clear();
      this.known.set(directory, (has = directory.split('/').some((step) => this.name.test(step))));
    }
    return has;
  }
}

/** The name of a file. */
export function nameIn(path: string): string {
  return path.slice(path.lastIndexOf('/') + 1);
}
