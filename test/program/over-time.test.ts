import { execFileSync } from 'node:child_process';
import { renameSync, rmSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, test } from 'vitest';
import { commitBy, git } from '../support/git.js';
import { elvar, elvarJson, makeFolder, writeFiles } from '../support/project.js';
import { whenDeep } from '../support/runs.js';

const RULE = 'slips/loose-compare';

/** A repository whose rules change over some months. */
function harbour(): string {
  const folder = makeFolder(
    { 'quay/berth.js': 'if (a == b) go();\nconst tide = 1;\nexport { tide };\n', 'elvar.yaml': `rulings:\n  ${RULE}: error\n` },
  );
  git(folder, 'init', '-q', '-b', 'main');
  commitBy(folder, '2026-01-08', 'Jon Marsh', 'Begin');
  writeFiles(folder, { 'quay/elvar.yaml': `rulings:\n  ${RULE}: { level: off, until: 2026-03-31, because: the gates }\n` });
  commitBy(folder, '2026-02-01', 'Ines Holm', 'Leave the gates alone');
  writeFiles(folder, { 'quay/elvar.yaml': 'rulings: [\n' });
  commitBy(folder, '2026-04-10', 'Ines Holm', 'Try something');
  writeFiles(folder, { 'quay/elvar.yaml': 'rulings:\n  text/line-width: { level: note, options: { max: 90 } }\n' });
  commitBy(folder, '2026-04-11', 'Jon Marsh', 'Put it right');
  renameSync(path.join(folder, 'quay/berth.js'), path.join(folder, 'quay/plan.js'));
  commitBy(folder, '2026-05-02', 'Mia Reed', 'Rename the plan');
  writeFiles(folder, { 'style/house.yaml': `rulings:\n  ${RULE}: note\n`, 'elvar.yaml': 'presets: [./style/house.yaml]\n' });
  commitBy(folder, '2026-06-01', 'Mia Reed', 'Move the rules to a preset');
  return folder;
}

interface HistoryDocument {
  readonly changes: readonly {
    readonly cause: string;
    readonly author: string | null;
    readonly day: string;
    readonly path: string;
    readonly rules: readonly {
      readonly rule: string;
      readonly level: { readonly from: string; readonly to: string } | null;
      readonly line: { readonly file: string; readonly line: number; readonly fate: string } | null;
    }[];
  }[];
  readonly renames: readonly { readonly from: string; readonly to: string }[];
  readonly broken: readonly { readonly author: string; readonly problems: readonly { readonly file: string }[] }[];
  readonly beginning: { readonly reason: string; readonly day: string } | null;
}

function turns({ changes }: HistoryDocument): string[] {
  return changes.map(({ cause, author, day, rules }) => `${day} ${author ?? cause}: `
    + rules.map(({ rule, level, line }) => `${rule} ${level === null ? '' : `${level.from} ${level.to} `}${line?.file}:`
      + `${line?.line} ${line?.fate}`).join(', '));
}

