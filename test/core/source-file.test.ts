import { writeFileSync } from 'node:fs';
import path from 'node:path';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { readSource, type SourceReading } from '../../src/host/files/source-file.js';
import { makeFolder } from '../support/project.js';
import { runs, size } from '../support/runs.js';

const SETTINGS = { largest: null, generated: 'check' } as const;

/** Pieces of files, each said so many times: short ones, and some longer than what is read at once. */
const piece = fc.tuple(
  fc.constantFrom('a', 'quay();\n', 'é', '😀', '\r\n', '\uFEFF', '\u2028'),
  fc.oneof(fc.nat({ max: 20 }), fc.constantFrom(40_000, 262_143, 262_144, 262_145)),
);

test('a file is read whole, whatever its size, and stays what it was when others are read', () => {
  const folder = makeFolder();
  fc.assert(fc.property(fc.array(fc.array(piece, { maxLength: 4 }), { minLength: 1, maxLength: 5 }), (files) => {
    const texts = files.map((pieces) =>
      pieces.map(([text, count]) => text.repeat(Math.floor(count / text.length) || count)).join('').slice(0, 700_000));
    const read = texts.map((text, index): SourceReading => {
      const file = path.join(folder, `${index}.txt`);
      writeFileSync(file, text);
      return readSource(file, { ...SETTINGS, largest: 64 * 1024 * 1024 });
    });
    texts.forEach((text, index) => {
      // A surrogate that was cut in two is none in a file.
      const written = Buffer.from(text).toString('utf8');
      const hasByteOrderMark = written.startsWith('\uFEFF');
      const own = read[index] as SourceReading;
      // Texts of this size are better not shown.
      expect('text' in own && own.text === (hasByteOrderMark ? written.slice(1) : written)).toBe(true);
      expect(own).toMatchObject({ hasByteOrderMark });
    });
  }), { numRuns: runs(8, 300) });
});

test.each<[string, Buffer | string, object]>([
  ['nothing', '', { text: '', hasByteOrderMark: false, isPlain: true }],
  ['a byte-order mark alone', '\uFEFF', { text: '', hasByteOrderMark: true, isPlain: false }],
  ['a NUL byte early', `a\0${'b'.repeat(9000)}`, { skipped: 'binary' }],
  ['a NUL byte late', `${'b'.repeat(9000)}\0`, { text: `${'b'.repeat(9000)}\0`, hasByteOrderMark: false, isPlain: false }],
  ['letters of Latin-1', Buffer.from('quay é', 'latin1'), { skipped: 'not-utf8' }],
  ['half a letter at its end', Buffer.from('é').subarray(0, 1), { skipped: 'not-utf8' }],
  ['more than the largest size', 'a'.repeat(2 * 1024 * 1024 + 1), { skipped: 'too-large' }],
  ['just the largest size', 'a'.repeat(2 * 1024 * 1024), {
    text: 'a'.repeat(2 * 1024 * 1024), hasByteOrderMark: false, isPlain: true,
  }],
])('of a file with %s', (_, content, expected) => {
  const folder = makeFolder({ 'a.txt': content, 'b.txt': 'before' });
  expect(readSource(path.join(folder, 'b.txt'), SETTINGS)).toEqual({ text: 'before', hasByteOrderMark: false, isPlain: true });
  expect(JSON.stringify(readSource(path.join(folder, 'a.txt'), SETTINGS)) === JSON.stringify(expected)).toBe(true);
});

test('a file is plain if it contains only printable ASCII, blanks, tabs and line ends', () => {
  const folder = makeFolder();
  const file = path.join(folder, 'a.txt');
  const character = fc.oneof(
    fc.constantFrom('a', ' ', '~', '\t', '\n', '\r\n', '\f', 'quay('),
    fc.integer({ min: 1, max: 0x82 }).map((code) => String.fromCharCode(code)),
  );
  let plain = 0;
  fc.assert(fc.property(fc.array(character, { maxLength: 12 }), (characters) => {
    const text = characters.join('');
    writeFileSync(file, text);
    const isPlain = !/[^\t\n\r\f\x20-\x7E]/.test(text);
    if (isPlain) plain += 1;
    expect(readSource(file, SETTINGS)).toMatchObject({ isPlain });
  }), { numRuns: runs(300, 6_000) });
  expect(plain).toBeGreaterThan(size(0, 50));
});

test('a directory and a missing file are distinguished', () => {
  const folder = makeFolder({ 'a/': '' });
  expect(readSource(path.join(folder, 'a'), SETTINGS)).toEqual({ skipped: 'not-a-file' });
  expect(readSource(path.join(folder, 'b'), SETTINGS)).toEqual({ skipped: 'gone' });
});
