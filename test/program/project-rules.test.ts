import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, test } from 'vitest';
import { elvar, makeFolder } from '../support/project.js';

const RULES = 'rulings: { dead/export: warning, dead/function: warning, imports/circle: warning, imports/missing: warning, '
  + 'waivers/unused: warning }\n';

/** A project of three modules: nobody takes `sail`, and the first two import each other. */
function project(more: Readonly<Record<string, string>> = {}): string {
  return makeFolder({
    '.git/': '', 'elvar.yaml': RULES,
    'quay/moor.js':
      "import { tide } from './tide.js';\nexport function moor() { return tide; }\nexport function sail() { return 1; }\n",
    'quay/tide.js': "import { moor } from './moor.js';\nexport const tide = () => moor;\n",
    'main.js': "import { moor } from './quay/moor.js';\nmoor();\n",
    ...more,
  });
}

/** The findings of a check, each as `path:line rule`. */
function findings(folder: string, args: readonly string[] = [], env: Readonly<Record<string, string>> = {}): string[] {
  const { out } = elvar(folder, ['check', '--no-personal', '--format', 'json', ...args], env);
  return (JSON.parse(out) as { findings: { path: string; line: number; rule: string }[] }).findings.map(
    (own) => `${own.path}:${own.line} ${own.rule}`,
  );
}

const ALL = ['quay/moor.js:1 imports/circle', 'quay/moor.js:3 dead/export'];

describe('rules that look at the whole project', () => {
  test('see all of it, whatever a run is about', () => {
    const folder = project();
    expect(findings(folder)).toEqual(ALL);
    expect(findings(folder, ['quay/moor.js'])).toEqual(ALL);
    expect(findings(folder, ['quay'])).toEqual(ALL);
    expect(findings(folder, ['main.js', 'quay/tide.js'])).toEqual([]);
    expect(findings(folder, ['--part', '1/2']).concat(findings(folder, ['--part', '2/2'])).sort()).toEqual(ALL);
  });

  test('look again only at what has changed, and at what that changes elsewhere', () => {
    const [folder, cache] = [project(), makeFolder()];
    const check = (): string[] => findings(folder, [], { ELVAR_CACHE: cache });
    expect(check()).toEqual(ALL);
    writeFileSync(path.join(folder, 'main.js'), "import { moor, sail } from './quay/moor.js';\nmoor(sail());\n");
    expect(check()).toEqual(['quay/moor.js:1 imports/circle']);
    writeFileSync(path.join(folder, 'quay/tide.js'), 'export const tide = 1;\n');
    expect(check()).toEqual([]);
    rmSync(path.join(folder, 'main.js'));
    expect(check()).toEqual(['quay/moor.js:2 dead/export', 'quay/moor.js:3 dead/export']);
    rmSync(path.join(folder, 'quay/tide.js'));
    expect(check()).toEqual(['quay/moor.js:1 imports/missing', 'quay/moor.js:2 dead/export', 'quay/moor.js:3 dead/export']);
    expect(findings(folder, ['--no-cache'])).toEqual(check());
  });

  test('leave no trace in what is told of files that were only read for others', () => {
    const [folder, cache] = [project(), makeFolder()];
    expect(findings(folder, ['main.js'], { ELVAR_CACHE: cache })).toEqual([]);
    const { out } = elvar(folder, ['status', '--no-personal', '--format', 'json'], { ELVAR_CACHE: cache });
    const states = (JSON.parse(out) as { files: { path: string; state: string }[] }).files.map(
      ({ path: own, state }) => `${own} ${state}`,
    );
    expect(states).toEqual(expect.arrayContaining(['main.js known', 'quay/moor.js never', 'quay/tide.js never']));
  });

  test('are answered like any other: waived, explained, counted and left alone by repairs', () => {
    const folder = project();
    const told = elvar(folder, ['explain', 'quay/moor.js:3']).out;
    expect(told).toContain('dead/export');
    expect(elvar(folder, ['waive', 'quay/moor.js:3', 'dead/export', '--because', 'the kiosk loads it by its name']).code).toBe(0);
    expect(readFileSync(path.join(folder, 'quay/moor.js'), 'utf8')).toContain(
      '// elvar waive dead/export because the kiosk loads it by its name',
    );
    expect(findings(folder)).toEqual(['quay/moor.js:1 imports/circle']);
    // Once somebody takes it, the waiver excuses nothing.
    writeFileSync(path.join(folder, 'main.js'), "import { moor, sail } from './quay/moor.js';\nmoor(sail());\n");
    expect(findings(folder)).toEqual(['quay/moor.js:1 imports/circle', 'quay/moor.js:3 waivers/unused']);
    expect(elvar(folder, ['waive', '--remove-unused']).code).toBe(0);
    expect(findings(folder)).toEqual(['quay/moor.js:1 imports/circle']);
    expect(elvar(folder, ['fix', '--dry-run']).out).not.toContain('moor.js');
  });

  test('tell the whole circle, and how sure they are', () => {
    const { out } = elvar(project(), ['check', '--no-personal', '--format', 'json']);
    const [circle, dead] = (JSON.parse(out) as { findings: { message: string; confidence: string }[] }).findings;
    expect(circle).toMatchObject(
      { message: 'these files import each other in a circle: quay/moor.js → quay/tide.js → quay/moor.js', confidence: 'certain' },
    );
    expect(dead).toMatchObject({ message: 'nobody takes sail, which is exported', confidence: 'certain' });
    const unsure = elvar(project({ 'notes.yaml': 'start: sail\n' }), ['check', '--no-personal', '--format', 'json']).out;
    expect((JSON.parse(unsure) as { findings: { confidence: string }[] }).findings[1]?.confidence).toBe('possible');
  });

  test('know nothing of what is out of scope, and say nothing of what may be there', () => {
    const folder = project({ 'quay/tide.js': "import { low } from '../made/low.js';\nexport const tide = low;\n" });
    expect(findings(folder)).toEqual(['quay/moor.js:3 dead/export', 'quay/tide.js:1 imports/missing']);
    writeFileSync(path.join(folder, '.gitignore'), 'made/\n');
    // It may be made by a build that has not run yet.
    expect(findings(folder)).toEqual(['quay/moor.js:3 dead/export']);
    writeFileSync(path.join(folder, '.gitignore'), '# made/\n');
    expect(findings(folder)).toEqual(['quay/moor.js:3 dead/export', 'quay/tide.js:1 imports/missing']);
    writeFileSync(path.join(folder, 'elvar.yaml'), `${RULES}scope: { ignore: [/main.js, low.js] }\n`);
    expect(findings(folder)).toEqual(['quay/moor.js:2 dead/export', 'quay/moor.js:3 dead/export']);
  });

  test('free names by patterns', () => {
    const folder = project({ 'onboard.py': 'def on_tide():\n    return 1\n' });
    writeFileSync(
      path.join(folder, 'elvar.yaml'), 'rulings: { dead/function: { level: warning, options: { free: ["on_.*"] } } }\n',
    );
    expect(findings(folder)).toEqual([]);
    writeFileSync(path.join(folder, 'elvar.yaml'), 'rulings: { dead/function: warning }\n');
    expect(findings(folder)).toEqual(['onboard.py:1 dead/function']);
  });
});
