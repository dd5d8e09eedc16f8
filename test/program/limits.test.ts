import { spawnSync } from 'node:child_process';
import { mkdirSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, test } from 'vitest';
import { elvar, elvarProcess, makeFolder, writeFiles } from '../support/project.js';
import { HAS_TIME, sampled, size, whenDeep } from '../support/runs.js';

const house = (search: string, languages = '[javascript]'): string =>
  `rules:\n  house/tide:\n    title: A tide\n    languages: ${languages}\n    ${search}\n    message: a tide\n`
    + `rulings: { house/tide: note }\n`;

describe('files of configuration that are too large are mistakes with a place', () => {
  test.each(sampled<[string, Record<string, string>, string]>([
    [
      'aliases in a layer file',
      { 'elvar.yaml': `title: &a x\nscope:\n  ignore: [${Array(200_000).fill('*a').join(', ')}]\n` },
      'elvar.yaml:3:4008  more than 1,000 aliases and anchors in one file',
    ],
    [
      'anchors',
      { 'elvar.yaml': `scope:\n  ignore:\n${Array.from({ length: 50_000 }, (_, index) => `    - &a${index} x\n`).join('')}` },
      'elvar.yaml:1003:7  more than 1,000 aliases and anchors in one file',
    ],
    [
      'equal keys',
      { 'elvar.yaml': `rulings:\n${'  text/*: note\n'.repeat(150_000)}` },
      'elvar.yaml:50001:11  more than 100,000 values in one file',
    ],
    [
      'a million rulings',
      { 'elvar.yaml': `rulings:\n${'  text/*: note\n'.repeat(1_000_000)}` },
      'elvar.yaml cannot be read: it is too large: more than 4 MiB',
    ],
    ['documents', { 'elvar.yaml': '---\ntitle: x\n'.repeat(20_000) }, 'elvar.yaml:3:1  a second YAML document begins here'],
    ['brackets', { 'elvar.yaml': `title: ${'['.repeat(50_000)}\n` }, 'nested too deeply for a layer file'],
    [
      'aliases in a ledger',
      { 'elvar.yaml': '', 'elvar-ledger.yaml': `findings: [&a x, ${Array(200_000).fill('*a').join(', ')}]\n` },
      'elvar-ledger.yaml:1:4014  more than 1,000 aliases and anchors in one file',
    ],
    [
      'aliases in a preset',
      {
        'elvar.yaml': 'presets: [./p.yaml]\n',
        'p.yaml': `title: &a x\nabout: ${'*a '.repeat(2_000)}\nzones: [${Array(200_000).fill('*a').join(', ')}]\n`,
      },
      'p.yaml:2:3005  more than 1,000 aliases and anchors in one file',
    ],
    ...(HAS_TIME
      ? [[
        'what takes long to prepare',
        { 'elvar.yaml': house(`query: '(arguments ${'(_)? '.repeat(300)}) @finding'`) },
        'the query does not fit javascript: it takes longer than 2 s',
      ] as [string, Record<string, string>, string]]
      : []),
    ['empty lines', { 'elvar.yaml': '\n'.repeat(4_000_000) }, 'elvar.yaml:200001:1  more than 200,000 lines in one file'],
    [
      'empty lines in a ledger',
      { 'elvar.yaml': '', 'elvar-ledger.yaml': '\n'.repeat(size(3_100_000, 30_000_000)) },
      'elvar-ledger.yaml:3000001:1  more than 3,000,000 lines in one file',
    ],
    [
      'zones',
      { 'elvar.yaml': `zones:\n${"  - { match: ['a.js'], rulings: { text/*: note } }\n".repeat(2_001)}` },
      'elvar.yaml:2002:5  more than 2,000 zones in one file',
    ],
    [
      'expectations',
      { 'elvar.yaml': `expect:\n${"  - { of: ['*'], rulings: { '*': { at-least: off } } }\n".repeat(3_000)}` },
      'elvar.yaml:1002:5  more than 1,000 expectations in one file',
    ],
    [
      'patterns',
      { 'elvar.yaml': `zones:\n  - match: [${Array.from({ length: 60_000 }, (_, index) => `a${index}`).join(', ')}]\n`
        + `    rulings: { text/*: note }\n` },
      'more than 50,000 patterns in one file',
    ],
    [
      'a pattern',
      { 'elvar.yaml': house(`pattern: '${Array.from({ length: 20_000 }, (_, index) => `tide${index}`).join('|')}'`) },
      'it is longer than 100,000 characters',
    ],
    [
      'a query',
      { 'elvar.yaml': house(`query: '${'(_ '.repeat(3_000)}${')'.repeat(3_000)} @finding'`) },
      'the query does not fit javascript: its brackets are nested more than 100 deep',
    ],
  ], 2))('%s', (_, files, message) => {
    const { code, out, err } = elvar(makeFolder({ 'a.js': 'go();\n', ...files }), ['check']);
    expect([code, out]).toEqual([2, '']);
    expect(err).toContain(message);
  });

  test('of very many mistakes the first hundred are shown, and the others counted', () => {
    const { code, err } = elvar(
      makeFolder(
        { 'elvar.yaml': `rulings:\n${Array.from({ length: 5_000 }, (_, index) => `  text/a${index}: note\n`).join('')}` },
      ),
      ['check'],
    );
    expect([code, err.match(/^elvar\.yaml:\d+/gm)?.length]).toEqual([2, 100]);
    expect(err).toMatch(
      /^5,?000 mistakes in elvar\.yaml: nothing was done\.\n[^]*\nThese are the first 100; there are 4,?900 more mistakes\.\n$/,
    );
  });

  test('an ignore file of very many lines is not read, and this is told', () => {
    const folder = makeFolder({ 'a.js': 'go();\n', 'elvar.yaml': '', '.gitignore': 'ab\n'.repeat(600_000) });
    expect(elvar(folder, ['check'])).toMatchObject({
      code: 3,
      err: expect.stringContaining('.gitignore: its patterns could not be read: it has more than 50,000 lines') as string,
    });
  });

  test.each([
    [
      'a log with a line of blanks',
      { 'log.txt': `a.js:1: warning: x\n${' '.repeat(1_000_000)}\n` },
      ['check', '--intake', 'compiler=log.txt'],
      0,
      '',
    ],
    [
      'a log that is nested deeply',
      { 'log.txt': `{"runs": ${'['.repeat(1_000_000)}` },
      ['check', '--intake', 'compiler=log.txt'],
      2,
      'it is nested more than 1,000 levels deep',
    ],
    [
      'a part that is nested deeply',
      { 'log.txt': `{"runs": ${'['.repeat(1_000_000)}` },
      ['gather', 'log.txt'],
      2,
      'it is nested more than 1,000 levels deep',
    ],
  ] as const)('%s ends at once', (_, files, args, status, message) => {
    const { code, err } = elvar(makeFolder({ 'elvar.yaml': '', 'a.js': 'go();\n', ...files }), args);
    expect([code, err]).toEqual([status, expect.stringContaining(message)]);
  });

  test('a mistake in a ledger of many entries has its place, and the rest is read', () => {
    const entry = (index: number, key = 'rule'): string =>
      `- path: a${index}.js\n  ${key}: slips/loose-compare\n  line: 1\n  code: x\n  fingerprint: '0123456789abcdef'\n`;
    const folder = makeFolder(
      {
        'elvar.yaml': '',
        'a.js': '',
        'elvar-ledger.yaml':
          `findings:\n${Array.from({ length: 40_000 }, (_, index) => entry(index, index === 30_000 ? 'rul' : 'rule')).join('')}`,
      },
    );
    expect(elvar(folder, ['check']).err).toContain('elvar-ledger.yaml:150003:3  unknown key “rul”');
  });
});

