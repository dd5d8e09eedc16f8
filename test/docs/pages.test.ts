import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { spawnSync } from 'node:child_process';
import { describe, expect, test } from 'vitest';
import { elvar, makeFolder } from '../support/project.js';
import { whenDeep } from '../support/runs.js';

const { CATALOG } = await import('../../dist/core/catalog/registry.js') as unknown as
  typeof import('../../src/core/catalog/registry.js');
const { readLedger } = await import('../../dist/core/ledger/read-ledger.js') as unknown as
  typeof import('../../src/core/ledger/read-ledger.js');
const { parseLayer } = await import('../../dist/core/layers/parse/parse-layer.js') as unknown as
  typeof import('../../src/core/layers/parse/parse-layer.js');
const { bindLayer } = await import('../../dist/core/layers/bind/bind-layer.js') as unknown as
  typeof import('../../src/core/layers/bind/bind-layer.js');

const readLayer =
  (text: string, source: Parameters<typeof parseLayer>[1], catalog: typeof CATALOG): ReturnType<typeof bindLayer> =>
    bindLayer(parseLayer(text, source), catalog);

const ROOT = path.join(import.meta.dirname, '..', '..');
const read = (file: string): string => readFileSync(path.join(ROOT, file), 'utf8');
const pages = [
  'README.md',
  'CONTRIBUTING.md',
  ...readdirSync(path.join(ROOT, 'docs')).filter((name) => name.endsWith('.md')).map((name) => `docs/${name}`),
];

/** The fenced blocks of a page in one language. */
function blocksOf(page: string, language: string): string[] {
  return [...read(page).matchAll(/^```(\S*)\n(.*?)^```$/gms)]
    .filter((match) => match[1] === language)
    .map((match) => match[2] as string);
}

