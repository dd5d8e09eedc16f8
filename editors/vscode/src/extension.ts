import { existsSync } from 'node:fs';
import path from 'node:path';
import { commands, window, workspace, type ExtensionContext } from 'vscode';
import { ExecuteCommandRequest, LanguageClient, TransportKind, type Executable } from 'vscode-languageclient/node';

let client: LanguageClient | null = null;

/** Starts Elvar, and again whenever the settings say otherwise. */
export async function activate(context: ExtensionContext): Promise<void> {
  context.subscriptions.push(
    commands.registerCommand('elvar.startAgain', startAgain),
    commands.registerCommand('elvar.checkProject', checkProject),
    workspace.onDidChangeConfiguration(async (change) => {
      if (change.affectsConfiguration('elvar')) await startAgain();
    }),
  );
  await start();
}

/** Ends Elvar. */
export async function deactivate(): Promise<void> {
  await client?.stop();
  client = null;
}

async function start(): Promise<void> {
  const server = program();
  client = new LanguageClient('elvar', 'Elvar', server, { documentSelector: [{ scheme: 'file' }] });
  try {
    await client.start();
  } catch {
    void window.showErrorMessage(
      `Elvar does not start: ${server.command}. Install it in the project, or name the program in the setting elvar.command.`,
    );
  }
}

async function startAgain(): Promise<void> {
  try {
    await deactivate();
  } catch {
    // What has failed to start cannot be stopped.
    client = null;
  }
  await start();
}

/** The whole project is that of the file that is being edited. */
async function checkProject(): Promise<void> {
  const document = window.activeTextEditor?.document;
  if (client === null || document === undefined) {
    void window.showInformationMessage('Open a file of the project first.');
    return;
  }
  await client.sendRequest(
    ExecuteCommandRequest.type,
    { command: 'elvar.project', arguments: [{ uri: client.code2ProtocolConverter.asUri(document.uri) }] },
  );
}

/** What the settings name, else the project's own Elvar, else that of the machine. */
function program(): Executable {
  const settings = workspace.getConfiguration('elvar');
  const named = settings.get<string>('command', '').trim();
  const folder = workspace.workspaceFolders?.[0]?.uri.fsPath;
  const own = path.join(folder ?? '', 'node_modules', '.bin', process.platform === 'win32' ? 'elvar.cmd' : 'elvar');
  const command = named !== '' ? named : folder !== undefined && existsSync(own) ? own : 'elvar';
  // The client adds --stdio itself.
  const args = ['editor', ...settings.get<string[]>('arguments', [])];
  // On Windows, commands of packages are scripts of its shell, for which a blank ends a word.
  const isWindows = process.platform === 'win32';
  return {
    command: isWindows ? `"${command}"` : command,
    args,
    transport: TransportKind.stdio,
    options: { shell: isWindows, ...(folder !== undefined && { cwd: folder }) },
  };
}
