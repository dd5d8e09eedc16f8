// Writes docs/tour.md: a lead's first week on the demo, in real commands with their real output.
// With --check it writes nothing and fails where the page is not what the program prints.
import { spawnSync } from 'node:child_process';
import { chmodSync, cpSync, mkdirSync, mkdtempSync, readFileSync, realpathSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { makeYear } from './harbour-year.mjs';
import { loadProgram } from '../dist/cli/load-program.js';

const here = path.join(import.meta.dirname, '..');
const page = path.join(here, 'docs', 'tour.md');

const STEPS = [
  {
    title: 'Monday: begin',
    text: 'The harbour office has code in eight languages and no rules yet. `init` looks at the tree, tells what each preset '
      + 'would report today, and writes a first layer file. (`--yes` takes every default; without it, it asks.)',
    commands: ['elvar init --yes'],
  },
  {
    title: 'Look',
    text: 'What is found, and who decided that it matters? The summary is what a lead reads first.',
    commands: ['elvar check | head -n 12', 'elvar check | tail -n 6', 'elvar explain kiosk/kiosk.js slips/loose-compare'],
  },
  {
    title: 'Tuesday: cut the noise',
    text:
      'Scripts talk to the person who runs them, so printing is fine there. `set` shows what a ruling does before it writes it.',
    commands: ["elvar set idiom/debug-print off --at scripts --because 'a script talks to the person who runs it'"],
  },
  {
    title: 'Choose rules',
    text: 'You find a rule by a word. You can try a preset before you adopt it, and adopt only a part of it.',
    commands: ['elvar catalog parameters | head -n 8', "elvar adopt elvar:lean --only 'size/*' --at services/berths"],
  },
  {
    title: 'Wednesday: tune',
    text: 'The team has agreed on a width. The notes are exempt: they have one line for each paragraph.',
    commands: [
      "elvar set text/line-width warning --option max=110 --because 'two files fit side by side'",
      "elvar set text/line-width off --at notes --because 'notes have one line for each paragraph'",
    ],
  },
  {
    title: 'Tests apart',
    text: '`init` has given tests a zone of their own. So why is this rule on for a test? A directory\'s file comes after the '
      + 'whole of the root\'s file, including its zones.',
    commands: [
      'elvar explain services/berths/tests/plan.test.ts size/function-lines',
      'elvar adopt elvar:test-code --at services/berths/tests',
    ],
  },
  {
    title: 'Thursday: excuse',
    text: 'A false alarm is excused in the code, with a reason. What nobody will touch goes into the ledger: from now on only '
      + 'new findings count.',
    commands: [
      "elvar waive kiosk/kiosk.js:13 slips/loose-compare --because 'the port sends no draught as an empty text'",
      "elvar ledger take legacy --because 'moved over from the old system' --today 2026-11-23",
      'elvar check | head -n 2',
    ],
  },
  {
    title: 'Guard',
    text: 'The kiosk stands in a public place. Nobody may weaken the safety rules, and Elvar tells whoever tries.',
    commands: [
      "elvar set 'safety/*' error --guard no-weaker --because 'the kiosk stands in the open'",
      "elvar set 'safety/*' off --at legacy --dry-run",
    ],
  },
  {
    title: 'Friday: review a change',
    text: 'Somebody proposes to tighten a rule. What would that do? The text goes into the review as it is.',
    commands: [
      'git add -A && git commit -q -m "Begin with rules"',
      "elvar set dead/import error --because 'they hide what a file needs'",
      'elvar impact --against HEAD --format markdown',
      'elvar check --since HEAD',
    ],
  },
  {
    title: 'Hand it to other teams',
    text: 'A preset of our own, grown from the one we began with, and another team that adopts it. It lies outside the '
      + 'project of that team, so its layer file has to allow that. (From a repository it would be `git:URL#REVISION:PATH`, '
      + 'pinned by `elvar presets --update`.)',
    commands: [
      "elvar adopt elvar:starter --copy style/harbour.yaml --title 'Harbour rules'",
      'cd ../pilots && elvar adopt ../harbour/style/harbour.yaml --root . && cat elvar.yaml',
    ],
  },
  {
    title: 'And look it over',
    text: 'At the end of the week: is anything in the configuration itself dead, duplicated or forgotten?',
    commands: ['elvar doctor'],
  },
  {
    title: 'A year later: who turned it off?',
    text: 'The office has kept its rules in git for a year. In May the kiosk ran whatever text it was sent; who allowed that, '
      + 'and who put an end to it?',
    commands: ['elvar history kiosk/kiosk.js safety/dynamic-code', 'elvar explain kiosk/kiosk.js safety/dynamic-code --who'],
    folder: 'year',
  },
  {
    title: 'And will somebody notice next time?',
    text: 'The auditors count on this rule, and an expectation says so. A branch for the open day breaks it. This text goes '
      + 'into its review:',
    commands: [
      'tail -n 6 elvar.yaml', 'elvar impact main...open-day --format markdown | head -n 22',
      'git checkout -q open-day && elvar check kiosk | head -n 4',
    ],
    folder: 'year',
  },
];

const folder = realpathSync(mkdtempSync(path.join(tmpdir(), 'elvar-tour-')));

const environment = {
  GIT_AUTHOR_NAME: 'Harbour',
  GIT_AUTHOR_EMAIL: 'harbour@saltmarsh.example',
  GIT_COMMITTER_NAME: 'Harbour',
  GIT_COMMITTER_EMAIL: 'harbour@saltmarsh.example',
  PATH: `${path.join(folder, 'bin')}:${process.env.PATH}`, HOME: folder, GIT_CONFIG_NOSYSTEM: '1',
};

function prepare() {
  const harbour = path.join(folder, 'harbour');
  cpSync(path.join(here, 'demo', 'harbour'), harbour, { recursive: true });
  // The week begins without any rules.
  for (const name of [
    'elvar.yaml', 'elvar-ledger.yaml', '.elvarignore', 'style', 'legacy/elvar.yaml', 'services/berths/elvar.yaml',
    'services/tides/elvar.yaml',
  ]) {
    rmSync(path.join(harbour, name), { recursive: true, force: true });
  }
  mkdirSync(path.join(folder, 'pilots'));
  writeFileSync(path.join(folder, 'pilots', 'roster.py'), 'def next(pilots=[]):\n    return pilots[0]\n');
  mkdirSync(path.join(folder, 'bin'));
  writeFileSync(
    path.join(folder, 'bin', 'elvar'),
    `#!/bin/sh\nexec "${process.execPath}" "${path.join(here, 'dist', 'cli', 'main.cjs')}" "$@"\n`,
  );
  chmodSync(path.join(folder, 'bin', 'elvar'), 0o755);
  runInShell('git init -q -b main');
  makeYear(path.join(folder, 'year'));
}

/** A plain command of the program, with what is shown of its output; all others need a shell. */
const PLAIN = /^elvar ((?:[^|&'"]|'[^']*'|"[^"]*")*?)(?: \| (head|tail) -n (\d+))?$/;

async function run(command, name = 'harbour') {
  const [isPlain, args, part, lines] = PLAIN.exec(command) ?? [];
  if (isPlain === undefined) return runInShell(command, name);
  let output = '';
  const write = (text) => { output += text; };
  const words = args.match(/(?:[^\s'"]|'[^']*'|"[^"]*")+/g).map((word) => word.replace(/['"]/g, ''));
  // As in the shell, a part of the output is a part of standard output; nothing is written to standard error there.
  await loadProgram().program.runSafely(
    words, { out: write, err: write, directory: path.join(folder, name), env: environment, isTerminal: false, columns: 100 },
  );
  const all = output.trimEnd().split('\n');
  return (part === undefined ? all : part === 'head' ? all.slice(0, Number(lines)) : all.slice(-Number(lines)))
    .join('\n')
    .trimEnd();
}

function runInShell(command, name = 'harbour') {
  const { stdout, stderr } = spawnSync(
    'sh', ['-c', command], { cwd: path.join(folder, name), encoding: 'utf8', env: environment },
  );
  return `${stdout}${stderr}`.trimEnd();
}

async function text() {
  const parts = [
    '# A first week',
    'How a lead would begin with Elvar, on the [demo](../demo/harbour) without its rules. Each command is run, and this page '
      + 'holds what it prints (`npm run tour`).',
  ];
  for (const { title, text: words, commands, folder: name } of STEPS) {
    parts.push(`## ${title}`, words);
    for (const command of commands) {
      const output = await run(command, name);
      parts.push(`\`\`\`\n$ ${command}\n${output}${output === '' ? '' : '\n'}\`\`\``);
    }
  }
  return `${parts.join('\n\n')}\n`;
}

try {
  prepare();
  const written = await text();
  if (!process.argv.includes('--check')) writeFileSync(page, written);
  else if (readFileSync(page, 'utf8') !== written) {
    const [now, then] = [written.split('\n'), readFileSync(page, 'utf8').split('\n')];
    const at = now.findIndex((line, index) => line !== then[index]);
    process.stderr.write(
      `docs/tour.md is not what the program prints, from line ${at + 1} on:\n- ${then[at]}\n+ ${now[at]}\nnpm run tour `
        + `writes it anew.\n`,
    );
    process.exitCode = 1;
  }
} finally {
  rmSync(folder, { recursive: true, force: true });
}
