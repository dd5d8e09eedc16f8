import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { afterAll, describe, expect, test } from 'vitest';
import type {
  CodeAction, CompletionItem, CreateFile, Diagnostic, DocumentSymbol, Hover, InlayHint, Location, TextDocumentEdit, TextEdit,
} from 'vscode-languageserver-protocol/node.js';
import { applied, at, brief, EditorClient } from '../support/editor-client.js';
import { makeFolder } from '../support/project.js';
import { sampled } from '../support/runs.js';

const LAYER = 'rulings:\n  slips/loose-compare: { level: error, because: the gate sends text }\n  text/trailing-blanks: note\n'
  + '  dead/import: warning\nzones:\n  - name: tests\n    match: ["*.test.js"]\n    rulings: { slips/loose-compare: off }\n';
const CODE = "import tide from './tide.js';\nif (a == b) go();  \nif (c == d) go();\n";
const FILES = { '.git/': '', 'elvar.yaml': LAYER, 'gate.js': 'go();\n', 'gate.test.js': 'go();\n' };

const clients: EditorClient[] = [];
async function start(files: Readonly<Record<string, string>> = FILES, capabilities: object = {}): Promise<EditorClient> {
  const client = await EditorClient.start(makeFolder(files), capabilities);
  clients.push(client);
  return client;
}

/** One program for the tests that ask for nothing special. */
function use(files: Readonly<Record<string, string>> = FILES): Promise<EditorClient> {
  return EditorClient.shared(makeFolder(files), { window: { showDocument: { support: true } } });
}

afterAll(() => {
  for (const client of clients.splice(0)) {
    client.connection.dispose();
    client.process.kill();
  }
});

