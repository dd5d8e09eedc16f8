import { describe, expect, test } from 'vitest';
import { git, commitAll } from '../support/git.js';
import { elvar, elvarJson, makeFolder, writeFiles } from '../support/project.js';

const GUARDED = 'rulings: { safety/*: { level: error, guard: no-weaker } }\n';

describe('inner patterns that exclude guarded files', () => {
  test.each([
    ['.elvarignore', { 'quay/.elvarignore': '# ours\nold/\n' }, 'quay/.elvarignore:2 (old/)'],
    ['a layer file', { 'quay/elvar.yaml': 'scope: { ignore: ["old/"] }\n' }, 'quay/elvar.yaml:1 (old/)'],
  ])('in %s are mentioned by check, and are a problem for doctor', (_, files, told) => {
    const folder = makeFolder({
      'elvar.yaml': GUARDED,
      'a.js': '',
      'quay/old/x.js': 'eval(a);\n',
      'quay/old/deep/y.js': '',
      'quay/old/z.unknown': '',
      ...files,
    });
    expect(elvar(folder, ['check']).out).toContain(`${told} excludes 2 files that a guard protects (elvar.yaml:1).`);
    const { guardedOut } = elvarJson<{ guardedOut: object[] }>(folder, ['check']);
    expect(guardedOut).toMatchObject([{ pattern: 'old/', files: 2, guards: [{ file: 'elvar.yaml', line: 1 }] }]);
    const doctor = elvar(folder, ['doctor']);
    expect([doctor.code, doctor.out]).toEqual([1, expect.stringContaining('old/ excludes 2 files that a guard protects')]);
  });

  test('in .gitignore count only for files that git tracks', () => {
    const folder = makeFolder(
      { 'elvar.yaml': GUARDED, 'quay/.gitignore': 'built.js\nmine.js\n', 'quay/mine.js': 'eval(a);\n', 'quay/built.js': '' },
    );
    git(folder, 'init', '-q', '-b', 'main');
    git(folder, 'add', '-f', 'quay/mine.js');
    commitAll(folder);
    expect(elvarJson<{ guardedOut: object[] }>(folder, ['check']).guardedOut).toMatchObject(
      [{ file: 'quay/.gitignore', line: 2, pattern: 'mine.js', files: 1 }],
    );
  });

  test('are fine without a guard of an outer file', () => {
    const files = { 'a.js': '', 'quay/elvar.yaml': `${GUARDED}scope: { ignore: ["old/"] }\n`, 'quay/old/x.js': '' };
    expect(elvarJson<{ guardedOut: object[] }>(makeFolder({ ...files, 'elvar.yaml': '' }), ['check']).guardedOut).toEqual([]);
    // The root's own patterns are the root's own wish.
    expect(elvarJson<{ guardedOut: object[] }>(
      makeFolder({ 'elvar.yaml': `${GUARDED}scope: { ignore: ["old/"] }\n`, 'old/x.js': '' }), ['check'],
    ).guardedOut).toEqual([]);
  });

  test('are mistakes with policy.scope: root', () => {
    const folder = makeFolder({
      'elvar.yaml': 'policy: { scope: root }\nscope: { ignore: ["out/"] }\n',
      '.elvarignore': '*.tmp\n',
      'quay/.gitignore': 'built/\n',
      'a.js': '',
      'quay/elvar.yaml': 'scope:\n  ignore:\n    - old/\n    - "!new/"\n', 'pier/.elvarignore': '\n# ours\nsheds/\n',
    });
    const { code, out, err } = elvar(folder, ['check']);
    expect([code, out]).toEqual([2, '']);
    expect(err).toMatch(/^2 mistakes in pier\/\.elvarignore and quay\/elvar\.yaml: nothing was done\.\n/);
    expect(err).toContain('pier/.elvarignore:3:1  only the files at the project root may exclude files, and “sheds/” would');
    expect(err).toContain('quay/elvar.yaml:3:7');
    writeFiles(folder, { 'quay/elvar.yaml': '', 'pier/.elvarignore': '!kept/\n' });
    expect(elvar(folder, ['check']).code).toBe(0);
  });
});

describe('the freedom ledger', () => {
  const ENTRY = 'findings:\n- path: a.js\n  rule: slips/loose-compare\n  fingerprint: FINGERPRINT\n  status: accepted\n';

  test('refused: entries excuse nothing, as check and ledger say, and take leaves such findings out', () => {
    const folder = makeFolder(
      {
        'elvar.yaml':
          'rulings: { slips/loose-compare: error, safety/dynamic-code: { level: error, ledger: refuse, guard: no-weaker } }\n',
        'a.js': 'go(a == b);\neval(a);\n',
      },
    );
    const taken = elvar(folder, ['ledger', 'take']);
    expect(taken.out).toContain('1 entry added.');
    expect(taken.out).toContain(
      '1 finding left out, because a ruling refuses that the ledger excuses it (ledger: refuse):\n'
        + '  safety/dynamic-code  1 finding\n',
    );
    expect(
      elvarJson<{ findings: { rule: string }[] }>(folder, ['check']).findings.map(({ rule }) => rule),
    ).toEqual(['safety/dynamic-code']);
    const prints = elvarJson<{ findings: { rule: string; fingerprint: string }[] }>(folder, ['check', '--excused']).findings;
    writeFiles(folder, {
      'elvar.yaml': 'rulings: { slips/loose-compare: { level: error, ledger: refuse } }\n',
      'elvar-ledger.yaml': ENTRY.replace(
        'FINGERPRINT', prints.find(({ rule }) => rule === 'slips/loose-compare')?.fingerprint as string,
      ),
    });
    const check = elvar(folder, ['check']);
    expect([check.code, check.out]).toEqual(
      [1, expect.stringContaining('1 ledger entry excuses nothing, because a ruling refuses it (ledger: refuse).')],
    );
    expect(elvarJson<{ entries: { state: string }[] }>(folder, ['ledger', 'list']).entries).toMatchObject([{ state: 'refused' }]);
    // Such an entry has its finding: it is not gone.
    expect(elvar(folder, ['ledger', 'prune', '--dry-run']).out).toContain('The ledger stays as it is.');
  });

  test('is guarded like the others', () => {
    const folder = makeFolder({
      'elvar.yaml': 'rulings: { slips/*: { level: error, ledger: refuse, guard: no-weaker } }\n',
      'a/elvar.yaml': 'rulings: { slips/*: { ledger: allow } }\n',
      'a/b.js': '',
    });
    const { rules } = elvarJson<{ rules: Record<string, { ledger: string; trail: { effect: string; refused: string[] }[] }> }>(
      folder, ['explain', 'a/b.js', 'slips/loose-compare'],
    );
    expect(rules['slips/loose-compare']).toMatchObject(
      { ledger: 'refuse', trail: [{}, { effect: 'applied' }, { effect: 'refused', refused: ['ledger'] }] },
    );
  });
});
