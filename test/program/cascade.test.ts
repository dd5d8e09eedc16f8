import { mkdirSync, symlinkSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, test } from 'vitest';
import { elvar, elvarJson, makeFolder } from '../support/project.js';

interface ExplainDocument {
  readonly rules: Record<string, {
    level: string; waivers: string; fix: string; by: number; guards: { kind: string; by: number }[]; options: Record<
      string, { value: unknown; by: number }
    >;
    trail: {
      kind: string;
      layer: string;
      file: string | null;
      line: number | null;
      effect: string;
      refusedBy: number | null;
      guard: string | null;
      until: string | null;
      options: object;
    }[];
  }>;
  readonly layers: readonly { id: string; kind: string }[];
}

type Explained = ExplainDocument['rules'][string];

function explain(folder: string, file: string, rule: string, ...args: string[]): Explained {
  return elvarJson<ExplainDocument>(folder, ['explain', file, rule, ...args]).rules[rule] as Explained;
}

const effects = ({ trail }: Explained): string[] => trail.slice(1).map(({ effect }) => effect);

describe('a guard', () => {
  const guarded = (guard: string, inner: string): string => makeFolder({
    'elvar.yaml': `rulings:\n  text/line-width: { level: warning, options: { max: 100 }, guard: ${guard}, because: agreed }\n`,
    'a/elvar.yaml': `rulings:\n  text/line-width: ${inner}\n`,
  });

  test.each([
    ['no-weaker', 'off', 'warning', 'refused'],
    ['no-weaker', 'error', 'error', 'applied'],
    ['no-weaker', '{ level: error, options: { max: 120 } }', 'error', 'partly-refused'],
    ['no-weaker', '{ options: { max: 80, tab-width: 8 } }', 'warning', 'applied'],
    ['no-weaker', '{ options: { urls-free: false } }', 'warning', 'applied'],
    ['fixed', 'error', 'warning', 'refused'],
    ['fixed', 'warning', 'warning', 'applied'],
    ['fixed', '{ options: { max: 80 } }', 'warning', 'refused'],
    ['fixed', '{ level: warning, options: { max: 90 }, waivers: allow }', 'warning', 'partly-refused'],
  ])('%s meets %s', (guard, inner, level, effect) => {
    const rule = explain(guarded(guard, inner), 'a/b.py', 'text/line-width');
    expect([rule.level, effects(rule)]).toEqual([level, ['applied', effect]]);
    expect(rule.trail[2]?.refusedBy).toBe(effect === 'applied' ? null : 1);
    expect(rule.guards).toEqual([{ kind: guard, by: 1 }]);
  });

  test('binds the command line too, and is described in words', () => {
    const folder = guarded('no-weaker', 'note');
    const rule = explain(folder, 'a/b.py', 'text/line-width', '--set', 'text/*=off', '--set', 'text/line-width.max=70');
    expect(effects(rule)).toEqual(['applied', 'refused', 'refused', 'applied']);
    expect(rule.options['max']).toEqual({ value: 70, by: 4, over: 1, items: null });
    const { out } = elvar(folder, ['explain', 'a/b.py', 'text/line-width']);
    expect(out).toContain('note refused by the no-weaker guard in elvar.yaml:2');
    expect(out).toContain('Guarded (no-weaker) by elvar.yaml:2: other files may make it stricter, never weaker.');
    expect(out).toContain('a/elvar.yaml:2 wanted note, which the no-weaker guard in elvar.yaml:2 refuses.');
  });

  test('survives a layer that inherits nothing, with all its parts', () => {
    const folder = makeFolder({
      'elvar.yaml': 'rulings:\n  "*": error\n  safety/*: { level: error, guard: no-weaker, waivers: refuse }\n',
      'a/elvar.yaml': 'inherit: false\nrulings: { safety/*: off }\n',
    });
    const rule = explain(folder, 'a/b.py', 'safety/dynamic-code');
    expect([rule.level, rule.waivers, effects(rule)]).toEqual(['error', 'refuse', ['cut-off', 'applied', 'refused']]);
    expect(explain(folder, 'a/b.py', 'text/indent').level).toBe('off');
  });

  test('cannot stand in a circle: a statement is bound only by guards given before it', () => {
    // Two files that guard the same rule against each other: the order of the layers decides who was first.
    const folder = makeFolder({
      'elvar.yaml': 'rulings:\n  text/indent: { level: note, guard: fixed }\n',
      'a/elvar.yaml': 'rulings:\n  text/indent: { level: error, guard: fixed }\n',
      'a/b/elvar.yaml': 'rulings:\n  text/indent: { level: note, guard: none }\n',
    });
    const rule = explain(folder, 'a/b/c.py', 'text/indent');
    expect([rule.level, effects(rule)]).toEqual(['note', ['applied', 'refused', 'applied']]);
    for (const [index, { refusedBy }] of rule.trail.entries()) expect(refusedBy ?? -1).toBeLessThan(index);
    // What was refused guards what it left: the state is the first file's.
    expect(rule.guards).toEqual([{ kind: 'fixed', by: 1 }, { kind: 'fixed', by: 2 }]);
  });

  test('that refuses waivers keeps the finding', () => {
    const folder = makeFolder({
      'elvar.yaml': 'rulings:\n  safety/*: { level: error, waivers: refuse }\n',
      'a.py': 'exec(a)  # elvar waive safety/* because x\n',
    });
    expect(elvar(folder, ['check'])).toMatchObject({ code: 1, out: expect.stringContaining('1 finding in 1 of 2 files') });
  });
});

