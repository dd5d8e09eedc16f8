import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { git, commitAll } from '../support/git.js';
import { makeFolder } from '../support/project.js';
import { runs } from '../support/runs.js';

interface Terminal {
  readonly out: (text: string) => void;
  readonly err: (text: string) => void;
  readonly directory: string;
  readonly env: Readonly<Record<string, string>>;
  readonly isTerminal: boolean;
  readonly columns: number;
}

const { loadProgram } = await import('../../dist/cli/load-program.js') as {
  loadProgram: () => { program: { runProgram: (args: readonly string[], terminal: Terminal) => Promise<number> } };
};
const { runProgram } = loadProgram().program;

const FILES = {
  'elvar.yaml': 'presets: [elvar:starter]\nrulings:\n  text/line-width: { level: warning, because: two files fit }\n'
    + '  slips/loose-compare: error\nzones:\n- name: tests\n  match: ["*.test.js"]\n  rulings: { size/*: off }\n',
  'gate.js': 'if (a == b) go();\n// elvar waive dead/*: old\nimport c from "./quay/c.js";  \n',
  'gate.test.js': 'go( );\n',
  'quay/c.py': 'import json\nprint(1)\n',
  'notes.md': '# Notes\n',
};

const PLACES = [
  '.', 'gate.js', 'gate.js:1', 'gate.js:99', 'quay', 'quay/c.py:2', 'nowhere', '../outside', '', '*.js', 'gate.js:0', '/etc',
  '-', 'elvar.yaml',
];
const NAMES = [
  'text/line-width', 'dead/*', '*', 'tag:layout', 'no/such', 'tests', 'elvar:lean', 'elvar:nothing', './style.yaml',
  'git:.#main', 'warning', 'off', 'take', 'list', 'set', 'prune', 'HEAD', 'accepted', 'planned', 'max=70', 'max=', '=', 'x',
];
const OPTIONS = [
  '--list', '--remove-unused', '--because', '--until', '--below', '--throughout', '--dry-run', '--excused', '--group-by',
  '--top', '--since', '--level', '--rule', '--confidence', '--concern', '--set', '--at', '--zone', '--option', '--remove',
  '--only', '--except', '--copy', '--status', '--against', '--preset', '--format', '--all', '--even-ignored', '--no-personal',
  '--root', '--no-color', '--color', '--mend', '--help', '--in-force', '--repairable', '--language', '--tag', '--update',
  '--yes', '--nonsense', '-x', '--',
];
const VALUES = [
  'json', 'markdown', 'lines', 'sarif', 'junit', 'text', 'ndjson', 'rule', 'file', '3', '-1', '0', '2027-01-31', '2020-01-01',
  'never', 'js', 'javascript', 'certain', 'possible', 'note', '*=error', 'text/line-width.max=70', 'a reason', '\u001b[31m',
  'a\nb', '{}', '😀',
];

/** What makes sense behind each command, in pieces. */
const PIECES: Readonly<Record<string, string>> = {
  init: '--yes|--yes --dry-run|--yes --format json',
  check: 'gate.js|quay|--level note|--group-by file|--group-by directory|--since HEAD|--excused|--all|--top 2|--rule '
    + 'text/*|--confidence certain|--concern slips|--format json|--format lines|--format sarif|--format junit|--format '
    + 'markdown|--format html|--intake compiler=gate.js|--intake text=gate.js|--part 1/2|--part 3/2|--set *=error',
  gather: 'gate.js|elvar.yaml nowhere|--format sarif|--level note',
  explain: 'gate.js|gate.js:1|quay|gate.js text/line-width|elvar.yaml|nowhere.py|--format json|--all|--set dead/*=off',
  fix: '--dry-run|gate.js|--rule text/*|--dry-run --format json|quay',
  waive: 'gate.js:1 --because old|gate.js:1 slips/loose-compare --because old --until 2027-01-31|--list|--remove-unused '
    + '--dry-run|--dry-run|--list --format json',
  ledger: 'list|take|take --dry-run|take gate.js --because old|prune|set gate.js --status planned --until 2027-01-31|list '
    + '--format json|--status accepted',
  catalog: 'width|text/line-width|--concern text|--language python|--tag layout|--repairable|--in-force gate.js|--format '
    + 'json|--confidence likely',
  resolve: 'gate.js|quay|. text/line-width|--format json|--format ndjson|--set text/line-width=off',
  compare: 'gate.js quay/c.py|. quay|elvar:starter elvar:lean|--format json',
  status: 'quay|gate.js|notes.md nowhere|--all|--format json',
  scope: 'quay|gate.js|notes.md nowhere|--all|--format json|--even-ignored',
  doctor: '--format json|--mend|--mend --dry-run|quay',
  impact: '--set *=error|--against HEAD|--preset elvar:tidy|--set dead/*=off --format json|--format markdown|--format '
    + 'html|--set text/line-width.max=70',
  set: 'dead/* error|text/line-width --option max=70|text/line-width --remove|size/* note --zone tests|dead/* off --at '
    + 'quay|--dry-run|--because tidy|--until 2027-01-31|--format json --dry-run',
  adopt:
    'elvar:lean|elvar:tidy --at quay|elvar:tidy --only text/*|elvar:lean --copy ./lean.yaml|--dry-run|--format json --dry-run',
  presets: 'elvar:starter|elvar:everything --format json|--format json|--update',
};
const noise = fc.oneof(
  fc.constantFrom(...PLACES),
  fc.constantFrom(...NAMES),
  { weight: 2, arbitrary: fc.constantFrom(...OPTIONS) },
  fc.constantFrom(...VALUES),
  fc.string({ maxLength: 4 }),
);
const line = fc.constantFrom(...Object.keys(PIECES)).chain((command) => fc.tuple(
  fc.array(fc.constantFrom(...(PIECES[command] as string).split('|')), { maxLength: 2 }).map((pieces) =>
    pieces.flatMap((piece) => piece.split(' '))),
  fc.oneof({ weight: 2, arbitrary: fc.constant([]) }, { weight: 1, arbitrary: fc.array(noise, { maxLength: 3 }) }),
  fc.oneof(
    { weight: 20, arbitrary: fc.constant(command) },
    { weight: 1, arbitrary: fc.constantFrom('chekc', '', '--version', '--help') },
  ),
)).map(([pieces, rest, command]) => [command, ...pieces, ...rest]);

