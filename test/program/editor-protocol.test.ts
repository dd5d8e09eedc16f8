import { spawn } from 'node:child_process';
import { mkdirSync, renameSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { CancellationTokenSource, type Diagnostic } from 'vscode-languageserver-protocol/node.js';
import { brief, EditorClient } from '../support/editor-client.js';
import { makeFolder, PROGRAM } from '../support/project.js';
import { runs, sampled, whenDeep } from '../support/runs.js';

const FILES = { '.git/': '', 'elvar.yaml': 'rulings: { slips/loose-compare: error }\n', 'gate.js': 'go();\n' };
const BAD = 'if (a == b) go();\n';
const FOUND = ['0:6-0:8 1 slips/loose-compare'];

function start(files: Readonly<Record<string, string>> = FILES, capabilities: object = {}): Promise<EditorClient> {
  return EditorClient.shared(makeFolder(files), capabilities);
}

describe('the protocol', () => {
  test('several roots are several projects, each with its own rules', async () => {
    const client = await start({
      'harbour/.git/': '', 'harbour/elvar.yaml': 'rulings: { slips/loose-compare: error }\n', 'harbour/gate.js': BAD,
      'ferry/.git/': '', 'ferry/elvar.yaml': 'rulings: { slips/loose-compare: note }\n', 'ferry/gate.js': BAD,
    });
    await client.connection.sendNotification(
      'workspace/didChangeWorkspaceFolders',
      { event: { added: [{ uri: client.uri('ferry'), name: 'ferry' }], removed: [{ uri: client.uri(''), name: 'harbour' }] } },
    );
    await client.open('harbour/gate.js', BAD);
    await client.open('ferry/gate.js', BAD);
    expect(brief(await client.diagnostics('harbour/gate.js', 1))).toEqual(FOUND);
    expect(brief(await client.diagnostics('ferry/gate.js', 1))).toEqual(['0:6-0:8 3 slips/loose-compare']);
    // What changes in one has no effect on the other.
    await client.open('ferry/elvar.yaml', 'rulings: { slips/loose-compare: off }\n');
    expect(brief(await client.diagnostics('ferry/gate.js', 1))).toEqual([]);
    await client.change('harbour/gate.js', 2, { text: `\n${BAD}` });
    expect(brief(await client.diagnostics('harbour/gate.js', 2))).toEqual(['1:6-1:8 1 slips/loose-compare']);
  });

  test('a renamed file is another one, with the rules of its new place', async () => {
    const client = await start(
      {
        ...FILES,
        'elvar.yaml':
          'rulings: { slips/loose-compare: error }\nzones: [{ match: [quay/], rulings: { slips/loose-compare: note } }]\n',
        'gate.js': BAD,
      },
    );
    await client.open('gate.js', BAD);
    expect(brief(await client.diagnostics('gate.js', 1))).toEqual(FOUND);
    mkdirSync(path.join(client.folder, 'quay'));
    renameSync(path.join(client.folder, 'gate.js'), path.join(client.folder, 'quay/gate.js'));
    await client.close('gate.js');
    await client.open('quay/gate.js', BAD);
    await client.connection.sendNotification(
      'workspace/didChangeWatchedFiles',
      { changes: [{ uri: client.uri('gate.js'), type: 3 }, { uri: client.uri('quay/gate.js'), type: 1 }] },
    );
    expect(await client.diagnostics('gate.js')).toEqual([]);
    expect(brief(await client.diagnostics('quay/gate.js', 1))).toEqual(['0:6-0:8 3 slips/loose-compare']);
  });

  test('a saved file is the same as before, and a closed one is as it is on the disk', async () => {
    const client = await start();
    await client.open('gate.js', BAD);
    expect(brief(await client.diagnostics('gate.js', 1))).toEqual(FOUND);
    writeFileSync(path.join(client.folder, 'gate.js'), BAD);
    await client.connection.sendNotification('textDocument/didSave', { textDocument: { uri: client.uri('gate.js') } });
    await client.connection.sendNotification(
      'workspace/didChangeWatchedFiles', { changes: [{ uri: client.uri('gate.js'), type: 2 }] },
    );
    expect(brief(await client.diagnostics('gate.js', 1))).toEqual(FOUND);
    await client.close('gate.js');
    expect(await client.diagnostics('gate.js')).toEqual([]);
    await client.open('gate.js', 'go();\n');
    expect(await client.diagnostics('gate.js', 1)).toEqual([]);
  });

  whenDeep(() => {
    test('who cancels a question gets no answer, and the next one gets it', async () => {
      const client = await start(
        { ...FILES, ...Object.fromEntries(Array.from({ length: 150 }, (_, index) => [`src/f${index}.js`, BAD.repeat(100)])) },
        { textDocument: { diagnostic: {} } },
      );
      const text = BAD.repeat(1_000);
      await client.open('gate.js', text);
      const about = { textDocument: { uri: client.uri('gate.js') } };
      const source = new CancellationTokenSource();
      const first = client.connection.sendRequest<{ items: Diagnostic[] }>('textDocument/diagnostic', about, source.token)
        .then(({ items }) => items.length, (error: { code: number }) => error.code);
      source.cancel();
      const second = client.request<{ items: Diagnostic[] }>('textDocument/diagnostic', about);
      // It may have been answered before it was cancelled.
      expect([-32_800, 1_000]).toContain(await first);
      expect((await second).items).toHaveLength(1_000);
      // So may the check of the whole project be.
      const whole = client.request(
        'workspace/executeCommand', { command: 'elvar.project', arguments: [{ uri: client.uri('gate.js') }] },
      );
      client.connection.onNotification('$/progress', ({ token, value }: { token: string; value: { kind: string } }) => {
        if (value.kind === 'begin') void client.connection.sendNotification('window/workDoneProgress/cancel', { token });
      });
      expect(await whole).toBeNull();
      expect((await client.request<{ items: Diagnostic[] }>('textDocument/diagnostic', about)).items).toHaveLength(1_000);
    });
  });

  test('about what is not open, no file, or nonsense there is nothing to say, and it goes on', async () => {
    const client = await start();
    const nothing = {
      textDocument: { uri: client.uri('gate.js') },
      position: { line: 0, character: 0 },
      range: { start: { line: 0, character: 0 }, end: { line: 9, character: 0 } },
      context: { diagnostics: [], includeDeclaration: true },
    };
    for (const what of [
      'hover', 'definition', 'references', 'documentSymbol', 'completion', 'codeAction', 'inlayHint', 'codeLens',
    ]) {
      for (const uri of [
        client.uri('gate.js'), 'untitled:Untitled-1', 'https://harbour.example/gate.js', 'file:///%00', 'not a uri',
      ]) {
        const answer = await client.request<unknown>(`textDocument/${what}`, { ...nothing, textDocument: { uri } });
        expect(Array.isArray(answer) ? answer.length : answer, `${what} ${uri}`).toBe(Array.isArray(answer) ? 0 : null);
      }
    }
    for (const uri of ['untitled:Untitled-1', 'file:///%00', 'file://other-machine/gate.js', '']) {
      await client.connection.sendNotification(
        'textDocument/didOpen', { textDocument: { uri, languageId: 'any', version: 1, text: BAD } },
      );
      await client.connection.sendNotification(
        'textDocument/didChange', { textDocument: { uri, version: 2 }, contentChanges: [{ text: BAD }] },
      );
      await client.connection.sendNotification('textDocument/didClose', { textDocument: { uri } });
    }
    // What is no change leaves the text as it was, and all requests go on.
    await client.open('tide.js', BAD);
    const before = brief(await client.diagnostics('tide.js', 1));
    for (const [index, change] of [
      { text: 7 },
      {},
      null,
      'x',
      { range: {}, text: 'x' },
      { range: { start: { line: -1, character: 0 }, end: { line: 'x', character: 0 } }, text: 'x' },
      { text: null },
      [],
    ].entries()) {
      await client.connection.sendNotification(
        'textDocument/didChange', { textDocument: { uri: client.uri('tide.js'), version: index + 2 }, contentChanges: [change] },
      );
    }
    await client.connection.sendNotification(
      'textDocument/didChange', { textDocument: { uri: client.uri('tide.js'), version: 20 }, contentChanges: 'x' },
    );
    expect(
      await client.request('textDocument/documentSymbol', { textDocument: { uri: client.uri('tide.js') } }),
    ).not.toBeUndefined();
    expect(
      brief((await client.request<{ items: Diagnostic[] }>(
        'textDocument/diagnostic', { textDocument: { uri: client.uri('tide.js') } },
      )).items),
    ).toEqual(before);
    // Places beyond the text are its end; commands with other arguments than theirs are refused in words.
    await client.open('gate.js', BAD);
    await client.change(
      'gate.js', 2, { range: { start: { line: 70, character: 9 }, end: { line: 90, character: 9 } }, text: BAD },
    );
    expect(brief(await client.diagnostics('gate.js', 2))).toEqual([...FOUND, '1:6-1:8 1 slips/loose-compare']);
    await client.request('workspace/executeCommand', { command: 'elvar.waive', arguments: [{ uri: 7 }] });
    await client.request('workspace/executeCommand', { command: 'elvar.nothing' });
    await client.request('workspace/executeCommand', { command: '__proto__', arguments: ['x'] });
    expect(client.said).toEqual(['elvar.waive does not take these arguments']);
    await expect(client.request('harbour/unknown', {})).rejects.toThrow(/Unhandled method/);
    await client.change('gate.js', 3, { text: 'go();\n' });
    expect(await client.diagnostics('gate.js', 3)).toEqual([]);
  });

  /** Starts the program and writes to it what is no message. @returns its exit code, and standard error. */
  async function after(
    ...bytes: readonly (string | Buffer)[]
  ): Promise<{ readonly code: number | null; readonly err: string; readonly out: string }> {
    const child = spawn(
      process.execPath, [PROGRAM, 'editor', '--stdio', '--no-personal', '--no-cache'], { cwd: makeFolder(FILES), stdio: 'pipe' },
    );
    const [out, err]: [Buffer[], Buffer[]] = [[], []];
    child.stdout.on('data', (chunk: Buffer) => out.push(chunk));
    child.stderr.on('data', (chunk: Buffer) => err.push(chunk));
    child.stdin.on('error', () => {});
    const code = new Promise<number | null>((resolve) => child.once('close', resolve));
    for (const chunk of bytes) child.stdin.write(chunk);
    child.stdin.end();
    return { code: await code, err: Buffer.concat(err).toString(), out: Buffer.concat(out).toString() };
  }

  const message = (body: unknown): string => {
    const text = typeof body === 'string' ? body : JSON.stringify(body);
    return `Content-Length: ${Buffer.byteLength(text)}\r\n\r\n${text}`;
  };
  const initialize = message(
    { jsonrpc: '2.0', id: 1, method: 'initialize', params: { processId: null, rootUri: null, capabilities: {} } },
  );

  test.each(sampled<[string, (string | Buffer)[]]>([
    ['nothing', []],
    ['what is no JSON', [message('{"jsonrpc":')]],
    ['a list of messages', [message([{ jsonrpc: '2.0', id: 1, method: 'initialize' }])]],
    ['a question before it has begun', [message({ jsonrpc: '2.0', id: 1, method: 'textDocument/hover', params: {} })]],
    ['no parameters', [initialize, message({ jsonrpc: '2.0', id: 2, method: 'textDocument/hover' }), message(
      { jsonrpc: '2.0', method: 'textDocument/didOpen' },
    )]],
    ['parameters of another kind', [
      initialize,
      message({ jsonrpc: '2.0', method: 'textDocument/didChange', params: { textDocument: 7, contentChanges: {} } }),
      message({ jsonrpc: '2.0', id: 3, method: 'textDocument/codeAction', params: [1, 2] }),
    ]],
    ['half a message', [initialize, 'Content-Length: 4000\r\n\r\n{"jsonrpc"']],
    ['an answer to no question', [initialize, message({ jsonrpc: '2.0', id: 99, result: null })]],
    ['bytes that are no text', [initialize, message('\u0000\u0001'), Buffer.from([0xff, 0xfe, 0x00])]],
  ], 3))('%s is no reason for a trace or for staying', async (_, bytes) => {
    const { code, err } = await after(...bytes);
    expect([0, 1]).toContain(code);
    expect(err).not.toMatch(/ {4}at |node:internal/);
  });

  whenDeep(() => {
    test('whatever comes, it ends when its client is gone', async () => {
      const part = fc.oneof(
        fc.constant(initialize), fc.json().map(message), fc.string().map(message), fc.uint8Array({ maxLength: 40 }).map((bytes) =>
          Buffer.from(bytes)),
        fc.record({ method: fc.constantFrom(
          'textDocument/didOpen', 'textDocument/didChange', 'textDocument/hover', 'initialized', 'shutdown', '$/cancelRequest',
          'workspace/executeCommand', 'workspace/didChangeWatchedFiles',
        ), params: fc.jsonValue(), id: fc.option(fc.integer(), { nil: undefined }) }).map((one) =>
          message({ jsonrpc: '2.0', ...one })),
      );
      await fc.assert(fc.asyncProperty(fc.array(part, { maxLength: 8 }), async (parts) => {
        const { code, err } = await after(initialize, ...parts);
        expect([0, 1]).toContain(code);
        expect(err).not.toMatch(/ {4}at |node:internal/);
      }), { numRuns: runs(2) });
    });
  });

  whenDeep(() => {
    test('ends when the process of its client has died, though nobody closed its input', async () => {
      // A stand-in for the editor, and a shell that keeps the pipe open after it.
      const editor = spawn('sleep', ['60']);
      const child = spawn(process.execPath, [PROGRAM, 'editor', '--stdio', '--no-personal', '--no-cache'], {
        cwd: makeFolder(FILES), stdio: 'pipe',
      });
      const code = new Promise<number | null>((resolve) => child.once('close', resolve));
      const begun = new Promise((resolve) => child.stdout.once('data', resolve));
      child.stdin.write(message({
        jsonrpc: '2.0',
        id: 1,
        method: 'initialize',
        params: { processId: editor.pid, rootUri: pathToFileURL('/').href, capabilities: {} },
      }));
      await begun;
      editor.kill('SIGKILL');
      expect(await code).not.toBeNull();
    });
  });
});
