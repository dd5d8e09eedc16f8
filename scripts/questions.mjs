// Writes docs/questions.md: the questions a lead asks, each answered by one command on the demo, with its real output.
// With --check it writes nothing and fails where the page is not what the program prints.
import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';

const here = path.join(import.meta.dirname, '..');
const page = path.join(here, 'docs', 'questions.md');

const QUESTIONS = [
  {
    title: 'Why is this rule on here?',
    text: 'A test prints, the zone `tests` turns `idiom/debug-print` off, and `check` complains all the same.',
    args: ['explain', 'services/berths/tests/plan.test.ts', 'idiom/debug-print'],
    answer: 'The berth planner adopts `elvar:lean` in its own directory, and that comes after the root and its zones.',
  },
  {
    title: 'Who turned it off?',
    text: 'Nothing is reported about long lines in the notes.',
    args: ['explain', 'notes/pilots.md', 'text/line-width'],
    answer: 'The zone `prose` did, and it says why.',
  },
  {
    title: 'Why did my ruling not take?',
    text: 'The old office wanted `safety/*` to be warnings, and got errors.',
    args: ['explain', 'legacy/dues.js', 'safety/dynamic-code'],
    answer: 'The root guards it: no layer after it may make it weaker, not even one that inherits nothing.',
  },
  {
    title: 'What differs between these two directories?',
    text: 'The planner and the tide tables are two teams\' work.',
    args: ['compare', 'services/berths', 'services/tides'],
    answer: 'Each rule with the line that decided it on either side. The planner adopted `elvar:lean`, the tide tables did '
      + 'not. Of a directory it tells what holds for all of it; two files can be compared too, and presets.',
  },
  {
    title: 'What would hold for a new file here?',
    text: 'Before a file is written, in the tide tables:',
    args: ['explain', 'services/tides/tides/moon.py'],
    answer: 'The file need not exist. What is its own stands first.',
  },
];

function answerTo({ title, text, args, answer }) {
  const options = ['--root', '.', '--no-personal', '--no-color', '--quiet'];
  const { stdout } = spawnSync(process.execPath, [path.join(here, 'dist', 'cli', 'main.cjs'), ...args, ...options], {
    cwd: path.join(here, 'demo', 'harbour'), encoding: 'utf8',
  });
  return `## ${title}\n\n${text}\n\n\`\`\`\n$ elvar ${args.join(' ')}\n${stdout}\`\`\`\n\n${answer}\n`;
}

const content = `# Five questions

Each is answered by one command on the demo project, \`demo/harbour\`. The answers are what the program prints; \`npm run questions\` writes them anew.

${QUESTIONS.map(answerTo).join('\n')}`;

if (process.argv.includes('--check')) {
  if (readFileSync(page, 'utf8') !== content) {
    process.stderr.write('docs/questions.md is not what the program prints: npm run questions\n');
    process.exitCode = 1;
  }
} else {
  writeFileSync(page, content);
}
