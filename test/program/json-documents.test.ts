import { cpSync, mkdtempSync, realpathSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeEach, describe, expect, test } from 'vitest';
import { commitAll, git } from '../support/git.js';
import { DOCUMENTS } from '../support/json-documents.js';
import { elvar, makeFolder } from '../support/project.js';

const DEMO = path.join(import.meta.dirname, '..', '..', 'demo', 'harbour');

/** The demo, for commands that change nothing: what one has found, the next need not look for. */
const shared = realpathSync(mkdtempSync(path.join(tmpdir(), 'elvar-test-')));
cpSync(DEMO, shared, { recursive: true });
afterAll(() => rmSync(shared, { recursive: true, force: true }));

let folder: string;
beforeEach(() => {
  folder = shared;
});

interface Document {
  readonly format: keyof typeof DOCUMENTS;
}

function documentOf(args: readonly string[]): Document {
  const { code, out, err } = elvar(folder, [...args, '--format', 'json']);
  expect([0, 1], err).toContain(code);
  return JSON.parse(out) as Document;
}

/** The place of a finding of the demo that nothing excuses. */
function somePlace(): string {
  const [{ path: file, line }] =
    (documentOf(['check', '--rule', 'dead/import']) as unknown as { findings: { path: string; line: number }[] }).findings as [{
      path: string;
      line: number;
    }];
  return `${file}:${line}`;
}

describe('what commands print for machines has exactly the agreed keys', () => {
  test.each<[keyof typeof DOCUMENTS, string]>([
    ['elvar-findings/1', 'check'], ['elvar-findings/1', 'check --excused --group-by file'], [
      'elvar-findings/1', 'check --since HEAD',
    ],
    ['elvar-resolve/1', 'resolve'], ['elvar-resolve/1', 'resolve . text/line-width'],
    ['elvar-explain/1', 'explain @FILE'],
    ['elvar-explain/1', 'explain @FILE dead/import'],
    ['elvar-explain/1', 'explain @PLACE'],
    ['elvar-explain/1', 'explain nowhere/else.ts'],
    ['elvar-status/1', 'status'], ['elvar-scope/1', 'scope'], ['elvar-scope/1', 'scope legacy'],
    ['elvar-compare/1', 'compare kiosk legacy'], ['elvar-compare/1', 'compare elvar:starter elvar:lean'],
    ['elvar-impact/1', 'impact --set *=error'], ['elvar-impact/1', 'impact --against HEAD'], [
      'elvar-impact/1', 'impact --preset elvar:tidy',
    ],
    ['elvar-edit/1', 'set dead/* error --dry-run'], ['elvar-edit/1', 'set text/line-width --option max=70 --at db --dry-run'], [
      'elvar-edit/1', 'adopt elvar:tidy --dry-run',
    ],
    ['elvar-fix/1', 'fix --dry-run'], ['elvar-fix/1', 'fix'],
    ['elvar-ledger/1', 'ledger list'], ['elvar-ledger-change/1', 'ledger take --dry-run'], [
      'elvar-ledger-change/1', 'ledger prune',
    ],
    ['elvar-waivers/1', 'waive --list'], ['elvar-waive/1', 'waive @PLACE --because agreed --dry-run'], [
      'elvar-unwaive/1', 'waive --remove-unused --dry-run',
    ],
    ['elvar-presets/1', 'presets'], ['elvar-preset/1', 'presets elvar:starter'], ['elvar-preset/1', 'presets elvar:everything'],
    ['elvar-catalog/1', 'catalog'], ['elvar-catalog/1', 'catalog dead/import'], ['elvar-doctor/1', 'doctor'],
  ])('%s: elvar %s', (format, command) => {
    if (command === 'fix' || command.includes('HEAD')) {
      folder = makeFolder();
      cpSync(DEMO, folder, { recursive: true });
    }
    if (command.includes('HEAD')) {
      git(folder, 'init', '-q', '-b', 'main');
      commitAll(folder);
    }
    const place = command.includes('@') ? somePlace() : '';
    const document = documentOf(
      command.split(' ').map((word) => word.replace('@PLACE', place).replace('@FILE', place.replace(/:\d+$/, ''))),
    );
    expect(document.format).toBe(format);
    const { error } = DOCUMENTS[format].safeParse(document);
    expect(error?.issues.slice(0, 5) ?? []).toEqual([]);
  });

  test('elvar-init/1: elvar init', () => {
    const { code, out } = elvar(
      makeFolder({ 'gate.ts': 'export const open = (a, b) => a == b;\n', 'gate.test.ts': 'open(1, 2);\n' }),
      ['init', '--yes', '--format', 'json'],
    );
    expect(code).toBe(0);
    expect(DOCUMENTS['elvar-init/1'].safeParse(JSON.parse(out)).error?.issues ?? []).toEqual([]);
  });

  test('resolve says the same line by line and as a whole', () => {
    const { sets } = documentOf(['resolve']) as unknown as {
      sets: { id: string; rules: object; files: { path: string; language: string }[] }[];
    };
    const lines = elvar(folder, ['resolve', '--format', 'ndjson']).out.trimEnd()
      .split('\n')
      .map((line) => JSON.parse(line) as { set: string; rules?: object; path?: string; language?: string });
    expect(lines.filter(({ rules }) => rules !== undefined).map(({ set, rules }) => [set, rules]).sort()).toEqual(
      sets.map(({ id, rules }) => [id, rules]).sort(),
    );
    const files = lines.flatMap(({ set, path: file, language }) => (file === undefined ? [] : [`${file} ${language} ${set}`]));
    expect(files.sort()).toEqual(
      sets.flatMap(({ id, files: own }) => own.map((file) => `${file.path} ${file.language} ${id}`)).sort(),
    );
    // A rule set stands before the files that it holds for.
    lines.forEach(({ set, path: file }, index) => {
      if (file !== undefined) {
        expect(lines.slice(0, index).some((line) => line.rules !== undefined && line.set === set)).toBe(true);
      }
    });
  });
});
