import { spawnSync } from 'node:child_process';
import { expect, test } from 'vitest';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { elvar, makeFolder, PROGRAM } from '../support/project.js';
import { whenDeep } from '../support/runs.js';

const FILES = {
  '.git/': '',
  'elvar.yaml': 'rules:\n  house/marks: { title: Marks, message: a mark, languages: ["*"], pattern: MARK }\n',
  'gate.js': '',
  'quay/a.js': '',
};

const words = (line: string): string[] =>
  elvar(makeFolder(FILES), ['completion', 'words', line, '--no-personal']).out.trimEnd().split('\n');

test.each<[string, string[], string[]]>([
  ['elvar ', ['check', 'explain', 'completion'], ['--help']],
  ['elvar che', ['check'], ['explain']],
  ['elvar check --le', ['--level'], ['--format']],
  ['elvar check --level ', ['error', 'warning', 'note'], ['off']],
  ['elvar check --format js', ['json'], ['text']],
  ['elvar check --rule house/', ['house/*', 'house/marks'], ['text/*']],
  ['elvar catalog text/line', ['text/line-ending', 'text/line-width'], ['text/indent']],
  ['elvar set slips/loose-compare --zo', ['--zone'], ['--at']],
  ['elvar explain gate.js text/line-w', ['text/line-width'], ['text/*']],
  ['elvar adopt elvar:st', ['elvar:starter'], ['elvar:lean']],
  ['elvar ledger ', ['list', 'take', 'set', 'prune'], ['text/*']],
  ['elvar check --set text/line-width=', ['text/line-width=error', 'text/line-width=off'], ['text/indent=off']],
])('after %j comes what can follow', (line, wanted, others) => {
  const found = words(line);
  expect(found).toEqual(expect.arrayContaining(wanted));
  for (const other of others) expect(found).not.toContain(other);
});

test('where the shell knows better, and for what nobody knows, nothing is said', () => {
  for (const line of ['elvar check ga', 'elvar explain ', 'elvar nonsense ', 'elvar compare a ']) {
    expect(words(line)).toEqual(['']);
  }
});

whenDeep(() => {
  test('bash completes a line', () => {
    const complete = (line: string): string[] => {
      const script = `elvar() { ${JSON.stringify(process.execPath)} ${JSON.stringify(PROGRAM)} "$@"; }\n`
        + `source <(elvar completion bash)\nCOMP_LINE=$1 COMP_POINT=\${#1}\n_elvar\nprintf '%s\\n' "\${COMPREPLY[@]}"`;
      const { stdout, stderr } = spawnSync('bash', ['-c', script, '-', line], { encoding: 'utf8', cwd: makeFolder(FILES) });
      expect(stderr).toBe('');
      return stdout.trimEnd().split('\n');
    };
    expect(complete('elvar expl')).toEqual(['explain']);
    // What bash takes for a word begins after a colon.
    expect(complete('elvar adopt elvar:star')).toEqual(['starter']);
    expect(complete('elvar check --set text/indent=wa')).toEqual(['warning']);
  });
});

whenDeep(() => {
  test('the schema knows the project\'s own rules, and is one', () => {
    const { out, code } = elvar(makeFolder(FILES), ['schema', '--no-personal']);
    expect(code).toBe(0);
    const schema = JSON.parse(out) as object;
    const isRight = new Ajv2020({ strict: false }).compile(schema);
    expect(isRight({ rulings: { 'house/marks': 'note', 'text/line-width': { options: { max: 100 } } } })).toBe(true);
    expect(isRight({ rulings: { 'text/line-width': { options: { max: 'wide' } } } })).toBe(false);
    expect(isRight({ rulings: { 'text/line-wdith': 'note' } })).toBe(false);
  });
});
