import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { Language } from '../../src/core/base/language.js';
import { SourceText } from '../../src/core/base/source-text.js';
import { languageById } from '../../src/core/languages/languages.js';

const MARKDOWN = languageById('markdown') as Language;

function source(text: string): SourceText {
  return new SourceText('a.md', MARKDOWN, text);
}

const texts = fc.array(fc.constantFrom('a', 'bc', '\n', '\r\n', '\r', ' ', '\t', 'é', '😀'), { maxLength: 40 }).map((pieces) =>
  pieces.join(''));

describe('the lines of a text', () => {
  test.each([
    ['', ['']],
    ['a', ['a']],
    ['a\n', ['a', '']],
    ['a\r\nb\rc\nd', ['a', 'b', 'c', 'd']],
    ['\r\n\r\n', ['', '', '']],
    ['\n\r', ['', '', '']],
  ])('%j', (text, lines) => {
    expect(source(text).lines.map((line) => line.text)).toEqual(lines);
  });

  test('with their line ends make up the text again', () => {
    fc.assert(fc.property(texts, (text) => {
      const { lines } = source(text);
      lines.forEach(({ start, text: line }, index) => {
        expect(text.slice(start, start + line.length)).toBe(line);
        const lineEnd = text.slice(start + line.length, lines[index + 1]?.start ?? text.length);
        expect(index === lines.length - 1 ? [''] : ['\n', '\r\n', '\r']).toContain(lineEnd);
        expect(line).not.toMatch(/[\r\n]/);
      });
    }));
  });
});

describe('the position of an offset', () => {
  test('is the same in whatever order positions are asked for', () => {
    fc.assert(fc.property(texts, fc.array(fc.nat(60), { maxLength: 20 }), (text, offsets) => {
      const asked = source(text);
      for (const offset of offsets.map((number) => Math.min(number, text.length))) {
        const { line, column } = asked.positionAt(offset);
        // A fresh text has nothing remembered.
        expect({ line, column }).toEqual(source(text).positionAt(offset));
        expect((asked.lines[line - 1]?.start as number) + column - 1).toBe(offset);
        expect(offset).toBeLessThan(asked.lines[line]?.start ?? Infinity);
      }
    }));
  });

  test('at the end of the text is after its last character', () => {
    expect(source('ab\ncd').positionAt(5)).toEqual({ line: 2, column: 3 });
    expect(source('ab\n').positionAt(3)).toEqual({ line: 2, column: 1 });
  });
});
