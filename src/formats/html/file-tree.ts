import type { ResolvedFile } from '../../core/cascade/resolve-report.js';
import type { RuleSet } from '../../core/model/rule-set.js';

/** A directory with the rule sets of its files. */
export interface TreeDirectory {
  readonly name: string;
  /** Relative to the root; a dot for the root. */
  readonly path: string;
  readonly files: ResolvedFile[];
  readonly directories: TreeDirectory[];
  /** How many files below it have each rule set. */
  readonly sets: Map<RuleSet, number>;
}

/** Files as a tree of directories. @param files sorted by path. */
export function fileTree(files: readonly ResolvedFile[]): TreeDirectory {
  const root = emptyDirectory('.', '.');
  const known = new Map([['.', root]]);
  for (const file of files) {
    const steps = file.path.split('/').slice(0, -1);
    let directory = root;
    count(directory, file);
    for (const [index, name] of steps.entries()) {
      const own = steps.slice(0, index + 1).join('/');
      let inner = known.get(own);
      if (inner === undefined) {
        known.set(own, (inner = emptyDirectory(name, own)));
        directory.directories.push(inner);
      }
      directory = inner;
      count(directory, file);
    }
    directory.files.push(file);
  }
  return root;
}

function emptyDirectory(name: string, path: string): TreeDirectory {
  return { name, path, files: [], directories: [], sets: new Map() };
}

function count({ sets }: TreeDirectory, { rules: { set } }: ResolvedFile): void {
  sets.set(set, (sets.get(set) ?? 0) + 1);
}

/** The rule set that most files below a directory have; the first of equals. */
export function usualSet({ sets }: TreeDirectory): RuleSet | null {
  let usual: RuleSet | null = null;
  for (const [set, number] of sets) if (usual === null || number > (sets.get(usual) ?? 0)) usual = set;
  return usual;
}

/** For each rule set, the one that is usual where it occurs first from the root down; null for the one of the root. */
export function setsAround(root: TreeDirectory): Map<RuleSet, RuleSet | null> {
  const around = new Map<RuleSet, RuleSet | null>();
  const visit = (directory: TreeDirectory, outer: RuleSet | null): void => {
    const usual = usualSet(directory);
    for (const set of [...(usual === null ? [] : [usual]), ...directory.files.map(({ rules }) => rules.set)]) {
      const base = set === usual ? outer : usual;
      if (!around.has(set)) around.set(set, base);
    }
    for (const inner of directory.directories) visit(inner, usual);
  };
  visit(root, null);
  return around;
}
