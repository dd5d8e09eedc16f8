import { spawn, type ChildProcess } from 'node:child_process';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import {
  ApplyWorkspaceEditRequest, createProtocolConnection, RegistrationRequest, ShowDocumentRequest, StreamMessageReader,
  StreamMessageWriter,
  type ApplyWorkspaceEditParams, type ClientCapabilities, type Diagnostic, type InitializeResult, type ProtocolConnection,
  type PublishDiagnosticsParams, type ShowDocumentParams, type TextEdit,
} from 'vscode-languageserver-protocol/node.js';
import { makeFolder, PROGRAM } from './project.js';

/** How long an answer may take, in milliseconds, before the test has failed: much longer than it ever does. */
const LONGEST = 20_000;

/** Programs that several tests use, by the abilities of the editor. */
const SHARED = new Map<string, Promise<EditorClient>>();

/** An editor that talks to the built program. */
export class EditorClient {
  private readonly published: PublishDiagnosticsParams[] = [];
  private waiting: (() => void)[] = [];
  /** What the program has asked the editor to edit, and to show. */
  readonly edits: ApplyWorkspaceEditParams[] = [];
  readonly shown: ShowDocumentParams[] = [];
  /** What it was told to show to the user. */
  readonly said: string[] = [];
  /** What the program said on standard error. */
  err = '';

  private constructor(
    public folder: string,
    readonly process: ChildProcess,
    readonly connection: ProtocolConnection,
    readonly begun: InitializeResult,
  ) {}

  /** Starts the program for a folder. @param capabilities what the editor can do. */
  static async start(folder: string, capabilities: ClientCapabilities = {}, args: readonly string[] = []): Promise<EditorClient> {
    const child = spawn(process.execPath, [PROGRAM, 'editor', '--stdio', '--no-personal', ...args], {
      cwd: folder,
      env: { ...process.env, ELVAR_CACHE: makeFolder(), XDG_CACHE_HOME: makeFolder() },
      stdio: ['pipe', 'pipe', 'pipe'],
    });
    const connection = createProtocolConnection(new StreamMessageReader(child.stdout), new StreamMessageWriter(child.stdin));
    let client: EditorClient | null = null;
    connection.onNotification('textDocument/publishDiagnostics', (params: PublishDiagnosticsParams) => client?.note(params));
    connection.onNotification('window/showMessage', ({ message }: { message: string }) => client?.said.push(message));
    connection.onRequest(ApplyWorkspaceEditRequest.type, (params) => {
      client?.edits.push(params);
      return { applied: true };
    });
    connection.onRequest(ShowDocumentRequest.type, (params) => {
      client?.shown.push(params);
      return { success: true };
    });
    connection.onRequest(RegistrationRequest.type, () => undefined);
    for (const request of [
      'window/workDoneProgress/create', 'workspace/diagnostic/refresh', 'workspace/inlayHint/refresh',
      'workspace/codeLens/refresh',
    ]) {
      connection.onRequest(request, () => null);
    }
    connection.listen();
    const begun = await connection.sendRequest<InitializeResult>('initialize', {
      processId: process.pid,
      rootUri: pathToFileURL(folder).href,
      workspaceFolders: [{ uri: pathToFileURL(folder).href, name: 'harbour' }],
      capabilities,
    });
    client = new EditorClient(folder, child, connection, begun);
    child.stderr.on('data', (bytes: Buffer) => { if (client !== null) client.err += bytes.toString(); });
    child.once('exit', (code) => {
      if (code !== 0 && client?.err !== '') process.stderr.write(`the editor's program ended with ${code}: ${client?.err}\n`);
    });
    await connection.sendNotification('initialized', {});
    return client;
  }

  /**
   * The program for editors with these abilities, one for all tests that ask for nothing else: each has a folder of its own. It
   * ends with the process of the tests.
   */
  static async shared(folder: string, capabilities: ClientCapabilities = {}): Promise<EditorClient> {
    const key = JSON.stringify(capabilities);
    const client = SHARED.get(key) ?? EditorClient.start(folder, capabilities);
    SHARED.set(key, client);
    const own = await client;
    own.moveTo(folder);
    return own;
  }