describe('what takes too long is given up, and the run goes on', () => {
  const next = { 'b.js': 'go(a == b);\n' };

  whenDeep(() => {
    test('a query of a house rule whose single steps take long, in a small file', () => {
      const folder = makeFolder({
        ...next,
        'elvar.yaml': `presets: [elvar:starter]\n${house(`query: '((${'(_)*'.repeat(300)})) @finding'`)}`,
        'a.js': 'a = 1\n',
      });
      const { code, out, err } = elvar(folder, ['check']);
      expect([code, err]).toEqual([3, expect.stringMatching(/a\.js: nested too deeply, or too much to search, for house\/tide/)]);
      expect(out).toContain('b.js:1');
    });
  });

  whenDeep(() => {
    test('a file, however long each step takes', () => {
      const folder = makeFolder({
        ...next,
        'elvar.yaml': 'presets: [elvar:starter]\nscope: { longest-look: 0.5 s }\nrulings: { locale/*: note }\n',
        'a.html': `${'<div>'.repeat(20_000)}x${'</div>'.repeat(20_000)}\n`,
      });
      const { code, out, err } = elvar(folder, ['check']);
      expect([code, err]).toEqual(
        [3, expect.stringContaining('a.html: it takes longer than 0.5 s; scope.longest-look allows more')],
      );
      expect(out).toContain('b.js:1');
      expect(elvar(folder, ['fix'])).toMatchObject(
        { code: 3, err: expect.stringContaining('a.html: it takes longer than 0.5 s') as string },
      );
      // Whatever was going on in the parser, it is ready for the next file.
      expect(elvar(folder, ['check', 'b.js'])).toMatchObject({ code: 0, out: expect.stringContaining('b.js:1') as string });
    });
  });

  test.each([
    ['a.js', `x = [${'a,'.repeat(600_000)}];\n`, '1,100,000'],
    ['a.html', `<script>x = [${'a,'.repeat(600_000)}];</script>\n`, '1,100,000'],
    ['a.yaml', `[${'a,'.repeat(310_000)}]\n`, '600,000'],
  ])('a file with too many tokens for memory: %s, %#', (file, code, most) => {
    const folder = makeFolder({ ...next, 'elvar.yaml': 'presets: [elvar:starter]\nrulings: { locale/*: note }\n', [file]: code });
    const { code: status, out, err } = elvar(folder, ['check']);
    expect([status, err]).toEqual(
      [3, expect.stringContaining(`${file}: it is too dense to be parsed: it has more than ${most} tokens`)],
    );
    expect(out).toContain('b.js:1');
    expect(elvar(folder, ['fix', '--dry-run'])).toMatchObject(
      { code: 3, err: expect.stringContaining(`${file}: it is too dense to be parsed`) as string },
    );
  });

  test('a small file that can be read in very many ways', () => {
    const folder = makeFolder({
      ...next,
      'elvar.yaml': 'presets: [elvar:starter]\nscope: { longest-look: 0.3 s }\n',
      'A.java': `class A {\n  int tide = ${'<!--'.repeat(2_000)};\n}\n`,
    });
    const { code, out, err } = elvar(folder, ['check']);
    expect([code, err]).toEqual(
      [3, expect.stringContaining('A.java: it takes longer than 0.3 s; scope.longest-look allows more')],
    );
    expect(out).toContain('b.js:1');
    expect(elvar(folder, ['fix', '--dry-run'])).toMatchObject(
      { code: 3, err: expect.stringContaining('A.java: it takes longer than 0.3 s') as string },
    );
    expect(elvar(folder, ['explain', 'A.java:2'])).toMatchObject({
      code: 3,
      out: 'A.java could not be checked: it takes longer than 0.3 s; scope.longest-look allows more.\n',
      err: expect.stringContaining('A.java: it takes longer than 0.3 s') as string,
    });
  });

  test('a duration that is none is a mistake', () => {
    expect(elvar(makeFolder({ 'elvar.yaml': 'scope: { longest-look: soon }\n' }), ['check']).err).toContain(
      '“soon” is not a duration\n',
    );
  });

  whenDeep(() => {
    test('a search of a house rule, in the middle of one match', () => {
      const folder = makeFolder(
        {
          ...next,
          'elvar.yaml': `presets: [elvar:starter]\n${house("pattern: '(.*a){25}'")}`.replace(
            /rulings: .*/, 'rulings: { house/tide: note, slips/loose-compare: note }',
          ),
          'a.js': `// ${'ba'.repeat(500_000)}\n`,
        },
      );
      const { code, out, err } = elvar(folder, ['check']);
      expect([code, err]).toEqual([3, expect.stringContaining('a.js: nested too deeply, or too much to search, for house/tide')]);
      expect(out).toContain('b.js:1');
    });
  });

  whenDeep(() => {
    test('a house rule that becomes too large by its options', () => {
      const declared = '    options: { words: { default: [ebb] } }\n';
      const layer = house("pattern: '{words}'").replace('    message', `${declared}    message`).replace(
        'house/tide: note',
        'house/tide: { level: note, options: { words: '
          + `[${Array.from({ length: 20_000 }, (_, index) => `tide${index}`).join(', ')}] } }`,
      );
      expect(elvar(makeFolder({ 'a.js': 'go();\n', 'elvar.yaml': layer }), ['check'])).toMatchObject(
        { code: 3, err: expect.stringContaining('a.js: nested too deeply, or too much to search, for house/tide') as string },
      );
    });
  });

  whenDeep(() => {
    test('twice as many waivers and imports take twice as long, not four times', () => {
      const shortest = (many: number): number => {
        const waivers = `${'// elvar waive slips/loose-compare because tides\n'.repeat(many)}go(a == b);\n`;
        const folder = makeFolder({
          'a.js': waivers,
          'b.py': Array.from({ length: 3 * many }, (_, index) => `import tide${index}\n`).join(''),
          'elvar.yaml': 'rulings: { "*": note }\n',
        });
        // Of several times, the shortest is the one in which nothing else took the processor.
        return Math.min(...Array.from({ length: 5 }, () => {
          const began = performance.now();
          expect(elvar(folder, ['check', '--no-cache', '--rule', 'waivers/*', '--rule', 'slips/*']).code).toBe(0);
          return performance.now() - began;
        }));
      };
      expect(shortest(6_000) / shortest(3_000)).toBeLessThan(3);
    });
  });
});

