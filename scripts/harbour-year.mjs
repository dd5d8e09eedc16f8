// A year of the harbour office as a git repository: who decided what, when. The same commits wherever and whenever it is made.
import { spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';

const DEMO = path.join(import.meta.dirname, '..', 'demo', 'harbour');

/** The day on which the story is told. */
export const STORY_DAY = '2026-11-23';

const SAFETY = `  safety/*:
    level: error
    guard: no-weaker
    because: the kiosk stands in the open
`;
const EXPECTED = `
expect:
  - of: [/kiosk/*.js]
    rulings:
      safety/dynamic-code: { at-least: error }
    because: the auditors ask for it since the regatta
`;

/** Makes the repository. @param folder where it is to be; it must not exist yet. */
export function makeYear(folder) {
  mkdirSync(folder, { recursive: true });
  cpSync(DEMO, folder, { recursive: true });
  const last = readFileSync(path.join(folder, 'elvar.yaml'), 'utf8');
  const write = (name, text) => {
    mkdirSync(path.dirname(path.join(folder, name)), { recursive: true });
    writeFileSync(path.join(folder, name), text);
  };
  const git = (...args) => gitIn(folder, ...args);
  const commit = (day, author, subject) => {
    git(day, author, 'add', '-A', '-f');
    git(day, author, 'commit', '-q', '-m', subject);
  };
  const begun = last.replace(SAFETY, '').replace('  - ./style/harbour.yaml\n', '');
  git('2026-01-12', 'Jon Marsh', 'init', '-q', '-b', 'main');

  renameSync(path.join(folder, 'style'), path.join(folder, 'rules'));
  write('elvar.yaml', begun);
  commit('2026-01-12', 'Jon Marsh', 'Take over the programs of the harbour office');

  const withStyle = begun.replace('  - elvar:starter\n', '  - elvar:starter\n  - ./rules/harbour.yaml\n');
  write('elvar.yaml', withStyle);
  commit('2026-02-03', 'Ines Holm', 'Agree on the harbour style');

  const safe = withStyle.replace(
    '  imports/direction:\n', `${SAFETY.replace('    guard: no-weaker\n', '')}  imports/direction:\n`,
  );
  write('elvar.yaml', safe);
  commit('2026-03-16', 'Mia Reed', 'Put the kiosk in the open');

  write(
    'kiosk/elvar.yaml',
    'rulings:\n  safety/dynamic-code:\n    level: off\n    because: the regatta needs its messages on the screen\n',
  );
  commit('2026-05-20', 'Tom Quill', 'Quieten the kiosk for the regatta');

  rmSync(path.join(folder, 'kiosk', 'elvar.yaml'));
  write('elvar.yaml', safe.replace(SAFETY.replace('    guard: no-weaker\n', ''), SAFETY));
  commit('2026-06-08', 'Ines Holm', 'Guard what strangers can reach');

  renameSync(path.join(folder, 'rules'), path.join(folder, 'style'));
  write('elvar.yaml', last);
  commit('2026-09-01', 'Jon Marsh', 'Keep the styles together');

  write('elvar.yaml', last + EXPECTED);
  commit('2026-10-05', 'Mia Reed', 'Write down what the auditors count on');

  git('2026-11-10', 'Tom Quill', 'checkout', '-q', '-b', 'open-day');
  write('elvar.yaml', (last + EXPECTED).replace(SAFETY, SAFETY.replace('level: error', 'level: warning')
    .replace('    guard: no-weaker\n', '')
    .replace('the kiosk stands in the open', 'the open day needs messages on the screen')));
  commit('2026-11-10', 'Tom Quill', 'Show messages on the open day');
  git('2026-11-10', 'Tom Quill', 'checkout', '-q', 'main');
}

/** Runs git as one of the authors would have on a day. */
function gitIn(folder, day, author, ...args) {
  const time = `${day}T10:00:00+00:00`;
  const email = `${author.toLowerCase().replace(' ', '.')}@harbour.example`;
  const environment = {
    GIT_AUTHOR_NAME: author,
    GIT_AUTHOR_EMAIL: email,
    GIT_AUTHOR_DATE: time,
    GIT_COMMITTER_NAME: author,
    GIT_COMMITTER_EMAIL: email,
    GIT_COMMITTER_DATE: time,
  };
  const { status, stderr } = spawnSync(
    'git',
    ['-C', folder, '-c', 'commit.gpgsign=false', '-c', 'core.autocrlf=false', ...args],
    { encoding: 'utf8', env: { PATH: process.env.PATH, HOME: folder, GIT_CONFIG_NOSYSTEM: '1', ...environment } },
  );
  if (status !== 0) throw new Error(`git ${args.join(' ')}: ${stderr}`);
}

// By itself: node scripts/harbour-year.mjs FOLDER
if (process.argv[1] === import.meta.filename && process.argv[2] !== undefined) makeYear(path.resolve(process.argv[2]));
