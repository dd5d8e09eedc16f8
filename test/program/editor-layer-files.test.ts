import { readFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, test } from 'vitest';
import type { CodeAction, CodeLens, CompletionItem, Diagnostic, Hover, InlayHint } from 'vscode-languageserver-protocol/node.js';
import { applied, at, brief, EditorClient } from '../support/editor-client.js';
import { makeFolder } from '../support/project.js';
import { whenDeep } from '../support/runs.js';

const LAYER = `rulings:
  slips/loose-compare:
    level: error
    guard: no-weaker
  text/trailing-blanks: { level: note, guard: fixed }
zones:
  - name: tests
    match: ["*.test.js"]
    rulings: { idiom/debug-print: note }
`;
const FILES = {
  '.git/': '', 'elvar.yaml': LAYER, 'gate.js': 'if (a == b) go();\n', 'gate.test.js': 'console.log(1);\n',
  'quay/elvar.yaml': 'rulings: { slips/loose-compare: off, text/trailing-blanks: error }\n', 'quay/berth.js': 'go();\n',
};
const WHOLE = { start: { line: 0, character: 0 }, end: { line: 99, character: 0 } };

function start(capabilities: object = {}, files: Readonly<Record<string, string>> = FILES): Promise<EditorClient> {
  return EditorClient.shared(makeFolder(files), capabilities);
}