describe('a ruling with a date', () => {
  const folder = (): string =>
    makeFolder({ 'elvar.yaml': 'rulings:\n  text/*: error\n  text/indent: { level: note, until: 2026-06-15, because: x }\n' });

  test.each([['2026-06-15', 'note', 'applied'], ['2026-06-16', 'error', 'expired'], ['2020-02-29', 'note', 'applied']])(
    'on %s', (today, level, effect) => {
      const rule = explain(folder(), 'a.py', 'text/indent', '--today', today);
      expect([rule.level, rule.trail.at(-1)?.effect, rule.trail.at(-1)?.until]).toEqual([level, effect, '2026-06-15']);
    },
  );

  test.each(
    ['2026-02-30', '2026-13-01', '26-01-01', 'tomorrow', '2026-6-1', '2025-02-29'],
  )('of %s is refused, in a file and on the command line', (date) => {
    expect(elvar(folder(), ['check', '--today', date])).toMatchObject(
      { code: 2, out: '', err: expect.stringContaining(`${date} is not a date`) },
    );
    const wrong = makeFolder({ 'elvar.yaml': `rulings:\n  text/indent: { level: note, until: ${JSON.stringify(date)} }\n` });
    expect(elvar(wrong, ['check']).err).toContain('is not a date');
  });
});

describe('the command line', () => {
  test.each([
    ['=note', 'sets nothing'],
    ['text/indent', 'sets nothing'],
    ['text/indent=', 'sets nothing'],
    ['text/indnet=note', 'Did you mean text/indent?'],
    ['text/indent=fatal', 'is not one of'],
    ['nix/*=note', 'there is no rule nix/*'],
    ['text/indent.wth=tabs', 'Did you mean with?'],
    ['text/indent.with=both', 'one of spaces, tabs'],
    ['text/*.max=3', 'neither a selector nor an option'],
    ['text/line-width.max=[', 'a whole number'], ['Text=note', 'neither a selector nor an option'],
  ])('--set %s is refused', (setting, message) => {
    const { code, out, err } = elvar(makeFolder({ 'elvar.yaml': '' }), ['check', '--set', setting]);
    expect([code, out]).toEqual([2, '']);
    expect(err).toContain(message);
  });

  test('sets levels and options in its order, above all layers', () => {
    const folder = makeFolder({ 'elvar.yaml': 'rulings: { text/indent: error }\n', 'a.py': '\tx\n' });
    const rule = explain(
      folder, 'a.py', 'text/indent', '--set', 'text/*=off', '--set', 'text/indent=note', '--set', 'text/indent.with=tabs',
    );
    expect([rule.level, rule.options['with']?.value, rule.trail.at(-1)?.kind]).toEqual(['note', 'tabs', 'set']);
    expect(elvar(folder, ['check', '--set', '*=off']).out).toBe('No findings in 2 files.\n');
    const { out } = elvar(folder, ['explain', 'a.py', 'text/indent', '--set', 'text/indent=off']);
    expect(out).toContain('● off  set by the command line, overriding error from elvar.yaml:1.');
  });

  test('edits lists', () => {
    const folder = makeFolder({ 'elvar.yaml': 'rulings:\n  idiom/debug-print: { options: { calls: [a, b] } }\n' });
    const rule = explain(folder, 'a.py', 'idiom/debug-print', '--set', 'idiom/debug-print.calls={add: [b, c], drop: [a]}');
    expect(rule.options['calls']?.value).toEqual(['b', 'c']);
    expect(rule.trail.at(-1)?.options).toEqual({ calls: { add: ['b', 'c'], drop: ['a'] } });
  });
});

