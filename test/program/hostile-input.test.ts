import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { elvar, makeFolder } from '../support/project.js';
import { runs } from '../support/runs.js';

const DEMO = path.join(import.meta.dirname, '..', '..', 'demo', 'harbour');

const all = readdirSync(DEMO, { recursive: true, withFileTypes: true })
  .filter((entry) => entry.isFile())
  .map((entry) => path.join(entry.parentPath, entry.name));
const isConfiguration = (file: string): boolean => /\.yaml$|ignore$/.test(file);
const [layers, sources] = [all.filter(isConfiguration), all.filter((file) => !isConfiguration(file))].map((files) =>
  files.map((file) => ({ name: path.basename(file), bytes: readFileSync(file) })).filter(({ bytes }) => bytes.length < 20_000));

/** What is put into a file, or in the place of a part of it. */
const scrap = fc.oneof(
  fc.constantFrom(
    '\0', '\x1b[31m', '\u009b', '\u202e', '\uFEFF', '&a ', '*a', '!!js/function ', '<<: *a', '---\n', '...\n', '[', '{', '"',
    "'", '`', '/*', '<!--', '${', '#', '\t', '\r', '\\', '%YAML 1.1\n', 'elvar waive * because ', '__proto__: ',
    'inherit: false\n', 'presets: [elvar:tidy]\n',
  ),
  fc.string({ unit: 'binary', maxLength: 12 }),
);

/** A place in a file from 0 to 1, how much is dropped there, and what comes instead, once or many times. */
const damage = fc.tuple(
  fc.double({ min: 0, max: 1, noNaN: true }), fc.nat({ max: 40 }), scrap, fc.constantFrom(1, 1, 1, 30, 2_000),
);

function damaged(bytes: Buffer, damages: readonly (readonly [number, number, string, number])[]): Buffer {
  return damages.reduce((whole, [place, drop, instead, times]) => {
    const at = Math.floor(place * whole.length);
    return Buffer.concat([whole.subarray(0, at), Buffer.from(instead.repeat(times)), whole.subarray(at + drop)]);
  }, bytes);
}

function judge(files: Record<string, Buffer | string>, commands: readonly (readonly string[])[]): void {
  const folder = makeFolder(files);
  for (const args of commands) {
    const { code, out, err } = elvar(folder, [...args, '--no-personal']);
    expect([0, 1, 2, 3], `${args.join(' ')}: ${err}`).toContain(code);
    expect(err).not.toContain('Elvar has a fault');
    expect(out + err).not.toMatch(/[\u0000-\u0009\u000b-\u001f\u007f-\u009f\u202a-\u202e\u2066-\u2069]/);
  }
}

test('whatever layer files, presets and ledgers hold, there is an answer or a mistake', () => {
  fc.assert(fc.property(fc.constantFrom(
    ...layers as NonNullable<typeof layers>,
  ), fc.array(damage, { minLength: 1, maxLength: 4 }), fc.constantFrom(
    'elvar.yaml', 'elvar-ledger.yaml', 'elvar-lock.yaml', 'p.yaml', '.elvarignore',
  ), ({ bytes }, damages, name) => {
    const files = {
      'a.js': 'go(a == b);\n',
      ...(name === 'p.yaml' && { 'elvar.yaml': 'presets: [./p.yaml]\n' }),
      ...(name === 'elvar-lock.yaml' && { 'elvar.yaml': 'presets: ["https://harbour.example/p.yaml"]\n' }),
      [name]: damaged(bytes, damages),
    };
    judge(
      files,
      [['check'], ['explain', 'a.js'], ['doctor'], ['set', 'text/*', 'note', '--dry-run'], ['ledger', 'take', '--dry-run']],
    );
  }), { numRuns: runs(10, 400) });
});

test('whatever source files hold, there is an answer, and fix leaves nothing that it would change again', () => {
  fc.assert(fc.property(fc.constantFrom(
    ...sources as NonNullable<typeof sources>,
  ), fc.array(damage, { minLength: 1, maxLength: 4 }), ({ name, bytes }, damages) => {
    const folder = makeFolder({ 'elvar.yaml': 'rulings: { "*": note }\n', [name]: damaged(bytes, damages) });
    judge(
      { 'elvar.yaml': 'rulings: { "*": note }\n', [name]: damaged(bytes, damages) },
      [['check'], ['check', '--format', 'json'], ['fix', '--dry-run']],
    );
    elvar(folder, ['fix']);
    const once = readFileSync(path.join(folder, name));
    elvar(folder, ['fix']);
    expect(readFileSync(path.join(folder, name)).equals(once)).toBe(true);
  }), { numRuns: runs(3, 60) });
});