describe('what is no file is told, and never opened', () => {
  const put = (kind: string, file: string): void => {
    mkdirSync(path.dirname(file), { recursive: true });
    if (kind === 'FIFO') spawnSync('mkfifo', [file]);
    else if (kind === 'link') symlinkSync('/etc/passwd', file);
    else if (kind === 'device') symlinkSync('/dev/zero', file);
    else mkdirSync(file);
  };

  test.each(['FIFO', 'link', 'device', 'directory'])('a %s', (kind) => {
    for (const [name, args, expected] of [
      ['elvar-lock.yaml', ['check'], 2], ['elvar-ledger.yaml', ['check'], 2], ['style/p.yaml', ['check'], 2],
      ['elvar.yaml', ['check'], 2], ['.gitignore', ['check'], 0], ['.elvarignore', ['check'], 0],
      ['package.json', ['init', '--yes'], 0], ['.editorconfig', ['init', '--yes'], 0], ['a.js', ['check'], 0], [
        'elvar-ledger.yaml',
        ['ledger', 'take'],
        2,
      ],
    ] as const) {
      const folder = makeFolder({ 'b.js': 'go();\n' });
      if (name === 'elvar-lock.yaml') writeFiles(folder, { 'elvar.yaml': 'presets: ["git:/nowhere#main:a.yaml"]\n' });
      if (name === 'style/p.yaml') writeFiles(folder, { 'elvar.yaml': 'presets: [./style/p.yaml]\n' });
      put(kind, path.join(folder, name));
      const { code, out, err } = elvar(folder, args);
      expect([name, code], err).toEqual([name, expected]);
      expect(out + err).not.toMatch(/root:|Elvar has a fault/);
    }
  });
});

