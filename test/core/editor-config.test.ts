import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { readEditorConfig } from '../../src/core/proposal/editor-config.js';
import { firstLayerText } from '../../src/core/proposal/first-layer.js';
import { CATALOG } from '../../src/core/catalog/registry.js';
import { readLayer } from '../support/layers.js';
import { runs } from '../support/runs.js';

function taken(text: string): string[] {
  return readEditorConfig(text).sections.flatMap(({ match, rulings }) => rulings.map(({ rule, level, options, lines }) =>
    `${match?.join(' ') ?? 'all'}: ${rule} ${level} ${JSON.stringify(options)} ${lines.join(',')}`));
}

describe('.editorconfig', () => {
  test.each<[string, string[]]>([
    ['[*]\nindent_style = space\nindent_size = 2\n', ['all: text/indent warning {"with":"spaces","width":2} 2,3']],
    ['[*]\nindent_style=tab\nindent_size=4\n', ['all: text/indent warning {"with":"tabs"} 2']],
    [
      '[*]\nIndent_Style = Space\nindent_size = tab\ntab_width = 8\n',
      ['all: text/indent warning {"with":"spaces","width":8} 2,4'],
    ],
    ['[*.py]\nindent_size = 4\n', ['*.py: text/indent null {"width":4} 2']],
    [
      '[*]\nend_of_line = crlf\n[*.sh]\nend_of_line = lf\n',
      ['all: text/line-ending warning {"style":"crlf"} 2', '*.sh: text/line-ending warning {"style":"lf"} 4'],
    ],
    ['[*]\ntrim_trailing_whitespace = true\ninsert_final_newline = false\ncharset = utf-8-bom\nmax_line_length = 100\n', [
      'all: text/trailing-blanks warning {} 2', 'all: text/final-newline off {} 3', 'all: text/byte-order-mark off {} 4',
      'all: text/line-width warning {"max":100} 5',
    ]],
    ['[*.md]\nmax_line_length = off\ntrim_trailing_whitespace = unset\n', ['*.md: text/line-width off {} 2']],
    ['[{*.{js,ts},Makefile}]\ncharset = utf-8\n', ['*.js Makefile *.ts: text/byte-order-mark warning {} 2']],
    ['[lib/**.js]\ncharset = utf-8\n[/a]\ncharset = utf-8\n[#x]\ncharset = utf-8\n', [
      '/lib/**.js: text/byte-order-mark warning {} 2', '/a: text/byte-order-mark warning {} 4',
      '\\#x: text/byte-order-mark warning {} 6',
    ]],
    ['root = true\n; a note\n# another\nindent_style = tab\n[*]\nspelling = en\n', []],
    ['\uFEFF[*]\r\ncharset = utf-8\r\n', ['all: text/byte-order-mark warning {} 2']],
  ])('%j', (text, expected) => {
    expect(taken(text)).toEqual(expected);
  });

  test('lists what it cannot express', () => {
    expect(readEditorConfig('[*]\n\n[f{1..3}]\ncharset = utf-8\n[{one}]\ncharset = utf-8\n[a}]\ncharset = utf-8\n').left).toEqual(
      [{ line: 3, glob: 'f{1..3}' }, { line: 5, glob: '{one}' }, { line: 7, glob: 'a}' }],
    );
  });

  const line = fc.oneof(
    fc.constantFrom('[*]', '[*.{a,b}]', '[x/y]', '[#z]', '[a b]', '["q"]', "[it's]", '[{a,{b,c}}]', '', '# x', 'root = true'),
    fc.tuple(
      fc.constantFrom(
        'indent_style', 'indent_size', 'tab_width', 'end_of_line', 'charset', 'trim_trailing_whitespace', 'insert_final_newline',
        'max_line_length',
      ),
      fc.constantFrom('tab', 'space', '2', '99', '0', 'lf', 'crlf', 'cr', 'utf-8', 'utf-8-bom', 'true', 'false', 'off', 'unset'),
    ).map((pair) =>
      pair.join(' = ')),
  );

  test('whatever it says, the resulting layer file is correct', () => {
    fc.assert(fc.property(fc.array(line, { maxLength: 12 }), fc.string(), fc.boolean(), (lines, title, hasTests) => {
      const { sections } = readEditorConfig(lines.join('\n'));
      // Two sections of one glob are two zones of one name, which a layer file does not have.
      const globs = sections.map(({ glob }) => glob);
      fc.pre(new Set(globs).size === globs.length);
      const text = firstLayerText({
        title: title === '' ? 'x' : title,
        presets: [{ reference: 'elvar:starter', about: 'a: b #c' }],
        tests: hasTests ? ['*.test.*', 'tests/'] : [],
        editorConfig: sections,
      });
      const { problems, layer } = readLayer(text, { file: 'elvar.yaml', role: 'root' }, CATALOG);
      expect(problems).toEqual([]);
      expect(layer.rulings.length + layer.zones.reduce((sum, { rulings }) => sum + rulings.length, 0)).toBe(
        sections.reduce((sum, { rulings }) => sum + rulings.length, 0),
      );
    }), { numRuns: runs(250, 3_000) });
  });
});
