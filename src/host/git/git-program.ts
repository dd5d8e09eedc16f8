import { spawn, spawnSync, type ChildProcessByStdio } from 'node:child_process';
import { devNull, tmpdir } from 'node:os';
import path from 'node:path';
import type { Readable } from 'node:stream';
import { hasCode } from '../files/errors.js';

/** How git is started. */
export interface GitCall {
  readonly args: readonly string[];
  /** The directory in which it is started: also where a relative entry of PATH would be looked up. */
  readonly directory: string;
  /** Whose settings hold: the user's only where no repository is read that somebody else may have made. */
  readonly settings: 'none' | 'user';
  readonly env: Readonly<Record<string, string>>;
}

/** What git wrote, or why there is no answer. */
export type GitResult = { readonly out: Buffer } | GitFailure;

/** Why there is no answer; `isRefusal` if git itself says so, and could be asked. */
export interface GitFailure {
  readonly failed: string;
  readonly isRefusal?: boolean;
}

/** How git may end and what it may cost. */
export interface GitLimits {
  readonly input?: string | Buffer;
  /** The longest answer accepted, in bytes. */
  readonly most?: number;
  /** In milliseconds. */
  readonly longest?: number;
}

/** The longest answer accepted from git, in bytes, where nothing else is said: a list of some million files. */
const MOST = 256 * 1024 * 1024;

/** How long git may take for one answer, in milliseconds; the environment may say otherwise. */
export function longestAnswer(): number {
  const said = Number(process.env['ELVAR_GIT_TIMEOUT']);
  return Number.isSafeInteger(said) && said > 0 ? said : 60_000;
}

/** git(1), "ENVIRONMENT VARIABLES": nobody is asked for anything, no lock is taken for reading, and messages are in English. */
const ALWAYS: Readonly<Record<string, string>> = { GIT_TERMINAL_PROMPT: '0', GIT_OPTIONAL_LOCKS: '0', LC_ALL: 'C' };

/** Where a repository is: a hook of git's sets some of these, and they would lead a question about another repository astray. */
const PLACES =
  /^GIT_(?:DIR|WORK_TREE|COMMON_DIR|INDEX_FILE|OBJECT_DIRECTORY|ALTERNATE_OBJECT_DIRECTORIES|NAMESPACE|PREFIX|QUARANTINE_PATH)$/i;

/** Runs git to its end. */
export function runGit(call: GitCall, limits: GitLimits = {}): GitResult {
  const { out, failed, isRefusal } = runToFailure(call, limits);
  return failed === null ? { out } : { failed, isRefusal };
}

/** The same, with what git wrote before it failed. This file alone starts git. */
export function runToFailure(
  { args, directory, settings, env }: GitCall, { input, most = MOST, longest = longestAnswer() }: GitLimits = {},
): { readonly out: Buffer; readonly failed: string | null; readonly isRefusal: boolean } {
  const { status, stdout, stderr, error } = spawnSync('git', args, {
    cwd: directory, env: environment(settings, env), maxBuffer: most, timeout: longest, killSignal: 'SIGKILL', windowsHide: true,
    ...(input === undefined ? { stdio: ['ignore', 'pipe', 'pipe'] } : { input }),
  });
  const out = stdout ?? Buffer.alloc(0);
  // Git may end before it has read all that it was asked.
  if (error !== undefined && !hasCode(error, 'EPIPE')) return { out, failed: failureOf(error, longest), isRefusal: false };
  return { out, failed: status === 0 ? null : complaintOf(stderr.toString('utf8')), isRefusal: status !== 0 };
}

/** Starts git; its output is read as it comes. */
export function startGit({ args, directory, settings, env }: GitCall): ChildProcessByStdio<null, Readable, Readable> {
  return spawn(
    'git', args, { cwd: directory, env: environment(settings, env), stdio: ['ignore', 'pipe', 'pipe'], windowsHide: true },
  );
}

/**
 * Asks git about settings, without any repository, whatever is around this process. It starts where only the superuser can put a
 * program.
 */
export function askSettings(args: readonly string[], input?: string): GitResult {
  return runGit(
    {
      args: ['config', ...args],
      directory: path.parse(tmpdir()).root,
      settings: 'user',
      env: { GIT_DIR: path.join(devNull, 'none') },
    },
    { ...(input !== undefined && { input }) },
  );
}

/** The first line of git's complaint; advice often follows it. */
export function complaintOf(output: string): string {
  const lines = output.trim().split('\n');
  return (lines.find((line) => /^(?:fatal|error): /.test(line)) ?? lines.at(-1) ?? '').replace(/^(?:fatal|error): /, '')
    || 'git does not say why';
}

function failureOf(error: Error, longest: number): string {
  if (hasCode(error, 'ENOENT')) return 'there is no git on this machine';
  if (hasCode(error, 'ETIMEDOUT')) return `git gave no answer within ${longest / 1000} s`;
  return hasCode(error, 'ENOBUFS') ? 'the answer of git is too long' : error.message;
}

/** This process's environment, with what it says to git only where the user's settings hold. */
function environment(settings: GitCall['settings'], env: Readonly<Record<string, string>>): Record<string, string | undefined> {
  const isOut = (name: string): boolean => (settings === 'user'
    ? PLACES.test(name)
    : /^GIT_/i.test(name) && name !== 'GIT_EXEC_PATH');
  return { ...Object.fromEntries(Object.entries(process.env).filter(([name]) => !isOut(name))), ...ALWAYS, ...env };
}
