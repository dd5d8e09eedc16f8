import { describe, expect, test } from 'vitest';
import { commitBy, git } from '../support/git.js';
import { elvar, elvarJson, makeFolder, writeFiles } from '../support/project.js';
import { size, whenDeep } from '../support/runs.js';

const CODE = 'if (a == b) eval(c);\n';

/** A repository with a guard, an expectation, and a branch that somebody asks to have merged. */
function repository(): string {
  const folder = makeFolder({
    'quay/berth.js': CODE, 'kiosk/screen.js': CODE,
    'elvar.yaml': 'rulings:\n  safety/dynamic-code: { level: error, guard: no-weaker }\n  slips/loose-compare: error\n'
      + '  idiom/debug-print: note\nexpect:\n  - of: [/kiosk/]\n    rulings: { safety/dynamic-code: { at-least: error } }\n'
      + '    because: the auditors ask for it\n',
  });
  git(folder, 'init', '-q', '-b', 'main');
  commitBy(folder, '2026-01-08', 'Jon Marsh', 'Begin');
  git(folder, 'checkout', '-q', '-b', 'side');
  return folder;
}

function review(folder: string): string {
  const { out, code } = elvar(folder, ['impact', '--against', 'main', '--format', 'markdown']);
  expect(code).toBe(0);
  return out;
}

