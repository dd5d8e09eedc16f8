import { describe, expect, test } from 'vitest';
import { elvar, elvarJson, makeFolder } from '../support/project.js';

interface Finding {
  readonly rule: string;
  readonly path: string;
  readonly line: number;
  readonly message: string;
  readonly excused: { readonly by: string; readonly line: number; readonly because: string | null; readonly until: string | null }
    | null;
}

interface CheckDocument {
  readonly findings: readonly Finding[];
  readonly totals: Readonly<Record<string, number>>;
  readonly misreadWaivers: readonly { readonly path: string; readonly line: number; readonly problem: string }[];
}

const LAYER =
  'rulings:\n  slips/loose-compare: warning\n  safety/dynamic-code: { level: error, waivers: refuse }\n  waivers/*: note\n';

function told(folder: string, ...args: string[]): string[] {
  return elvarJson<CheckDocument>(folder, ['check', '--excused', ...args]).findings.map(({ rule, line, excused }) =>
    `${line} ${rule}`
      + (excused === null ? '' : ` excused in ${excused.line}${excused.until === null ? '' : ` until ${excused.until}`}`));
}

describe('waivers in a project', () => {
  test('reach as far as they say, and are checked themselves', () => {
    const folder = makeFolder({
      'elvar.yaml': LAYER,
      'a.js': [
        '// elvar waive slips/* below until 2027-01-31 because the quay is old', 'go(a == b);', '// elvar resume slips/*',
        'go(a == b);',
        '// elvar waive safety/dynamic-code because it is meant', 'eval(a);', '// elvar waive slips/loose-compare',
        'go(a === b);',
        '// elvar waive slips/loose-compar because it is old', '// elvar waive', '',
      ].join('\n'),
    });
    expect(told(folder, '--today', '2026-11-23')).toEqual([
      '2 slips/loose-compare excused in 1 until 2027-01-31', '4 slips/loose-compare', '5 waivers/refused',
      '6 safety/dynamic-code',
      '7 waivers/no-reason', '7 waivers/unused', '9 waivers/unknown-rule', '10 waivers/malformed',
    ]);
    expect(told(folder, '--today', '2027-02-01').slice(0, 3)).toEqual(
      ['1 waivers/expired', '2 slips/loose-compare', '4 slips/loose-compare'],
    );
  });

  test('in every language that has comments', () => {
    const files: Readonly<Record<string, string>> = {
      'a.py': '# elvar waive text/trailing-blanks throughout because x\na = 1 \n',
      'a.css': '/* elvar waive text/trailing-blanks throughout because x */\na {} \n',
      'a.html': '<!-- elvar waive text/trailing-blanks throughout because x -->\n<p>a</p> \n',
      'a.sql': '-- elvar waive text/trailing-blanks throughout because x\nselect 1; \n',
      'a.yaml': '# elvar waive text/trailing-blanks throughout because x\na: 1 \n',
      'A.java': '/* elvar waive text/trailing-blanks throughout because x */\nclass A {} \n',
      'a.php': '<?php # elvar waive text/trailing-blanks throughout because x\n$a = 1; \n',
      'a.go': 'package a // elvar waive text/trailing-blanks throughout because x\n\nvar b = 1 \n',
      'a.sh': '# elvar waive text/trailing-blanks throughout because x\na=1 \n',
      'Dockerfile': '# elvar waive text/trailing-blanks throughout because x\nFROM a \n',
      'a.cpp': '// elvar waive text/trailing-blanks throughout because x\nint a; \n',
      'a.md': '<!-- elvar waive text/trailing-blanks throughout because x -->\n\na \n',
      'a.tsx': '// elvar waive text/trailing-blanks throughout because x\nconst a = <p/>; \n',
      'a.lua': '-- elvar waive text/trailing-blanks throughout because x\na = 1 \n',
    };
    const folder = makeFolder({ 'elvar.yaml': 'rulings: { text/trailing-blanks: warning, waivers/*: error }\n', ...files });
    const { findings, totals } = elvarJson<CheckDocument>(folder, ['check', '--excused']);
    expect(findings.filter(({ excused }) => excused === null)).toEqual([]);
    expect(findings.map(({ path }) => path).sort()).toEqual(Object.keys(files).sort());
    expect(totals['excused']).toBe(Object.keys(files).length);
  });

  test('need a reason if the project requires one', () => {
    const files = {
      'a.js':
        'go(a == b); // elvar waive slips/loose-compare\ngo(c == d); // elvar waive slips/loose-compare because it is old\n',
    };
    const asks =
      'policy: { reasons: required }\nrulings:\n  slips/loose-compare: { level: warning, because: we compare strictly }\n';
    expect(told(makeFolder({ 'elvar.yaml': 'rulings: { slips/loose-compare: warning }\n', ...files }))).toEqual(
      ['1 slips/loose-compare excused in 1', '2 slips/loose-compare excused in 2'],
    );
    expect(told(makeFolder({ 'elvar.yaml': asks, ...files }))).toEqual(
      ['1 slips/loose-compare', '2 slips/loose-compare excused in 2'],
    );
  });

  test('that cannot be understood are listed with the findings if no rule reports them', () => {
    const file = { 'a.js': '// elvar waive slips/loose-compare until tomorrow\ngo(a == b);\n' };
    const quiet = makeFolder({ 'elvar.yaml': 'rulings: { slips/loose-compare: warning }\n', ...file });
    expect(elvarJson<CheckDocument>(quiet, ['check']).misreadWaivers).toEqual([{
      path: 'a.js',
      line: 1,
      text: 'elvar waive slips/loose-compare until tomorrow',
      problem: 'tomorrow is not a date; write it as YYYY-MM-DD',
    }]);
    expect(elvar(quiet, ['check']).err).toContain('tomorrow is not a date');
    const loud = makeFolder({ 'elvar.yaml': LAYER, ...file });
    expect(elvarJson<CheckDocument>(loud, ['check']).misreadWaivers).toEqual([]);
    expect(told(loud)).toEqual(['1 waivers/malformed', '2 slips/loose-compare']);
  });

  test('can be waived, but not by themselves', () => {
    const folder = makeFolder({
      'elvar.yaml': LAYER,
      'a.js': '// elvar waive waivers/no-reason throughout because the old ones have none\n'
        + 'go(a == b); // elvar waive slips/loose-compare\n',
      'b.js': '// elvar waive waivers/unused throughout because it wants to stay\ngo();\n',
    });
    expect(told(folder)).toEqual(['2 slips/loose-compare excused in 2', '2 waivers/no-reason excused in 1', '1 waivers/unused']);
  });

  test('appear in explain, for the line and for the rule', () => {
    const folder = makeFolder({
      'elvar.yaml': LAYER,
      'a.js': '// elvar waive slips/* below until 2027-01-31 because the quay is old\ngo(a == b);\n// elvar resume slips/*\n',
    });
    expect(elvar(folder, ['explain', 'a.js', 'slips/loose-compare', '--today', '2026-11-23']).out).toContain(
      'waived  on lines 1 to 2  until 2027-01-31  by line 1: the quay is old',
    );
    expect(elvar(folder, ['explain', 'a.js', 'slips/loose-compare', '--today', '2027-11-23']).out).toContain(
      'was waived  on lines 1 to 2  until 2027-01-31, which is past',
    );
    expect(elvar(folder, ['explain', 'a.js', 'safety/dynamic-code']).out).not.toContain('waived');
    expect(elvar(folder, ['explain', 'a.js:2', '--today', '2026-11-23']).out).toContain(
      'The waiver on line 1 for slips/* covers it: because the quay is old. It expires after 2027-01-31.',
    );
  });
});
