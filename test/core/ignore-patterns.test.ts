import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { compilePatternLines, patternLinesOf } from '../../src/core/patterns/pattern-lines.js';
import { ScopeState } from '../../src/core/scope/scope-state.js';
import { runs } from '../support/runs.js';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'elvar-git-'));
  execFileSync('git', ['init', '-q', folder]);
  // A user's own list of patterns must not have a say here.
  execFileSync('git', ['-C', folder, 'config', 'core.excludesFile', '/dev/null']);
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

interface Tree {
  readonly paths: readonly string[];
  /** Directory (empty for the root) → text of its ignore file. */
  readonly ignoreFiles: Readonly<Record<string, string>>;
}

/** What decides about a path: `file:line`, and whether it is out. */
interface Verdict {
  readonly out: boolean;
  readonly by: string | null;
}

/** Git's own answers. */
function askGit({ paths, ignoreFiles }: Tree): Map<string, Verdict> {
  const tree = path.join(folder, 'tree');
  rmSync(tree, { recursive: true, force: true });
  mkdirSync(tree);
  for (const file of paths) {
    mkdirSync(path.join(tree, path.dirname(file)), { recursive: true });
    writeFileSync(path.join(tree, file), '');
  }
  for (const [directory, text] of Object.entries(ignoreFiles)) {
    if (!paths.some((file) => file.startsWith(directory))) continue;
    mkdirSync(path.join(tree, directory), { recursive: true });
    writeFileSync(path.join(tree, directory, '.gitignore'), text);
  }
  let output: string;
  try {
    output = execFileSync('git', ['check-ignore', '--no-index', '-v', '-n', '-z', '--stdin'], {
      cwd: tree, input: paths.map((file) => `${file}\0`).join(''), encoding: 'utf8', stdio: 'pipe',
      env: { PATH: process.env['PATH'], GIT_DIR: path.join(folder, '.git'), GIT_WORK_TREE: tree },
    });
  } catch (error) {
    // Exit code 1 says that nothing is ignored.
    output = (error as { stdout: string }).stdout;
  }
  const fields = output.split('\0');
  const verdicts = new Map<string, Verdict>();
  for (let index = 0; index + 3 < fields.length; index += 4) {
    const [source, line, pattern, file] = fields.slice(index, index + 4) as [string, string, string, string];
    const isOut = pattern !== '' && !pattern.startsWith('!');
    verdicts.set(file, { out: isOut, by: isOut ? `${source}:${line}` : null });
  }
  return verdicts;
}

function askElvar({ paths, ignoreFiles }: Tree): Map<string, Verdict> {
  const patternsOf = (directory: string) => {
    const text = ignoreFiles[directory];
    return text === undefined
      ? []
      : compilePatternLines(patternLinesOf(text, directory === '' ? '.gitignore' : `${directory}/.gitignore`));
  };
  return new Map(paths.map((file): [string, Verdict] => {
    let scope = ScopeState.atRoot().withIgnores(patternsOf(''));
    const names = file.split('/');
    for (const [index, name] of names.entries()) {
      const exclusion = scope.exclusionOf(name, index < names.length - 1);
      if (exclusion !== null) return [file, { out: true, by: `${exclusion.by.file}:${exclusion.by.line}` }];
      scope = scope.descend(name).withIgnores(patternsOf(names.slice(0, index + 1).join('/')));
    }
    return [file, { out: false, by: null }];
  }));
}

/** In ASCII: beyond it git's program matches bytes, where its manual sets characters. */
const NAMES = ['a', 'b', 'ab', 'a.b', 'abc', 'b c', '#a', '!b', '[a]', 'A', 'a-b', ' a', 'a ', 'x]', 'a\\b', '*a'];
const name = fc.constantFrom(...NAMES);
const paths = fc.uniqueArray(
  fc.array(name, { minLength: 1, maxLength: 4 }).map((names) => names.join('/')), { minLength: 1, maxLength: 12 },
)
  // A path cannot be a file and a directory at once.
  .map((list) => list.filter((file) => !list.some((other) => other.startsWith(`${file}/`))));