/** What lies in a folder, so that what was written is known. */
function contentOf(folder: string): Record<string, string> {
  const files = readdirSync(folder, { recursive: true, withFileTypes: true }).filter((entry) =>
    entry.isFile() && !entry.parentPath.includes('.git'));
  return Object.fromEntries(files.map(
    (entry) => [path.join(entry.parentPath, entry.name), readFileSync(path.join(entry.parentPath, entry.name), 'utf8')],
  ));
}

/** Commands that only look, whatever their options are. */
const LOOKING = new Set(['check', 'gather', 'explain', 'catalog', 'resolve', 'compare', 'scope', 'status', 'impact']);

test('whatever is typed, there is an answer or a message, and a command that only shows writes nothing', async () => {
  const codes = new Map<number, number>();
  const [base, cache] = [makeFolder(FILES), makeFolder()];
  git(base, 'init', '-q', '-b', 'main');
  commitAll(base);
  await fc.assert(fc.asyncProperty(line, async (args) => {
    const folder = LOOKING.has(args[0] as string) ? base : makeFolder(FILES);
    const before = contentOf(folder);
    let [out, err] = ['', ''];
    const code = await runProgram(args, {
      out: (text) => { out += text; },
      err: (text) => { err += text; },
      directory: folder,
      env: { HOME: folder, XDG_CACHE_HOME: cache },
      isTerminal: false,
      columns: 100,
    });
    const told = args.map((word) => JSON.stringify(word)).join(' ');
    codes.set(code, (codes.get(code) ?? 0) + 1);
    expect([0, 1, 2, 3], told).toContain(code);
    // A mistake of the user's is said where it does not get mixed with an answer.
    if (code === 2) expect([told, err === '', out]).toEqual([told, false, '']);
    // In lines, an answer without findings has none.
    if (code === 0 && !args.includes('lines')) expect(`${out}${err}`, told).not.toBe('');
    // Some rules are about what is undefined, and some formats tell what rules are about.
    if (args[0] !== 'catalog' && !args.includes('sarif') && !args.includes('html')) {
      expect(`${out}${err}`, told).not.toMatch(/\bundefined\b(?!\.\*)/);
    }
    for (const text of [out, err]) {
      expect(text, told).not.toMatch(/\n {4}at |node:internal|\[object |not your fault|NaN/);
      // Nothing drives the terminal but colours, where they are asked for.
      expect(args.includes('--color') ? text.replace(/\u001b\[[0-9;]*m/g, '') : text, told).not.toMatch(
        /[\u0000-\u0008\u000b-\u001f\u007f-\u009f]/,
      );
    }
    if (args.includes('json') && args[args.indexOf('json') - 1] === '--format'
        && code < 2 && out !== '' && !/^--/.test(args[0] as string) && !args.includes('--help')) {
      expect(() => JSON.parse(out) as unknown, told).not.toThrow();
    }
    if (LOOKING.has(args[0] as string) || args.includes('--dry-run') || code === 2) {
      expect(contentOf(folder), told).toEqual(before);
    }
  }), { numRuns: runs(30, 2_500), examples: [[['check']], [['--help']], [['check', '--level', 'loud']]] });
  // All ways to end were met; of random lines, one in thirty ends with 1.
  expect([0, 1, 2].filter((code) => codes.has(code))).toEqual([0, 1, 2]);
});
