import { execFileSync } from 'node:child_process';
import {
  appendFileSync, chmodSync, cpSync, mkdirSync, readFileSync, renameSync, rmSync, symlinkSync, writeFileSync,
} from 'node:fs';
import path from 'node:path';
import { git } from './git.js';

/** A repository with something planted in it, and the script that must never run. */
export interface Planted {
  readonly folder: string;
  /** A script outside of the repository that says that it has run, and passes its input on. */
  readonly script: string;
  /** A folder outside of the repository, for whatever a plant needs. */
  readonly outside: string;
}

/** Something planted in a repository, so that git runs a command or answers otherwise. */
export interface Plant {
  readonly plant: (to: Planted) => void;
  /** A command of plain git that shows that the plant works: it runs the script. */
  readonly shown?: readonly string[];
}

const set = (...pairs: readonly (readonly [key: string, value: (to: Planted) => string])[]) =>
  ({ folder, ...to }: Planted): void => {
    for (const [key, value] of pairs) git(folder, 'config', key, value({ folder, ...to }));
  };
const theScript = ({ script }: Planted): string => script;

/** Attributes that hold without a commit. */
const attribute = (line: string) => ({ folder }: Planted): void => {
  mkdirSync(path.join(folder, '.git/info'), { recursive: true });
  appendFileSync(path.join(folder, '.git/info/attributes'), `* ${line}\n`);
};

const all = (...plants: readonly ((to: Planted) => void)[]) => (to: Planted): void => plants.forEach((plant) => plant(to));

const HOOKS = [
  'post-index-change', 'post-checkout', 'pre-commit', 'reference-transaction', 'pre-auto-gc', 'fsmonitor-watchman',
  'post-rewrite', 'sendemail-validate',
];

function writeHooks(directory: string, script: string): void {
  mkdirSync(directory, { recursive: true });
  for (const name of HOOKS) {
    writeFileSync(path.join(directory, name), `#!/bin/sh\nexec ${script}\n`);
    chmodSync(path.join(directory, name), 0o755);
  }
}

function blobOf(folder: string, revision: string): string {
  return git(folder, 'rev-parse', revision).trim();
}

/** Where git keeps an object of its own. */
export function looseFile(folder: string, name: string): string {
  return path.join(folder, '.git/objects', name.slice(0, 2), name.slice(2));
}

/**
 * Removes what a clone lacks whose filter was `blob:none`: here one old version of a layer file, which no answer in question
 * needs.
 */
function partialClone(fetch: (to: Planted) => string, more: (to: Planted) => void = () => {}): (to: Planted) => void {
  return all(set(
    ['core.repositoryformatversion', () => '1'], ['extensions.partialClone', () => 'shore'], [
      'remote.shore.promisor', () => 'true',
    ],
    ['remote.shore.partialclonefilter', () => 'blob:none'], ['remote.shore.url', fetch],
  ), more, ({ folder }) => rmSync(looseFile(folder, blobOf(folder, 'HEAD~3:notes.txt')), { force: true }));
}