describe('history', () => {
  test('tells each change of a rule, with who did it, when, and by which line', () => {
    const folder = harbour();
    const found = elvarJson<HistoryDocument>(folder, ['history', 'quay/plan.js', RULE]);
    expect(turns(found)).toEqual([
      `2026-06-01 Mia Reed: ${RULE} error note style/house.yaml:2 written`,
      `2026-04-01 expired: ${RULE} off error quay/elvar.yaml:2 expired`,
      `2026-02-01 Ines Holm: ${RULE} error off quay/elvar.yaml:2 written`,
    ]);
    expect(found.renames.map(({ from, to }) => [from, to])).toEqual([['quay/berth.js', 'quay/plan.js']]);
    expect(found.broken.map(({ author, problems }) => [author, problems[0]?.file])).toEqual([['Ines Holm', 'quay/elvar.yaml']]);
    expect(found.beginning).toMatchObject({ reason: 'first-commit', day: '2026-01-08' });
    // All rules together; the change of the broken commit and of the one after it is that one's.
    expect(turns(elvarJson(folder, ['history', 'quay/plan.js']))).toContain(
      '2026-04-11 Jon Marsh: text/line-width off note quay/elvar.yaml:2 written',
    );
    // One day for all of it: what had expired by then never held.
    expect(turns(elvarJson(folder, ['history', 'quay/plan.js', RULE, '--today', '2026-06-01']))).toEqual(
      [`2026-06-01 Mia Reed: ${RULE} error note style/house.yaml:2 written`],
    );
    expect(turns(elvarJson(folder, ['history', 'quay/plan.js', RULE, '--since', '2026-04-11']))).toHaveLength(1);
  });

  test('says in words what it says as data', () => {
    const { out, code } = elvar(harbour(), ['history', 'quay/plan.js', RULE]);
    expect(code).toBe(0);
    expect(out.split('\n')[0]).toBe(`${RULE} is note for quay/plan.js: elvar.yaml:1 → style/house.yaml:2.`);
    expect(out).toContain('Mia Reed: Move the rules to a preset\n  error → note  style/house.yaml:2\n');
    expect(out).toContain('2026-04-01  no commit: a ruling expired\n  off → error  quay/elvar.yaml:2, expired\n');
    expect(out).toContain('The layer files were wrong then (quay/elvar.yaml:');
    expect(out).toContain('6 commits looked at, back to 2026-01-08');
  });

  test('tells first what is not committed, and the line that is gone', () => {
    const folder = harbour();
    rmSync(path.join(folder, 'quay/elvar.yaml'));
    expect(
      turns(elvarJson(folder, ['history', 'quay/plan.js', 'text/line-width'])).map((turn) => turn.replace('null', '')),
    ).toEqual([
      ' uncommitted: text/line-width note off quay/elvar.yaml:2 removed',
      '2026-04-11 Jon Marsh: text/line-width off note quay/elvar.yaml:2 written',
    ]);
  });

  whenDeep(() => {
    test('ends where a shallow clone does, and says so', () => {
      const folder = harbour();
      const clone = makeFolder();
      execFileSync('git', ['clone', '-q', '--depth', '2', `file://${folder}`, clone], { stdio: 'pipe' });
      const found = elvarJson<HistoryDocument>(clone, ['history', 'quay/plan.js', RULE]);
      expect(turns(found)).toEqual([`2026-06-01 Mia Reed: ${RULE} error note style/house.yaml:2 written`]);
      expect(found.beginning).toMatchObject({ reason: 'shallow-clone', day: '2026-05-02' });
      expect(elvar(clone, ['history', 'quay/plan.js', RULE]).out).toContain('The clone is shallow');
    });
  });

  test('needs git, a commit, a rule that there is, and a day', () => {
    const folder = makeFolder({ 'a.js': '' });
    expect(elvar(folder, ['history', 'a.js']).err).toContain('git');
    git(folder, 'init', '-q');
    expect(elvar(folder, ['history', 'a.js']).code).toBe(2);
    commitBy(folder, '2026-01-01', 'Jon Marsh', 'Begin');
    expect(elvar(folder, ['history', 'a.js', 'slips/lose-compare']).err).toContain('Did you mean slips/loose-compare?');
    expect(elvar(folder, ['history', 'a.js', '--since', 'May']).err).toContain('Write it as YYYY-MM-DD');
    expect(elvar(folder, ['history', '../x.js']).code).toBe(2);
    expect(elvar(folder, ['history', 'new/thing.ts']).code).toBe(0);
  });
});

describe('explain --who', () => {
  test('names the author of each line, and what nobody has committed', () => {
    const folder = harbour();
    writeFiles(folder, {
      'quay/elvar.yaml': `rulings:\n  text/line-width: { level: note, options: { max: 90 } }\n  ${RULE}:\n    level: warning\n`,
    });
    const { rules } =
      elvarJson<
        { rules: Record<string, { trail: { file: string | null; who: { author: string | null; day: string | null } | null }[] }> }
      >(
        folder,
        ['explain', 'quay/plan.js', '--who'],
      );
    expect(rules[RULE]?.trail.map(({ file, who }) => [file, who?.author, who?.day])).toEqual(
      [[null, undefined, undefined], ['style/house.yaml', 'Mia Reed', '2026-06-01'], ['quay/elvar.yaml', null, null]],
    );
    expect(rules['text/line-width']?.trail.at(-1)?.who).toMatchObject({ author: 'Jon Marsh', day: '2026-04-11' });
    const { out } = elvar(folder, ['explain', 'quay/plan.js', RULE, '--who']);
    expect(out).toMatch(/Mia Reed, 2026-06-01, in [0-9a-f]{10}: Move the rules to a preset/);
    expect(out).toContain('not committed yet');
    expect(elvar(folder, ['explain', 'quay/plan.js:1', '--who']).out).toContain('Mia Reed, 2026-06-01');
    expect(elvar(makeFolder({ 'a.js': '' }), ['explain', 'a.js', '--who']).code).toBe(2);
  });
});