describe('the personal layer', () => {
  const project = (personal: string): { root: string; env: Record<string, string> } => {
    const folder = makeFolder(
      { 'root/elvar.yaml': 'rulings: { text/indent: warning }\n', 'root/a.py': 'a = 1 \n', 'config/elvar/elvar.yaml': personal },
    );
    return { root: path.join(folder, 'root'), env: { XDG_CONFIG_HOME: path.join(folder, 'config') } };
  };
  const levels = (root: string, env: Record<string, string>, ...args: string[]): string[] => {
    const { rules, layers } = JSON.parse(
      elvar(root, ['explain', 'a.py', '--format', 'json', ...args], env).out,
    ) as ExplainDocument;
    return [
      ...layers.map(({ kind }) => kind),
      ...['text/indent', 'text/trailing-blanks'].map((rule) => rules[rule]?.level as string),
    ];
  };

  test('is the lowest, and is left out in CI and on request', () => {
    const { root, env } = project('rulings: { text/*: note }\n');
    expect(levels(root, env)).toEqual(['catalog', 'personal', 'project', 'warning', 'note']);
    expect(levels(root, { ...env, CI: '' })).toEqual(['catalog', 'personal', 'project', 'warning', 'note']);
    expect(levels(root, { ...env, CI: 'true' })).toEqual(['catalog', 'project', 'warning', 'off']);
    expect(levels(root, env, '--no-personal')).toEqual(['catalog', 'project', 'warning', 'off']);
    expect(levels(root, {})).toEqual(['catalog', 'project', 'warning', 'off']);
  });

  test('may contain neither guards nor scope', () => {
    const { root, env } = project('at-most: note\nscope: { ignore: [a] }\nrulings:\n  text/*: { level: note, guard: fixed }\n');
    const { code, err } = elvar(root, ['check'], env);
    expect(code).toBe(2);
    expect([...err.matchAll(/elvar\.yaml:(\d+:\d+)/g)].map((match) => match[1])).toEqual(['1:1', '2:1', '4:33']);
  });

  test('is cut off by a layer that inherits nothing', () => {
    const { root, env } = project('rulings: { text/*: note }\n');
    writeFileSync(path.join(root, 'elvar.yaml'), 'inherit: false\n');
    expect(levels(root, env).slice(-2)).toEqual(['off', 'off']);
  });
});

describe('presets of packages', () => {
  const packaged = (files: Record<string, string>, root: string): string => makeFolder({
    'elvar.yaml': root, 'a/b.py': '',
    ...Object.fromEntries(Object.entries(files).map(([name, text]) => [`node_modules/@saltmarsh/style/${name}`, text])),
  });

  test('are found from the adopting file upwards, with presets of their own', () => {
    const folder = packaged(
      {
        'elvar-preset.yaml': 'presets: [./more/strict.yaml]\nrulings: { text/indent: note }\n',
        'more/strict.yaml': 'rulings: { slips/*: error }\n',
      },
      'presets: [npm:@saltmarsh/style]\n',
    );
    const { rules } = elvarJson<ExplainDocument>(folder, ['explain', 'a/b.py']);
    expect([rules['text/indent']?.level, rules['slips/syntax']?.level]).toEqual(['note', 'error']);
    expect(rules['slips/syntax']?.trail[1]).toMatchObject({ file: 'node_modules/@saltmarsh/style/more/strict.yaml', line: 1 });
  });

  test('may name rules and options that this Elvar does not know: they are mentioned and ignored', () => {
    const folder = packaged(
      { 'p.yaml': 'rulings:\n  text/future: error\n  text/line-width: { level: note, options: { max: 90, future: 1 } }\n' },
      'presets: [npm:@saltmarsh/style/p.yaml]\n',
    );
    const { code, err, out } = elvar(folder, ['explain', 'a/b.py', 'text/line-width']);
    expect(code).toBe(0);
    expect(out).toContain('max 90');
    expect(err).toContain('p.yaml:2:3: there is no rule “text/future”, so it is ignored.');
    expect(err).toContain('text/line-width has no option “future”, so it is ignored.');
  });

  test.each([
    ['presets: [npm:nix]\n', {}, 'the package nix is not installed\n'],
    ['presets: [npm:nix]\n', {}, 'Install it: npm install --save-dev nix'],
    ['presets: ["npm:@saltmarsh/style/../../../elvar.yaml"]\n', { 'x.yaml': '' }, 'points outside the package'],
    [
      'presets: ["npm:@saltmarsh/style"]\n',
      { 'elvar-preset.yaml': 'presets: [../../../p.yaml]\n' },
      'points outside the package',
    ],
    [
      'presets: ["npm:@saltmarsh/style"]\n',
      { 'x.yaml': '' },
      'there is no preset at node_modules/@saltmarsh/style/elvar-preset.yaml',
    ],
  ])('%j with %j: %s', (root, files, message) => {
    const folder = packaged(files, root);
    writeFileSync(path.join(folder, 'p.yaml'), '');
    const { code, out, err } = elvar(folder, ['check']);
    expect([code, out]).toEqual([2, '']);
    expect(err).toContain(message.trim());
  });

  test('are found through the links that workspaces make', () => {
    const folder = makeFolder({
      'elvar.yaml': 'presets: [npm:style]\n', 'packages/style/elvar-preset.yaml': 'rulings: { text/indent: note }\n', 'a.py': '',
    });
    mkdirSync(path.join(folder, 'node_modules'));
    symlinkSync('../packages/style', path.join(folder, 'node_modules', 'style'));
    expect(explain(folder, 'a.py', 'text/indent').level).toBe('note');
  });
});