const piece = fc.constantFrom(
  'a', 'b', 'c', 'ab', '.b', 'A', ' ', '-', '*', '*', '?', '**', '***', '/', '/', '[ab]', '[!a]', '[^b]', '[a-c]', '[]a]',
  '[[:alpha:]]', '[[:upper:]a]',
  '[z-a]', '[a', ']', '\\', '\\*', '\\[', '\\ ', '#', '!', '[a/b]', '[\\]a]', '[a-]', '[[:nix:]]', '[[:a]', '\\/',
);
const line = fc.oneof(
  { weight: 3, arbitrary: fc.tuple(
    fc.constantFrom('', '', '', '!', '/', '!/', '\\#', '\\!', '**/'),
    fc.array(piece, { minLength: 1, maxLength: 5 }),
    fc.constantFrom('', '', '', '/', ' ', '/**', '  ', '\\ ', '\t'),
  ).map(([start, middle, end]) => start + middle.join('') + end) },
  { weight: 2, arbitrary: fc.tuple(
    fc.constantFrom('', '', '!', '/'), fc.array(name, { minLength: 1, maxLength: 3 }), fc.constantFrom('', '/'),
  ).map(([start, names, end]) => start + names.join('/') + end) },
  { weight: 1, arbitrary: fc.constantFrom('', '# a', '*', '/*', '!*', '**', '/', '//', '!', '!a\r') },
).filter((text) => !differsFromManual(text));

/** Asterisks after something else than a slash: there git's program does not do what its manual says, and the manual holds. */
function differsFromManual(text: string): boolean {
  return text.includes('/') && /[^/!]\*\*/.test(text.replace(/\/+$/, '').replace(/\*{3,}/g, '**').replace(/^!/, ''));
}

const ignoreFile = fc.tuple(
  fc.constantFrom('', '', '\uFEFF'), fc.array(line, { minLength: 1, maxLength: 5 }), fc.constantFrom('\n', '\r\n'), fc.boolean(),
)
  .map(([mark, lines, lineEnd, isEnded]) => mark + lines.join(lineEnd) + (isEnded ? lineEnd : ''));

const trees: fc.Arbitrary<Tree> = paths.chain((list) => {
  const directories = [...new Set(
    ['', ...list.flatMap((file) => file.split('/').slice(0, -1).map((_, index, all) => all.slice(0, index + 1).join('/')))],
  )];
  return fc.record({
    paths: fc.constant(list),
    ignoreFiles: fc.dictionary(fc.constantFrom(...directories), ignoreFile, { minKeys: 1, maxKeys: 3 }),
  });
});

describe('ignore patterns', () => {
  test('decide as git does, by the same line, in any tree', () => {
    fc.assert(fc.property(trees, (tree) => {
      expect(askElvar(tree)).toEqual(askGit(tree));
    }), { numRuns: runs(12, 700) });
  });

  test.each([
    ['x**/y', 'x/y', true],
    ['x**/y', 'xa/y', true],
    ['x**/y', 'xa/b/y', false],
    ['a?', 'aé', true],
    ['a[é]', 'aé', true],
  ])('follow the manual where git does not: %s and %s', (pattern, file, out) => {
    expect(askElvar({ paths: [file], ignoreFiles: { '': pattern } }).get(file)?.out).toBe(out);
  });

  test('never get out of hand: a pattern with many stars stays quick', () => {
    const pattern = `${'*a'.repeat(30)}b`;
    expect(askElvar({ paths: ['a'.repeat(200)], ignoreFiles: { '': pattern } }).get('a'.repeat(200))?.out).toBe(false);
  });

  test('.git is out whatever the patterns say, node_modules only until it is asked back', () => {
    const tree = {
      paths: ['.git/config', 'a/.git', 'node_modules/a', 'b/node_modules/c'],
      ignoreFiles: { '': '!.git\n!.git/\n', b: '!node_modules/\n' },
    };
    const out = [...askElvar(tree)].filter(([, verdict]) => verdict.out).map(([file]) => file);
    expect(out).toEqual(['.git/config', 'a/.git', 'node_modules/a']);
  });
});