test('nothing beyond a link is read, told or written, whatever the path', () => {
  const around = makeFolder({
    'harbour/.git/': '',
    'harbour/elvar.yaml': 'rulings: { "*": note }\n',
    'away/elvar.yaml': 'token-of-the-pilot: 1\n',
    'away/x.js': 'go(token == b);\n',
  });
  const folder = path.join(around, 'harbour');
  symlinkSync('../away', path.join(folder, 'quay'));
  for (const [args, expected] of [
    [['check', 'quay/x.js'], 0],
    [['explain', 'quay/x.js'], 0],
    [['explain', 'quay/x.js:1'], 0],
    [['explain', 'quay/none.js'], 0],
    [['scope', 'quay/x.js', '--even-ignored'], 0],
    [['resolve', 'quay/x.js'], 0],
    [['fix', 'quay/x.js'], 0],
    [['ledger', 'take', 'quay/x.js'], 0],
    [['waive', 'quay/x.js:1', '--because', 'tides'], 2],
    [['set', 'text/*', 'error', '--at', 'quay'], 2],
    [['adopt', 'elvar:tidy', '--copy', 'quay/tidy.yaml'], 2],
  ] as const) {
    const { code, out, err } = elvar(folder, args);
    expect([args, code], err).toEqual([args, expected]);
    expect(out + err).not.toContain('token');
    if (args[0] === 'check') expect(out).toContain('quay/x.js is not checked: a symbolic link, which is not followed.');
  }
  expect(readdirSync(path.join(around, 'away'))).toEqual(['elvar.yaml', 'x.js']);
  expect(readFileSync(path.join(around, 'away/elvar.yaml'), 'utf8')).toBe('token-of-the-pilot: 1\n');
});

