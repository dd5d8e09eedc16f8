import path from 'node:path';
import {
  createConnection, DidChangeWatchedFilesNotification, CodeActionKind, ProposedFeatures, TextDocumentSyncKind, type Connection,
  type InitializeParams, type InitializeResult,
} from 'vscode-languageserver/node.js';
import type { WorkspaceOptions } from '../host/layers/run-settings.js';
import { realOrNearest } from '../host/files/real-path.js';
import { COMMANDS, REPAIR_ALL } from './actions.js';
import type { ClientAbilities } from './client-abilities.js';
import { answerQuestions } from './answers.js';
import { Documents, type FileDocument } from './documents.js';
import { Feedback } from './feedback.js';
import { OpenDocument } from './open-document.js';
import { ENCODINGS } from './positions.js';
import { Projects } from './projects.js';
import { pathOfUri } from './uris.js';

/**
 * Answers an editor over standard input and output (LSP 3.17), until it ends or goes away.
 * @param options how projects are opened.
 */
export async function serve(options: WorkspaceOptions, version: string): Promise<void> {
  const connection = createConnection(ProposedFeatures.all, process.stdin, process.stdout);
  const ended = new Promise<void>((resolve) => {
    connection.onExit(() => resolve());
    process.stdin.once('end', () => resolve());
    process.stdin.once('close', () => resolve());
  });
  // What a client does not understand, or answers wrongly, must not end the program.
  process.on('unhandledRejection', (error) => connection.console.error(String(error)));
  connection.onInitialize((params) => begin(connection, options, params, version));
  connection.listen();
  await ended;
}

function begin(connection: Connection, options: WorkspaceOptions, params: InitializeParams, version: string): InitializeResult {
  const { capabilities: { general, textDocument, workspace, window } } = params;
  const offered = general?.positionEncodings ?? ['utf-16'];
  const client: ClientAbilities = {
    encoding: ENCODINGS.find((encoding) => offered.includes(encoding)) ?? 'utf-16',
    pulls: textDocument?.diagnostic !== undefined,
    watches: workspace?.didChangeWatchedFiles?.dynamicRegistration === true,
    refreshes: [
      ...(textDocument?.diagnostic !== undefined && workspace?.diagnostics?.refreshSupport === true
        ? ['workspace/diagnostic/refresh']
        : []),
      ...(workspace?.inlayHint?.refreshSupport === true ? ['workspace/inlayHint/refresh'] : []),
      ...(workspace?.codeLens?.refreshSupport === true ? ['workspace/codeLens/refresh'] : []),
    ],
    shows: window?.showDocument?.support === true,
    showsHints: textDocument?.inlayHint !== undefined,
    showsLenses: textDocument?.codeLens !== undefined,
    creates: workspace?.workspaceEdit?.documentChanges === true
      && workspace.workspaceEdit.resourceOperations?.includes('create') === true,
  };
  const projects = new Projects(options);
  const documents = new Documents(projects, client.encoding);
  const feedback = followDocuments(connection, client, documents, projects);
  answerQuestions(connection, { client, documents, feedback });
  return {
    serverInfo: { name: 'elvar', version },
    capabilities: {
      positionEncoding: client.encoding,
      textDocumentSync: { openClose: true, change: TextDocumentSyncKind.Incremental, save: { includeText: false } },
      hoverProvider: true,
      definitionProvider: true,
      referencesProvider: true,
      documentSymbolProvider: true,
      completionProvider: { triggerCharacters: [' ', '/', ':', ','] },
      codeActionProvider: {
        codeActionKinds: [CodeActionKind.QuickFix, CodeActionKind.Source, REPAIR_ALL], resolveProvider: true,
      },
      inlayHintProvider: true,
      codeLensProvider: {},
      executeCommandProvider: { commands: Object.values(COMMANDS) },
      ...(client.pulls
        && { diagnosticProvider: { identifier: 'elvar', interFileDependencies: true, workspaceDiagnostics: false } }),
      workspace: { workspaceFolders: { supported: true, changeNotifications: true } },
    },
  };
}

/** Keeps documents as they are in the editor, and files as they are on the disk, and tells what is found in them. */
function followDocuments(connection: Connection, client: ClientAbilities, documents: Documents, projects: Projects): Feedback {
  const feedback = new Feedback(documents, {
    pulls: client.pulls,
    publish: (uri, version, diagnostics) =>
      void connection.sendDiagnostics({ uri, ...(version !== null && { version }), diagnostics }),
    refresh: () => {
      for (const request of client.refreshes) void connection.sendRequest(request);
    },
  });
  const changed = (own: FileDocument | undefined): void => {
    if (own !== undefined) feedback.changed(own);
  };
  connection.onInitialized(() => {
    if (client.watches) {
      void connection.client.register(DidChangeWatchedFilesNotification.type, { watchers: [{ globPattern: '**/*' }] });
    }
  });
  connection.onDidOpenTextDocument(({ textDocument: { uri, version, text } }) =>
    changed(documents.put(new OpenDocument(uri, version, text, client.encoding))));
  connection.onDidChangeTextDocument(({ textDocument: { uri, version }, contentChanges }) => {
    const known = documents.get(uri);
    if (known !== undefined) changed(documents.put(known.document.changed(contentChanges, version)));
  });
  connection.onDidCloseTextDocument(({ textDocument: { uri } }) => {
    const known = documents.drop(uri);
    if (known !== undefined) feedback.closed(known);
  });
  connection.onDidChangeWatchedFiles(({ changes }) => {
    const met = new Set<FileDocument['project']>();
    for (const { uri } of changes) {
      const named = pathOfUri(uri);
      // What git keeps changes all the time.
      if (named === null || named.split(path.sep).includes('.git')) continue;
      const file = realOrNearest(named);
      const project = projects.of(file);
      project.forget(file);
      if (project.isConfiguration(file) || documents.of(project).some((own) => own.file === file)) met.add(project);
    }
    for (const project of met) feedback.renew(project);
  });
  return feedback;
}
