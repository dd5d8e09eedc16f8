import { existsSync, mkdirSync, readFileSync, symlinkSync } from 'node:fs';
import path from 'node:path';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { elvar, elvarJson, makeFolder } from '../support/project.js';
import { runs } from '../support/runs.js';

const MOVE = ['fix', '--offered', '--rule', 'locale/literal-text'];

function layer(options: string): string {
  return `rulings:\n  locale/literal-text: { level: warning, options: ${options} }\n`;
}

const JSON_LAYER = layer('{ bundle: texts/en.json, call: "t(\'{key}\')", markup: "{{ \'{key}\' | text }}" }');

function read(folder: string, file: string): string {
  return readFileSync(path.join(folder, file), 'utf8');
}

describe('texts for people move to the translations', () => {
  test('from scripts, elements and pages, each in the words of its place; equal texts share a key', () => {
    const folder = makeFolder({
      'elvar.yaml': JSON_LAYER, 'texts/en.json': '{\n    "tide.low": "The tide is low",\n    "free": "Something else"\n}\n',
      'plan.js': 'alert(\'The tide is low\');\nalert("Free");\nalert(`Free`);\nalert(`Moor ${a}?`);\n'
        + 'alert(\'Low\\u0020\\x74ide\\u{21}\\n\');\n',
      'berth.tsx': 'const a = <b title="Free">The tide\n  is low</b>;\n',
      'page.html': '<p>\n  Free\n</p><input placeholder="Name"><p>A &amp; B</p>\n',
    });
    const dry = elvar(folder, [...MOVE, '--dry-run']);
    expect(dry.out).toContain('3 texts move to texts/en.json.');
    expect(dry.out).toContain('+    "name": "Name"');
    expect(read(folder, 'texts/en.json')).toContain('"Something else"\n}\n');
    const { code, out } = elvar(folder, MOVE);
    expect([code, out.split('\n')[0]]).toEqual([0, 'Repaired 8 findings in 3 of 5 files.']);
    expect(out).toContain('3 texts moved to texts/en.json.');
    expect(JSON.parse(read(folder, 'texts/en.json'))).toEqual(
      { 'tide.low': 'The tide is low', free: 'Something else', 'free-2': 'Free', name: 'Name', 'low-tide': 'Low tide!\n' },
    );
    expect(read(folder, 'plan.js')).toBe(
      "alert(t('tide.low'));\nalert(t('free-2'));\nalert(t('free-2'));\nalert(`Moor ${a}?`);\nalert(t('low-tide'));\n",
    );
    expect(read(folder, 'berth.tsx')).toBe("const a = <b title={t('free-2')}>{t('tide.low')}</b>;\n");
    expect(read(folder, 'page.html')).toBe(
      "<p>\n  {{ 'free-2' | text }}\n</p><input placeholder=\"{{ 'name' | text }}\"><p>A &amp; B</p>\n",
    );
    expect(elvar(folder, MOVE).out.split('\n')[0]).toBe('Nothing to repair in 5 files.');
  });

  test('into Java properties and into gettext, by the call of each', () => {
    const folder = makeFolder({
      'elvar.yaml': layer('{ bundle: texts_en.properties, call: \'texts.getString("{key}")\' }'), 'web/elvar.yaml': layer(
        '{ bundle: web/po/en.po, call: "_(\'{key}\')" }',
      ),
      'Quay.java': 'class Quay { void moor() { label.setText("Ebbe um 6 \\u20ac"); } }\n',
      'texts_en.properties': '# Texts\nlow = Low\n',
      'web/plan.js': "alert('Say \"low\"');\n",
    });
    expect(
      elvarJson<{ bundles: { path: string; added: number }[] }>(folder, MOVE).bundles.map(({ path: own, added }) => [own, added]),
    ).toEqual(
      [['texts_en.properties', 1], ['web/po/en.po', 1]],
    );
    expect(read(folder, 'Quay.java')).toBe('class Quay { void moor() { label.setText(texts.getString("ebbe-um-6")); } }\n');
    expect(read(folder, 'texts_en.properties')).toBe('# Texts\nlow = Low\nebbe-um-6 = Ebbe um 6 \\u20AC\n');
    expect(read(folder, 'web/po/en.po')).toContain('\nmsgid "say-low"\nmsgstr "Say \\"low\\""\n');
  });

  test('one of them by its line, or those of a file', () => {
    const folder = makeFolder({
      'elvar.yaml': JSON_LAYER,
      'sub/a.js': "alert('Low tide');\nalert('High tide'); alert('Slack tide');\n",
      'b.js': "alert('Mean tide');\n",
    });
    expect(elvar(path.join(folder, 'sub'), [...MOVE, 'a.js:2:27']).code).toBe(0);
    expect(Object.values(JSON.parse(read(folder, 'texts/en.json')) as object)).toEqual(['Slack tide']);
    expect(elvar(folder, [...MOVE, 'sub/a.js:2']).code).toBe(0);
    expect(elvar(folder, [...MOVE, 'b.js']).code).toBe(0);
    expect(Object.values(JSON.parse(read(folder, 'texts/en.json')) as object)).toEqual(['Slack tide', 'High tide', 'Mean tide']);
    expect(read(folder, 'sub/a.js')).toContain("alert('Low tide');");
  });

  test('nothing without a file of translations to move to, nor by itself', () => {
    const folder = makeFolder({ 'elvar.yaml': 'rulings: { locale/literal-text: warning }\n', 'a.js': "alert('Low tide');\n" });
    expect(elvar(folder, MOVE).out).toContain('Nothing to repair');
    const other = makeFolder({ 'elvar.yaml': JSON_LAYER, 'a.js': "alert('Low tide');\n" });
    expect(elvar(other, ['fix']).out).toContain('Nothing to repair');
    expect(existsSync(path.join(other, 'texts'))).toBe(false);
    const wrong = makeFolder({ 'elvar.yaml': layer('{ bundle: texts.json, call: "t()" }'), 'a.js': "alert('Low tide');\n" });
    expect(elvar(wrong, MOVE)).toMatchObject({ code: 2, err: expect.stringContaining('{key}') as string });
  });

  test('both files change or neither, and what is in the way is told', () => {
    const code = "alert('Low tide');\n";
    const cases: [string, (folder: string) => void, Record<string, string>, string][] = [
      ['texts/en.json', () => undefined, { 'texts/en.json': '[]\n' }, 'it is no JSON object'],
      ['texts/en.json', (folder) => mkdirSync(path.join(folder, 'texts/en.json'), { recursive: true }), {}, 'a directory'],
      ['texts/en.json', (folder) => symlinkSync('/', path.join(folder, 'texts')), {}, 'link'],
      // The directory of the translations cannot be made.
      ['texts/en.json', () => undefined, { texts: 'low' }, ''],
      ['texts/en.txt', () => undefined, {}, '.json, .properties, .po or .pot'],
      ['../en.json', () => undefined, {}, 'outside the project'],
    ];
    for (const [bundle, prepare, files, why] of cases) {
      const folder = makeFolder({ 'elvar.yaml': layer(`{ bundle: ${bundle} }`), 'a.js': code, ...files });
      prepare(folder);
      const { code: exit, err, out } = elvar(folder, MOVE);
      expect([exit, read(folder, 'a.js')], `${bundle} ${why}`).toEqual([3, code]);
      expect(`${out}${err}`).toContain(why);
    }
  });

  test('whatever the texts are, the translations have each of them once, and each call has its text', () => {
    const text = fc.oneof(
      fc.stringMatching(/^[A-Za-z]{2}[ -~]{0,30}$/), fc.constantFrom('Low tide', 'low-tide', 'Low, tide!', 'Ebbe ü', 'Ab\\"c'),
    );
    fc.assert(fc.property(fc.array(
      fc.array(text, { minLength: 1, maxLength: 4 }), { minLength: 1, maxLength: 3 },
    ), fc.constantFrom('json', 'properties', 'po'), (files, form) => {
      const folder = makeFolder({
        'elvar.yaml': layer(`{ bundle: texts/en.${form}, call: "t('{key}')" }`),
        ...Object.fromEntries(
          files.map((lines, index) => [`f${index}.js`, lines.map((line) => `alert(${JSON.stringify(line)});\n`).join('')]),
        ),
      });
      expect(elvar(folder, [...MOVE, '--no-personal']).code).toBe(0);
      const known = new Map<string, string>();
      for (const [index, lines] of files.entries()) {
        const keys = [...read(folder, `f${index}.js`).matchAll(/^alert\(t\('([^']+)'\)\);$/gm)].map(([, key]) => key as string);
        expect(keys.length).toBe(lines.length);
        for (const [place, key] of keys.entries()) {
          expect(known.get(lines[place] as string) ?? key).toBe(key);
          known.set(lines[place] as string, key);
        }
      }
      expect(new Set(known.values()).size).toBe(known.size);
      if (form === 'json') expect(JSON.parse(read(folder, 'texts/en.json'))).toEqual(
        Object.fromEntries([...known].map(([value, key]) => [key, value])),
      );
    }), { numRuns: runs(12) });
  });
});
