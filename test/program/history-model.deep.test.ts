import { mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { execFileSync } from 'node:child_process';
import { tmpdir } from 'node:os';
import path from 'node:path';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import type { HistoryEvent } from '../../src/core/history/history-event.js';
import type * as Past from '../../src/host/history/history-of.js';
import type { ImpactReport } from '../../src/core/impact/impact-report.js';
import type * as Revisions from '../../src/host/session/revisions.js';
import type * as Library from '../../src/host/workspace.js';
import { daysAfter } from '../../src/core/base/date.js';
import { git } from '../support/git.js';
import { writeFiles } from '../support/project.js';
import { DIRECTORIES, projects, writeProject, type Project } from '../support/random-projects.js';
import { runs } from '../support/runs.js';

const { openWorkspace } = await import('../../dist/host/workspace.js') as unknown as typeof Library;
const { impactBetween } = await import('../../dist/host/session/revisions.js') as unknown as typeof Revisions;
const { historyOf } = await import('../../dist/host/history/history-of.js') as unknown as typeof Past;

/** The files that decide, in the random projects and beside them. */
const DECIDING = [
  ...DIRECTORIES.map((directory) => path.posix.join(directory, 'elvar.yaml')),
  'style/p0.yaml',
  'style/p1.yaml',
  'style/p2.yaml',
];
const IGNORES = ['.gitignore', 'a/.elvarignore'];
/** The paths that the file in question may have. */
const PLACES = ['a/b/x.ts', 'a/x.test.ts', 'c/tide', 'c/b/y.py', 'x.ts'];
const SOURCE = `#!/usr/bin/env python3\n${Array.from({ length: 12 }, (_, line) => `tide_${line} = ${line * 7}\n`).join('')}`;

/** One commit: what it changes, how many days after the one before it, and whether it comes by a merge. */
interface Step {
  readonly changes: readonly { readonly file: string; readonly from: number; readonly fate: 'written' | 'removed' | 'broken' }[];
  readonly ignore: { readonly file: string; readonly text: string } | null;
  readonly move: string | null;
  readonly days: number;
  readonly merges: boolean;
}

const POOL = 3;
const step: fc.Arbitrary<Step> = fc.record({
  changes: fc.array(
    fc.record({
      file: fc.constantFrom(...DECIDING),
      from: fc.nat({ max: POOL - 1 }),
      fate: fc.constantFrom<('written' | 'removed' | 'broken')[]>(
        'written', 'written', 'written', 'written', 'removed', 'broken',
      ),
    }),
    { maxLength: 3 },
  ),
  ignore: fc.oneof({ weight: 5, arbitrary: fc.constant(null) }, {
    weight: 1, arbitrary: fc.record({ file: fc.constantFrom(...IGNORES), text: fc.constantFrom('', 'a/\n', '/c/\n', 'b/\n') }),
  }),
  move: fc.oneof({ weight: 5, arbitrary: fc.constant(null) }, { weight: 1, arbitrary: fc.constantFrom(...PLACES) }),
  days: fc.constantFrom(0, 0, 1, 2, 30),
  merges: fc.constantFrom(false, false, true),
});

/** The texts of a project's deciding files. */
function textsOf(project: Project, folder: string): ReadonlyMap<string, string> {
  rmSync(folder, { recursive: true, force: true });
  writeProject({ ...project, personal: null }, folder, []);
  return new Map(DECIDING.flatMap((file) => {
    try {
      return [[file, readFileSync(path.join(folder, 'tree', file), 'utf8')] as const];
    } catch {
      return [];
    }
  }));
}

interface Landed {
  readonly commit: string;
  readonly day: string;
  /** Where the file is. */
  readonly place: string;
}

/**
 * Makes the history of a project in a repository, which may be around it, and tells what lies along the first parents, oldest
 * first.
 */
function makeHistory(
  root: string, repository: string, pool: readonly ReadonlyMap<string, string>[], steps: readonly Step[],
): Landed[] {
  git(repository, 'init', '-q', '-b', 'main');
  let place = PLACES[0] as string;
  let day = '2026-06-12';
  const landed: Landed[] = [];
  const commit = (message: string): void => {
    git(root, 'add', '-A');
    const time = `${day}T12:00:00 +0000`;
    execFileSync(
      'git',
      [
        '-C', root, '-c', 'user.name=Ines Holm', '-c', 'user.email=ines@saltmarsh.example', 'commit', '-q', '--allow-empty',
        '-m', message,
      ],
      { env: { PATH: process.env['PATH'], HOME: '/nonexistent', GIT_AUTHOR_DATE: time, GIT_COMMITTER_DATE: time } },
    );
  };
  writeFiles(root, { [place]: SOURCE });
  steps.forEach(({ changes, ignore, move, days, merges }, index) => {
    day = daysAfter(day, index === 0 ? 0 : days);
    if (merges && index > 0) git(root, 'checkout', '-q', '-b', `side-${index}`);
    for (const { file, from, fate } of changes) {
      const text = pool[from]?.get(file);
      if (fate === 'removed' || text === undefined) rmSync(path.join(root, file), { force: true });
      else writeFiles(root, { [file]: fate === 'broken' ? `${text}rulings: [\n` : text });
    }
    if (ignore !== null) writeFiles(root, { [ignore.file]: ignore.text });
    if (move !== null && move !== place && index > 0) {
      mkdirSync(path.dirname(path.join(root, move)), { recursive: true });
      git(root, 'add', '-Af', '.');
      git(root, 'mv', '-f', place, move);
      place = move;
    }
    git(root, 'add', '-Af', '.');
    commit(`step ${index}`);
    if (merges && index > 0) {
      git(root, 'checkout', '-q', 'main');
      const time = `${day}T13:00:00 +0000`;
      execFileSync('git', [
        '-C',
        root,
        '-c',
        'user.name=Jon Marsh',
        '-c',
        'user.email=jon@saltmarsh.example',
        'merge',
        '-q',
        '--no-ff',
        '-m',
        `merge ${index}`,
        `side-${index}`,
      ], {
        stdio: 'pipe',
        env: { PATH: process.env['PATH'], HOME: '/nonexistent', GIT_AUTHOR_DATE: time, GIT_COMMITTER_DATE: time },
      });
    }
    landed.push({ commit: git(root, 'rev-parse', 'HEAD').trim(), day, place });
  });
  return landed;
}

type Parts = Readonly<Record<string, string>>;

/** Level and options of every rule, by a tree that has been taken out of the repository; null if it is wrong. */
function decidedBy(tree: string, place: string, today: string): Parts | null {
  try {
    const { rules: { decisions } } =
      openWorkspace({ directory: tree, root: tree, today, noPersonal: true, env: {} }).explain(place);
    return Object.fromEntries([...decisions.values()].flatMap(({ rule, level, options }) =>
      [[rule, level], ...Object.entries(options).map(([name, { value }]) => [`${rule} ${name}`, JSON.stringify(value)])]));
  } catch {
    return null;
  }
}

interface Change {
  readonly cause: string;
  readonly parts: readonly string[];
}

function differing(before: Parts, after: Parts): string[] {
  return Object.keys(after)
    .filter((part) => before[part] !== after[part])
    .map((part) => `${part}: ${before[part]} → ${after[part]}`)
    .sort();
}

/** What a history has to tell, from what each commit decides by itself. */
function expected(
  trees: readonly (Landed & { readonly tree: string })[], today: string,
): { changes: Change[]; broken: string[] } {
  const changes: Change[] = [];
  const broken: string[] = [];
  let before: { readonly tree: string; readonly place: string } | null = null;
  trees.forEach(({ tree, place, commit, day }, index) => {
    const after = decidedBy(tree, place, day);
    if (after === null) {
      broken.push(commit);
      return;
    }
    if (before !== null) {
      const parts = differing(decidedBy(before.tree, before.place, day) ?? {}, after);
      if (parts.length > 0) changes.push({ cause: commit, parts });
    }
    before = { tree, place };
    const end = trees[index + 1]?.day ?? today;
    for (let own = day; own < end; own = daysAfter(own, 1)) {
      const parts = differing(decidedBy(tree, place, own) ?? {}, decidedBy(tree, place, daysAfter(own, 1)) ?? {});
      if (parts.length > 0) changes.push({ cause: daysAfter(own, 1), parts });
    }
  });
  return { changes: changes.reverse(), broken: broken.reverse() };
}

/** What a history tells, in the same form. */
function told(events: readonly HistoryEvent[]): Change[] {
  return events.flatMap((event) => (event.kind !== 'turn' ? [] : [{
    cause: event.cause.kind === 'commit' ? event.cause.commit.id
      : event.cause.kind === 'expired' ? event.cause.day
      : 'uncommitted',
    parts: event.rules.flatMap(({ rule, level, options }) => [
      ...(level === null ? [] : [`${rule}: ${level.from} → ${level.to}`]),
      ...[...options].map(([name, { from, to }]) => `${rule} ${name}: ${JSON.stringify(from)} → ${JSON.stringify(to)}`),
    ]).sort(),
  }]));
}

/**
 * What changes between two commits is what changes between their trees, taken out of the repository; nothing of the work tree
 * matters.
 */
async function compareRevisions(
  root: string,
  trees: readonly (Landed & { readonly tree: string })[],
  { env, ...options }: { readonly today: string; readonly noPersonal: boolean; readonly env: Readonly<Record<string, string>> },
): Promise<void> {
  const [from, to] = [trees[0], trees[Math.floor(trees.length / 2)]] as (Landed & { readonly tree: string })[];
  if (from === undefined || to === undefined
      || decidedBy(from.tree, from.place, options.today) === null || decidedBy(to.tree, to.place, options.today) === null) return;
  const at = (tree: string): Library.Workspace => openWorkspace({ ...options, env, directory: tree, root: tree, noCache: true });
  const texts = new Map([...DECIDING, ...IGNORES].map((file) => {
    try {
      return [path.join(to.tree, file), readFileSync(path.join(from.tree, file), 'utf8')] as const;
    } catch {
      return [path.join(to.tree, file), null] as const;
    }
  }));
  const after = at(to.tree);
  const plain = ({ changes, findings, expectations }: ImpactReport): unknown => ({
    touched: changes.touched, entering: changes.entering, leaving: changes.leaving, findings: [...findings.keys()],
    rules: changes.rules.map(
      ({ rule, relation, ways }) => [rule, relation, ways.map(({ before, after: is, files }) => [before.level, is.level, files])],
    ), expectations,
  });
  let expected: unknown;
  try {
    expected = plain(await after.trial({ overlay: { textAt: (absolute) => texts.get(absolute) } }).impact(after));
  } catch {
    // Some layer file elsewhere is wrong.
    return;
  }
  expect(plain(
    await impactBetween(openWorkspace({ ...options, env, directory: root, root }).session, { from: from.commit, to: to.commit }),
  )).toEqual(expected);
}

/** An event without what is the same only in its words: the trails of decisions. */
function comparable(event: HistoryEvent): unknown {
  if (event.kind !== 'now' && event.kind !== 'beginning') return event;
  return {
    ...event,
    decisions: [...event.decisions.values()].map(({ rule, level, options, by, trail }) => [
      rule, level, Object.entries(options).map(([name, { value, by: own }]) => [name, value, own]), trail[by]?.statement.place,
    ]),
  };
}

test('a history tells what each commit decides by itself', async () => {
  await fc.assert(fc.asyncProperty(fc.tuple(
    projects, projects, projects,
  ), fc.array(step, { minLength: 2, maxLength: 9 }), fc.boolean(), async (pool, steps, isNested) => {
    const folder = mkdtempSync(path.join(tmpdir(), 'elvar-history-'));
    try {
      const repository = path.join(folder, 'root');
      const root = isNested ? path.join(repository, 'port side', 'north') : repository;
      mkdirSync(root, { recursive: true });
      const landed = makeHistory(root, repository, pool.map((project) => textsOf(project, path.join(folder, 'pool'))), steps);
      const trees = landed.map((one, index) => {
        const tree = path.join(folder, `tree-${index}`);
        mkdirSync(tree);
        execFileSync('tar', ['-x', '-C', tree], { input: execFileSync('git', ['-C', root, 'archive', one.commit]) });
        return { ...one, tree };
      });
      const last = landed.at(-1) as Landed;
      const today = daysAfter(last.day, 5);
      const options = { directory: root, root, today, noPersonal: true, env: { ELVAR_CACHE: path.join(folder, 'cache') } };
      const ask = async (place: string, noCache: boolean): Promise<HistoryEvent[]> => {
        const found: HistoryEvent[] = [];
        for await (const event of historyOf(
          openWorkspace({ ...options, noCache }).session, place, { rule: null, since: null, today: null },
        )) {
          found.push(event);
        }
        return found;
      };
      const { changes, broken } = expected(trees, today);
      if (decidedBy(root, last.place, today) === null) return;
      const events = await ask(last.place, true);
      // What is remembered of an earlier state changes no answer.
      const before = landed[Math.floor(landed.length / 2)] as Landed;
      git(root, 'checkout', '-q', '--detach', before.commit);
      if (before.place === last.place && decidedBy(root, last.place, today) !== null) await ask(last.place, false);
      git(root, 'checkout', '-q', 'main');
      for (let time = 0; time < 2; time += 1) {
        expect((await ask(last.place, false)).map(comparable)).toEqual(events.map(comparable));
      }
      expect(told(events)).toEqual(changes);
      await compareRevisions(root, trees, options);
      expect(
        events.flatMap((event) => (event.kind === 'broken' ? [event.commit.id] : [])).filter((id) => !broken.includes(id)),
      ).toEqual([]);
      expect(events.flatMap((event) => (event.kind === 'renamed' ? [event.from] : [])).reverse()).toEqual(
        landed.flatMap(({ place }, index) => (index > 0 && place !== landed[index - 1]?.place ? [landed[index - 1]?.place] : [])),
      );
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  }), { numRuns: runs(8) });
});