describe('a preset outside the project', () => {
  const outside = (files: Record<string, string>): string => {
    const around = makeFolder({
      'harbour/.git/': '',
      'harbour/a.js': 'go(a == b);\n',
      'style/p.yaml': 'rulings: { slips/loose-compare: error }\npresets: [./q.yaml]\n',
      'style/q.yaml': 'rulings: {}\n',
      'secret.yaml': 'token-of-the-pilot: 1\n',
    });
    writeFiles(path.join(around, 'harbour'), files);
    return path.join(around, 'harbour');
  };

  test.each([
    ['a path', 'presets: [../style/p.yaml]\n'],
    ['a path to nothing', 'presets: [../style/none.yaml]\n'],
    ['a path of a zone', 'zones: [{ presets: [../style/p.yaml] }]\n'],
    ['an absolute detour', 'presets: [./../../../../../../../../etc/passwd]\n'],
    ['a refusal', 'presets: [{ use: ../style/p.yaml, outside: refuse }]\n'],
  ])('is not read by %s', (_, text) => {
    const { code, err } = elvar(outside({ 'elvar.yaml': text }), ['check']);
    expect([code, err]).toEqual([2, expect.stringContaining('is outside the project, and is not read')]);
    expect(err).not.toContain('root:');
  });

  test('is not read through a link', () => {
    const folder = outside({ 'elvar.yaml': 'presets: [./p.yaml]\n' });
    symlinkSync('../secret.yaml', path.join(folder, 'p.yaml'));
    expect(elvar(folder, ['check']).err).toContain('./p.yaml is outside the project, and is not read');
  });

  test('is read where the layer file says so, with what lies beside it and nothing else', () => {
    const folder = outside({ 'elvar.yaml': 'presets: [{ use: ../style/p.yaml, outside: allow }]\n' });
    expect(elvar(folder, ['check'])).toMatchObject({ code: 1, err: '' });
    writeFileSync(path.join(folder, '../style/q.yaml'), 'presets: [{ use: ../secret.yaml, outside: allow }]\n');
    // What is wrong in it is not quoted.
    const { code, err } = elvar(folder, ['check']);
    expect([code, err]).toEqual([2, expect.stringContaining('elvar.yaml:1:18  ../style/p.yaml has a mistake')]);
    expect(err).not.toMatch(/secret|token/);
  });

  test('and its mistakes are counted, not quoted', () => {
    const { code, err } = elvar(outside({ 'elvar.yaml': 'presets: [{ use: ../secret.yaml, outside: allow }]\n' }), ['check']);
    expect([code, err]).toEqual([2, expect.stringContaining('../secret.yaml has a mistake')]);
    expect(err).not.toContain('token');
  });

  test('is allowed by adopting it', () => {
    const folder = outside({ 'elvar.yaml': '' });
    expect(elvar(folder, ['adopt', '../style/p.yaml']).out).toContain('+    outside: allow');
    expect(elvar(folder, ['check']).code).toBe(1);
  });
});