describe('the text for a review', () => {
  test('leads with what gets weaker, by whom, and what stands against it', () => {
    const folder = repository();
    writeFiles(folder, { 'kiosk/elvar.yaml': 'rulings:\n  safety/dynamic-code: note\n' });
    commitBy(folder, '2026-02-01', 'Tom Quill', 'Quieten the kiosk');
    // The guard refuses it still.
    expect(review(folder)).toContain('Nothing changes');
    expect(review(folder)).toContain(
      '- The guard in elvar.yaml:2 refuses kiosk/elvar.yaml:2: level of safety/dynamic-code, in 1 file.',
    );
    expect(elvar(folder, ['impact', '--against', 'main']).out).toContain(
      'The guard in elvar.yaml:2 refuses kiosk/elvar.yaml:2: level of safety/dynamic-code, in 1 file.\n',
    );
    expect(elvarJson<{ refused: unknown }>(folder, ['impact', '--against', 'main']).refused).toEqual([{
      file: 'kiosk/elvar.yaml',
      line: 2,
      by: 'elvar.yaml:2',
      rules: ['safety/dynamic-code'],
      parts: ['level'],
      files: ['kiosk/screen.js'],
    }]);
    writeFiles(
      folder,
      { 'elvar.yaml': 'rulings:\n  safety/dynamic-code: error\n  slips/loose-compare: warning\n  idiom/debug-print: warning\n'
        + 'expect:\n  - of: [/kiosk/]\n    rulings: { safety/dynamic-code: { at-least: error } }\n'
        + '    because: the auditors ask for it\n' },
    );
    commitBy(folder, '2026-02-03', 'Ines Holm', 'Tidy the rules');
    const lines = review(folder).split('\n');
    const at = (start: string): number => lines.findIndex((line) => line.startsWith(start));
    expect(lines[0]).toMatch(/^\*\*1 rule is tightened and 2 rules are loosened, for \d of \d files: /);
    expect(lines[2]).toBe('What gets weaker:');
    expect(lines[4]).toMatch(/^By Tom Quill, 2026-02-01, in [0-9a-f]{10}: Quieten the kiosk$/);
    // Without whoever took the guard away, it would be without effect.
    expect(lines[8]).toBe(
      '| `safety/dynamic-code` | error → note | 1 | `kiosk/elvar.yaml:2` | the guard in elvar.yaml:2 (removed by Ines Holm, '
        + '2026-02-03); the expectation in elvar.yaml:7 | 1 at another level |',
    );
    expect(lines[10]).toMatch(/^By Ines Holm, 2026-02-03, in [0-9a-f]{10}: Tidy the rules$/);
    expect(lines[14]).toBe('| `slips/loose-compare` | error → warning | 2 | `elvar.yaml:3` | nothing | 2 at another level |');
    expect(at('What gets weaker:')).toBeLessThan(at('Expectations:'));
    expect(at('Expectations:')).toBeLessThan(at('What else changes:'));
    expect(lines.filter((line) => line.startsWith('- Breaks')).join()).toBe(
      '- Breaks what elvar.yaml:7 expects: safety/dynamic-code should be at least error for kiosk/elvar.yaml and 1 more file, '
        + 'but is note (decided by kiosk/elvar.yaml:2). The reason for it: the auditors ask for it.',
    );
    expect(lines).toContain('| `idiom/debug-print` | tightened | note → warning | 2 | no change | `elvar.yaml:4` |');
  });

  test('lists the findings that appear, those that can be repaired, those that go, and those of another level', () => {
    const folder = makeFolder({
      '.git/': '',
      'elvar.yaml': 'rulings: { slips/loose-compare: warning, idiom/function-scoped-binding: note }\n',
      'a.js': 'go(a == b);  \ngo(c == d);\n',
      'b.js': 'go(1);  \nvar x = 1\n',
    });
    const sets = ['slips/loose-compare=error', 'text/trailing-blanks=note', 'idiom/*=off', 'text/final-newline=note'];
    const { out } = elvar(folder, ['impact', '--format', 'markdown', ...sets.flatMap((set) => ['--set', set])]);
    expect(out).toBe([
      '**3 rules are tightened and 1 rule is loosened, for 3 of 3 files: 2 findings appear (2 can be repaired), '
        + '1 disappears and 2 change level.**',
      '',
      'What gets weaker:',
      '',
      '| rule | was → is | files | by line | what stands against it | findings |',
      '|---|---|---:|---|---|---|',
      '| `idiom/function-scoped-binding` | note → off | 2 | `the command line` | nothing | −1 |',
      '',
      'What else changes:',
      '',
      '| rule | | was → is | files | findings | decided by |',
      '|---|---|---|---:|---|---|',
      '| `slips/loose-compare` | tightened | warning → error | 2 | 2 at another level | `the command line` |',
      '| `text/final-newline` | tightened | off → note | 3 | no change | `the command line` |',
      '| `text/trailing-blanks` | tightened | off → note | 3 | +2 (2 can be repaired) | `the command line` |',
      '',
      '<details>',
      '<summary>idiom/function-scoped-binding: −1</summary>',
      '',
      '- − `b.js:2` visible in the whole function: x',
      '',
      '</details>',
      '<details>',
      '<summary>slips/loose-compare: 2 at another level</summary>',
      '',
      '- ~ `a.js:1` == converts its operands before comparing; === does not',
      '- ~ `a.js:2` == converts its operands before comparing; === does not',
      '',
      '</details>',
      '<details>',
      '<summary>text/trailing-blanks: +2 (2 can be repaired)</summary>',
      '',
      '- + `a.js:1` 2 spaces or tabs at the end of the line',
      '- + `b.js:1` 2 spaces or tabs at the end of the line',
      '',
      '</details>',
      '',
      'Rule sets: 1 before, 1 after.',
      '',
    ].join('\n'));
  });

  test('is told of what nobody has committed, and of a trial without anybody', () => {
    const folder = repository();
    writeFiles(folder, { 'quay/elvar.yaml': 'rulings:\n  slips/loose-compare: off\n' });
    expect(review(folder)).toMatch(/^Not committed yet:$/m);
    expect(elvar(folder, ['impact', '--set', 'slips/loose-compare=off', '--format', 'markdown']).out).toMatch(
      /\nWhat gets weaker:\n\n\| rule /,
    );
  });

  whenDeep(() => {
    test('names whoever removed a line, whatever became of its file before and after', () => {
      const folder = repository();
      const base = 'rulings:\n  safety/dynamic-code: { level: error, guard: no-weaker }\n  slips/loose-compare: error\n';
      git(folder, 'checkout', '-q', '-b', 'topic');
      writeFiles(folder, { 'elvar.yaml': `title: Harbour\n${base.replace('  slips/loose-compare: error\n', '')}` });
      commitBy(folder, '2026-02-01', 'Tom Quill', 'Compare as you like');
      git(folder, 'checkout', '-q', 'side');
      writeFiles(folder, { 'berth.js': CODE });
      commitBy(folder, '2026-02-02', 'Jon Marsh', 'Add a berth');
      git(folder, 'merge', '-q', '--no-ff', '-m', 'Merge topic', 'topic');
      writeFiles(folder, { 'elvar.yaml': `title: Harbour office\n${base.replace('  slips/loose-compare: error\n', '')}` });
      commitBy(folder, '2026-02-05', 'Mia Reed', 'Name the office');
      expect(review(folder)).toMatch(
        // elvar waive text/line-width because an output is one pattern
        /\nBy Tom Quill, 2026-02-01, in [0-9a-f]{10}: Compare as you like\n[^]*\| `slips\/loose-compare` \| error → off \| 3 \| `elvar.yaml:3` \(removed\) \| nothing \|/,
      );
      writeFiles(folder, { 'elvar.yaml': '' });
      expect(review(folder)).toMatch(
        /\nNot committed yet:\n[^]*`safety\/dynamic-code` \| error → off \|[^\n]*the guard in elvar.yaml:2 \(removed\)/,
      );
      // What main has gained since is no deed of this branch.
      git(folder, 'checkout', '-q', '-f', 'main');
      writeFiles(folder, { 'elvar.yaml': `${base}  idiom/debug-print: error\n` });
      commitBy(folder, '2026-02-07', 'Ines Holm', 'Print nothing');
      git(folder, 'checkout', '-q', 'side');
      const behind = review(folder);
      expect(behind).toContain('| `idiom/debug-print` | error → off | 3 | `elvar.yaml:4` (removed) | nothing | no change |');
      expect(behind.split('By Tom Quill')[1]).not.toContain('idiom/debug-print');
    });
  });

  test('tells apart who did the same in different directories', () => {
    const folder = makeFolder(
      {
        'elvar.yaml': 'rulings:\n  slips/loose-compare: note\n',
        ...Object.fromEntries(['east', 'west'].flatMap(
          (pier) => [[`${pier}/a.js`, CODE], [`${pier}/elvar.yaml`, 'rulings:\n  slips/loose-compare: error\n']],
        )),
      },
    );
    git(folder, 'init', '-q', '-b', 'main');
    commitBy(folder, '2026-01-08', 'Jon Marsh', 'Begin');
    git(folder, 'checkout', '-q', '-b', 'side');
    for (const [pier, day, author] of [['east', '2026-02-01', 'Tom Quill'], ['west', '2026-02-02', 'Ines Holm']] as const) {
      writeFiles(folder, { [`${pier}/elvar.yaml`]: '' });
      commitBy(folder, day, author, `Quieten the ${pier}`);
    }
    const out = review(folder);
    for (const [pier, author] of [['east', 'Tom Quill'], ['west', 'Ines Holm']] as const) {
      const own = out.split('\nBy ').find((part) => part.startsWith(author)) ?? '';
      expect(own).toContain(`| \`slips/loose-compare\` | error → note | 1 | \`${pier}/elvar.yaml:2\` (removed) | nothing |`);
    }
  });

  whenDeep(() => {
    test('fits into 60,000 characters, and nothing in it comes out as markup', () => {
      const folder = repository();
      const reason = 'a|b `c` <script>alert(1)</script> **d** '.repeat(60).trim();
      const many = Array.from({ length: size(40, 150) }, (_, index) => [
        `quay/${'pier-'.repeat(20)}${index}/elvar.yaml`,
        `rulings:\n  slips/loose-compare: { level: off, because: ${JSON.stringify(`${index} ${reason}`)} }\n`
          + `  idiom/debug-print: off\n`,
      ] as const);
      writeFiles(
        folder, Object.fromEntries(many.flatMap(([file, layer]) => [[file, layer], [file.replace('elvar.yaml', 'a.js'), CODE]])),
      );
      commitBy(folder, '2026-02-01', 'Tom | <b>Quill</b>', 'Quieten `all` | <img src=x>');
      git(folder, 'rm', '-q', '-r', 'quay');
      git(folder, 'checkout', '-q', 'main', '--', '.');
      git(folder, 'checkout', '-q', 'side', '--', '.');
      const out = elvar(folder, ['impact', 'main..side', '--format', 'markdown']).out;
      expect(out.length).toBeLessThanOrEqual(60_000);
      expect(out).toMatch(/\d+ more reasons left out: the text would be too long\./);
      const other = review(folder);
      expect(other.length).toBeLessThanOrEqual(60_000);
      for (const text of [out, other]) {
        expect(text.replace(/<\/?(?:details|summary)>/g, '')).not.toMatch(/(?<!\\)<(?:script|b|img)/);
      }
    });
  });
});