describe('in a layer file', () => {
  const hintsIn = async (client: EditorClient, file: string): Promise<string[]> =>
    (await client.request<InlayHint[]>('textDocument/inlayHint', { textDocument: { uri: client.uri(file) }, range: WHOLE }))
      .map(({ position: { line }, label }) => `${line} ${String(label)}`);
  const lensesIn = async (client: EditorClient, file: string): Promise<CodeLens[]> =>
    client.request<CodeLens[]>('textDocument/codeLens', { textDocument: { uri: client.uri(file) } });

  test('rulings, guards and zones say what they do: beside their line and above it, as the editor can show it', async () => {
    const client = await start({ textDocument: { inlayHint: {}, codeLens: {} } });
    await client.open('elvar.yaml', LAYER);
    expect(await hintsIn(client, 'elvar.yaml')).toEqual([
      '1 decides for all 3 files · 1 finding', '3 guards 3 files, refuses 1 later ruling in 1',
      '4 decides for all 5 files; guards 5 files, refuses 1 later ruling in 2 · 0 findings', '8 decides for 1 file · 1 finding',
    ]);
    const lenses = await lensesIn(client, 'elvar.yaml');
    expect(lenses.map(({ range, command }) => `${range.start.line} ${command?.title}`)).toEqual(
      ['0 this file decides for 5 of 5 files · 2 findings', '6 holds in 1 file · 1 finding'],
    );
    // What a lens is about is named when it is chosen.
    await client.request(
      'workspace/executeCommand', { command: lenses[1]?.command?.command, arguments: lenses[1]?.command?.arguments },
    );
    expect(client.said).toEqual(['1 file: gate.test.js.']);
    // In the file that is refused, it is said by whom.
    await client.open('quay/elvar.yaml', FILES['quay/elvar.yaml']);
    expect(await hintsIn(client, 'quay/elvar.yaml')).toEqual(
      ['0 decides nothing in 1 file, refused in 1 · 0 findings', '0 decides nothing in 2 files, refused in 2 · 0 findings'],
    );
    // They stay right while somebody types.
    await client.change('elvar.yaml', 2, { text: LAYER.replace('    guard: no-weaker\n', '').replace('*.test.js', '*.none') });
    expect(await hintsIn(client, 'elvar.yaml')).toEqual([
      '1 decides for 2 of 3 files, overridden in 1 · 1 finding',
      '3 decides for all 5 files; guards 5 files, refuses 1 later ruling in 2 · 0 findings',
    ]);
    expect((await lensesIn(client, 'elvar.yaml')).map(({ command }) => command?.title)).toEqual(
      ['this file decides for 5 of 5 files · 1 finding', 'matches no file · 0 findings'],
    );
  });

  test('an editor without hints gets all of it above the lines', async () => {
    const client = await start({ textDocument: { codeLens: {} } });
    await client.open('elvar.yaml', LAYER);
    expect((await lensesIn(client, 'elvar.yaml')).map(({ range, command }) => `${range.start.line} ${command?.title}`)).toEqual([
      '0 this file decides for 5 of 5 files · 2 findings', '1 decides for all 3 files · 1 finding',
      '3 guards 3 files, refuses 1 later ruling in 1',
      '4 decides for all 5 files; guards 5 files, refuses 1 later ruling in 2 · 0 findings', '8 decides for 1 file · 1 finding',
      '6 holds in 1 file · 1 finding',
    ]);
  });

  whenDeep(() => {
    test("doctor's remarks appear once nobody types, and what does nothing can be deleted", async () => {
      const text = 'rulings:\n  slips/loose-compare: error\nzones:\n'
        + '  - { name: none, match: ["*.none"], rulings: { idiom/debug-print: note } }\n'
        + '  - { name: same, match: [gate.js], rulings: { slips/loose-compare: error, idiom/debug-print: note } }\n';
      const client = await start({}, { ...FILES, 'elvar.yaml': text, 'quay/elvar.yaml': '' });
      await client.open('elvar.yaml', text);
      const remarks = await client.diagnostics('elvar.yaml', 1, (all) => all.length > 0);
      expect(
        remarks.map(({ range: { start: { line } }, code, source, severity, tags }) => [line, code, source, severity, tags]),
      ).toEqual([
        [3, 'zone-matches-nothing', 'elvar doctor', 3, [1]], [4, 'idle-ruling', 'elvar doctor', 3, [1]],
      ]);
      const actions = await client.request<CodeAction[]>(
        'textDocument/codeAction',
        { textDocument: { uri: client.uri('elvar.yaml') }, range: at(4, 0), context: { diagnostics: remarks as Diagnostic[] } },
      );
      const { edit } = actions.find(({ title }) =>
        title.startsWith('Delete it: the ruling for slips/loose-compare in the zone same never decides anything')) as CodeAction;
      const after = applied(text, edit?.changes?.[client.uri('elvar.yaml')] ?? []);
      expect(after).not.toContain('same, match: [gate.js], rulings: { slips/loose-compare');
      await client.change('elvar.yaml', 2, { text: after });
      expect(
        brief(await client.diagnostics('elvar.yaml', 2, (all) => all.length > 0)).filter((one) => one.includes('idle')),
      ).toEqual([]);
    });
  });

  test('mistakes in a preset and in the ledger are told as they are typed, and what is not saved counts', async () => {
    const client = await start({}, {
      ...FILES,
      'elvar.yaml': 'presets: [./style/harbour.yaml]\n',
      'style/harbour.yaml': 'rulings: { slips/loose-compare: error }\n',
    });
    await client.open('gate.js', FILES['gate.js']);
    const [found] = await client.diagnostics('gate.js', 1);
    expect(found).toMatchObject({ severity: 1, relatedInformation: [{ location: { uri: client.uri('style/harbour.yaml') } }] });
    await client.open('style/harbour.yaml', 'rulings: { slips/loose-compare: note }\n');
    expect(await client.diagnostics('gate.js', 1, ([first]) => first?.severity === 3)).toHaveLength(1);
    await client.change('style/harbour.yaml', 2, { text: 'rulings: { slips/loose-compar: note }\n' });
    expect(brief(await client.diagnostics('style/harbour.yaml', 2))).toEqual(['0:11-0:29 1 unknown-rule']);
    await client.change('style/harbour.yaml', 3, { text: 'rulings: { slips/loose-compare: error }\n' });
    const entry = (fingerprint: string): string =>
      `findings:\n  - path: gate.js\n    rule: slips/loose-compare\n    line: 1\n    fingerprint: ${fingerprint}\n`
        + `    status: accepted\n    because: of the tide\n    since: 2026-01-01\n`;
    await client.open('elvar-ledger.yaml', entry((found?.data as { fingerprint: string }).fingerprint));
    expect(await client.diagnostics('gate.js', 1, (all) => all.length === 0)).toEqual([]);
    const ledger = { textDocument: { uri: client.uri('elvar-ledger.yaml') } };
    const hover = await client.request<Hover>('textDocument/hover', { ...ledger, position: { line: 3, character: 4 } });
    expect((hover.contents as { value: string }).value).toMatch(
      /^The entry excuses its finding\. It is now on line 1 of `gate\.js`: /,
    );
    expect(await client.request('textDocument/definition', { ...ledger, position: { line: 3, character: 4 } })).toMatchObject(
      [{ uri: client.uri('gate.js'), range: { start: { line: 0 } } }],
    );
    expect(await client.request('textDocument/documentSymbol', ledger)).toMatchObject(
      [{ name: 'slips/loose-compare in gate.js', detail: 'accepted' }],
    );
    await client.change('elvar-ledger.yaml', 2, { text: entry('none') });
    expect((await client.diagnostics('elvar-ledger.yaml', 2))[0]).toMatchObject({ severity: 1, range: { start: { line: 4 } } });
  });

  test('the page of a rule opens as a document', async () => {
    const client = await start({ window: { showDocument: { support: true } } });
    await client.open('gate.js', FILES['gate.js']);
    const actions = await client.request<CodeAction[]>(
      'textDocument/codeAction', { textDocument: { uri: client.uri('gate.js') }, range: at(0, 6), context: { diagnostics: [] } },
    );
    const { command } = actions.find(({ title }) => title === 'Open the page of slips/loose-compare') as CodeAction;
    await client.request('workspace/executeCommand', { command: command?.command, arguments: command?.arguments });
    const page = readFileSync(fileURLToPath((client.shown[0] as { uri: string }).uri), 'utf8');
    expect(path.basename(fileURLToPath((client.shown[0] as { uri: string }).uri))).toBe('slips-loose-compare.md');
    expect(page).toMatch(
      /^# slips\/loose-compare\n[^]*In this project it is in force for all 3 files[^]*\| error \| 3 files \| `elvar\.yaml:2`/,
    );
  });

  test('expectations, the ledger and ignore files are completed', async () => {
    const client = await start();
    const typed = async (file: string, text: string): Promise<string[]> => {
      await client.open(file, text);
      const lines = text.split('\n');
      const items = await client.request<CompletionItem[]>(
        'textDocument/completion',
        { textDocument: { uri: client.uri(file) }, position: { line: lines.length - 1, character: lines.at(-1)?.length ?? 0 } },
      );
      await client.close(file);
      return items.map(({ label }) => label);
    };
    expect(await typed('quay/elvar.yaml', 'expect:\n  - ')).toEqual(expect.arrayContaining(['of', 'path', 'rulings', 'because']));
    expect(await typed('quay/elvar.yaml', 'expect:\n  - of: [/]\n    rulings:\n      slips/lo')).toEqual(
      expect.arrayContaining(['slips/loose-compare', 'slips/*']),
    );
    expect(await typed('quay/elvar.yaml', 'expect:\n  - of: [/]\n    rulings:\n      text/line-width: { ')).toEqual(
      expect.arrayContaining(['at-least', 'level', 'options', 'waivers', 'ledger']),
    );
    expect(await typed('quay/elvar.yaml', 'expect:\n  - of: [/]\n    rulings:\n      text/line-width: { at-least: ')).toEqual(
      expect.arrayContaining(['error', 'warning', 'note']),
    );
    expect(
      await typed('quay/elvar.yaml', 'expect:\n  - of: [/]\n    rulings:\n      text/line-width:\n        options:\n          '),
    ).toContain('max');
    expect(await typed('elvar-ledger.yaml', 'findings:\n  - ')).toEqual(
      expect.arrayContaining(['path', 'rule', 'status', 'because', 'until']),
    );
    expect(await typed('elvar-ledger.yaml', 'findings:\n  - path: gate.js\n    status: ')).toEqual(
      expect.arrayContaining(['accepted', 'planned']),
    );
    expect(await typed('.elvarignore', 'qu')).toContain('quay/');
    expect(await typed('.elvarignore', '# a note\n!quay/be')).toContain('berth.js');
    expect(await typed('quay/.elvarignore', '')).toEqual(['berth.js', 'elvar.yaml']);
    await client.open('.elvarignore', '# what others wrote\nquay/\n*.test.js\n*.none\n');
    expect(await hintsIn(client, '.elvarignore')).toEqual(['1 excludes 1 directory', '2 excludes 1 file', '3 excludes nothing']);
  });
});