describe('the command line', () => {
  test.each(([
    [['check', '--root.x', 'y'], 'there is no option --root.x'],
    [['check', '--no-root'], 'there is no option --no-root'],
    [['check', '--set.a=b'], 'there is no option --set.a'],
    [['fix', '--no-rule'], 'there is no option --no-rule'],
    [['check', '--root='], '--root needs a value'], [['check', '--root', 'x'.repeat(5_000)], 'there is no such directory'], [
      ['check', 'x/'.repeat(2_500)],
      'there is no such file or directory',
    ],
    [['check', 'a.js/x'], 'a.js/x: nothing can be there, since a.js is a file'],
    [['explain', 'a.js/x'], 'nothing can be there, since a.js is a file'],
    [['check', '--root', 'circle'], 'there is no such directory'],
    [['check', 'circle/x'], 'there is no such file or directory'],
  ] as [string[], string][]).map(([args, message]) => [args.join(' ').slice(0, 40), args, message] as const))(
    '%s is a mistake of the user', (_, args, message) => {
      const folder = makeFolder({ 'a.js': '' });
      symlinkSync('circle', path.join(folder, 'circle'));
      const { code, err } = elvar(folder, args);
      expect([code, err]).toEqual([2, expect.stringContaining(message)]);
    },
  );

  test('names may begin with a dash or hold a line break', () => {
    const folder = makeFolder({ '-d.js': 'go(a == b);\n', 'a\nb.js': 'go(a == b);\n', 'c.js': 'go(a == b);\n' });
    expect(elvar(folder, ['check', '--', '-d.js']).out).toMatch(/^1 finding in 1 of 1 file/);
    expect(elvar(folder, ['explain', '--', '-d.js:1']).out).toMatch(/^1 finding on line 1 of -d\.js\./);
    expect(elvar(folder, ['waive', 'a\nb.js:1', '--because', 'tides']).code).toBe(0);
    expect(elvar(folder, ['explain', 'a\nb.js:1']).out).not.toContain('\nb.js');
  });

  whenDeep(() => {
    test('an output that is full is told', () => {
      const folder = makeFolder({ 'a.js': 'go(a == b);\n' });
      const { status, stderr } = spawnSync(
        'sh',
        ['-c', `"$0" "$1" check > /dev/full`, process.execPath, path.join(
          import.meta.dirname, '..', '..', 'dist', 'cli', 'main.cjs',
        )],
        { cwd: folder, encoding: 'utf8' },
      );
      expect([status, stderr]).toEqual(
        [3, expect.stringContaining('The answer could not be written: there is no space left on the disk.\n')],
      );
      rmSync(path.join(folder, 'a.js'));
      expect(elvarProcess(folder, ['check']).code).toBe(0);
    });
  });

  whenDeep(() => {
    test('nothing that is printed drives the terminal, in JSON either', () => {
      const folder = makeFolder({
        'a\u009b31m\u202e.js': '// \u009b31m\u202e\u007f\ngo(a == b); // \u009b31m\u202e\n',
        'elvar.yaml': 'rulings: { "*": note }\n',
      });
      for (const args of [
        ['check', '--format', 'json'],
        ['check'],
        ['resolve', '--format', 'json'],
        ['resolve', '--format', 'ndjson'],
        ['scope', '--format', 'json'],
      ]) {
        const { out } = elvar(folder, args);
        expect(out, args.join(' ')).not.toMatch(/[\u0000-\u0009\u000b-\u001f\u007f-\u009f\u202a-\u202e\u2066-\u2069]/);
        if (args.includes('json')) expect(() => JSON.parse(out) as unknown).not.toThrow();
      }
    });
  });
});

whenDeep(() => {
  describe('nothing is opened that has no end', () => {
    const FILES = [
      'package.json', 'elvar.yaml', '.gitignore', '.elvarignore', 'elvar-ledger.yaml', 'elvar-lock.yaml', '.editorconfig',
      'a.js', 'log.txt', 'part.sarif', 'style/p.yaml', 'texts/en.json', 'script', 'tsconfig.json', 'pyproject.toml',
      'composer.json', 'node_modules/pkg/elvar-preset.yaml', 'node_modules/pkg/package.json',
    ];
    const COMMANDS = [
      ['check'],
      ['check', '--intake', 'compiler=log.txt'],
      ['gather', 'part.sarif'],
      ['init', '--yes'],
      ['doctor'],
      ['scope'],
      ['resolve'],
      ['explain', 'b.js'],
      ['fix', '--dry-run'],
      ['status'],
      ['ledger', 'list'], ['presets', './style/p.yaml'], ['presets', 'npm:pkg'], ['set', 'dead/*', 'error', '--dry-run'], [
        'fix', '--offered', '--rule', 'locale/literal-text', '--dry-run',
      ],
    ];

    /** Makes a project in which one file has no end. */
    function endless(file: string, make: (file: string) => void): string {
      const folder = makeFolder(
        { 'b.js': "alert('x y z');\n", 'style/': '', 'texts/': '', 'node_modules/pkg/package.json': '{}' },
      );
      if (file !== 'elvar.yaml') {
        const presets = file.startsWith('style') ? ', ./style/p.yaml' : file.startsWith('node_modules') ? ', npm:pkg' : '';
        writeFiles(
          folder,
          { 'elvar.yaml': `presets: [elvar:starter${presets}]\nintake: [{ read: log.txt, as: compiler }]\nrulings:\n`
            + `  locale/literal-text: { level: note, options: { bundle: texts/en.json, call: "t('{key}')" } }\n` },
        );
      }
      rmSync(path.join(folder, file), { force: true });
      make(path.join(folder, file));
      return folder;
    }

    // A command that waits never ends: then `elvar` says so after its own time.
    test.each(FILES)('%s', (file) => {
      for (const make of [(own: string) => void spawnSync('mkfifo', [own]), (own: string) => symlinkSync('/dev/zero', own)]) {
        const folder = endless(file, make);
        for (const args of COMMANDS) expect([0, 1, 2, 3], `${file}: elvar ${args.join(' ')}`).toContain(elvar(folder, args).code);
      }
    });
  });
});