/** By name; those whose git shows the script's mark are known to work. */
export const PLANTS: Readonly<Record<string, Plant>> = {
  'a monitor of files': { plant: set(['core.fsmonitor', theScript]), shown: ['status'] },
  'a monitor by the second protocol': {
    plant: set(['core.fsmonitor', theScript], ['core.fsmonitorHookVersion', () => '2']), shown: ['status'],
  },
  'a filter that cleans': { plant: all(attribute('filter=tide'), set(['filter.tide.clean', theScript])), shown: ['diff'] },
  'a filter that is required': {
    plant: all(attribute('filter=tide'), set(['filter.tide.clean', theScript], ['filter.tide.required', () => 'true'])),
    shown: ['diff'],
  },
  'a filter that is a process': {
    plant: all(attribute('filter=tide'), set(['filter.tide.process', theScript])), shown: ['diff'],
  },
  'a filter that smudges': {
    plant: all(attribute('filter=tide'), set(['filter.tide.smudge', theScript])),
    shown: ['cat-file', '--filters', 'HEAD:elvar.yaml'],
  },
  'a text converter': {
    plant: all(attribute('diff=tide'), set(['diff.tide.textconv', theScript])), shown: ['blame', 'elvar.yaml'],
  },
  'a text converter with a cache': {
    plant: all(attribute('diff=tide'), set(['diff.tide.textconv', theScript], ['diff.tide.cachetextconv', () => 'true'])),
  },
  'an external diff by attribute': {
    plant: all(attribute('diff=tide'), set(['diff.tide.command', theScript])), shown: ['diff', 'HEAD~1'],
  },
  'an external diff for all': { plant: set(['diff.external', theScript]), shown: ['diff', 'HEAD~1'] },
  'a merge driver': { plant: all(attribute('merge=tide'), set(['merge.tide.driver', theScript])) },
  'pagers and editors': {
    plant: set(
      ['core.pager', theScript],
      ['pager.log', theScript],
      ['pager.blame', theScript],
      ['pager.config', theScript],
      ['core.editor', theScript],
      ['sequence.editor', theScript],
    ),
  },
  'hooks': {
    plant: ({ folder, script }) => writeHooks(path.join(folder, '.git/hooks'), script),
    shown: ['update-index', '--refresh', '--add', 'new.txt'],
  },
  'hooks elsewhere': {
    plant: all(
      ({ outside, script }) => writeHooks(path.join(outside, 'hooks'), script),
      set(['core.hooksPath', ({ outside }) => path.join(outside, 'hooks')]),
    ),
    shown: ['update-index', '--refresh', '--add', 'new.txt'],
  },
  'settings that are included': {
    plant: all(
      ({ outside, script }) => writeFileSync(path.join(outside, 'more'), `[core]\n\tfsmonitor = ${script}\n`),
      set(['include.path', ({ outside }) => path.join(outside, 'more')]),
    ), shown: ['status'],
  },
  'settings that are included on a condition': {
    plant: all(
      ({ outside, script }) => writeFileSync(path.join(outside, 'more'), `[core]\n\tfsmonitor = ${script}\n`),
      set(['includeIf.gitdir:**.path', ({ outside }) => path.join(outside, 'more')]),
    ), shown: ['status'],
  },
  'settings of the work tree': {
    plant: all(
      set(['core.repositoryformatversion', () => '1'], ['extensions.worktreeConfig', () => 'true']),
      ({ folder, script }) => writeFileSync(path.join(folder, '.git/config.worktree'), `[core]\n\tfsmonitor = ${script}\n`),
    ),
    shown: ['status'],
  },
  'another work tree': {
    plant: all(
      ({ outside }) => mkdirSync(path.join(outside, 'tree')), set(['core.worktree', ({ outside }) => path.join(outside, 'tree')]),
    ),
  },
  'aliases': {
    plant: set(...['log', 'blame', 'ls-files', 'ls-tree', 'cat-file', 'config', 'tide'].map((name) =>
      [`alias.${name}`, ({ script }: Planted) => `!${script}`] as const)),
    shown: ['tide'],
  },
  'a program that verifies signatures': {
    plant: all(set(
      ['log.showSignature', () => 'true'],
      ['gpg.program', theScript],
      ['gpg.ssh.program', theScript],
      ['gpg.x509.program', theScript],
      ['gpg.format', () => 'openpgp'],
    )),
  },
  'passwords and proxies': {
    plant: set(['core.askPass', theScript], ['credential.helper', ({ script }) => `!${script}`], ['core.gitProxy', theScript], [
      'core.sshCommand', theScript,
    ]),
  },
  'a partial clone by ssh': {
    plant: partialClone(() => 'ssh://nobody@localhost/x', set(['core.sshCommand', theScript])),
    shown: ['cat-file', '-p', 'HEAD~3:notes.txt'],
  },
  'a partial clone by a command': {
    plant: partialClone(({ script }) => `ext::${script}`, set(['protocol.ext.allow', () => 'always'])),
    shown: ['cat-file', '-p', 'HEAD~3:notes.txt'],
  },
  'a partial clone by a program of its own': {
    plant: partialClone(({ outside }) => outside, set(['remote.shore.uploadpack', theScript])),
    shown: ['cat-file', '-p', 'HEAD~3:notes.txt'],
  },
  'a remote helper': { plant: partialClone(() => 'tide://quay', set(['remote.shore.vcs', () => 'tide'])) },
  'alternates that list their branches by a command': {
    plant: all(({ folder, outside }) => {
      cpSync(path.join(folder, '.git'), path.join(outside, 'other.git'), { recursive: true });
      writeFileSync(path.join(folder, '.git/objects/info/alternates'), `${outside}/other.git/objects\n`);
    }, set(['core.alternateRefsCommand', theScript])),
  },
  'alternates that are not there': {
    plant: ({ folder }) => writeFileSync(path.join(folder, '.git/objects/info/alternates'), '/nonexistent/objects\n'),
  },
  'a layer file that replaces another': {
    plant: ({ folder, outside }) => {
      writeFileSync(path.join(outside, 'other'), 'rulings:\n  text/trailing-blanks: off\n');
      git(
        folder,
        'replace',
        '-f',
        blobOf(folder, 'HEAD~2:elvar.yaml'),
        git(folder, 'hash-object', '-w', path.join(outside, 'other')).trim(),
      );
    },
  },
  'a commit that replaces another': {
    plant: ({ folder }) => void git(folder, 'replace', '-f', blobOf(folder, 'HEAD~1'), blobOf(folder, 'HEAD~3')),
  },
  'grafts': { plant: ({ folder }) =>
    writeFileSync(path.join(folder, '.git/info/grafts'), `${blobOf(folder, 'HEAD')} ${blobOf(folder, 'HEAD~3')}\n`) },
  'a git directory that is elsewhere': {
    plant: ({ folder, outside, ...to }) => {
      set(['core.fsmonitor', theScript])({ folder, outside, ...to });
      renameSync(path.join(folder, '.git'), path.join(outside, 'elsewhere.git'));
      writeFileSync(path.join(folder, '.git'), `gitdir: ${path.join(outside, 'elsewhere.git')}\n`);
    },
    shown: ['status'],
  },
  'one of several work trees': {
    plant: ({ folder, outside, script }) => {
      const [own, main] = [path.join(folder, '.git'), path.join(outside, 'main')];
      mkdirSync(main);
      renameSync(own, path.join(main, '.git'));
      git(main, 'config', 'core.fsmonitor', script);
      const tree = path.join(main, '.git/worktrees/quay');
      mkdirSync(tree, { recursive: true });
      for (const name of ['HEAD', 'index']) cpSync(path.join(main, '.git', name), path.join(tree, name));
      writeFileSync(path.join(tree, 'commondir'), '../..\n');
      writeFileSync(path.join(tree, 'gitdir'), `${own}\n`);
      writeFileSync(own, `gitdir: ${tree}\n`);
    },
    shown: ['status'],
  },
  'a bare repository in a directory': {
    plant: ({ folder, script }) => {
      const bare = path.join(folder, 'out/quay');
      for (const name of ['objects', 'refs']) mkdirSync(path.join(bare, name), { recursive: true });
      writeFileSync(path.join(bare, 'HEAD'), 'ref: refs/heads/main\n');
      writeFileSync(
        path.join(bare, 'config'),
        `[core]\n\trepositoryformatversion = 0\n\tbare = false\n\tworktree = ${bare}\n\tfsmonitor = ${script}\n`,
      );
    },
    shown: ['-C', 'out/quay', 'status'],
  },
  'a submodule with settings of its own': {
    plant: ({ folder, script }) => {
      const inner = path.join(folder, 'out/inner');
      execFileSync('git', ['init', '-q', inner]);
      git(inner, 'commit', '-q', '--allow-empty', '-m', 'tide');
      git(inner, 'config', 'core.fsmonitor', script);
      git(folder, '-c', 'advice.addEmbeddedRepo=false', 'add', '-f', 'out/inner');
    },
    shown: ['status'],
  },
  'other names for authors': {
    plant: all(
      ({ outside }) =>
        writeFileSync(path.join(outside, 'map'), 'Somebody Else <else@saltmarsh.example> <office@saltmarsh.example>\n'),
      set(['mailmap.file', ({ outside }) => path.join(outside, 'map')]),
    ),
  },
  'settings that change how answers look': {
    plant: set(
      ['log.date', () => 'relative'],
      ['diff.noprefix', () => 'true'],
      ['diff.renames', () => 'false'],
      ['diff.mnemonicPrefix', () => 'true'],
      ['color.ui', () => 'always'],
      ['core.abbrev', () => '4'],
              ['log.mailmap', () => 'false'],
      ['i18n.logOutputEncoding', () => 'UTF-16'],
      ['diff.algorithm', () => 'patience'],
      ['diff.orderFile', () => '/nonexistent'],
      ['log.follow', () => 'true'],
      ['blame.showRoot', () => 'true'],
      ['blame.ignoreRevsFile', () => '/nonexistent'],
    ),
  },
  'other addresses': { plant: set(['url.https://elsewhere.example/.insteadOf', () => 'https://']) },
  'marks that files are unchanged': {
    plant: ({ folder }) => void git(
      folder, 'update-index', '--assume-unchanged', ...git(folder, 'ls-files', '-z').split('\0').filter((file) => file !== ''),
    ),
  },
  'marks that files are not wanted': {
    plant: ({ folder }) => void git(
      folder, 'update-index', '--skip-worktree', ...git(folder, 'ls-files', '-z').split('\0').filter((file) => file !== ''),
    ),
  },
  'settings that nobody may read': { plant: ({ folder }) => symlinkSync('/dev/zero', path.join(folder, '.git/config.worktree')) },
  'a program called git': {
    plant: ({ folder, script }) => {
      mkdirSync(path.join(folder, 'out'), { recursive: true });
      writeFileSync(path.join(folder, 'out/git'), `#!/bin/sh\nexec ${script}\n`);
      chmodSync(path.join(folder, 'out/git'), 0o755);
    },
  },
};

/** Whether the script has run, and forgets that it has. */
export function hasRun(mark: string): boolean {
  try {
    return readFileSync(mark, 'utf8') !== '';
  } catch {
    return false;
  } finally {
    rmSync(mark, { force: true });
  }
}
