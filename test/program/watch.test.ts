import { spawn } from 'node:child_process';
import { existsSync, readdirSync, mkdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { setTimeout } from 'node:timers/promises';
import { stripVTControlCharacters } from 'node:util';
import fc from 'fast-check';
import { describe, expect, onTestFinished, test } from 'vitest';
import { commitAll, git } from '../support/git.js';
import { elvar, makeFolder, PROGRAM, writeFiles } from '../support/project.js';
import { size, whenDeep } from '../support/runs.js';

/** A check that stays, in a terminal of its own. */
class WatchedTerminal {
  private shown = '';
  private seen = 0;
  private readonly child;
  private readonly waiting: (() => void)[] = [];
  readonly ended: Promise<number | null>;

  constructor(folder: string, args: readonly string[]) {
    const command = ['exec', process.execPath, PROGRAM, 'check', '--watch', '--no-personal', ...args].join(' ');
    this.child = spawn('script', ['-qec', command, '/dev/null'], {
      cwd: folder, env: { PATH: process.env['PATH'], HOME: folder, TERM: 'xterm', XDG_CACHE_HOME: makeFolder() },
    });
    this.child.stdout.on('data', (chunk: Buffer) => {
      this.shown += stripVTControlCharacters(chunk.toString()).replaceAll('\r', '');
      for (const look of this.waiting) look();
    });
    this.ended = new Promise((resolve) => this.child.on('close', resolve));
    onTestFinished(() => void this.child.kill('SIGKILL'));
  }

  /**
   * Waits until something more is said that matches.
   * @returns what has been said since the last time.
   * @throws Error if it takes too long.
   */
  async says(pattern: RegExp): Promise<string> {
    const latest = Date.now() + LONGEST;
    for (;;) {
      const news = this.shown.slice(this.seen);
      const match = pattern.exec(news);
      if (match !== null) {
        this.seen += match.index + match[0].length;
        return news;
      }
      if (Date.now() > latest) throw new Error(`Nothing has matched ${String(pattern)}. What was said:\n${news}`);
      await Promise.race([new Promise<void>((resolve) => this.waiting.push(resolve)), setTimeout(1_000)]);
      this.waiting.length = 0;
    }
  }

  /** Presses Ctrl-C. */
  interrupt(): void {
    this.child.stdin.write('\u0003');
  }
}

/** The longest that something may take to be said, in milliseconds. */
const LONGEST = 50_000;

/** How long after a change everything has been looked at, in milliseconds, on a slow machine. */
const QUIET = 3_000;

const READY = /Waiting for changes; Ctrl-C ends it\.\n/;

describe('check --watch', () => {
  const put = (folder: string, name: string, text: string): void => writeFiles(folder, { [name]: text });

  test('says what is new and what is gone, whatever changes, and ends by Ctrl-C', async () => {
    const folder = makeFolder(
      { '.git/': '', 'elvar.yaml': 'rulings: { slips/loose-compare: warning }\n', 'a.js': 'go(a == b);\n', 'quay/b.js': '' },
    );
    const terminal = new WatchedTerminal(folder, []);
    expect(await terminal.says(READY)).toContain('1 finding in 1 of 3 files');
    put(folder, 'quay/b.js', 'go(b == c);\n');
    await terminal.says(
      /changed: 1 new, 0 gone\.\n  new  warning  quay\/b\.js:1:6 [^\n]*\n +go\(b == c\);\n2 findings in 3 files\.\n/,
    );
    put(folder, 'a.js', 'go(a === b);\n');
    await terminal.says(/changed: 0 new, 1 gone\.\n  gone  warning  a\.js:1:6 [^\n]*\n1 finding in 3 files\.\n/);
    // A layer file: the same finding has another level.
    put(folder, 'quay/elvar.yaml', 'rulings: { slips/loose-compare: error }\n');
    await terminal.says(/1 new, 1 gone\.\n  gone  warning  quay[^]*new  error  quay/);
    // A mistake is told, and nothing is forgotten.
    put(folder, 'quay/elvar.yaml', 'rulings: { slips/loose-compar: error }\n');
    await terminal.says(/Did you mean slips\/loose-compare\?\n/);
    rmSync(path.join(folder, 'quay/elvar.yaml'));
    await terminal.says(/1 new, 1 gone\./);
    // What is excluded, and what is no longer.
    put(folder, '.elvarignore', 'quay/\n');
    await terminal.says(/0 new, 1 gone\./);
    put(folder, '.elvarignore', '');
    await terminal.says(/1 new, 0 gone\./);
    put(folder, 'quay/b.js', '');
    await terminal.says(/0 new, 1 gone\./);
    // Editors save by renaming; directories come and go.
    put(folder, 'new.tmp', 'go(a != b);\n');
    renameSync(path.join(folder, 'new.tmp'), path.join(folder, 'a.js'));
    await terminal.says(/1 new, 0 gone\./);
    mkdirSync(path.join(folder, 'deep'));
    put(folder, 'deep/er/c.js', 'go(a == b);\n');
    await terminal.says(/new  warning  deep\/er\/c\.js:1:6/);
    elvar(folder, ['ledger', 'take', '--no-personal']);
    await terminal.says(/0 new, 2 gone\./);
    terminal.interrupt();
    expect(await terminal.ended).toBe(0);
  });

  test('knows when git has another revision', async () => {
    const folder = makeFolder({ 'elvar.yaml': 'rulings: { slips/loose-compare: warning }\n', 'a.js': 'go(a === b);\n' });
    git(folder, 'init', '-q', '-b', 'main');
    commitAll(folder);
    writeFileSync(path.join(folder, 'a.js'), 'go(a == b);\n');
    const terminal = new WatchedTerminal(folder, ['--since', 'HEAD']);
    expect(await terminal.says(READY)).toContain('1 finding');
    commitAll(folder);
    await terminal.says(/0 new, 1 gone\./);
    terminal.interrupt();
    expect(await terminal.ended).toBe(0);
  });

  const name = fc.constantFrom('quay', 'berth', 'deep');
  const place = fc.array(name, { maxLength: 3 }).map((names) => names.join('/'));
  const step = fc.oneof(
    fc.record({
      file: fc.tuple(place, fc.constantFrom('a.js', 'b.js', 'elvar.yaml', '.elvarignore'))
        // The layer file of the root stays: by it, what is last put there is found.
        .map(([folder, own]) => path.join(folder, own)).filter((file) => file !== 'elvar.yaml'),
      text: fc.constantFrom('', 'x(a == b);\n', 'x(a == b);\nx(b != c);\n'),
      empties: fc.boolean(),
    }),
    fc.record({ gone: place.filter((folder) => folder !== '') }),
    fc.record({ from: place.filter((folder) => folder !== ''), to: name }),
  );
  type Step = typeof step extends fc.Arbitrary<infer S> ? S : never;
  const layer: Record<string, string> = { 'elvar.yaml': 'rulings: { slips/loose-compare: error }\n', '.elvarignore': 'deep/\n' };

  function take(folder: string, one: Step): void {
    if ('file' in one) {
      const text = one.text === '' ? '' : layer[path.basename(one.file)] ?? one.text;
      if (one.empties) put(folder, one.file, '');
      put(folder, one.file, text);
    } else if ('gone' in one) rmSync(path.join(folder, one.gone), { recursive: true, force: true });
    else if (existsSync(path.join(folder, one.from)) && !existsSync(path.join(folder, one.to))) {
      renameSync(path.join(folder, one.from), path.join(folder, one.to));
    }
  }

  whenDeep(() => {
    test('misses nothing, however quickly things change', async () => {
      await fc.assert(fc.asyncProperty(fc.array(
        fc.tuple(step, fc.constantFrom(0, 0, 5, 45, 120)), { minLength: 10, maxLength: 60 },
      ), async (steps) => {
        const folder = makeFolder({
          '.git/': '', 'elvar.yaml': 'rulings: { slips/loose-compare: warning }\n', 'a.js': '', 'quay/deep/a.js': 'x(a == b);\n',
        });
        const terminal = new WatchedTerminal(folder, []);
        await terminal.says(READY);
        for (const [one, pause] of steps) {
          take(folder, one);
          if (pause > 0) await setTimeout(pause);
        }
        await setTimeout(QUIET);
        // Directories that came and went by turns are still watched.
        for (const own of readdirSync(folder, { recursive: true, withFileTypes: true })) {
          if (own.isDirectory() && own.name !== '.git') put(path.join(own.parentPath, own.name), 'late.js', 'late(a == b);\n');
        }
        await setTimeout(QUIET / 2);
        put(folder, 'last.js', 'last(a == b);\n');
        const last = /new  \w+  last\.js[^]*?\n(\d+) findings? in (\d+) files?\.\n/;
        const said = last.exec(await terminal.says(last)) as RegExpExecArray;
        const { totals } = JSON.parse(elvar(folder, ['check', '--format', 'json', '--no-personal', '--no-cache']).out) as {
          totals: Record<string, number>;
        };
        const [findings, files] = [(totals['error'] ?? 0) + (totals['warning'] ?? 0), totals['files']];
        // What came to a directory before it was watched is told a moment later; on a busy machine that takes longer than the
        // pause.
        if (Number(said[1]) !== findings || Number(said[2]) !== files) {
          await terminal.says(new RegExp(`\\n${findings} findings? in ${files} files?\\.\\n`));
        }
        terminal.interrupt();
        expect(await terminal.ended).toBe(0);
      }), { numRuns: size(1, 15), endOnFailure: true });
    });
  });

  whenDeep(() => {
    test('keeps up with a flood of changes, of which the system may drop some, and watches what came with it', async () => {
      const folder = makeFolder({ '.git/': '', 'elvar.yaml': 'rulings: { slips/loose-compare: warning }\n' });
      const terminal = new WatchedTerminal(folder, []);
      await terminal.says(READY);
      const directories = size(25, 200);
      writeFiles(folder, Object.fromEntries(
        Array.from({ length: directories * 100 }, (_, index) => [`d${index % directories}/e/f${index}.js`, 'go(a == b);\n']),
      ));
      await terminal.says(new RegExp(`\\n${directories * 100} findings in ${directories * 100 + 1} files\\.\\n`));
      for (const late of [0, directories - 1]) {
        put(folder, `d${late}/e/late.js`, 'late(a == b);\n');
        await terminal.says(new RegExp(`new  warning  d${late}/e/late\\.js`));
      }
      terminal.interrupt();
      expect(await terminal.ended).toBe(0);
    });
  });

  test('is for people', () => {
    const folder = makeFolder({ 'a.js': '' });
    expect(elvar(folder, ['check', '--watch', '--format', 'json'])).toMatchObject(
      { code: 2, out: '', err: expect.stringContaining('--watch shows text only') as string },
    );
  });
});
