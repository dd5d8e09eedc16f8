import { describe, expect, test } from 'vitest';
import { elvar, elvarJson, makeFolder } from '../support/project.js';

const LOG = `  house/harbour-log:
    title: Messages go to the harbour log
    languages: [python]
    query: '(call function: (identifier) @callee (#any-of? @callee {calls})) @finding'
    message: "call log.info, not {callee}"
    advice: Import log from harbour.log.
    replace: { callee: log.info }
    options:
      calls: { default: [print], stricter: more, about: what prints }
`;
const TODO = `  house/ticket-in-todo:
    title: A to-do names its ticket
    languages: ["*"]
    pattern: '\\bTODO\\b(?P<rest>[^#\\n]*)$'
    message: "this to-do names no ticket:{rest}"
    confidence: certain
`;

interface CheckDocument {
  readonly findings: readonly {
    rule: string;
    path: string;
    line: number;
    column: number;
    message: string;
    advice: string;
    confidence: string;
    fixable: boolean;
  }[];
}

function found(folder: string, ...args: string[]): string[] {
  return elvarJson<CheckDocument>(folder, ['check', ...args]).findings.map(
    ({ path, line, column, rule, message }) => `${path}:${line}:${column} ${rule} ${message}`,
  );
}

describe('house rules', () => {
  test('find by query and by pattern, with captures in the message', () => {
    const folder = makeFolder({
      'elvar.yaml': `rulings: { house/*: warning }\nrules:\n${LOG}${TODO}`,
      'a.py': 'if a:\n    print(1)\n# TODO moor\n# TODO see #12\n',
      'b.md': 'TODO\n',
    });
    expect(found(folder).filter((text) => !text.startsWith('elvar.yaml'))).toEqual([
      'a.py:2:5 house/harbour-log call log.info, not print', 'a.py:3:3 house/ticket-in-todo this to-do names no ticket: moor',
      'b.md:1:1 house/ticket-in-todo this to-do names no ticket:',
    ]);
    const { findings } = elvarJson<CheckDocument>(folder, ['check', 'a.py']);
    expect(findings[0]).toMatchObject({ advice: 'Import log from harbour.log.', confidence: 'likely', fixable: true });
    expect(findings[1]).toMatchObject({ confidence: 'certain', fixable: false });
  });

  test('are off until a ruling turns them on, obey every layer, and are explained', () => {
    const folder = makeFolder(
      {
        'elvar.yaml': `rules:\n${LOG}zones:\n  - name: tests\n    match: [/test/]\n`
          + `    rulings: { house/harbour-log: { level: error, options: { calls: { add: [pprint] } } } }\n`,
        'a.py': 'print(1)\n',
        'test/b.py': 'pprint(1)\nprint(1)\n',
      },
    );
    expect(found(folder)).toEqual(
      ['test/b.py:1:1 house/harbour-log call log.info, not pprint', 'test/b.py:2:1 house/harbour-log call log.info, not print'],
    );
    expect(elvar(folder, ['explain', 'test/b.py', 'house/harbour-log']).out).toMatch(
      // elvar waive text/line-width because an output is one pattern
      /● error +set by elvar\.yaml:\d+ \(zone tests\)\.\n {2}calls print, pprint {2}pprint from elvar\.yaml:\d+ \(zone tests\); 1 by default\./,
    );
    expect(elvarJson<{ rules: object }>(folder, ['explain', 'a.py', 'house/harbour-log']).rules).toMatchObject(
      { 'house/harbour-log': { level: 'off', options: { calls: { value: ['print'] } } } },
    );
  });

  test('belong to the whole project, wherever they are declared', () => {
    const folder = makeFolder(
      { 'elvar.yaml': 'rulings: { "house/*": warning }\n', 'deep/down/elvar.yaml': `rules:\n${LOG}`, 'a.py': 'print(1)\n' },
    );
    expect(found(folder)).toEqual(['a.py:1:1 house/harbour-log call log.info, not print']);
    expect(found(folder, 'a.py')).toHaveLength(1);
    expect(elvar(folder, ['explain', 'a.py', 'house/harbour-log']).out).toContain('warning  set by elvar.yaml:1');
    expect(elvarJson<{ rules: Record<string, object> }>(folder, ['explain', 'a.py']).rules['house/harbour-log']).toMatchObject({
      level: 'warning',
    });
    expect(
      elvarJson<{ sets: { rules: Record<string, object> }[] }>(folder, ['resolve', 'a.py']).sets[0]?.rules['house/harbour-log'],
    ).toBeDefined();
    expect(found(folder, '--set', 'house/harbour-log=off')).toEqual([]);
    expect(elvar(folder, ['catalog', 'house/harbour-log']).out).toContain(
      'In this project it is in force for all 1 file in languages it supports.',
    );
  });

  test.each(['"*"', '"tag:output"'])('are among the rules that %s selects, for one file as for all', (selector) => {
    const folder = makeFolder({
      'elvar.yaml': `rulings: { ${selector}: note }\n`,
      'deep/down/elvar.yaml': `rules:\n${LOG}    tags: [output]\n`,
      'a.py': 'print(1)\n',
    });
    const whole = found(folder).filter((line) => line.includes('house/harbour-log'));
    expect(whole).toEqual(['a.py:1:1 house/harbour-log call log.info, not print']);
    expect(found(folder, 'a.py').filter((line) => line.includes('house/harbour-log'))).toEqual(whole);
  });

  test('hold for a file that no layer file lies around', () => {
    const folder = makeFolder(
      { '.git/HEAD': '', 'side/elvar.yaml': `rulings: { house/harbour-log: error }\nrules:\n${LOG}`, 'other/a.py': 'print(1)\n' },
    );
    expect(elvar(folder, ['check', 'other'])).toMatchObject({ code: 0, err: '' });
    expect(elvar(folder, ['explain', 'other/a.py', 'house/harbour-log'])).toMatchObject({ code: 0, err: '' });
    expect(
      elvarJson<{ rules: Record<string, object> }>(folder, ['explain', 'other/a.py']).rules['house/harbour-log'],
    ).toMatchObject({
      level: 'off',
    });
  });

  test('are known to a preset from outside the project, whatever the question is', () => {
    const folder = makeFolder({
      'elvar.yaml': 'presets: ["npm:@quay/style"]\n',
      'node_modules/@quay/style/elvar-preset.yaml': 'rulings: { house/harbour-log: note }\n',
      'node_modules/@quay/style/package.json': '{}', 'side/elvar.yaml': `rules:\n${LOG}`, 'other/a.py': 'print(1)\n',
    });
    expect(found(folder, 'other')).toEqual(found(folder));
    expect(elvar(folder, ['explain', 'other/a.py', 'house/harbour-log']).out).toContain('note  set by');
  });

  test('cannot take the id of a rule that comes with Elvar', () => {
    const folder = makeFolder(
      { 'elvar.yaml': `rulings: { text/line-width: note }\nrules:\n${TODO.replace('house/ticket-in-todo', 'text/line-width')}` },
    );
    const { code, err } = elvar(folder, ['check']);
    expect({ code, mistakes: err.match(/^elvar\.yaml:.*/gm) }).toEqual(
      { code: 2, mistakes: ['elvar.yaml:3:3  text/ is reserved for the rules that come with Elvar'] },
    );
  });

  test('come with presets too, and the same rule may be declared twice', () => {
    const folder = makeFolder({
      'elvar.yaml': `presets: [./p.yaml]\nrules:\n${LOG}`,
      'p.yaml': `rulings: { house/harbour-log: note }\nrules:\n${LOG}`,
      'a.py': 'print(1)\n',
    });
    expect(found(folder)).toHaveLength(1);
    const other = makeFolder(
      { 'elvar.yaml': `rules:\n${LOG}`, 'sub/elvar.yaml': `rules:\n${LOG.replace('log.info, not', 'the log, not')}`, 'a.py': '' },
    );
    expect(elvar(other, ['check'])).toMatchObject({
      code: 2,
      err: expect.stringMatching(/sub\/elvar\.yaml:2:3 {2}house\/harbour-log is declared twice, with different contents/),
    });
  });

  test('are repaired by fix', () => {
    const folder = makeFolder({ 'elvar.yaml': `rulings: { house/*: warning }\nrules:\n${LOG}`, 'a.py': 'print(1)\nprint(2)\n' });
    expect(elvar(folder, ['fix']).out.split('\n')[0]).toBe('Repaired 2 findings in 1 of 2 files.');
    expect(found(folder)).toEqual([]);
  });

  test.each<[string, string, string]>([
    [
      'a query that no grammar has',
      LOG.replace('identifier', 'identifer'),
      'elvar.yaml:6:12  the query does not fit python: the grammar has no node “identifer”',
    ],
    ['a query without a finding', LOG.replace('@finding', '@found'), 'it names no @finding'],
    ['a query for every language', LOG.replace('[python]', '["*"]'), 'a query needs the grammar of a language'],
    ['a query for a language without a grammar', LOG.replace('[python]', '[sql]'), 'Elvar has no grammar for it'],
    ['an unknown language', LOG.replace('[python]', '[pyton]'), 'Did you mean python?'],
    ['a pattern with a look-around', TODO.replace('TODO', '(?=TODO)'), 'not a regular expression'],
    ['a pattern and a query', `${TODO}    query: '(a)'\n`, 'this rule has both a query and a pattern'],
    ['nothing to look for', TODO.replace(/ {4}pattern.*\n/, ''), 'this rule has neither a query nor a pattern'],
    ['a concern of Elvar', TODO.replace('house/', 'text/'), 'text/ is reserved for the rules that come with Elvar'],
    ['a name that is none', TODO.replace('house/ticket', 'house-ticket'), 'is not a rule id'],
    ['no message', TODO.replace(/ {4}message.*\n/, ''), '“message” is missing here'],
    ['an unknown key', `${TODO}    mesage: x\n`, 'Did you mean “message”?'],
  ])('%s is a mistake with its place', (_, rule, message) => {
    const { code, out, err } = elvar(
      makeFolder({ 'elvar.yaml': `rulings: { house/*: warning }\nrules:\n${rule}`, 'a.py': '' }), ['check'],
    );
    expect([code, out]).toEqual([2, '']);
    expect(err.replace(/Did you mean (\w+)\?/, 'Did you mean “$1”?')).toContain(
      message.replace(/Did you mean (\w+)\?/, 'Did you mean “$1”?'),
    );
    expect(err).toMatch(/elvar\.yaml:\d+:\d+/);
  });

  test('cannot hang a run, whatever their expressions are', () => {
    const evil = `  house/evil:
    title: x
    languages: [javascript]
    query: '((identifier) @finding (#match? @finding "^(a+)+$"))'
    message: x
  house/worse:
    title: x
    languages: ["*"]
    pattern: '(a+)+b'
    message: x
`;
    const folder = makeFolder(
      { 'elvar.yaml': `rulings: { house/*: warning }\nrules:\n${evil}`, 'a.js': `${'a'.repeat(5000)}c;\n` },
    );
    expect(found(folder, 'a.js')).toEqual([]);
  });
});

