import { rmSync, mkdirSync, renameSync } from 'node:fs';
import path from 'node:path';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import type * as Library from '../../src/host/workspace.js';
import { commitAll, git } from '../support/git.js';
import { makeFolder, writeFiles } from '../support/project.js';
import { runs, size } from '../support/runs.js';

const { openWorkspace } = await import('../../dist/host/workspace.js') as unknown as typeof Library;

/**
 * A line, and the number of commits before it was written. No two lines are equal, so that there is only one way to see what
 * changed.
 */
interface Line {
  readonly text: string;
  readonly born: number;
}

interface State {
  readonly files: Map<string, Line[]>;
  /** For each commit where each file of it is now; files that are gone are left out. */
  readonly commits: { readonly places: Map<string, string>; readonly lines: Map<string, readonly Line[]> }[];
  next: number;
}

const NAMES = ['a.js', 'b c.js', 'quay/tide.js', 'quay/"moor".js', 'é.js', '+x.js', 'deep/er/z.js', 'quay/\ttab.js'];

type Step =
  | { readonly kind: 'insert' | 'replace' | 'drop'; readonly file: number; readonly at: number; readonly count: number }
  | { readonly kind: 'new'; readonly file: number }
  | { readonly kind: 'remove'; readonly file: number }
  | { readonly kind: 'rename'; readonly file: number; readonly to: number }
  | { readonly kind: 'commit' };

const place = { file: fc.nat({ max: 20 }), at: fc.nat({ max: 20 }), count: fc.integer({ min: 1, max: 3 }) };
const step: fc.Arbitrary<Step> = fc.oneof(
  {
    weight: 6,
    arbitrary: fc.record({ kind: fc.constantFrom<('insert' | 'replace' | 'drop')[]>('insert', 'replace', 'drop'), ...place }),
  },
  { weight: 2, arbitrary: fc.record({ kind: fc.constantFrom<('new' | 'remove')[]>('new', 'remove'), file: place.file }) },
  { weight: 1, arbitrary: fc.record({ kind: fc.constant<'rename'>('rename'), file: place.file, to: place.file }) },
  { weight: 2, arbitrary: fc.constant<Step>({ kind: 'commit' }) },
);

function fresh(state: State, count: number): Line[] {
  return Array.from({ length: count }, () => {
    state.next += 1;
    return { text: `go(tide == ${state.next} * ${state.next % 7});`, born: state.commits.length };
  });
}

function textOf(lines: readonly Line[]): string {
  return lines.map(({ text }) => `${text}\n`).join('');
}

function take(folder: string, state: State, one: Step): void {
  if (one.kind === 'commit') {
    commitAll(folder);
    state.commits.push({
      places: new Map([...state.files.keys()].map((file) => [file, file])),
      lines: new Map([...state.files].map(([file, lines]) => [file, [...lines]])),
    });
    return;
  }
  const names = [...state.files.keys()];
  const file = names[one.file % Math.max(1, names.length)];
  if (one.kind === 'new' || file === undefined) {
    const name = NAMES.find((candidate) => !state.files.has(candidate));
    if (name === undefined || one.kind === 'rename') return;
    state.files.set(name, fresh(state, 6));
    writeFiles(folder, { [name]: textOf(state.files.get(name) ?? []) });
    return;
  }
  const lines = state.files.get(file) as Line[];
  if (one.kind === 'remove' || one.kind === 'rename') {
    const to = one.kind === 'rename' ? NAMES[one.to % NAMES.length] as string : null;
    if (to !== null && state.files.has(to)) return;
    state.files.delete(file);
    if (to === null) rmSync(path.join(folder, file));
    else {
      mkdirSync(path.dirname(path.join(folder, to)), { recursive: true });
      renameSync(path.join(folder, file), path.join(folder, to));
      state.files.set(to, lines);
      // Git finds renames of files in languages it supports.
      git(folder, 'add', '-A');
    }
    for (const { places } of state.commits) {
      for (const [old, now] of places) {
        if (now === file && to === null) places.delete(old);
        else if (now === file && to !== null) places.set(old, to);
      }
    }
    return;
  }
  const at = Math.min(one.at, lines.length);
  lines.splice(at, one.kind === 'insert' ? 0 : one.count, ...(one.kind === 'drop' ? [] : fresh(state, one.count)));
  if (lines.length === 0) lines.push(...fresh(state, 1));
  writeFiles(folder, { [file]: textOf(lines) });
}

/** The lines of each file that were not there at a commit. */
function changedSince(state: State, revision: number): Map<string, string[]> {
  const commit = state.commits[revision] as State['commits'][number];
  const before = new Map([...commit.places].map(([old, now]) => [now, { old, lines: commit.lines.get(old) ?? [] }]));
  const changed = new Map<string, string[]>();
  for (const [file, lines] of state.files) {
    const known = before.get(file);
    const kept = lines.filter((line) => known?.lines.includes(line));
    // How much of a renamed file must be left for git to call it that, and what becomes of it where another file has or had one
    // of its names, is git's own affair.
    if (known !== undefined && known.old !== file && (state.files.has(known.old)
      || commit.lines.has(file) || kept.length * 10 < Math.max(lines.length, known.lines.length) * 8)) continue;
    changed.set(file, lines.flatMap((line, index) => (kept.includes(line) ? [] : [`${file}:${index + 1}`])));
  }
  return changed;
}

/** An own change in each file since the first commit: there is one to find, however few random histories there is time for. */
const CHANGED_SINCE_FIRST: [Step[], number] = [
  [{ kind: 'replace', file: 0, at: 2, count: 2 }, { kind: 'commit' }, { kind: 'insert', file: 1, at: 0, count: 1 }],
  0,
];

test('a finding is on a changed line if, and only if, its line was not there at the revision', async () => {
  let [lines, files] = [0, 0];
  await fc.assert(fc.asyncProperty(fc.array(step, { minLength: 3, maxLength: 16 }), fc.nat({ max: 9 }), async (steps, back) => {
    const folder = makeFolder({ '.gitignore': '/elvar.yaml\n', 'elvar.yaml': 'rulings:\n  slips/loose-compare: error\n' });
    git(folder, 'init', '-q', '-b', 'main');
    const state: State = { files: new Map([['a.js', []], ['quay/tide.js', []]]), commits: [], next: 0 };
    for (const [file, own] of state.files) {
      own.push(...fresh(state, 8));
      writeFiles(folder, { [file]: textOf(own) });
    }
    for (const one of [{ kind: 'commit' } as const, ...steps]) take(folder, state, one);
    const revision = back % state.commits.length;
    const report = await openWorkspace({ directory: folder, root: folder, noPersonal: true }).check(
      [], { since: `HEAD~${state.commits.length - 1 - revision}` },
    );
    const expected = changedSince(state, revision);
    for (const [file, changed] of expected) {
      const told =
        report.files.find(({ path: own }) => own === file)?.findings.all.map(({ span }) => `${file}:${span.start.line}`) ?? [];
      expect(told, file).toEqual(changed);
      lines += changed.length;
      files += Number(changed.length > 0);
    }
    expect([...state.files.keys()]).toEqual(expect.arrayContaining(report.files.map(({ path: own }) => own)));
    rmSync(folder, { recursive: true });
  }), { numRuns: runs(2, 80), examples: [CHANGED_SINCE_FIRST] });
  expect(Math.min(lines, files)).toBeGreaterThan(size(0, 10));
});
