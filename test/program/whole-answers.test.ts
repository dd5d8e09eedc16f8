import path from 'node:path';
import { expect, test } from 'vitest';
import { commitBy, git } from '../support/git.js';
import { elvar, makeFolder, writeFiles } from '../support/project.js';

/** A project that has a little of everything: layers, a guard, a zone, a cap, what ends, a ledger, waivers, several languages. */
const FILES: Readonly<Record<string, string>> = {
  'elvar.yaml': `presets: [./house/style.yaml]
rulings:
  slips/loose-compare: { level: error, guard: no-weaker, because: two were mixed up in March }
  text/line-width: { level: note, options: { max: 60 } }
  idiom/function-scoped-binding: { level: warning, until: 2026-01-31 }
  docs/ticketless-todo: note
zones:
  - name: kiosks
    match: [/kiosk/]
    at-most: note
expect:
  - of: [/quay/]
    rulings: { slips/loose-compare: { at-least: error } }
    because: the auditors ask for it
`,
  'house/style.yaml': `rulings:
  text/trailing-blanks: warning
  text/final-newline: note
  words/spelling: { level: note, options: { known: [moor] } }
`,
  'quay/elvar.yaml': `rulings:
  slips/loose-compare: off
  text/trailing-blanks: { level: error, fix: refuse }
zones:
  - match: ['*.test.js']
    rulings: { text/line-width: off, waivers/unused: warning }
`,
  'quay/berth.js':
    'if (tide == moon) go();  \n// TODO mend\nvar berth = 1; // elvar waive idiom/function-scoped-binding because it is shared\n',
  'quay/berth.test.js': '// elvar waive slips/loose-compare throughout because both are texts\ngo(1);\n',
  'kiosk/screen.py': 'tide = 1   \n# TODO(#12) recieve the tide, with a line that is wider than sixty characters\nprint(tide)',
  'kiosk/sign.css': 'a { color: red }\n',
  'elvar-ledger.yaml': '',
};

/** Command lines, each with the name of the file that has its answer. */
const ASKED: Readonly<Record<string, readonly string[]>> = {
  check: ['check'],
  'check-excused': ['check', '--excused'],
  'check-lines': ['check', '--format', 'lines'],
  'check-json': ['check', '--format', 'json', '--excused'],
  'check-sarif': ['check', '--format', 'sarif'],
  'check-junit': ['check', '--format', 'junit'],
  'check-markdown': ['check', '--format', 'markdown'],
  'check-page': ['check', '--format', 'html'],
  'check-by-file': ['check', '--group-by', 'file', '--all'],
  resolve: ['resolve'],
  'resolve-json': ['resolve', '--format', 'json'],
  'resolve-ndjson': ['resolve', '--format', 'ndjson'],
  explain: ['explain', 'quay/berth.js'],
  'explain-rule': ['explain', 'quay/berth.js', 'slips/loose-compare'],
  'explain-line': ['explain', 'quay/berth.js:1'],
  'explain-expired': ['explain', 'quay/berth.js', 'idiom/function-scoped-binding'],
  'explain-json': ['explain', 'quay/berth.js', 'text/trailing-blanks', '--format', 'json'],
  'explain-zone': ['explain', 'quay/berth.test.js', 'text/line-width'],
  scope: ['scope'],
  'scope-json': ['scope', '--format', 'json'],
  status: ['status'],
  'status-json': ['status', '--format', 'json'],
  fix: ['fix', '--dry-run'],
  'fix-json': ['fix', '--dry-run', '--format', 'json'],
  waive: ['waive', '--list'],
  'waive-json': ['waive', '--list', '--format', 'json'],
  ledger: ['ledger', '--all'],
  'ledger-json': ['ledger', '--format', 'json'],
  catalog: ['catalog', 'compare'],
  'catalog-rule': ['catalog', 'slips/loose-compare'],
  'catalog-json': ['catalog', 'slips/loose-compare', '--format', 'json'],
  compare: ['compare', 'quay', 'kiosk'],
  'compare-json': ['compare', 'quay/berth.js', 'quay/berth.test.js', '--format', 'json'],
  doctor: ['doctor'],
  'doctor-json': ['doctor', '--format', 'json'],
  impact: ['impact', '--set', 'text/line-width=error', '--set', 'text/final-newline=off'],
  'impact-json': ['impact', '--set', 'text/line-width.max=40', '--format', 'json'],
  'impact-markdown': ['impact', 'HEAD~1..HEAD', '--format', 'markdown'],
  'impact-commits': ['impact', 'HEAD~1..HEAD'],
  set: ['set', 'text/line-width', 'warning', '--at', 'kiosk', '--dry-run'],
  accept: ['accept', 'recieve', '--at', 'kiosk', '--dry-run'],
  adopt: ['adopt', 'elvar:starter', '--dry-run'],
  expect: ['expect', 'quay', 'text/trailing-blanks', '--dry-run'],
  presets: ['presets', 'elvar:starter'],
  'presets-json': ['presets', './house/style.yaml', '--format', 'json'],
  history: ['history', 'quay/berth.js'],
  'history-rule': ['history', 'quay/berth.js', 'slips/loose-compare'],
  'history-json': ['history', 'quay/berth.js', '--format', 'json'],
};

/** An answer without what differs between machines and versions of Elvar, and a page without its style and script. */
function told(folder: string, { code, out, err }: ReturnType<typeof elvar>): string {
  const text = `${out}${err === '' ? '' : `--- beside the answer\n${err}`}--- ends with ${code}\n`;
  return text.replaceAll(folder, 'FOLDER').replaceAll(path.basename(folder), 'FOLDER')
    .replace(/<(style|script)\b[^]*?<\/\1>/g, '<$1>')
    .replace(/sha256-[\w+/=]+/g, 'sha256')
    .replace(/\b[0-9a-f]{40}\b/g, 'COMMIT')
    .replace(/\d{4}-\d\d-\d\d[T ]\d\d:\d\d(?::[\d.]+Z)?/g, 'TIME')
    .replace(/("(?:semanticV|v)ersion": ?")\d+\.\d+\.\d+[^"]*/g, '$1VERSION')
    // Each element of a page on a line of its own, so that a difference is seen.
    .replaceAll('><', '>\n<');
}

test('answers about a small project are the same as ever, in every format', async () => {
  const folder = makeFolder(FILES);
  git(folder, 'init', '-q', '-b', 'main');
  commitBy(folder, '2026-01-08', 'Jon Marsh', 'Begin');
  elvar(
    folder, ['ledger', 'take', '--rule', 'docs/ticketless-todo', '--because', 'known since January', '--today', '2026-02-02'],
  );
  writeFiles(folder, { 'elvar.yaml': (FILES['elvar.yaml'] as string).replace('max: 60', 'max: 70') });
  commitBy(folder, '2026-02-09', 'Ann Pier', 'Allow wider lines');
  for (const [name, args] of Object.entries(ASKED)) {
    const answer = told(folder, elvar(folder, [...args, '--no-personal', '--today', '2026-03-04']));
    await expect(answer, name).toMatchFileSnapshot(path.join(import.meta.dirname, 'answers', `${name}.txt`));
  }
});
