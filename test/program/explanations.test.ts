import { describe, expect, test } from 'vitest';
import { elvar, elvarJson, makeFolder, writeFiles } from '../support/project.js';

function explain(files: Readonly<Record<string, string>>, ...args: string[]): string {
  return elvar(makeFolder({ 'a/b.js': 'go(a == b);\n', 'elvar.yaml': '', ...files }), ['explain', ...args]).out;
}

describe('who decided', () => {
  test('is never a cap that lowers nothing, nor does such a cap hide the previous decision', () => {
    const out = explain(
      {
        'elvar.yaml': 'rulings: { text/line-width: off }\nat-most: warning\n',
        'a/elvar.yaml': 'rulings: { text/line-width: note }\n',
      },
      'a/b.js',
      'text/line-width',
    );
    expect(out).toContain('● note  set by a/elvar.yaml:1, overriding off from elvar.yaml:1.\n');
    expect(out).toContain('idle: the rule is not above that level');
  });

  test('names both lines if a cap lowers what another line turned on', () => {
    const files = {
      'elvar.yaml': 'rulings: { slips/loose-compare: error }\nzones:\n- name: old\n  match: [/a/]\n  at-most: note\n',
    };
    expect(explain(files, 'a/b.js', 'slips/loose-compare')).toContain(
      '● note  lowered by the at-most in elvar.yaml:5 (zone old) from error, which elvar.yaml:1 had set.',
    );
    expect(elvar(makeFolder({ ...files, 'a/b.js': 'go(a == b);\n' }), ['check']).out).toContain(
      'since elvar.yaml:1, lowered by the at-most in elvar.yaml:5 (zone old)',
    );
  });

  test('is shown layer by layer, and a cap that lowers nothing sets nothing', () => {
    const files = {
      'elvar.yaml': 'rulings: { slips/*: { level: warning, guard: no-weaker } }\nat-most: warning\n',
      'a/elvar.yaml': 'rulings: { slips/*: off, text/line-width: note }\n',
    };
    expect(explain(files, 'a/b.js', 'text/*')).toMatch(
      /^ {2}elvar\.yaml +its at-most lowers no rule here$\n^ {2}a\/elvar\.yaml +sets 1 rule, decides all$/m,
    );
    expect(explain(files, 'a/b.js', 'slips/*')).toMatch(/^ {2}a\/elvar\.yaml +sets \d+ rules, all refused$/m);
  });

  test('is given item by item for an edited list', () => {
    const out = explain(
      {
        'elvar.yaml': 'rulings: { words/spelling: { level: note, options: { known: [berth, quay] } } }\n',
        'a/elvar.yaml': 'rulings: { words/spelling: { options: { known: { add: [pier] } } } }\n',
      },
      'a/b.js',
      'words/spelling',
    );
    expect(out).toMatch(/known berth, quay, pier +pier from a\/elvar\.yaml:1; berth, quay from elvar\.yaml:1\./);
  });

  test('says which part of a statement was refused, and by which guard', () => {
    const out = explain({
      'elvar.yaml': 'rulings: { text/line-width: { level: warning, options: { max: 100 }, guard: no-weaker } }\n',
      'a/elvar.yaml': 'rulings: { text/line-width: { level: error, options: { max: 110 } } }\n',
    }, 'a/b.js', 'text/line-width');
    expect(out).toContain('max 110 refused by the no-weaker guard in elvar.yaml:1');
    expect(out).toContain(
      'a/elvar.yaml:1 wanted max 110, which the no-weaker guard in elvar.yaml:1 refuses; the rest of it counts.',
    );
  });

  test('says that a guard does not bind its own file, if that decided', () => {
    const out = explain(
      { 'elvar.yaml': 'rulings: { safety/*: { level: error, guard: no-weaker } }\nzones:\n- match: [/a/]\n'
        + '  rulings: { safety/raw-html: off }\n' },
      'a/b.js',
      'safety/raw-html',
    );
    expect(out).toContain(
      'Guarded (no-weaker) by elvar.yaml:1: other files may make it stricter, never weaker. A guard does not bind its own '
        + 'file or the presets that file adopts, so elvar.yaml:4 (zone on line 3) counts.',
    );
  });

  test('says which line refused waivers, repairs and the ledger', () => {
    const out = explain(
      { 'elvar.yaml': 'rulings: { slips/*: { level: error, waivers: refuse, ledger: refuse }, slips/loose-compare: { fix: '
        + 'refuse } }\n' },
      'a/b.js',
      'slips/loose-compare',
    );
    for (const line of [
      'Waivers are refused, by elvar.yaml:1.', 'Repairs are refused, by elvar.yaml:1.',
      'Ledger entries do not excuse it, by elvar.yaml:1.',
    ]) {
      expect(out).toContain(line);
    }
  });
});