describe('pages', () => {
  test.each(pages)('%s links only to existing places', (page) => {
    const links = [...read(page).matchAll(/\]\(([^)#]+)\)/g)]
      .map((match) => match[1] as string)
      .filter((link) => !link.startsWith('http'));
    for (const link of links) expect(existsSync(path.join(ROOT, path.dirname(page), link)), link).toBe(true);
  });

  test('every picture is linked from the README', () => {
    for (const picture of readdirSync(path.join(ROOT, 'docs', 'screenshots'))) {
      expect(read('README.md')).toContain(`docs/screenshots/${picture}`);
    }
  });

  test('the README opens with the two commands, which are scripts of the package', () => {
    const [commands] = blocksOf('README.md', '');
    expect(commands).toMatch(/^npm ci && npm run demo .*\nnpm ci && npm test .*\n$/);
    expect(Object.keys(JSON.parse(read('package.json')).scripts)).toEqual(expect.arrayContaining(['demo', 'test']));
  });

  whenDeep(() => {
    test('the five questions are answered as the program answers them', () => {
      const { status, stderr } = spawnSync(
        process.execPath, [path.join(ROOT, 'scripts', 'questions.mjs'), '--check'], { encoding: 'utf8' },
      );
      expect([status, stderr]).toEqual([0, '']);
    });
  });

  whenDeep(() => {
    test('the tour is what its commands print', () => {
      const { status, stderr } = spawnSync(
        process.execPath, [path.join(ROOT, 'scripts', 'tour.mjs'), '--check'], { encoding: 'utf8' },
      );
      expect([status, stderr]).toEqual([0, '']);
    });
  });

  test('the layer file in the README is right', () => {
    const [text] = blocksOf('README.md', 'yaml');
    expect(readLayer(text as string, { file: 'elvar.yaml', role: 'root' }, CATALOG).problems).toEqual([]);
  });

  test('what the README shows of the demo is what the program prints', () => {
    const [, shown] = blocksOf('README.md', '');
    const { out } = elvar(
      path.join(ROOT, 'demo', 'harbour'), ['explain', 'services/berths/tests/plan.test.ts', 'idiom/debug-print', '--root', '.'],
    );
    const squeeze = (text: string): string[] => text.split('\n').map((line) => line.trim().replace(/\s+/g, ' '));
    expect(squeeze(out)).toEqual(expect.arrayContaining(squeeze(shown as string).slice(1)));
  });

  test('no page and no source file names a place on a machine or a registry', () => {
    const tracked = spawnSync(
      'git', ['ls-files', '-z', '--', '*.ts', '*.mjs', '*.md', '*.json', '*.yaml'], { cwd: ROOT, encoding: 'utf8' },
    ).stdout.split('\0').filter((file) => file !== '');
    const own = path.join('test', 'docs', 'pages.test.ts');
    const naming = tracked.filter((file) =>
      file !== own && existsSync(path.join(ROOT, file)) && /registry\.npmjs|\/root\/|\/home\/|\/work\//.test(read(file)));
    expect(naming).toEqual([]);
  });
});

describe('the presets', () => {
  test.each(readdirSync(path.join(ROOT, 'presets')))(
    '%s is a layer file with a title, a word about it, and no mistake', (name) => {
      const { layer, problems } = readLayer(read(`presets/${name}`), { file: `elvar:${name}`, role: 'preset' }, CATALOG);
      expect(problems).toEqual([]);
      expect(layer.title).not.toBeNull();
      expect(layer.about).toMatch(/\.$/);
      expect(layer.rulings.length).toBeGreaterThan(0);
    },
  );
});

describe('the demo', () => {
  whenDeep(() => {
    test('its tour runs every command and ends with what to try next', () => {
      const { status, stdout, stderr } = spawnSync(
        process.execPath, [path.join(ROOT, 'scripts', 'demo.mjs')], { encoding: 'utf8' },
      );
      expect([status, stderr]).toEqual([0, '']);
      for (const command of ['check', 'explain', 'resolve', 'scope']) expect(stdout).toContain(`\n$ elvar ${command}`);
      expect(stdout.slice(stdout.lastIndexOf('Try next'))).toMatch(/elvar check kiosk --excused --root \./);
      expect(stdout).not.toContain('undefined');
    });
  });

  test('is checked under its own layers alone', () => {
    const { out } = elvar(ROOT, ['scope', 'demo']);
    expect(out).toContain('elvar.yaml');
    expect(out.split('\n')[0]).toBe('0 files checked, 1 path not.');
  });

  whenDeep(() => {
    test('every option, zone and key in it has an effect somewhere', () => {
      const folder = makeFolder();
      spawnSync('cp', ['-r', `${path.join(ROOT, 'demo', 'harbour')}/.`, folder]);
      const before = elvar(folder, ['check', '--format', 'json', '--excused']).out
        + elvar(folder, ['scope', '--format', 'json']).out;
      for (const file of ['elvar.yaml', 'services/berths/elvar.yaml', 'services/tides/elvar.yaml', 'legacy/elvar.yaml']) {
        const text = readFileSync(path.join(folder, file), 'utf8');
        const zones = [...text.matchAll(/^ {2}- (?:name|match): .*$/gm)];
        for (const zone of zones) {
          writeFileSync(path.join(folder, file), text.replace(zone[0], `  - match: [nothing-is-called-so]\n    except: []`)
            .replace(/(nothing-is-called-so\]\n {4}except: \[\]\n) {4}match: .*\n(?: {4}except: .*\n)?/, '$1'));
          const run = elvar(folder, ['check', '--format', 'json', '--excused']);
          expect(run.err).toBe('');
          expect(run.out + elvar(folder, ['scope', '--format', 'json']).out === before, `${file}: ${zone[0]}`).toBe(false);
        }
        writeFileSync(path.join(folder, file), text);
      }
    });
  });
});

test('the entry on the page about the ledger can be read', () => {
  const [text] = blocksOf('docs/ledger.md', 'yaml');
  const { entries, problems } = readLedger(text as string, 'elvar-ledger.yaml');
  expect(problems).toEqual([]);
  expect(entries).toMatchObject(
    [{ path: 'kiosk/kiosk.js', line: 13, code: 'if (draught == "") {', status: 'planned', until: '2027-01-31' }],
  );
});
