import { cpSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { FindingsDocument } from '../../src/library/documents.js';
import { commitAll, git } from '../support/git.js';
import { elvar, makeFolder, type Run } from '../support/project.js';
import { runs, sampled, size, whenDeep } from '../support/runs.js';

const { CATALOG } = await import('../../dist/core/catalog/registry.js') as unknown as
  typeof import('../../src/core/catalog/registry.js');
const { languageById } = await import('../../dist/core/languages/languages.js') as unknown as
  typeof import('../../src/core/languages/languages.js');

const FORMATS = ['text', 'lines', 'json', 'sarif', 'junit', 'markdown', 'html'];

/** Runs a command that answers in every format. @returns how it ended, what it printed, and the reports. */
function answers(folder: string, out: string, ...args: string[]): readonly unknown[] {
  const reports = FORMATS.map((format) => [format, path.join(out, `answer.${format}`)] as const);
  const { code, out: printed, err } = elvar(
    folder, [...args, '--no-personal', ...reports.flatMap(([format, file]) => ['--report', `${format}=${file}`])],
  );
  return [code, printed, err, ...reports.map(([, file]) => readFileSync(file, 'utf8'))];
}

/** Checks a project in parts. @returns the files, in the order of `order`. */
function parts(folder: string, out: string, of: number, question: readonly string[] = []): string[] {
  return Array.from({ length: of }, (_, index) => {
    const file = path.join(out, `part-${index + 1}-of-${of}.sarif`);
    const { code, err } = elvar(
      folder,
      ['check', ...question, '--no-personal', '--part', `${index + 1}/${of}`, '--report', `sarif=${file}`, '--fail-on', 'never'],
    );
    expect([code, err.split('\n')[0]]).toEqual([0, `Part ${index + 1} of ${of}.`]);
    return file;
  });
}

function harbour(): string {
  const folder = makeFolder({ '.git/': '' });
  cpSync(path.join(import.meta.dirname, '..', '..', 'demo', 'harbour'), folder, { recursive: true });
  return folder;
}

describe('the parts of a check', () => {
  whenDeep(() => {
    test('say together what one run says, in every format', () => {
      const [folder, out] = [harbour(), makeFolder()];
      const whole = answers(folder, out, 'check');
      for (const of of size(3, 9) === 9 ? [1, 2, 3, 4, 5, 6, 7, 8, 9] : [1, 4]) {
        expect(answers(folder, out, 'gather', ...parts(folder, out, of).toReversed())).toEqual(whole);
      }
    });
  });

  const codes = sampled(CATALOG.rules.flatMap(({ examples }) => examples), 20);
  const project = fc.record({
    files: fc.array(
      fc.record(
        { example: fc.nat(codes.length - 1), directory: fc.constantFrom('', 'a/', 'a/b/', 'c d/', 'é/'), waived: fc.boolean() },
      ),
      { maxLength: 25 },
    ),
    layer: fc.constantFrom(
      'presets: [elvar:everything]\n',
      'presets: [elvar:starter]\n'
        + 'rulings: { size/*: note, text/*: { level: error, waivers: refuse } }\n',
      'presets: [elvar:everything]\n'
          + 'scope: { largest: 300, ignore: ["b/"] }\nat-most: warning\n',
      'presets: [elvar:starter]\n'
            + 'intake: [{ read: found.log, as: compiler }]\npolicy: { reasons: required, confidence: likely }\n',
      'presets: [elvar:starter]\nexpect:\n  - of: ["*"]\n'
        + '    rulings: { size/*: { at-least: error }, text/*: { waivers: refuse } }\n'
        + '  - { path: a/none.js, rulings: { slips/loose-compare: off } }\n',
    ),
    ledger: fc.boolean(), of: fc.integer({ min: 1, max: 9 }), seed: fc.nat(),
    question: fc.constantFrom<string[]>(
      [],
      [],
      ['--set', 'dead/*=error'],
      ['--rule', 'text/*'],
      ['a'],
      ['--today', '2031-01-01', '--concern', 'size'],
      ['--even-ignored'],
    ),
  });

  test('of a random project say together what one run says', () => {
    fc.assert(fc.property(project, ({ files, layer, ledger, of, seed, question }) => {
      const named = files.map(({ example, directory, waived }, index) => {
        const { language, file, code } = codes[example] as (typeof codes)[number];
        return [
          `${directory}f${index}${path.extname(file ?? '') || (languageById(language)?.endings[0] ?? '.txt')}`,
          waived ? `${code}\n// elvar waive text/* until 2030-01-01 because it is old\n` : code,
        ] as const;
      });
      const folder = makeFolder({
        '.git/': '',
        'elvar.yaml': layer,
        'a/x.js': 'a == b;\n',
        'a/y.bin.js': '\0',
        ...Object.fromEntries(named),
        'found.log': named.map(([file], index) => `${file}:${index}:1: warning: found [F${index % 3}]\n`).join(''),
      });
      if (ledger) {
        elvar(folder, ['ledger', 'take', '--rule', 'text/*', '--because', 'old', '--no-personal', '--today', '2030-01-01']);
      }
      const out = makeFolder();
      const whole = answers(folder, out, 'check', ...question);
      const order = parts(folder, out, of, question)
        .map((file, index) => [Math.sin(seed + index), file] as const)
        .sort(([a], [b]) => a - b);
      expect(answers(folder, out, 'gather', ...order.map(([, file]) => file))).toEqual(whole);
      for (const made of [folder, out]) rmSync(made, { recursive: true });
    }), { numRuns: runs(4) });
  });

  test('share the files: each is in one, the same whatever else there is', () => {
    const [folder, out] = [harbour(), makeFolder()];
    const paths = (): string[][] =>
      [1, 2, 3].map((number) =>
        (JSON.parse(
          elvar(folder, ['check', '--no-personal', '--part', `${number}/3`, '--format', 'json', '--group-by', 'file']).out,
        ) as { files: { path: string }[] }).files.map((file) => file.path));
    const before = paths();
    const all = (JSON.parse(
      elvar(folder, ['check', '--no-personal', '--format', 'json', '--group-by', 'file']).out,
    ) as { files: { path: string }[] }).files.map((file) => file.path);
    expect(before.flat().sort()).toEqual(all.sort());
    expect(before.every((some) => some.length > all.length / 6)).toBe(true);
    writeFileSync(path.join(folder, 'kiosk', 'new.js'), 'go();\n');
    expect(paths().map((some) => some.filter((file) => file !== 'kiosk/new.js'))).toEqual(before);
    rmSync(out, { recursive: true });
  });

  whenDeep(() => {
    test('of lines changed since a revision, too', () => {
      const [folder, out] = [harbour(), makeFolder()];
      rmSync(path.join(folder, '.git'), { recursive: true });
      git(folder, 'init', '-q', '-b', 'main');
      commitAll(folder);
      for (const file of ['kiosk/kiosk.js', 'legacy/dues.js', 'kiosk/kiosk.css']) {
        writeFileSync(path.join(folder, file), `${readFileSync(path.join(folder, file), 'utf8')}\nif (a == b) eval(c);\n`);
      }
      expect(answers(folder, out, 'gather', ...parts(folder, out, 3, ['--since', 'HEAD']))).toEqual(
        answers(folder, out, 'check', '--since', 'HEAD'),
      );
    });
  });

  const gather = (folder: string, ...args: string[]): Run => elvar(folder, ['gather', ...args, '--no-personal']);

  whenDeep(() => {
    test('that are missing, doubled, broken or of something else are told, and the answer is incomplete', () => {
      const [folder, out] = [harbour(), makeFolder({
        'whole.sarif': '',
        'cut.sarif': '{"runs":[',
        'other.sarif': '{"version":"2.1.0","runs":[{"tool":{"driver":{"name":"x"}}}]}',
        'odd.sarif': '{"runs":[{"properties":{"part":{"part":{"number":0,"of":3}}}}]}',
      })];
      const [one, two, three] = parts(folder, out, 3) as [string, string, string];
      const whole = gather(folder, one, two, three);
      expect(whole.code).toBe(1);
      const told = (...files: string[]): string[] => {
        const { code, err } = gather(folder, ...files);
        expect(code).toBe(3);
        return err.replaceAll(`${out}/`, '').trimEnd().split('\n');
      };
      expect(told(three, one)).toEqual(
        ['The answer is incomplete: 1 part is missing or left out.', '  part 2 of 3: it is missing'],
      );
      expect(told(one, two, one, three)).toEqual([
        'The answer is incomplete: 1 part is missing or left out.',
        '  part-1-of-3.sarif: part 1 of 3 is there already; it is left out',
      ]);
      const [half] = parts(folder, out, 2) as [string];
      const [odd] = parts(folder, out, 3, ['--set', 'slips/*=off']).map((file) => file) as [string];
      writeFileSync(path.join(out, 'set.sarif'), readFileSync(odd));
      parts(folder, out, 3);
      expect(told(
        one,
        two,
        three,
        half,
        path.join(out, 'set.sarif'),
        ...['cut', 'other', 'odd', 'none'].map((name) => path.join(out, `${name}.sarif`)),
      )).toEqual([
        'The answer is incomplete: 6 parts are missing or left out.',
        '  part-1-of-2.sarif: it is one of 2 parts, and the others are of 3; it is left out',
        '  set.sarif: it was checked by other rules than the others; it is left out',
        '  cut.sarif: it is not JSON, or it is cut off; it is left out',
        '  other.sarif: it holds no part of a check: it was written without --part; it is left out',
        '  odd.sarif: it is not a SARIF log that a part was written to, or it is damaged at '
          + '/runs/0/properties/part/part/number; it is left out',
        '  none.sarif: there is no such file; it is left out',
      ]);
      // What is there counts all the same, and nothing else does.
      const { findings } = JSON.parse(gather(folder, three, one, '--format', 'json').out) as FindingsDocument;
      const every = (JSON.parse(gather(folder, one, two, three, '--format', 'json').out) as FindingsDocument).findings;
      expect(findings.length).toBeGreaterThan(0);
      expect(every.length).toBeGreaterThan(findings.length);
      expect(every).toEqual(expect.arrayContaining([...findings]));
      expect(gather(folder, path.join(out, 'cut.sarif'))).toMatchObject(
        { code: 2, err: expect.stringContaining('no part of a check is among these files') as string },
      );
    });
  });

  whenDeep(() => {
    test('of other rules, files or revisions than the project here are told', () => {
      const [folder, out] = [harbour(), makeFolder()];
      rmSync(path.join(folder, '.git'), { recursive: true });
      git(folder, 'init', '-q', '-b', 'main');
      commitAll(folder);
      const files = parts(folder, out, 2);
      const told = (): string => gather(folder, ...files).err;
      writeFileSync(path.join(folder, 'kiosk', 'new.js'), 'go();\n');
      expect(told()).toContain('part-1-of-2.sarif: it is of other files than the project here; it is left out');
      rmSync(path.join(folder, 'kiosk', 'new.js'));
      writeFileSync(path.join(folder, 'kiosk', 'elvar.yaml'), '');
      rmSync(path.join(folder, 'kiosk', 'elvar.yaml'));
      expect(told()).toBe('');
      const layer = readFileSync(path.join(folder, 'elvar.yaml'), 'utf8');
      writeFileSync(path.join(folder, 'elvar.yaml'), layer.replace('max: 110', 'max: 100'));
      expect(told()).toContain('part-2-of-2.sarif: it was checked by other rules than the project here; it is left out');
      writeFileSync(path.join(folder, 'elvar.yaml'), layer);
      git(folder, 'commit', '-q', '--allow-empty', '-m', 'Next');
      expect(told()).toMatch(
        /it is of another revision than the project here \([0-9a-f]{12}, not [0-9a-f]{12}\); it is left out/,
      );
      expect(gather(folder, ...files, '--set', 'slips/*=off')).toMatchObject(
        { code: 2, err: expect.stringContaining('--set is not what the parts were checked with') as string },
      );
    });
  });

  test.each(['0/3', '4/3', '1', 'x/3', '1/0', '1/1001', '-1/3'])('cannot be %s', (part) => {
    expect(elvar(makeFolder({ 'elvar.yaml': '' }), ['check', '--part', part])).toMatchObject(
      { code: 2, err: expect.stringContaining(`--part ${part}: this is not I/N`) as string },
    );
  });

  test('whatever is changed in one, nothing breaks', () => {
    const [folder, out] = [
      makeFolder(
        { '.git/': '', 'elvar.yaml': 'presets: [elvar:everything]\n', 'a.js': 'if (a == b) c();\n', 'b.js': 'eval(x)\n' },
      ),
      makeFolder(),
    ];
    const [file] = parts(folder, out, 1) as [string];
    const text = readFileSync(file, 'utf8');
    const start = text.indexOf('"part":');
    fc.assert(fc.property(fc.nat(), fc.string({ maxLength: 5 }), fc.nat(30), (place, noise, cut) => {
      const at = start + place % (text.length - start);
      writeFileSync(file, text.slice(0, at) + noise + text.slice(at + cut));
      const { code, err } = gather(folder, file);
      expect([0, 1, 2, 3]).toContain(code);
      expect(err).not.toMatch(/\n\s+at /);
    }), { numRuns: runs(12) });
  });
});
