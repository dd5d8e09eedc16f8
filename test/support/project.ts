import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, realpathSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { onTestFinished } from 'vitest';

/** The program as the build has left it. */
const PROGRAM = path.join(import.meta.dirname, '..', '..', 'dist', 'cli', 'main.cjs');

/** What a run of the program came to. */
export interface Run {
  readonly code: number | null;
  readonly out: string;
  readonly err: string;
}

/** Writes files below a directory. A path that ends in `/` is an empty directory. */
export function writeFiles(directory: string, files: Readonly<Record<string, string | Buffer>>): void {
  for (const [name, content] of Object.entries(files)) {
    const file = path.join(directory, name);
    if (name.endsWith('/')) {
      mkdirSync(file, { recursive: true });
      continue;
    }
    mkdirSync(path.dirname(file), { recursive: true });
    writeFileSync(file, content);
  }
}

/** A folder outside of any project, made for one test and removed after it. */
export function makeFolder(files: Readonly<Record<string, string | Buffer>> = {}): string {
  const folder = realpathSync(mkdtempSync(path.join(tmpdir(), 'elvar-test-')));
  onTestFinished(() => rmSync(folder, { recursive: true, force: true }));
  writeFiles(folder, files);
  return folder;
}

/** Runs the built program in a folder. */
export function elvar(folder: string, args: readonly string[], env: Readonly<Record<string, string>> = {}): Run {
  const { status, stdout, stderr } = spawnSync(process.execPath, [PROGRAM, ...args], {
    cwd: folder,
    encoding: 'utf8',
    env: { PATH: process.env['PATH'], HOME: folder, ...env },
    maxBuffer: 64 * 1024 * 1024,
  });
  return { code: status, out: stdout, err: stderr };
}

/** Runs a command with `--format json` and parses what it prints. */
export function elvarJson<Document>(folder: string, args: readonly string[]): Document {
  const { code, out, err } = elvar(folder, [...args, '--format', 'json']);
  if (code !== 0 && code !== 1) throw new Error(`elvar ${args.join(' ')} ended with ${code}: ${err}`);
  return JSON.parse(out) as Document;
}
