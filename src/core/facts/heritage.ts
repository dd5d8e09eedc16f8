import { memoized } from '../syntax/memo.js';
import type { ProjectFacts } from './project.js';
import { hashOf } from './word-hash.js';

/** Bases that call nothing: the languages' own roots. */
const ROOTS = new Set(['object', 'Object', 'Generic', 'Protocol', 'ABC', 'ABCMeta', 'T', 'Serializable', 'Cloneable', 'Comparable'].map((name) => hashOf(name)));

interface Heritage {
  readonly bases: ReadonlyMap<number, ReadonlySet<number>>;
  readonly classes: ReadonlySet<number>;
  /** What something extends or implements. */
  readonly extended: ReadonlySet<number>;
}

const heritageOf = memoized((project: ProjectFacts): Heritage => {
  const bases = new Map<number, Set<number>>();
  const classes = new Set<number>();
  const extended = new Set<number>();
  for (const file of project.files) {
    const pairs = file.bases;
    for (let at = 0; at < pairs.length; at += 2) {
      const [name, base] = [pairs[at] as number, pairs[at + 1] as number];
      extended.add(base);
      const own = bases.get(name);
      if (own === undefined) bases.set(name, new Set([base]));
      else own.add(base);
    }
    for (const { kind, name } of file.declarations) if (kind === 'class' || kind === 'type') classes.add(name);
  }
  return { bases, classes, extended };
});

/** The names of all classes that something in the project extends or implements. */
export function extendedIn(project: ProjectFacts): ReadonlySet<number> {
  return heritageOf(project).extended;
}

/** Whether a class has to do with one that is not of the project: that one may call its methods. @param name of the class; 0 for none. */
export function hasForeignBase(project: ProjectFacts, name: number): boolean {
  const { bases, classes } = heritageOf(project);
  const seen = new Set<number>();
  const waiting = [name];
  for (let own = waiting.pop(); own !== undefined; own = waiting.pop()) {
    if (seen.has(own)) continue;
    seen.add(own);
    for (const base of bases.get(own) ?? []) {
      if (ROOTS.has(base)) continue;
      if (!classes.has(base)) return true;
      waiting.push(base);
    }
  }
  return false;
}