describe('a path', () => {
  const folder = (): string => makeFolder({
    'elvar.yaml': 'rulings: { dead/*: warning, slips/*: error }\nscope: { ignore: [out/] }\n',
    'a/b.js': 'go(a == b);\n',
    'out/c.js': '',
    'notes.zig': '',
  });

  test('that cannot exist is explained as such, and so is one of no known language', () => {
    const own = folder();
    expect(elvar(own, ['explain', 'a/b.js/c.js'])).toMatchObject(
      { code: 2, out: '', err: 'a/b.js/c.js: nothing can be there, since a/b.js is a file\n' },
    );
    expect(elvar(own, ['compare', 'a', 'a/b.js/c.js'])).toMatchObject({ code: 2, out: '' });
    for (const args of [['notes.zig'], ['quay.zig'], ['notes.zig', 'dead/import']]) {
      expect(elvar(own, ['explain', ...args]).out.split('\n')[0]).toBe(
        `${args[0]} is of no known language, so no rule is in force for it.`,
      );
    }
  });

  test('that is out of scope is reported so first', () => {
    expect(elvar(folder(), ['explain', 'out/c.js']).out).toMatch(
      // elvar waive text/line-width because an output is one pattern
      /^out\/c\.js is not checked: excluded by a pattern, elvar\.yaml:2 {2}out\/\.\njavascript · if it were checked, \d+ rules would be in force/,
    );
  });

  test('that does not exist is compared as a new file, and the answer says so', () => {
    expect(elvar(folder(), ['compare', 'a', 'quay/nowhere.js']).out).toMatch(
      /^There is nothing at quay\/nowhere\.js yet: compared are the rules for a new file there\.\n/,
    );
  });

  test('accepts a line and a column wherever it accepts a line, and no line beyond its end', () => {
    const own = folder();
    writeFiles(own, { 'two.js': 'go(a == b); go(c == d);\n' });
    expect(elvar(own, ['explain', 'two.js:1']).out).toMatch(/^8 findings on line 1/);
    expect(elvar(own, ['explain', 'two.js:1:18']).out).toMatch(/^1 finding on line 1.*\n.*column 18/);
    expect(elvar(own, ['explain', 'two.js:9'])).toMatchObject(
      { code: 2, out: '', err: 'there is no line 9 in two.js\n  It has 1 line.\n' },
    );
    expect(elvar(own, ['waive', 'two.js:9', '--because', 'old'])).toMatchObject({ code: 2, out: '' });
    expect(
      elvarJson<{ selectors: string[] }>(own, ['waive', 'two.js:1:18', '--because', 'old', '--dry-run']).selectors,
    ).toEqual(['slips/loose-compare']);
  });

  test('is explained for a family of rules', () => {
    const own = folder();
    const out = elvar(own, ['explain', 'a/b.js', 'dead/*']).out;
    expect(out).toMatch(/^\d+ of \d+ rules in dead\/\* are in force for a\/b\.js/);
    expect(out).not.toContain('slips/');
    const { rules } = elvarJson<{ rules: object }>(own, ['explain', 'a/b.js', 'dead/*']);
    expect(Object.keys(rules).every((rule) => rule.startsWith('dead/'))).toBe(true);
    expect(elvar(own, ['explain', 'a/b.js', 'daed/*'])).toMatchObject(
      { code: 2, err: expect.stringContaining('Did you mean dead/*?') },
    );
  });
});

test('a waiver for an unknown rule excuses nothing, and a near name is suggested', () => {
  const out = explain(
    { 'elvar.yaml': 'rulings: { slips/*: error }\n', 'a/b.js': '// elvar waive slips/loose-compar because old\ngo(a == b);\n' },
    'a/b.js:2',
  );
  expect(out).toContain(
    'The waiver on line 1 names slips/loose-compar, which is not a rule, so it excuses nothing. Did you mean '
      + 'slips/loose-compare?',
  );
  expect(out).not.toContain('covers it');
});

describe('a refused setting of the command line', () => {
  const files = { 'elvar.yaml': 'rulings: { safety/*: { level: error, guard: no-weaker } }\n', 'a/b.js': 'eval(a);\n' };

  test.each([
    ['check'],
    ['fix', '--dry-run'],
    ['resolve'],
    ['explain', 'a/b.js'],
    ['scope'],
    ['catalog', 'safety/dynamic-code'],
    ['ledger', 'list'],
    ['impact'],
  ])('is told by %s', (...args) => {
    expect(elvar(makeFolder(files), [...args, '--set', 'safety/*=off']).err).toContain(
      '--set safety/*=off did not take: the no-weaker guard in elvar.yaml:1 refuses it.',
    );
  });

  test('in part is reported with the rules, and not where it takes effect', () => {
    const { err } = elvar(makeFolder(files), ['check', '--set', '*=off']);
    expect(err).toMatch(
      /--set \*=off did not take for safety\/dynamic-code, .+ in \d+ files?: the no-weaker guard in elvar\.yaml:1 refuses it\./,
    );
    expect(elvar(makeFolder(files), ['check', '--set', 'text/*=note', '--set', 'safety/*=error']).err).toBe('');
  });
});

describe('what a change does', () => {
  test('a ruling that a cap lowers turns a rule on', () => {
    const folder = makeFolder({ 'elvar.yaml': 'at-most: note\n', 'a.js': 'go(a == b);\n' });
    const { out } = elvar(folder, ['set', 'slips/loose-compare', 'error', '--dry-run']);
    expect(out).toMatch(
      /^It decides in the only file it reaches\.\nIn 1 file it is lowered to note by the at-most in elvar\.yaml:1\.\n/,
    );
  });

  test('repeats no line, and uses the singular for one file', () => {
    const folder = makeFolder({
      'elvar.yaml': 'rulings: { slips/loose-compare: note }\n',
      'a/elvar.yaml': 'rulings: { text/line-width: note }\n',
      'a/x.js': '',
      'b/elvar.yaml': 'rulings: { text/line-width: { level: off, options: { max: 70 } } }\n',
      'b/x.js': '',
    });
    const lines = elvar(folder, ['impact', '--set', 'slips/loose-compare=error', '--all']).out.split('\n').filter((line) =>
      line.includes('note → error'));
    expect(lines).toHaveLength(1);
    writeFiles(folder, { '.git/': '' });
    expect(elvar(folder, ['set', 'text/line-width', '--option', 'max=80', '--dry-run']).out).toMatch(/^It decides in/);
  });
});
