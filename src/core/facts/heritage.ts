import { memoized } from '../syntax/memo.js';
import type { ProjectFacts } from './project.js';
import { hashOf } from './word-hash.js';

/** Bases that call nothing, and find no class: the languages' own roots, and what can be thrown. */
const ROOTS = numbersOf(`
  object Object Generic Protocol ABC ABCMeta T Serializable Cloneable Comparable Error TypeError RangeError Throwable
  BaseException Exception ArithmeticError AssertionError AttributeError EOFError ImportError IndexError IOError KeyError
  LookupError NotImplementedError OSError RuntimeError StopIteration SyntaxError SystemExit UnicodeError ValueError Warning
  UserWarning RuntimeException IllegalArgumentException IllegalStateException
`);

/** Bases that call methods, but find no class. */
const COLLECTIONS = numbersOf(
  'dict list set tuple str bytes int float Enum IntEnum Flag NamedTuple TypedDict Iterable Iterator Runnable EventEmitter '
    + 'HTMLElement Array Map Set ArrayObject IteratorAggregate Countable ArrayAccess',
);

/** Names as numbers, in languages that fold case too. */
function numbersOf(names: string): ReadonlySet<number> {
  return new Set(names.trim().split(/\s+/).flatMap((name) => [hashOf(name), hashOf(name, 0, name.length, true)]));
}

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

/**
 * Whether a class has to do with one that is not of the project: that one may call its methods.
 * @param name of the class; 0 for none.
 */
export function hasForeignBase(project: ProjectFacts, name: number): boolean {
  return reachesForeign(project, name, false);
}

/** Whether a class extends what may be there to find such classes. */
export function isFoundByBase(project: ProjectFacts, name: number): boolean {
  return reachesForeign(project, name, true);
}

function reachesForeign(project: ProjectFacts, name: number, isOfClass: boolean): boolean {
  const { bases, classes } = heritageOf(project);
  const seen = new Set<number>();
  const waiting = [name];
  for (let own = waiting.pop(); own !== undefined; own = waiting.pop()) {
    if (seen.has(own)) continue;
    seen.add(own);
    for (const base of bases.get(own) ?? []) {
      if (ROOTS.has(base) || (isOfClass && COLLECTIONS.has(base))) continue;
      if (!classes.has(base)) return true;
      waiting.push(base);
    }
  }
  return false;
}