describe('in an editor', () => {
  test('findings appear as typed, with the line that decided, and dead code is faded', async () => {
    const client = await start();
    await client.open('gate.js', CODE);
    const first = await client.diagnostics('gate.js', 1);
    expect(brief(first)).toEqual([
      '0:7-0:11 2 dead/import', '1:6-1:8 1 slips/loose-compare', '1:17-1:19 3 text/trailing-blanks',
      '2:6-2:8 1 slips/loose-compare',
    ]);
    expect(first[0]).toMatchObject(
      {
        source: 'elvar',
        tags: [1],
        relatedInformation: [{
          location: { uri: client.uri('elvar.yaml'), range: { start: { line: 3 } } },
          message: 'The level is decided by elvar.yaml:4.',
        }],
      },
    );
    await client.change(
      'gate.js',
      2,
      { range: { start: { line: 1, character: 6 }, end: { line: 1, character: 8 } }, text: '===' },
      { range: { start: { line: 2, character: 0 }, end: { line: 3, character: 0 } }, text: '' },
    );
    expect(brief(await client.diagnostics('gate.js', 2))).toEqual(['0:7-0:11 2 dead/import', '1:18-1:20 3 text/trailing-blanks']);
    await client.change('gate.js', 3, { text: 'go();\n' });
    expect(await client.diagnostics('gate.js', 3)).toEqual([]);
    // The file on the disk is not touched.
    expect(readFileSync(path.join(client.folder, 'gate.js'), 'utf8')).toBe('go();\n');
    await client.close('gate.js');
    expect(await client.diagnostics('gate.js')).toEqual([]);
    expect(await client.end()).toBe(0);
    expect(client.err).toBe('');
  });

  test('layer files count as they are there, and while one is wrong, what was right before holds', async () => {
    const client = await use();
    await client.open('gate.js', CODE);
    await client.diagnostics('gate.js', 1);
    await client.open('elvar.yaml', LAYER);
    expect(await client.diagnostics('elvar.yaml', 1)).toEqual([]);
    await client.change('elvar.yaml', 2, { text: LAYER.replace('level: error', 'level: note') });
    expect(brief(await client.diagnostics('gate.js', 1)).filter((one) => one.includes('loose'))).toEqual(
      ['1:6-1:8 3 slips/loose-compare', '2:6-2:8 3 slips/loose-compare'],
    );
    await client.change('elvar.yaml', 3, { text: LAYER.replace('level: error', 'level: eror') });
    const mistakes = await client.diagnostics('elvar.yaml', 3);
    expect(brief(mistakes)).toEqual(['1:32-1:36 1 bad-value']);
    expect(mistakes[0]?.message).toContain('error');
    await client.change('gate.js', 2, { range: { start: { line: 0, character: 0 }, end: { line: 2, character: 0 } }, text: '' });
    expect(brief(await client.diagnostics('gate.js', 2))).toEqual(['0:6-0:8 3 slips/loose-compare']);
    await client.change('elvar.yaml', 4, { text: 'rulings: {}\n' });
    expect(await client.diagnostics('gate.js', 2)).toEqual([]);
    await client.close('elvar.yaml');
    expect(brief(await client.diagnostics('gate.js', 2))).toEqual(['0:6-0:8 1 slips/loose-compare']);
  });

  test('a hover says what it is, why it matters, and who decided', async () => {
    const client = await use();
    await client.open('gate.js', CODE);
    const hover = await client.request<Hover | null>(
      'textDocument/hover', { textDocument: { uri: client.uri('gate.js') }, position: { line: 1, character: 7 } },
    );
    const { value } = hover?.contents as { value: string };
    expect(value).toContain('**error** `slips/loose-compare`');
    expect(value).toContain('Level set by elvar.yaml:2.');
    expect(await client.request(
      'textDocument/hover', { textDocument: { uri: client.uri('gate.js') }, position: { line: 2, character: 0 } },
    )).toBeNull();
  });

  test('actions repair a finding, all of a rule and all that is safe', async () => {
    const client = await use();
    await client.open('gate.js', CODE);
    const diagnostics = await client.diagnostics('gate.js', 1);
    const ask = (range: object, only?: string[]): Promise<CodeAction[]> => client.request(
      'textDocument/codeAction',
      { textDocument: { uri: client.uri('gate.js') }, range, context: { diagnostics, ...(only !== undefined && { only }) } },
    );
    const editsOf = async (action: CodeAction | undefined): Promise<string> => {
      const { edit } = action?.edit === undefined
        ? await client.request<CodeAction>('codeAction/resolve', action as CodeAction)
        : action;
      return applied(CODE, edit?.changes?.[client.uri('gate.js')] ?? []);
    };
    const actions = await ask(at(1, 18));
    const repair = actions.find(({ title }) => title.startsWith('Repair:'));
    expect(repair).toMatchObject({ isPreferred: true, kind: 'quickfix', diagnostics: [{ code: 'text/trailing-blanks' }] });
    expect(await editsOf(repair)).toBe(CODE.replace('go();  \n', 'go();\n'));
    const all = (await ask(at(0, 0), ['source.fixAll'])).find(({ kind }) => kind === 'source.fixAll.elvar');
    expect(await editsOf(all)).toBe(CODE.replace('go();  \n', 'go();\n'));
    const compare = (await ask(at(1, 6))).map(({ title }) => title);
    expect(compare).toEqual(
      expect.arrayContaining(['Waive slips/loose-compare on this line', 'Go to elvar.yaml:2, which decides slips/loose-compare']),
    );
  });

  test('a waiver is inserted, with its reason as the place to type', async () => {
    const client = await use();
    await client.open('gate.js', CODE);
    const diagnostics = await client.diagnostics('gate.js', 1);
    const actions = await client.request<CodeAction[]>(
      'textDocument/codeAction', { textDocument: { uri: client.uri('gate.js') }, range: at(1, 6), context: { diagnostics } },
    );
    const { command } = actions.find(({ title }) => title === 'Waive slips/loose-compare on this line') as CodeAction;
    await client.request('workspace/executeCommand', { command: command?.command, arguments: command?.arguments });
    const after = applied(CODE, client.edits[0]?.edit.changes?.[client.uri('gate.js')] ?? []);
    expect(after).toBe(CODE.replace('if (a == b)', '// elvar waive slips/loose-compare because reason\nif (a == b)'));
    const [{ selection }] = client.shown as unknown as [{
      selection: { start: { line: number; character: number }; end: { line: number; character: number } };
    }];
    expect(after.split('\n')[selection.start.line]?.slice(selection.start.character, selection.end.character)).toBe('reason');
    // About another text nothing is done.
    await client.change('gate.js', 2, { text: 'go();\n' });
    await client.request('workspace/executeCommand', { command: command?.command, arguments: command?.arguments });
    expect(client.edits).toHaveLength(1);
  });

  test('a file that nobody has saved yet is waived and repaired like any other', async () => {
    const client = await use();
    const text = 'if (a == b) go();  \n';
    await client.open('quay/new.js', text);
    const diagnostics = await client.diagnostics('quay/new.js', 1);
    const actions = await client.request<CodeAction[]>(
      'textDocument/codeAction', { textDocument: { uri: client.uri('quay/new.js') }, range: at(0, 6), context: { diagnostics } },
    );
    const { command } = actions.find(({ title }) => title === 'Waive slips/loose-compare on this line') as CodeAction;
    await client.request('workspace/executeCommand', { command: command?.command, arguments: command?.arguments });
    expect(applied(text, client.edits[0]?.edit.changes?.[client.uri('quay/new.js')] ?? [])).toBe(
      `// elvar waive slips/loose-compare because reason\n${text}`,
    );
    const all = actions.find(({ kind }) => kind === 'source.fixAll.elvar') as CodeAction;
    const { edit } = await client.request<CodeAction>('codeAction/resolve', all);
    expect(applied(text, edit?.changes?.[client.uri('quay/new.js')] ?? [])).toBe('if (a == b) go();\n');
  });

  test('a ruling is changed where it is seen, and it is said what that does to the project', async () => {
    const client = await use();
    await client.open('gate.js', CODE);
    // The change is one of the text as it is in the editor.
    const text = `# Not saved.\n${LAYER}`;
    await client.open('elvar.yaml', text);
    const diagnostics = await client.diagnostics('gate.js', 1);
    const actions = await client.request<CodeAction[]>(
      'textDocument/codeAction', { textDocument: { uri: client.uri('gate.js') }, range: at(1, 6), context: { diagnostics } },
    );
    expect(actions.map(({ title }) => title)).toEqual(expect.arrayContaining([
      'Make slips/loose-compare a warning in elvar.yaml, for the whole project',
      'Turn slips/loose-compare off in elvar.yaml, for the whole project',
    ]));
    const { command } = actions.find(({ title }) => title.startsWith('Turn slips/loose-compare off')) as CodeAction;
    await client.request('workspace/executeCommand', { command: command?.command, arguments: command?.arguments });
    expect(applied(text, client.edits[0]?.edit.changes?.[client.uri('elvar.yaml')] ?? [])).toBe(
      text.replace('level: error', 'level: off'),
    );
    expect(client.said).toEqual(
      [expect.stringMatching(
        /^elvar\.yaml, not saved yet: 1 rule is loosened, for 1 of 3 files: 2 findings disappear\.$/,
      ) as string],
    );
    expect(readFileSync(path.join(client.folder, 'elvar.yaml'), 'utf8')).toBe(LAYER);
  });

  test('a finding goes into the ledger, with its reason as the place to type', async () => {
    const client = await start(FILES, {
      window: { showDocument: { support: true } },
      workspace: { workspaceEdit: { documentChanges: true, resourceOperations: ['create'] } },
    });
    await client.open('gate.js', CODE);
    const diagnostics = await client.diagnostics('gate.js', 1);
    const actions = await client.request<CodeAction[]>(
      'textDocument/codeAction', { textDocument: { uri: client.uri('gate.js') }, range: at(1, 6), context: { diagnostics } },
    );
    const { command } = actions.find(({ title }) =>
      title === 'Put this finding of slips/loose-compare into the ledger') as CodeAction;
    await client.request('workspace/executeCommand', { command: command?.command, arguments: command?.arguments });
    const [create, edit] = client.edits[0]?.edit.documentChanges as [CreateFile, TextDocumentEdit];
    expect(create).toEqual({ kind: 'create', uri: client.uri('elvar-ledger.yaml') });
    const ledger = applied('', edit.edits as TextEdit[]);
    expect(ledger).toMatch(/path: gate\.js\n +rule: slips\/loose-compare\n +line: 2\n[^]*because: reason\n/);
    const { start: from, end } = (client.shown[0] as { selection: TextEdit['range'] }).selection;
    expect(ledger.split('\n')[from.line]?.slice(from.character, end.character)).toBe('reason');
    // The editor's own hand saves it; then it counts.
    writeFileSync(path.join(client.folder, 'elvar-ledger.yaml'), ledger);
    await client.connection.sendNotification(
      'workspace/didChangeWatchedFiles', { changes: [{ uri: client.uri('elvar-ledger.yaml'), type: 1 }] },
    );
    // On a busy machine, what was known before may be told once more meanwhile.
    const loose = (found: readonly Diagnostic[]): string[] => brief(found).filter((one) => one.includes('loose'));
    expect(loose(await client.diagnostics('gate.js', 1, (found) => loose(found).length < 2))).toEqual(
      ['2:6-2:8 1 slips/loose-compare'],
    );
  });

  test('the whole project is checked on request, with progress', async () => {
    const client = await start({ ...FILES, 'quay/berth.js': 'if (a == b) go();\n' }, { window: { workDoneProgress: true } });
    const steps: string[] = [];
    client.connection.onNotification('$/progress', ({ value }: { value: { kind: string } }) => steps.push(value.kind));
    await client.open('gate.js', 'go();\n');
    await client.diagnostics('gate.js', 1);
    const actions = await client.request<CodeAction[]>(
      'textDocument/codeAction',
      { textDocument: { uri: client.uri('gate.js') }, range: at(0, 0), context: { diagnostics: [], only: ['source'] } },
    );
    const { command } = actions.find(({ title }) => title === 'Check the whole project') as CodeAction;
    await client.request('workspace/executeCommand', { command: command?.command, arguments: command?.arguments });
    expect(brief(await client.diagnostics('quay/berth.js'))).toEqual(['0:6-0:8 1 slips/loose-compare']);
    expect(client.said).toEqual(['1 finding in 4 files: 1 error, 0 warnings, 0 notes.']);
    expect([steps[0], steps.at(-1)]).toEqual(['begin', 'end']);
  });

  test('a word is accepted for the project', async () => {
    const client = await use({ ...FILES, 'elvar.yaml': 'rulings:\n  words/spelling: note\n' });
    await client.open('gate.js', '// We recieve the vessel.\n');
    const diagnostics = await client.diagnostics('gate.js', 1);
    const actions = await client.request<CodeAction[]>(
      'textDocument/codeAction', { textDocument: { uri: client.uri('gate.js') }, range: at(0, 7), context: { diagnostics } },
    );
    const { command } = actions.find(({ title }) => title === 'Accept “recieve” in the whole project') as CodeAction;
    await client.request('workspace/executeCommand', { command: command?.command, arguments: command?.arguments });
    const after = applied('rulings:\n  words/spelling: note\n', client.edits[0]?.edit.changes?.[client.uri('elvar.yaml')] ?? []);
    expect(after).toMatch(/words\/spelling: [^]*level: note[^]*options: [^]*recieve/);
  });

  test.each(
    sampled([['utf-8', 7], ['utf-16', 5], ['utf-32', 4]] as const, 2),
  )('places are counted in %s', async (encoding, character) => {
    const client = await start(
      { ...FILES, 'elvar.yaml': 'rulings: { slips/loose-compare: error }\n' }, { general: { positionEncodings: [encoding] } },
    );
    expect(client.begun.capabilities.positionEncoding).toBe(encoding);
    await client.open('gate.js', '"😀" == b;\ngo();\n');
    expect(brief(await client.diagnostics('gate.js', 1))).toEqual([`0:${character}-0:${character + 2} 1 slips/loose-compare`]);
    // An edit after the character that each counts in its own way.
    await client.change(
      'gate.js', 2, { range: { start: { line: 0, character }, end: { line: 0, character: character + 2 } }, text: '===' },
    );
    expect(await client.diagnostics('gate.js', 2)).toEqual([]);
  });

  test('a client that asks itself is not told, and gets the same', async () => {
    const client = await start(FILES, { textDocument: { diagnostic: {} } });
    await client.open('gate.js', CODE);
    const { items } = await client.request<{ items: Parameters<typeof brief>[0] }>(
      'textDocument/diagnostic', { textDocument: { uri: client.uri('gate.js') } },
    );
    expect(brief(items)).toHaveLength(4);
  });

  test('beside each ruling stands what it does', async () => {
    const client = await use();
    await client.open('elvar.yaml', LAYER);
    // What is not saved counts.
    await client.open('gate.test.js', 'go();  \n');
    const hints = await client.request<InlayHint[]>('textDocument/inlayHint', {
      textDocument: { uri: client.uri('elvar.yaml') },
      range: { start: { line: 0, character: 0 }, end: { line: 99, character: 0 } },
    });
    expect(hints.map(({ position: { line }, label }) => `${line} ${String(label)}`)).toEqual([
      '1 decides for 1 of 2 files, overridden in 1 · 0 findings', '2 decides for all 3 files · 1 finding',
      '3 decides for all 2 files · 0 findings', '7 decides for 1 file · 0 findings', '5 holds in 1 file · 0 findings',
    ]);
    expect(hints[0]?.tooltip).toBe('In 1 file it is overridden by elvar.yaml:8 (zone tests), which comes later.');
  });

  test('a layer file is completed, explained and navigated', async () => {
    const client = await use({ ...FILES, 'style/harbour.yaml': 'rulings: { slips/loose-compare: warning }\n' });
    const text = `presets: [elvar:starter, ./style/harbour.yaml]\n${LAYER}`;
    await client.open('elvar.yaml', text);
    const uri = client.uri('elvar.yaml');
    const ask = <Answer>(what: string, line: number, character: number, more: object = {}): Promise<Answer> =>
      client.request(`textDocument/${what}`, { textDocument: { uri }, position: { line, character }, ...more });
    const { value } = (await ask<Hover>('hover', 2, 5)).contents as { value: string };
    expect(value).toContain('Comparisons do not convert their operands.');
    expect(value).toContain('It decides for 1 of 2 files, overridden in 1.');
    expect(await ask('definition', 0, 30)).toMatchObject([{ uri: client.uri('style/harbour.yaml') }]);
    expect(await ask<Location[]>('definition', 0, 14)).toMatchObject(
      [{ uri: expect.stringMatching(/presets\/starter\.yaml$/) as string }],
    );
    expect((await ask<Location[]>(
      'references', 2, 5, { context: { includeDeclaration: true } },
    )).map((one) => `${path.basename(one.uri)}:${one.range.start.line}`)).toEqual(
      ['elvar.yaml:2', 'elvar.yaml:8', 'harbour.yaml:0'],
    );
    const symbols = await client.request<DocumentSymbol[]>('textDocument/documentSymbol', { textDocument: { uri } });
    expect(symbols.map(({ name, detail, children }) => [name, detail ?? null, children?.length])).toEqual([
      ['elvar:starter', null, 0], ['./style/harbour.yaml', null, 0], ['slips/loose-compare', 'error', 0],
      ['text/trailing-blanks', 'note', 0], ['dead/import', 'warning', 0], ['tests', null, 1],
    ]);
    // Half a word anywhere, while the file is broken.
    const typed = async (line: string): Promise<string[]> => {
      const broken = `rulings:\n  text/indent: note\n${line}\n  dead/*: [\n`;
      await client.change('elvar.yaml', 2, { text: broken });
      return (await ask<CompletionItem[]>('completion', 2, line.length)).map(({ label }) => label);
    };
    expect((await typed('  slips/lo'))).toContain('slips/loose-compare');
    expect((await typed('  '))).not.toContain('text/indent');
    expect(await typed('  slips/loose-compare: ')).toEqual(expect.arrayContaining(['error', 'warning', 'note', 'off']));
    expect(await typed('  text/line-width: { level: note, opt')).toEqual(expect.arrayContaining(['options', 'because', 'guard']));
    expect(await typed('  text/line-width: { options: { ')).toEqual(['max', 'urls-free', 'tab-width']);
    expect(await typed('  text/line-width: { guard: ')).toEqual(['no-weaker', 'fixed', 'none']);
    expect(await typed('zo')).toEqual(expect.arrayContaining(['zones', 'presets', 'policy']));
    expect(await typed('policy: { fail-on: ')).toEqual(['error', 'warning', 'note', 'never']);
    expect(await typed('presets: [elvar:st')).toContain('elvar:starter');
  });

  test('a waiver is completed by the rules that find something there, then by its words', async () => {
    const client = await use();
    const complete = async (comment: string): Promise<string[]> => {
      await client.open('gate.js', `${comment}\nif (a == b) go();  \n`);
      const items = await client.request<CompletionItem[]>(
        'textDocument/completion',
        { textDocument: { uri: client.uri('gate.js') }, position: { line: 0, character: comment.length } },
      );
      await client.close('gate.js');
      return items.toSorted((a, b) => ((a.sortText ?? '') < (b.sortText ?? '') ? -1 : 1)).map(({ label }) => label);
    };
    expect((await complete('// elvar waive ')).slice(0, 3)).toEqual(
      ['slips/loose-compare', 'text/trailing-blanks', 'dead/import'],
    );
    expect((await complete('// elvar waive slips/loose-compare, te')).slice(0, 1)).toEqual(['slips/loose-compare']);
    expect(await complete('// elvar waive slips/loose-compare ')).toEqual(['because', 'below', 'throughout', 'until']);
    expect(await complete('// elvar waive slips/loose-compare until 2027-01-31 ')).toEqual(['because']);
    expect(await complete('// a waiver ')).toEqual([]);
  });

  test('definition goes to the line that decided', async () => {
    const client = await use();
    await client.open('gate.js', CODE);
    expect(await client.request(
      'textDocument/definition', { textDocument: { uri: client.uri('gate.js') }, position: { line: 1, character: 7 } },
    )).toMatchObject(
      [{ uri: client.uri('elvar.yaml'), range: { start: { line: 1 } } }],
    );
  });

  test('what changes on the disk counts when the client says so', async () => {
    const client = await use();
    await client.open('gate.js', CODE);
    await client.diagnostics('gate.js', 1);
    writeFileSync(path.join(client.folder, 'elvar.yaml'), 'rulings: { text/trailing-blanks: error }\n');
    await client.connection.sendNotification(
      'workspace/didChangeWatchedFiles', { changes: [{ uri: client.uri('elvar.yaml'), type: 2 }] },
    );
    expect(brief(await client.diagnostics('gate.js', 1))).toEqual(['1:17-1:19 1 text/trailing-blanks']);
    // A mistake in a layer file that is not open is told, too.
    writeFileSync(path.join(client.folder, 'elvar.yaml'), 'rulings: { text/trailing-blank: error }\n');
    await client.connection.sendNotification(
      'workspace/didChangeWatchedFiles', { changes: [{ uri: client.uri('elvar.yaml'), type: 2 }] },
    );
    expect(brief(await client.diagnostics('elvar.yaml'))).toEqual(['0:11-0:30 1 unknown-rule']);
  });

  test('ends with the client, and stands what is no message', async () => {
    const client = await start();
    const code = new Promise<number | null>((resolve) => client.process.once('exit', resolve));
    client.process.stdin?.write('Content-Length: 12\r\n\r\n{"jsonrpc":1');
    await client.open('gate.js', CODE);
    expect(await client.diagnostics('gate.js', 1)).toHaveLength(4);
    client.process.stdin?.end();
    expect(await code).not.toBeNull();
  });
});
