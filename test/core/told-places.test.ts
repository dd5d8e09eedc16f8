import { describe, expect, test } from 'vitest';
import { holdingNow } from '../../src/core/expectations/from-now.js';
import type { Finding } from '../../src/core/model/finding.js';
import type { Decision } from '../../src/core/model/statement.js';
import { artifactAt, lineAt, placeOf } from '../../src/formats/sarif/place.js';

describe('a place in a SARIF log', () => {
  test.each([
    ['quay/moor.js', 'quay/moor.js'], ['low tide.js', 'low%20tide.js'], ['a:b.js', 'a%3Ab.js'],
    ['a+b,c=d@e$f.js', 'a+b,c=d@e$f.js'], ['q?#%.js', 'q%3F%23%25.js'], ['über/é.js', '%C3%BCber/%C3%A9.js'], [
      'a\ud800.js', 'a%EF%BF%BD.js',
    ],
  ])('%s is told as %s', (path, uri) => {
    expect(artifactAt(path)).toEqual({ uri, uriBaseId: '%SRCROOT%' });
    expect(lineAt(path, 3)).toEqual({ artifactLocation: { uri, uriBaseId: '%SRCROOT%' }, region: { startLine: 3 } });
  });

  test('is that of another file for the next file', () => {
    expect([artifactAt('a.js').uri, artifactAt('b.js').uri, artifactAt('a.js').uri]).toEqual(['a.js', 'b.js', 'a.js']);
  });

  const at = (start: [number, number], end: [number, number], code: { text: string; column: number; isCut: boolean }): object => {
    const finding = {
      path: 'a.js', span: { start: { line: start[0], column: start[1] }, end: { line: end[0], column: end[1] } }, code,
    } as unknown as Finding;
    const { region, contextRegion } = placeOf(finding);
    return { region, contextRegion };
  };
  const whole = { text: 'go(a == b);', column: 1, isCut: false };

  test.each<[string, object, object]>([
    ['on one line', at([2, 6], [2, 8], whole), {
      region: { startLine: 2, startColumn: 6, endLine: 2, endColumn: 8, snippet: { text: '==' } },
      contextRegion: { startLine: 2, snippet: { text: 'go(a == b);' } },
    }],
    ['that is the line', at([2, 1], [2, 12], whole), {
      region: { startLine: 2, startColumn: 1, endLine: 2, endColumn: 12, snippet: { text: 'go(a == b);' } },
    }],
    ['over several lines', at([2, 6], [3, 2], whole), { region: { startLine: 2, startColumn: 6, endLine: 3, endColumn: 2 } }],
    ['in a part of a long line', at([2, 106], [2, 108], { text: 'go(a == b);', column: 101, isCut: true }), {
      region: { startLine: 2, startColumn: 106, endLine: 2, endColumn: 108, snippet: { text: '==' } },
    }],
    ['at the start of a long line', at([2, 6], [2, 8], { text: 'go(a == b);', column: 1, isCut: true }), {
      region: { startLine: 2, startColumn: 6, endLine: 2, endColumn: 8, snippet: { text: '==' } },
    }],
    ['beyond what is known of a long line', at([2, 6], [2, 40], { text: 'go(a == b);', column: 1, isCut: true }), {
      region: { startLine: 2, startColumn: 6, endLine: 2, endColumn: 40 },
    }],
  ])('%s has its code, and the line around it if that says more', (_, told, expected) => {
    expect(told).toEqual(expected);
  });
});

describe('what can be counted on is what holds now', () => {
  const decision = (rule: string, level: string, more: object = {}): Decision =>
    ({ rule, level, waivers: 'allow', fix: 'allow', ledger: 'allow', options: {}, ...more }) as unknown as Decision;
  const option = (value: unknown, by = 1): object => ({ options: { max: { value, by } } });

  test.each<[string, Decision[], object]>([
    ['the lowest level', [decision('a/b', 'error'), decision('a/b', 'note'), decision('a/b', 'warning')], {
      expected: { 'at-least': 'note' },
    }],
    ['that it is off', [decision('a/b', 'off'), decision('a/b', 'off')], { expected: { level: 'off' } }],
    ['nothing where it is off in some files', [decision('a/b', 'off'), decision('a/b', 'error')], { off: ['a/b'] }],
    ['nothing where some of several rules are off', [decision('a/b', 'off'), decision('a/c', 'off')], { off: ['a/b', 'a/c'] }],
    [
      'what is refused everywhere',
      [decision('a/b', 'error', { waivers: 'refuse', fix: 'refuse' }), decision('a/b', 'error', { waivers: 'refuse' })],
      { expected: { 'at-least': 'error', waivers: 'refuse' } },
    ],
    [
      'an option that layers set the same everywhere',
      [decision('a/b', 'error', option(100)), decision('a/b', 'error', option(100))],
      { expected: { 'at-least': 'error', options: { max: 100 } } },
    ],
    ['no option that differs', [decision('a/b', 'error', option(100)), decision('a/b', 'error', option(90))], {
      expected: { 'at-least': 'error' },
    }],
    ['no option that is the default', [decision('a/b', 'error', option(100, 0))], { expected: { 'at-least': 'error' } }],
    ['no options of several rules', [decision('a/b', 'error', option(100)), decision('a/c', 'warning', option(100))], {
      expected: { 'at-least': 'warning' },
    }],
    ['no options of what is off', [decision('a/b', 'off', option(100))], { expected: { level: 'off' } }],
  ])('%s', (_, decisions, expected) => {
    expect(holdingNow(decisions)).toEqual(expected);
  });
});
