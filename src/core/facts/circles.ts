import { memoized } from '../syntax/memo.js';
import { isDeclared, isImported, type FactImport, type FileFacts } from './facts.js';
import { familyOf } from './family.js';
import { targetOf } from './modules.js';
import type { ProjectFacts } from './project.js';

/** Files that import each other in a circle. */
interface Circle {
  /** The import that begins it, in the first file. */
  readonly taken: FactImport;
  /** The paths of its files, the first of them first. */
  readonly paths: readonly string[];
}

/** The imports that one file has of others, by path: what is loaded when it is loaded. */
type Edges = Map<string, Map<string, FactImport>>;

/**
 * The circles of a project, by the path of their first file: the shortest through the first file of each knot, then, without its
 * first import, the shortest of what is left, and so on. Who mends each of them has no circle left.
 */
export const circlesIn = memoized((project: ProjectFacts): ReadonlyMap<string, readonly Circle[]> => {
  const edges: Edges = new Map(project.files.map((file) => [file.path, edgesOf(project, file)]));
  const circles = new Map<string, Circle[]>();
  for (let knots = knotsIn(edges, [...edges.keys()]); knots.length > 0;) {
    const again: string[] = [];
    for (const knot of knots) {
      const [first = ''] = [...knot].sort();
      const paths = shortest(edges, first, new Set(knot));
      const [, second = first] = paths;
      const taken = edges.get(first)?.get(second) as FactImport;
      edges.get(first)?.delete(second);
      const others = circles.get(first);
      if (others === undefined) circles.set(first, [{ taken, paths }]);
      else others.push({ taken, paths });
      again.push(...knot);
    }
    knots = knotsIn(edges, again);
  }
  return circles;
});

function edgesOf(project: ProjectFacts, file: FileFacts): Map<string, FactImport> {
  const edges = new Map<string, FactImport>();
  if (familyOf(file).runsOnImport !== true) return edges;
  const submodules = new Set(
    file.imports.filter((taken) => isImported(taken, 'maybe') && typeof targetOf(project, file, taken) !== 'string')
      .map(({ module }) => module),
  );
  for (const taken of file.imports) {
    if (isImported(taken, 'late') || isImported(taken, 'type')) continue;
    const target = targetOf(project, file, taken);
    if (typeof target === 'string' || target.files.length !== 1) continue;
    const [to] = target.files as readonly [FileFacts];
    // All that it takes from a package of Python are modules of their own.
    if (/(?:^|\/)__init__\.pyi?$/.test(to.path)
        && [...submodules].some((module) => module.startsWith(taken.module) && module !== taken.module)) continue;
    if (to.path !== file.path && !edges.has(to.path) && !takesTypesOnly(project, to, taken)) edges.set(to.path, taken);
  }
  return edges;
}

/** How many files a type may be passed on by. */
const LONGEST_WAY = 8;

/** Whether all that is taken from a file are types, which compilers drop. */
function takesTypesOnly(project: ProjectFacts, from: FileFacts, taken: FactImport): boolean {
  return taken.names.length > 0
    && !isImported(taken, 'whole') && [...taken.names].every((name) => isTypeIn(project, from, name, LONGEST_WAY));
}

function isTypeIn(project: ProjectFacts, file: FileFacts, name: number, left: number): boolean {
  const declared = file.declarations.filter((own) => own.name === name && isDeclared(own, 'exported'));
  if (declared.length > 0) return declared.every(({ kind }) => kind === 'type');
  return left > 0 && file.imports.some((taken) => {
    if (!isImported(taken, 'passedOn') || !(isImported(taken, 'whole') || taken.names.includes(name))) return false;
    const target = targetOf(project, file, taken);
    return typeof target !== 'string' && target.files.some((next) => isTypeIn(project, next, name, left - 1));
  });
}

/**
 * The groups of files of which each leads to each, by Tarjan's algorithm without recursion (SIAM Journal on Computing 1, 1972).
 */
function knotsIn(edges: Edges, among: readonly string[]): string[][] {
  const allowed = new Set(among);
  const found = new Map<string, number>();
  const low = new Map<string, number>();
  const stack: string[] = [];
  const onStack = new Set<string>();
  const knots: string[][] = [];
  const enter = (path: string): { readonly path: string; readonly next: Iterator<string> } => {
    found.set(path, found.size);
    low.set(path, found.size - 1);
    stack.push(path);
    onStack.add(path);
    return { path, next: (edges.get(path) ?? new Map<string, FactImport>()).keys() };
  };
  const lower = (path: string, to: number): void => void low.set(path, Math.min(low.get(path) as number, to));
  for (const start of among) {
    if (found.has(start)) continue;
    const way = [enter(start)];
    while (way.length > 0) {
      const { path, next } = way.at(-1) as ReturnType<typeof enter>;
      const step = next.next();
      if (step.done !== true) {
        if (!allowed.has(step.value)) continue;
        if (!found.has(step.value)) way.push(enter(step.value));
        else if (onStack.has(step.value)) lower(path, found.get(step.value) as number);
        continue;
      }
      way.pop();
      const around = way.at(-1);
      if (around !== undefined) lower(around.path, low.get(path) as number);
      if (low.get(path) !== found.get(path)) continue;
      const knot = stack.splice(stack.lastIndexOf(path));
      for (const one of knot) onStack.delete(one);
      if (knot.length > 1) knots.push(knot);
    }
  }
  return knots;
}

/** The shortest way from a file back to itself. */
function shortest(edges: Edges, first: string, within: ReadonlySet<string>): string[] {
  const from = new Map<string, string>();
  const waiting = [first];
  for (const path of waiting) {
    for (const next of edges.get(path)?.keys() ?? []) {
      if (next === first) {
        const way = [path];
        for (let at = from.get(path); at !== undefined; at = from.get(at)) way.push(at);
        return way.reverse();
      }
      if (!within.has(next) || from.has(next)) continue;
      from.set(next, path);
      waiting.push(next);
    }
  }
  return [first];
}