describe('partial adoption', () => {
  test('lets through what `only` names, except what `except` names', () => {
    const folder = makeFolder({
      'elvar.yaml': 'presets:\n  - use: ./p.yaml\n    only: [text/*]\n    except: [text/line-width]\n',
      'p.yaml': 'rulings: { "*": error, text/line-width: { level: note, guard: fixed } }\nat-most: warning\n',
    });
    const levelOf = (rule: string): string => explain(folder, 'a.py', rule).level;
    expect(['text/indent', 'text/line-width', 'slips/syntax'].map(levelOf)).toEqual(['warning', 'off', 'off']);
    expect(explain(folder, 'a.py', 'text/line-width').guards).toEqual([]);
  });

  test.each([
    ['use: ./p.yaml\n    onyl: [text/*]', 'unknown key “onyl”'],
    ['only: [text/*]', '“use” is missing here'],
    ['use: ./p.yaml\n    only: [nix/*]', 'there is no rule “nix/*”'],
    ['use: ./p.yaml\n    except: [7]', 'is not a selector'],
    ['use: p.yaml', 'is not a preset'],
    ['use: [./p.yaml]', 'this should be text'],
  ])('that is wrong is reported: %j', (adoption, message) => {
    const folder = makeFolder({ 'elvar.yaml': `presets:\n  - ${adoption}\n`, 'p.yaml': '' });
    expect(elvar(folder, ['check'])).toMatchObject({ code: 2, out: '', err: expect.stringContaining(message) });
  });

  test('that selects nothing is mentioned, and is no mistake', () => {
    const folder = makeFolder(
      { 'elvar.yaml': 'presets:\n  - use: elvar:tidy\n    only: [text/indent]\n    except: [text/*]\n', 'a.py': '' },
    );
    const { code, err } = elvar(folder, ['check']);
    expect(code).toBe(0);
    expect(err).toContain('elvar.yaml:2');
    expect(err).toContain('this takes no rule from elvar:tidy');
  });
});

describe('languages', () => {
  test('by own patterns count, the deepest match first', () => {
    const folder = makeFolder({
      'elvar.yaml': 'languages: { php: ["*.module"], python: [SConstruct] }\nrulings: { slips/*: error }\n',
      'a/elvar.yaml': 'languages: { text: ["*.module"] }\n',
      'x.module': '<?php if ($a == 1) {}\n', 'a/x.module': 'anything\n', 'SConstruct': 'x = 1\n',
    });
    const { checked } = elvarJson<{ checked: { path: string; language: string }[] }>(folder, ['scope']);
    expect(checked.map((file) => `${file.path} ${file.language}`)).toEqual(
      ['SConstruct python', 'a/elvar.yaml yaml', 'a/x.module text', 'elvar.yaml yaml', 'x.module php'],
    );
    expect(elvar(folder, ['check']).out).toContain('x.module:1:14');
  });

  test('that do not exist are mistakes', () => {
    const folder = makeFolder({ 'elvar.yaml': 'languages: { phyton: ["*.x"] }\nzones:\n  - languages: [typscript]\n' });
    const { code, err } = elvar(folder, ['check']);
    expect(code).toBe(2);
    expect(err).toContain('Did you mean python?');
    expect(err).toContain('Did you mean typescript?');
  });
});

test('a policy that asks for reasons finds each ruling and zone without one', () => {
  const folder = makeFolder({
    'elvar.yaml': 'policy: { reasons: required }\npresets: [elvar:starter, ./p.yaml]\nrulings:\n  text/indent: note\n'
      + '  text/*: { level: note, because: agreed }\nzones:\n  - name: tests\n    match: [a]\n',
    'p.yaml': 'rulings: { size/*: note }\n', 'a/elvar.yaml': 'rulings: { text/indent: { level: error } }\n', 'a/b.py': '',
  });
  const { code, err } = elvar(folder, ['check']);
  expect(code).toBe(2);
  expect(
    [...err.matchAll(/^(\S+:\d+:\d+) {2}the (\w+) “(\S+)” gives no reason$/gm)].map((match) => match.slice(1).join(' ')),
  ).toEqual([
    'elvar.yaml:4:3 ruling text/indent', 'elvar.yaml:7:5 zone tests', 'p.yaml:1:12 ruling size/*',
    'a/elvar.yaml:1:12 ruling text/indent',
  ]);
});