  /** From now on, paths are those of another folder: one program serves many projects. */
  moveTo(folder: string): void {
    this.folder = folder;
    this.edits.length = 0;
    this.shown.length = 0;
    this.said.length = 0;
  }

  uri(file: string): string {
    return pathToFileURL(path.join(this.folder, file)).href;
  }

  async open(file: string, text: string, version = 1): Promise<void> {
    await this.connection.sendNotification(
      'textDocument/didOpen', { textDocument: { uri: this.uri(file), languageId: 'any', version, text } },
    );
  }

  async change(file: string, version: number, ...contentChanges: readonly object[]): Promise<void> {
    await this.connection.sendNotification(
      'textDocument/didChange', { textDocument: { uri: this.uri(file), version }, contentChanges },
    );
  }

  async close(file: string): Promise<void> {
    await this.connection.sendNotification('textDocument/didClose', { textDocument: { uri: this.uri(file) } });
  }

  /** The next diagnostics of a file that are about this version; any if it is null. @param isWanted which of them to wait for. */
  async diagnostics(
    file: string, version: number | null = null, isWanted: (diagnostics: readonly Diagnostic[]) => boolean = () => true,
  ): Promise<Diagnostic[]> {
    const isMeant = ({ uri, version: own, diagnostics }: PublishDiagnosticsParams): boolean =>
      uri === this.uri(file) && (version === null || own === version) && isWanted(diagnostics);
    const deadline = Date.now() + LONGEST;
    for (;;) {
      const at = this.published.findIndex(isMeant);
      if (at >= 0) return (this.published.splice(0, at + 1).at(-1) as PublishDiagnosticsParams).diagnostics;
      if (Date.now() > deadline) {
        throw new Error(`no diagnostics of ${file} (version ${version}) within ${LONGEST} ms; standard error: ${this.err}`);
      }
      await new Promise<void>((resolve) => {
        const timer = setTimeout(resolve, 500);
        this.waiting.push(() => {
          clearTimeout(timer);
          resolve();
        });
      });
    }
  }

  request<Answer>(method: string, params: object): Promise<Answer> {
    return this.connection.sendRequest<Answer>(method, params);
  }

  /** Ends the program as editors do. @returns its exit code. */
  async end(): Promise<number | null> {
    const code = new Promise<number | null>((resolve) => this.process.once('exit', resolve));
    await this.connection.sendRequest('shutdown');
    await this.connection.sendNotification('exit');
    return code;
  }

  private note(params: PublishDiagnosticsParams): void {
    this.published.push(params);
    for (const wake of this.waiting.splice(0)) wake();
  }
}

/** Applies edits of a client that counts in UTF-16. */
export function applied(text: string, edits: readonly TextEdit[]): string {
  const starts = [0, ...[...text.matchAll(/\n/g)].map(({ index }) => index + 1)];
  const offset = ({ line, character }: TextEdit['range']['start']): number => (starts[line] ?? text.length) + character;
  return edits.toSorted((a, b) => offset(b.range.start) - offset(a.range.start)).reduce(
    (rest, { range, newText }) => rest.slice(0, offset(range.start)) + newText + rest.slice(offset(range.end)), text,
  );
}

/** A place as an empty range. */
export function at(line: number, character: number): TextEdit['range'] {
  return { start: { line, character }, end: { line, character } };
}

/** Diagnostics in brief: `LINE:CHARACTER-LINE:CHARACTER SEVERITY CODE`, from 0. */
export function brief(diagnostics: readonly Diagnostic[]): string[] {
  return diagnostics.map(({ range: { start, end }, severity, code }) =>
    `${start.line}:${start.character}-${end.line}:${end.character} ${severity} ${code}`);
}
