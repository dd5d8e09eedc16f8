import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { parse } from 'yaml';
import { readLock, writeLock, type Pin } from '../../src/core/layers/read-lock.js';

const hex = (length: number): fc.Arbitrary<string> =>
  fc.string({ unit: fc.constantFrom(...'0123456789abcdef'), minLength: length, maxLength: length });
const reference = fc.oneof(
  fc.constantFrom(
    'git:../presets.git#v1', 'git:https://style.example/port.git#main:deep/style.yaml', 'https://style.example/port.yaml',
    'https://style.example/a%20b.yaml?x=1',
  ),
  fc.string({ unit: 'grapheme', minLength: 1, maxLength: 10 }).map((text) => `git:${text}#1`),
);
const pin: fc.Arbitrary<Pin> = fc.record({
  reference, digest: hex(64).map((digits) => `sha256-${digits}`), commit: fc.option(hex(40)), since: fc.option(
    fc.constantFrom('2026-01-31', '2026-11-23'),
  ),
});
const pins = fc.uniqueArray(pin, { selector: (one) => one.reference, maxLength: 6 });

describe('the lock file', () => {
  test('is read back as it was written, in the order of its references', () => {
    fc.assert(fc.property(pins, (list) => {
      const text = writeLock(list);
      const { pins: read, problems } = readLock(text, 'elvar-lock.yaml');
      expect(problems).toEqual([]);
      expect(read).toEqual(list.toSorted((a, b) => (a.reference < b.reference ? -1 : 1)));
      expect((parse(text) as { presets: unknown[] }).presets).toHaveLength(list.length);
      expect(writeLock([...list].reverse())).toBe(text);
    }));
  });

  const digest = `sha256-${'a'.repeat(64)}`;
  test.each<[string, string, string]>([
    ['no mapping', '- a\n', '1:1 not-a-mapping'],
    ['nothing in it', 'presets:\n', '1:9 wrong-type'],
    ['a key it has not', `presets: []\nother: 1\n`, '2:1 unknown-key'],
    ['no digest', 'presets:\n- reference: git:x#1\n', '2:3 missing-key'],
    ['a digest of another kind', `presets:\n- reference: git:x#1\n  digest: md5-${'a'.repeat(32)}\n`, '3:11 wrong-type'],
    ['a commit that is none', `presets:\n- reference: git:x#1\n  digest: ${digest}\n  commit: main\n`, '4:11 wrong-type'],
    ['no YAML', 'presets: [\n', '2:1 yaml-syntax'],
  ])('with a mistake says where it is: %s', (_, text, expected) => {
    const { pins: read, problems } = readLock(text, 'elvar-lock.yaml');
    expect(read).toEqual([]);
    expect(problems.map(({ place, detail }) => `${place?.line}:${place?.column} ${detail.code}`)).toContain(expected);
  });
});
