import { execFileSync } from 'node:child_process';

const IDENTITY = [
  '-c', 'user.name=Harbour', '-c', 'user.email=harbour@saltmarsh.example', '-c', 'commit.gpgSign=false', '-c',
  'core.autocrlf=false', '-c', 'init.defaultBranch=main',
];

/** Runs git in a folder and returns its output; the settings of the user who runs the tests have no effect. */
export function git(folder: string, ...args: readonly string[]): string {
  return execFileSync('git', ['-C', folder, ...IDENTITY, ...args], { encoding: 'utf8', stdio: 'pipe', env: ENVIRONMENT });
}

const ENVIRONMENT = { PATH: process.env['PATH'], HOME: '/nonexistent', GIT_CONFIG_NOSYSTEM: '1' };

/** Commits everything there is. */
export function commitAll(folder: string, message = 'tide'): void {
  git(folder, 'add', '-A');
  git(folder, 'commit', '-q', '--allow-empty', '-m', message);
}

/** Commits everything there is, by somebody, at noon of a day. @returns the commit. */
export function commitBy(folder: string, day: string, author: string, subject: string): string {
  git(folder, 'add', '-A');
  const time = `${day}T12:00:00 +0000`;
  const by = ['-c', `user.name=${author}`, '-c', 'user.email=office@saltmarsh.example', '-c', 'commit.gpgSign=false'];
  execFileSync('git', ['-C', folder, ...by, 'commit', '-q', '--allow-empty', '-m', subject], {
    env: { ...ENVIRONMENT, GIT_AUTHOR_DATE: time, GIT_COMMITTER_DATE: time },
  });
  return git(folder, 'rev-parse', 'HEAD').trim();
}