describe('catalog', () => {
  interface CatalogDocument {
    readonly format: string;
    readonly rules: readonly {
      id: string;
      concern: string;
      languages: readonly string[];
      confidence: string;
      fixable: boolean;
      options: readonly { name: string; type: string; stricter: string | null }[];
    }[];
  }
  const ids = (...args: string[]): string[] =>
    elvarJson<CatalogDocument>(makeFolder(), ['catalog', ...args]).rules.map(({ id }) => id);

  test('lists every rule with its options', () => {
    const { format, rules } = elvarJson<CatalogDocument>(makeFolder({ 'elvar.yaml': `rules:\n${LOG}` }), ['catalog']);
    expect(format).toBe('elvar-catalog/1');
    expect(rules.length).toBeGreaterThan(95);
    expect(rules.find(({ id }) => id === 'text/line-width')).toMatchObject(
      {
        concern: 'text',
        languages: ['*'],
        confidence: 'certain',
        fixable: false,
        options: [
          { name: 'max', type: 'number', stricter: 'lower', least: 20, most: 1000, default: 100 },
          { name: 'urls-free' },
          { name: 'tab-width' },
        ],
      },
    );
    expect(rules.find(({ id }) => id === 'house/harbour-log')).toMatchObject({
      concern: 'house',
      languages: ['python', 'markdown'],
      fixable: true,
      options: [{ name: 'calls', type: 'list', stricter: 'more' }],
    });
  });

  test('searches for words, and forgives a typo', () => {
    expect(ids('imports')).toContain('imports/sorted');
    expect(ids('improts').slice(0, 12)).toContain('imports/sorted');
    expect(ids('unused', 'import')).toEqual(ids('import', 'unused'));
    expect(ids('xyzzyx')).toEqual([]);
    expect(elvar(makeFolder(), ['catalog', 'xyzzyx']).out).toBe('No rule is about “xyzzyx”.\n');
  });

  test.each<[string[], (rule: CatalogDocument['rules'][number]) => boolean]>([
    [['--concern', 'slips'], ({ concern }) => concern === 'slips'],
    [['--language', 'css'], ({ languages }) => languages[0] === '*' || languages.includes('css')],
    [['--confidence', 'possible'], ({ confidence }) => confidence === 'possible'],
    [['--repairable'], ({ fixable }) => fixable],
  ])('%j', (args, fits) => {
    const all = elvarJson<CatalogDocument>(makeFolder(), ['catalog']).rules;
    expect(ids(...args)).toEqual(all.filter(fits).map(({ id }) => id));
    expect(ids(...args).length).toBeGreaterThan(1);
  });

  test('--tag and --in-force', () => {
    expect(ids('--tag', 'security')).toContain('safety/dynamic-code');
    const folder = makeFolder(
      { 'elvar.yaml': 'rulings: { slips/syntax: error, text/indent: note, idiom/strict-types: error }\n', 'a.py': '' },
    );
    expect(elvarJson<CatalogDocument>(folder, ['catalog', '--in-force', 'a.py']).rules.map(({ id }) => id)).toEqual(
      ['slips/syntax', 'text/indent'],
    );
    expect(elvar(folder, ['catalog', '--in-force', 'a.py']).out).toMatch(/error +slips\/syntax/);
  });

  test('a rule has a page: what it wants, where it is in force and why, and how to set it', () => {
    const folder = makeFolder(
      {
        'elvar.yaml': 'rulings: { slips/*: note }\nzones:\n  - name: old\n    match: [/old/]\n'
          + '    rulings: { slips/embedded-constant: off }\n',
        'A.java': '',
        'old/B.java': '',
      },
    );
    const { out } = elvar(folder, ['catalog', 'slips/embedded-constant']);
    for (const part of [
      'It contradicts slips/settable-constant, and both are in force for 1 file',
      'In this project it is in force for 1 of 2 files', 'since elvar.yaml:1', 'since elvar.yaml:5 (zone old)',
        'Good java',
      'Bad java', 'elvar:sound off', "--set 'slips/embedded-constant=warning'", 'JLS, section 13.4.9',
    ]) expect(out).toContain(part);
    expect(elvar(folder, ['catalog', 'slips/embeded-constant'])).toMatchObject(
      { code: 2, err: expect.stringContaining('Did you mean slips/embedded-constant?') },
    );
    expect(elvar(folder, ['catalog', '--language', 'phyton'])).toMatchObject(
      { code: 2, err: expect.stringContaining('Did you mean python?') },
    );
  });
});
