import { execFileSync } from 'node:child_process';
import { chmodSync, cpSync, mkdirSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { git } from '../support/git.js';
import { elvar, elvarJson, makeFolder, writeFiles } from '../support/project.js';
import { runs } from '../support/runs.js';

const { openWorkspace } = await import('../../dist/host/workspace.js') as unknown as typeof import('../../src/host/workspace.js');

interface Json {
  readonly checked: readonly { path: string; language: string }[];
  readonly skipped: readonly {
    path: string;
    reason: string;
    by: { file: string | null; line: number | null; pattern: string | null } | null;
  }[];
  readonly foreign: readonly { kind: string; pattern: string; paths: readonly string[] }[];
  readonly incomplete: readonly { path: string; reason: string }[];
}

/** One directory's patterns, source by source. */
interface Sources {
  readonly gitignore: readonly string[];
  readonly layer: readonly string[];
  readonly elvarignore: readonly string[];
}

const names = ['a.js', 'b.js', 'b c.js', '#d.js', '!e.js', '[f].js', 'A.js', ' g.js', 'h', 'build', 'deep', 'node_modules'];
const line = fc.oneof(
  { weight: 3, arbitrary: fc.tuple(fc.constantFrom('', '', '!', '/', '!/', '**/'), fc.constantFrom(
    'a.js', 'b*', '*.js', '[ab].js', 'b c.js', '\\#d.js', '\\!e.js', '\\[f].js', '?.js', 'build', 'deep', 'deep/a.js', 'deep/**',
    '**/build', 'h', 'node_modules', 'node_modules/', '[[:upper:]]*', '*', 'b\\ c.js',
  ), fc.constantFrom('', '', '/', ' ')).map((parts) => parts.join('')) },
  { weight: 1, arbitrary: fc.constantFrom('# a note', '', '!*', '*') },
);
const lines = fc.array(line, { maxLength: 3 });
const tree = fc.uniqueArray(
  fc.array(fc.constantFrom(...names), { minLength: 1, maxLength: 3 }).map((steps) => steps.join('/')),
  { minLength: 1, maxLength: 14 },
)
  .map((list) => list.filter((file) => !list.some((other) => other.startsWith(`${file}/`))))
  .chain((files) => {
    const directories = [...new Set(
      ['', ...files.flatMap((file) => file.split('/').slice(0, -1).map((_, index, all) => all.slice(0, index + 1).join('/')))],
    )];
    return fc.record(
      {
        files: fc.constant(files),
        sources: fc.dictionary(
          fc.constantFrom(...directories), fc.record({ gitignore: lines, layer: lines, elvarignore: lines }), { maxKeys: 3 },
        ),
      },
    );
  });

/** In a layer file a pattern is never empty. */
function written({ gitignore, layer, elvarignore }: Sources): Record<string, string> {
  const items = layer.filter((text) => text !== '');
  return {
    '.gitignore': gitignore.join('\n'),
    ...(items.length > 0
      && { 'elvar.yaml': `scope:\n  ignore:\n${items.map((text) => `    - ${JSON.stringify(text)}\n`).join('')}` }),
    '.elvarignore': elvarignore.map((text) => `${text}\r\n`).join(''),
  };
}

describe('scope', () => {
  test('matches what git says about the same lines in one file per directory, in any tree', () => {
    const folder = makeFolder({ 'own/': '', 'judge/': '' });
    fc.assert(fc.property(tree, ({ files, sources }) => {
      const [own, judge] = ['own', 'judge'].map((name) => path.join(folder, name)) as [string, string];
      for (const directory of [own, judge]) {
        rmSync(directory, { recursive: true, force: true });
        mkdirSync(directory);
        writeFiles(directory, Object.fromEntries(files.map((file) => [file, ''])));
      }
      git(judge, 'init', '-q');
      for (const [directory, source] of Object.entries(sources)) {
        writeFiles(path.join(own, directory), written(source));
        const all = [
          ...(directory === '' ? ['node_modules/'] : []),
          ...source.gitignore,
          ...source.layer.filter((text) => text !== ''),
          ...source.elvarignore,
        ];
        writeFileSync(path.join(judge, directory, '.gitignore'), all.join('\n'));
      }
      if (sources[''] === undefined) writeFileSync(path.join(judge, '.gitignore'), 'node_modules/\n');
      const { checked, skipped } = openWorkspace({ directory: own, root: own, noPersonal: true }).scope();
      const isOwn = (file: string): boolean => !/(?:^|\/)(?:\.gitignore|\.elvarignore|elvar\.yaml)$/.test(file);
      const seen = [
        ...checked.map((entry) => entry.path),
        ...skipped.filter(({ reason }) => reason === 'no-language').map((entry) => entry.path),
      ]
        .filter(isOwn)
        .sort();
      const told = execFileSync(
        'git', ['-C', judge, 'ls-files', '--others', '--exclude-per-directory=.gitignore', '-z'], { encoding: 'utf8' },
      )
        .split('\0')
        .filter((file) => file !== '' && isOwn(file))
        .sort();
      expect(seen).toEqual(told);
    }), { numRuns: runs(6, 120) });
  });

  test('recognises scripts by their first line when files are opened', () => {
    const folder = makeFolder({
      'elvar.yaml': 'rulings: { slips/loose-compare: error, idiom/debug-print: warning }\nzones:\n'
        + '- { match: [/bin/], languages: [python], rulings: { idiom/debug-print: error } }\n',
      'bin/tide': '#!/usr/bin/env node\nif (a == b) go();\n',
      'bin/moor': '#!/usr/bin/python3\nprint(1)\n',
      'bin/data': 'no script\n',
      'bin/tool.cgi': '#!/bin/sh\n',
      'bin/.profile': '#!/bin/sh\n',
    });
    const { checked, skipped } = elvarJson<Json>(folder, ['scope']);
    expect(checked.map(({ path: file, language }) => `${file} ${language}`)).toEqual(
      ['bin/.profile shell', 'bin/moor python', 'bin/tide javascript', 'bin/tool.cgi shell', 'elvar.yaml yaml'],
    );
    expect(skipped.map(({ path: file, reason }) => `${file} ${reason}`)).toEqual(['bin/data no-language']);
    const { findings } = elvarJson<{ findings: { path: string; rule: string; level: string }[] }>(folder, ['check']);
    expect(findings.map(({ path: file, rule, level }) => `${file} ${rule} ${level}`)).toEqual(
      ['bin/moor idiom/debug-print error', 'bin/tide slips/loose-compare error'],
    );
    expect(elvarJson<{ language: string; inScope: boolean }>(folder, ['explain', 'bin/moor'])).toMatchObject(
      { language: 'python', inScope: true },
    );
    expect(elvarJson<{ language: null }>(folder, ['explain', 'bin/new'])).toMatchObject({ language: null, exists: false });
    // resolve opens no source file.
    expect(elvarJson<{ sets: { files: { path: string }[] }[] }>(folder, ['resolve']).sets.flatMap(
      ({ files }) => files.map((file) => file.path),
    )).toEqual(['elvar.yaml']);
    expect(elvar(folder, ['waive', 'bin/tide:2', '--because', 'x']).code).toBe(0);
  });

  test('points out what does not look like our own code, and the patterns it names exclude that', () => {
    const folder = makeFolder({
      'elvar.yaml': '',
      'src/a.js': 'go();\n',
      'src/third_party/[x]/b.js': 'go();\n',
      'public/one.min.js': 'go()',
      'public/two.min.js': 'go()',
      'gen.py': '# Automatically generated by tides\n',
      'data/big.csv': 'a,b\n'.repeat(10_001),
    });
    const { foreign, checked } = elvarJson<Json>(folder, ['scope']);
    expect(foreign).toEqual([
      { kind: 'vendored', pattern: '/src/third_party/', paths: ['src/third_party/[x]/b.js'] },
      { kind: 'generated', pattern: '/gen.py', paths: ['gen.py'] },
      { kind: 'minified', pattern: '*.min.js', paths: ['public/one.min.js', 'public/two.min.js'] },
      { kind: 'huge', pattern: '/data/big.csv', paths: ['data/big.csv'] },
    ]);
    expect(elvar(folder, ['scope']).out).toMatch(
      // elvar waive text/line-width because an output is one pattern
      /5 checked files do not look like your own code\. To take them out, add to \.elvarignore at the root:\n {2}\/src\/third_party\/ +vendored/,
    );
    writeFileSync(path.join(folder, '.elvarignore'), foreign.map(({ pattern }) => `${pattern}\n`).join(''));
    const after = elvarJson<Json>(folder, ['scope']);
    expect(after.foreign).toEqual([]);
    const out = foreign.flatMap(({ paths }) => paths);
    expect(after.checked.map((entry) => entry.path).filter((file) => file !== '.elvarignore')).toEqual(
      checked.map((entry) => entry.path).filter((file) => !out.includes(file)),
    );
  });

  test('groups excluded paths by the deciding line if there are many', () => {
    const files = Object.fromEntries(Array.from({ length: 40 }, (_, index) => [`log/${index}.js`, '']));
    const folder = makeFolder({ 'elvar.yaml': 'scope:\n  ignore: ["/log/?.js"]\n', '.gitignore': '/log/??.js\n', ...files });
    const { out } = elvar(folder, ['scope']);
    expect(out).toMatch(/^2 files are checked, 40 paths are not\.\n/);
    expect(out).toMatch(
      // elvar waive text/line-width because an output is one pattern
      / {2}log\/10\.js {2}and 29 more {2}\.gitignore:1 {2}\/log\/\?\?\.js\n {2}log\/0\.js +and 9 more +elvar\.yaml:2 {2}\/log\/\?\.js\n/,
    );
    expect(elvar(folder, ['scope', '--all']).out.match(/log\/\d+\.js/g)).toHaveLength(40);
    expect(elvar(folder, ['scope', 'log/3.js']).out).toMatch(/ignored +log\/3\.js +elvar\.yaml:2 {2}\/log\/\?\.js/);
  });

  test('says that the root is a part of a work tree', () => {
    const folder = makeFolder({ '.gitignore': '*.js\n', 'port/elvar.yaml': '', 'port/a.js': '' });
    git(folder, 'init', '-q');
    const { out } = elvar(folder, ['scope', '--root', 'port']);
    expect(out).toContain(`The root is part of the git work tree ${folder}; ignore files above the root are not used.\n`);
    expect(out).toContain('2 files are checked');
    expect(elvar(folder, ['scope']).out).not.toContain('is a part of');
  });

  test('names that are not UTF-8 are shown escaped, and make the answer incomplete', () => {
    const folder = makeFolder({ 'elvar.yaml': '', 'a\uFFFD.js': 'go();\n', 'é.js': 'go();\n' });
    writeFileSync(Buffer.concat([Buffer.from(`${folder}/é`), Buffer.from([0xff, 0xfe]), Buffer.from('.js')]), 'go(a == b);\n');
    mkdirSync(Buffer.concat([Buffer.from(`${folder}/d`), Buffer.from([0xe9])]));
    const { code, err, out } = elvar(folder, ['scope', '--format', 'json']);
    expect(code).toBe(3);
    expect(err).toContain('é\\xff\\xfe.js: its name is not UTF-8');
    const { checked, incomplete } = JSON.parse(out) as Json;
    expect(checked.map((entry) => entry.path)).toEqual(['a\uFFFD.js', 'elvar.yaml', 'é.js']);
    expect(incomplete.map((entry) => entry.path).sort()).toEqual(['d\\xe9', 'é\\xff\\xfe.js']);
    for (const command of ['check', 'resolve']) expect(elvar(folder, [command]).code).toBe(3);
    rmSync(Buffer.concat([Buffer.from(`${folder}/d`), Buffer.from([0xe9])]), { recursive: true });
  });

  test('gives the right reason for each kind of entry', () => {
    const folder = makeFolder({
      'elvar.yaml': 'scope: { include: [/in/], largest: 1 KiB }\n',
      'in/a.js': '',
      'out/b.js': '',
      'in/blob.js': Buffer.from([65, 0]),
      'in/latin.js': Buffer.from([0xe9]),
      'in/big.js': 'x'.repeat(1025),
      'in/none': '',
      'in/made.js': '// @generated\n',
      'in/.elvarignore': 'c.js\n',
      'in/c.js': '',
    });
    symlinkSync('a.js', path.join(folder, 'in/link.js'));
    symlinkSync('nowhere.js', path.join(folder, 'in/broken.js'));
    symlinkSync('../in', path.join(folder, 'in/circle'));
    execFileSync('mkfifo', [path.join(folder, 'in/pipe.js')]);
    const { checked, skipped } = elvarJson<Json>(folder, ['scope']);
    expect(checked.map((entry) => entry.path)).toEqual(['in/.elvarignore', 'in/a.js']);
    expect(skipped.map(({ path: file, reason }) => `${file} ${reason}`)).toEqual([
      'elvar.yaml not-included', 'in/big.js too-large', 'in/blob.js binary', 'in/broken.js symlink', 'in/c.js ignored',
      'in/circle symlink', 'in/latin.js not-utf8', 'in/link.js symlink', 'in/made.js generated', 'in/none no-language',
      'in/pipe.js not-a-file', 'out/ not-included',
    ]);
    cpSync(path.join(folder, 'in/a.js'), path.join(folder, 'in/d.js'));
    chmodSync(path.join(folder, 'in/d.js'), 0o644);
    expect(elvarJson<Json>(folder, ['scope', 'out/b.js', 'in/c.js', '--even-ignored']).checked).toHaveLength(2);
  });
});