describe('impact A..B', () => {
  test('compares two revisions, for the files of the second, and touches nothing', () => {
    const folder = harbour();
    const clean = git(folder, 'status', '--porcelain');
    writeFiles(folder, { 'quay/late.js': 'a == b;\n', 'quay/plan.js': 'go();\n' });
    const before = git(folder, 'status', '--porcelain');
    const { rules, files } =
      elvarJson<{ rules: Record<
        string,
        { relation: string; appearing: unknown[]; disappearing: { path: string }[]; relevelled: { path: string; line: number }[] }
      >; files: number }>(
        folder,
        ['impact', 'HEAD~1..HEAD'],
      );
    expect(rules[RULE]?.relation).toBe('looser');
    // The file as it was committed, wherever it is now.
    expect(rules[RULE]?.relevelled.map(({ path: own, line }) => [own, line])).toEqual([['quay/plan.js', 1]]);
    expect(files).toBe(4);
    expect([git(folder, 'status', '--porcelain'), clean]).toEqual([before, '']);
    expect(elvar(folder, ['impact', 'HEAD..HEAD']).out).toContain('Nothing changes');
    // A revision whose layer files are wrong is named.
    const wrong = elvar(folder, ['impact', 'HEAD~3..HEAD']);
    expect([wrong.code, wrong.err]).toEqual([2, expect.stringContaining('HEAD~3:quay/elvar.yaml:')]);
    expect(elvar(folder, ['impact', 'nowhere..HEAD']).err).toContain('git knows no revision nowhere');
    expect(elvar(folder, ['impact', 'HEAD~1', '--preset', 'elvar:sound']).code).toBe(2);
  });

  test('knows a project that is a directory of its repository', () => {
    const repository = makeFolder({
      'north side/port/quay/berth.js': 'if (a == b) go();\n',
      'north side/port/elvar.yaml': `rulings:\n  ${RULE}: error\n`,
      'elsewhere/elvar.yaml': 'rulings: [\n',
    });
    git(repository, 'init', '-q', '-b', 'main');
    commitBy(repository, '2026-01-08', 'Jon Marsh', 'Begin');
    writeFiles(repository, { 'north side/port/elvar.yaml': `rulings:\n  ${RULE}: note\n` });
    commitBy(repository, '2026-02-08', 'Ines Holm', 'Relax');
    const port = path.join(repository, 'north side/port');
    const { out, err } = elvar(port, ['impact', 'HEAD~1..HEAD', '--root', '.', '--format', 'markdown']);
    expect(err).toBe('');
    expect(out).toMatch(
      // elvar waive text/line-width because an output is one pattern
      /^\*\*1 rule is loosened, for 1 of 2 files: 1 finding changes level\.\*\*\n\nWhat gets weaker:\n\nBy Ines Holm, 2026-02-08, in \w{10}: Relax\n[^]*\| error → note \| 1 \| `elvar\.yaml:2` \|/,
    );
    expect(turns(elvarJson(port, ['history', 'quay/berth.js', RULE, '--root', '.']))).toEqual(
      [`2026-02-08 Ines Holm: ${RULE} error note elvar.yaml:2 written`],
    );
  });

  whenDeep(() => {
    test('begins where two branches parted, if three dots say so', () => {
      const folder = harbour();
      git(folder, 'checkout', '-q', '-b', 'side', 'HEAD~1');
      writeFiles(folder, { 'quay/elvar.yaml': 'rulings:\n  idiom/debug-print: note\n' });
      commitBy(folder, '2026-06-02', 'Ines Holm', 'Print nothing');
      expect(Object.keys(elvarJson<{ rules: object }>(folder, ['impact', 'main...side']).rules)).toEqual(
        ['idiom/debug-print', 'text/line-width'],
      );
      expect(Object.keys(elvarJson<{ rules: object }>(folder, ['impact', 'main..side']).rules)).toEqual(
        ['idiom/debug-print', RULE, 'text/line-width'],
      );
    });
  });
});
