import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { parse, stringify } from 'yaml';
import { addAdoption, removeRuling, replaceAdoption, setRuling } from '../../src/core/layers/edit/edit-layer.js';
import { EditError, setYaml } from '../../src/core/layers/edit/edit-yaml.js';
import { runs, size } from '../support/runs.js';

const FILE = `# Ours.
title: Saltmarsh Harbour   # the port

presets:
  - elvar:starter
  - ./style/harbour.yaml   # shared

rulings:
    # wide
    text/line-width:
        level: note      # for now
        options: { max: 110 }
        because: "two files fit"
    safety/*: error
    dead/*: { level: warning, because: old }

zones:
- name: tests
  match: ["*.test.ts", tests/]
  rulings:
    size/*: off
- name: bare
  match: [/bare/]
`;

describe('a layer file is edited', () => {
  test.each<[string, (text: string) => string, string, string]>([
    [
      'a level in the long form',
      (text) => setRuling(text, null, 'text/line-width', { level: 'error' }),
      '        level: note      # for now\n',
      '        level: error      # for now\n',
    ],
    [
      'a level in the short form',
      (text) => setRuling(text, null, 'safety/*', { level: 'warning' }),
      '    safety/*: error\n',
      '    safety/*: warning\n',
    ],
    [
      'a short form becomes a long one',
      (text) => setRuling(text, null, 'safety/*', { because: 'open' }),
      '    safety/*: error\n',
      '    safety/*: { level: error, because: open }\n',
    ],
    [
      'a flow mapping gets another key',
      (text) => setRuling(text, null, 'dead/*', { until: '2027-01-31' }),
      ', because: old }',
      ', because: old, until: 2027-01-31 }',
    ],
    ['an option', (text) => setRuling(text, null, 'text/line-width', { options: { max: 90 } }), '{ max: 110 }', '{ max: 90 }'],
    [
      'a new option beside another',
      (text) => setRuling(text, null, 'text/line-width', { options: { 'urls-free': true } }),
      '{ max: 110 }',
      '{ max: 110, urls-free: true }',
    ],
    [
      'a new ruling',
      (text) => setRuling(text, null, 'slips/*', { level: 'error' }),
      'because: old }\n',
      'because: old }\n    slips/*: error\n',
    ],
    [
      'a new long ruling',
      (text) => setRuling(text, null, 'slips/*', { level: 'error', because: 'a: b' }),
      'because: old }\n',
      'because: old }\n    slips/*:\n      level: error\n      because: "a: b"\n',
    ],
    ['in a zone', (text) => setRuling(text, 'tests', 'size/*', { level: 'note' }), '    size/*: off\n', '    size/*: note\n'],
    [
      'in a zone without rulings',
      (text) => setRuling(text, 'bare', 'size/*', { level: 'note' }),
      '  match: [/bare/]\n',
      '  match: [/bare/]\n  rulings:\n    size/*: note\n',
    ],
    ['a ruling goes', (text) => removeRuling(text, null, 'dead/*'), '    dead/*: { level: warning, because: old }\n', ''],
    ['the last ruling of a zone goes', (text) => removeRuling(text, 'tests', 'size/*'), '  rulings:\n    size/*: off\n', ''],
    [
      'an adoption',
      (text) => addAdoption(text, null, { use: 'elvar:tidy', only: [], except: [] }),
      '# shared\n',
      '# shared\n  - elvar:tidy\n',
    ],
    [
      'a part of a preset',
      (text) => addAdoption(text, null, { use: 'elvar:tidy', only: ['text/*'], except: ['text/indent'] }),
      '# shared\n',
      '# shared\n  - use: elvar:tidy\n    only: [ text/* ]\n    except: [ text/indent ]\n',
    ],
    [
      'an adoption in a zone',
      (text) => addAdoption(text, 'tests', { use: 'elvar:test-code', only: [], except: [] }),
      '    size/*: off\n',
      '    size/*: off\n  presets:\n    - elvar:test-code\n',
    ],
    [
      'one preset for another',
      (text) => replaceAdoption(text, 'elvar:starter', './own.yaml'),
      '  - elvar:starter\n',
      '  - ./own.yaml\n',
    ],
  ])('%s', (_, edit, from, to) => {
    expect(FILE).toContain(from);
    expect(edit(FILE)).toBe(FILE.replace(from, () => to));
    const windows = FILE.replaceAll('\n', '\r\n');
    expect(edit(windows)).toBe(FILE.replace(from, () => to).replaceAll('\n', '\r\n'));
    const open = FILE.trimEnd();
    expect(parse(edit(open))).toEqual(parse(FILE.replace(from, () => to)));
  });

  test('one that is empty, or has no rulings yet', () => {
    expect(setRuling('', null, 'a/b', { level: 'error' })).toBe('rulings:\n  a/b: error\n');
    expect(setRuling('# ours', null, 'a/b', { level: 'error' })).toBe('# ours\nrulings:\n  a/b: error\n');
    expect(setRuling('title: x', null, 'a/b', { level: 'error' })).toBe('title: x\nrulings:\n  a/b: error');
    expect(setRuling('rulings:\ntitle: x\n', null, 'a/b', { level: 'error' })).toBe('rulings:\n  a/b: error\ntitle: x\n');
    expect(setRuling('rulings: {}\n', null, 'a/b', { level: 'error' })).toBe('rulings:\n  a/b: error\n');
    expect(setRuling('{ rulings: { c/d: off } }\n', null, 'a/b', { level: 'error' })).toBe(
      '{ rulings: { c/d: off, a/b: error } }\n',
    );
    expect(addAdoption('title: x\n\n# wide\nrulings: { a/b: off }\n', null, { use: 'elvar:tidy', only: [], except: [] })).toBe(
      'title: x\n\npresets:\n  - elvar:tidy\n\n# wide\nrulings: { a/b: off }\n',
    );
    expect(addAdoption('presets: [elvar:starter]\n', null, { use: 'elvar:tidy', only: [], except: [] })).toBe(
      'presets: [elvar:starter, elvar:tidy]\n',
    );
    expect(removeRuling('rulings: { a/b: off, c/d: off }\n', null, 'c/d')).toBe('rulings: { a/b: off }\n');
    expect(removeRuling('rulings: { a/b: off, c/d: off }\n', null, 'a/b')).toBe('rulings: { c/d: off }\n');
    expect(removeRuling('rulings: { a/b: off }\n', null, 'a/b')).toBe('');
  });

  test('never if something else would change with it', () => {
    const anchored = 'rulings:\n  a/b: &x { level: off }\n  c/d: *x\n';
    expect(() => setRuling(anchored, null, 'a/b', { level: 'error' })).toThrow(EditError);
    expect(() => setRuling(FILE, 'nowhere', 'a/b', { level: 'error' })).toThrow(
      expect.objectContaining({ obstacle: expect.objectContaining({ code: 'no-zone', zone: 'nowhere' }) }),
    );
    expect(() => removeRuling(FILE, null, 'a/b')).toThrow(
      expect.objectContaining({ obstacle: { code: 'no-ruling', selector: 'a/b', zone: null } }),
    );
    expect(() => setRuling('- a\n', null, 'a/b', { level: 'error' })).toThrow(EditError);
    expect(() => setRuling('a: [\n', null, 'a/b', { level: 'error' })).toThrow(
      expect.objectContaining({ obstacle: { code: 'not-yaml' } }),
    );
  });

  const word = fc.constantFrom('a', 'b', 'c/d', 'x: y', '#z', '*', '- q', 'true');
  const reason = fc.string({
    unit: fc.constantFrom('a', 'b', ' ', ':', '#', '"', "'", '\n', '\t', '\u3000', '\u00a0', '\u0085', '\u2028'),
    minLength: 1,
    maxLength: 8,
  });
  const value: fc.Arbitrary<unknown> = fc.letrec((tie) => ({
    node: fc.oneof(
      { depthSize: 'small' },
      word,
      fc.integer({ min: 0, max: 9 }),
      fc.constant(null),
      fc.array(tie('node'), { maxLength: 3 }),
      fc.dictionary(word, tie('node'), { maxKeys: 3 }),
    ),
  })).node;
  const styles = fc.record({
    indent: fc.constantFrom(2, 4),
    collectionStyle: fc.constantFrom<('any' | 'flow' | 'block')[]>('any', 'flow', 'block'),
    indentSeq: fc.boolean(),
  });

  test('in any form: the result is what is meant, or there is none', () => {
    let [done, tried] = [0, 0];
    fc.assert(
      fc.property(fc.dictionary(word, value, { maxKeys: 4 }), styles, fc.array(word, { minLength: 1, maxLength: 3 }), fc.oneof(
        word,
        reason,
        fc.record({ level: word, because: reason, options: fc.record({ max: fc.integer() }) }),
      ), fc.boolean(), (data, style, path, next, isWindows) => {
        const written = stringify(data, style).replace(/^(?=\S)/m, '# first\n').replaceAll('\n', isWindows ? '\r\n' : '\n');
        let edited: string;
        tried += 1;
        try {
          edited = setYaml(written, path, next);
        } catch (error) {
          expect(error).toBeInstanceOf(EditError);
          return;
        }
        done += 1;
        const expected = path.reduceRight<(
          around: unknown,
        ) => unknown>(
          (inner, key) =>
            (around) => ({ ...(around as object | null ?? {}), [key]: inner((around as Record<string, unknown> | null)?.[key]) }),
          () => next,
        )(data);
        expect(parse(edited)).toEqual(expected);
        if (isWindows) expect(edited.replaceAll('\r\n', '')).not.toContain('\n');
        // Of the lines that were there, nearly all still are.
        if (style.collectionStyle === 'block') {
          const lines = edited.split(/\r?\n/);
          const lost = written.split(/\r?\n/).filter((line) => !lines.includes(line));
          const replaced = path.length === 1 ? JSON.stringify(data[path[0] as string] ?? null).length : 40;
          expect(lost.length).toBeLessThanOrEqual(replaced);
        }
      }),
      { numRuns: runs(150, 9_000) },
    );
    expect(done / tried).toBeGreaterThan(size(0, 0.46));
  });
});
