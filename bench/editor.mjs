// How soon an editor has its answer: diagnostics after a keystroke in a file of 2,000 lines, a hover there, and in trees of 1,500
// and 100,000 files; and whether memory grows, over as many edits as are named (`node bench/editor.mjs 10000`).
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { spawn } from 'node:child_process';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { createProtocolConnection, StreamMessageReader, StreamMessageWriter } from 'vscode-languageserver-protocol/node.js';
import { generateTree } from './generate-tree.mjs';

const program = path.join(import.meta.dirname, '..', 'dist', 'cli', 'main.cjs');
const folder = mkdtempSync(path.join(tmpdir(), 'elvar-bench-'));
const EDITS = Number(process.argv[2] ?? 100);

/** An editor for one folder. */
async function edit(root) {
  const child = spawn(process.execPath, [program, 'editor', '--stdio', '--no-personal', '--no-cache'], {
    cwd: root, stdio: ['pipe', 'pipe', 'inherit'],
  });
  const connection = createProtocolConnection(new StreamMessageReader(child.stdout), new StreamMessageWriter(child.stdin));
  const waiting = new Map();
  connection.onNotification('textDocument/publishDiagnostics', ({ uri, version }) => waiting.get(`${uri} ${version}`)?.());
  connection.listen();
  await connection.sendRequest('initialize', { processId: process.pid, rootUri: pathToFileURL(root).href, capabilities: {} });
  await connection.sendNotification('initialized', {});
  const diagnostics = (uri, version) => new Promise((resolve) => waiting.set(`${uri} ${version}`, resolve));
  return { child, connection, diagnostics };
}

/** Milliseconds that something takes. */
async function timed(run) {
  const start = performance.now();
  await run();
  return performance.now() - start;
}

const at = (numbers, share) =>
  numbers.toSorted((a, b) => a - b)[Math.min(numbers.length - 1, Math.floor(numbers.length * share))];
function report(title, numbers, most) {
  const [usual, late] = [at(numbers, 0.5), at(numbers, 0.95)];
  console.log(
    `${title}: ${usual.toFixed(0)} ms, 95 of 100 within ${late.toFixed(0)} ms${most === null ? '' : ` (at most ${most} asked)`}`,
  );
  if (most !== null && late > most) process.exitCode = 1;
}

/** A file of 2,000 lines as people write them, in parts that repeat. */
const PART = 'export function moor(vessel, quay) {\n  const depth = quay.depth - vessel.draught;\n  if (depth > 0) {\n    '
  + 'return { vessel, quay, depth };\n  }\n  return null;\n}\n\n// The tide decides when a vessel may leave.\nconst tides = '
  + '[1, 2, 3].map((hour) => hour * 6.2);\n';

try {
  const small = path.join(folder, 'small');
  mkdirSync(path.join(small, '.git'), { recursive: true });
  writeFileSync(path.join(small, 'elvar.yaml'), 'presets: [elvar:starter, elvar:tidy, elvar:lean]\n');
  const text = Array.from(
    { length: 200 }, (_, number) => PART.replaceAll('moor', `moor${number}`).replaceAll('tides', `tides${number}`),
  ).join('');
  writeFileSync(path.join(small, 'quay.js'), text);
  const { child, connection, diagnostics } = await edit(small);
  const uri = pathToFileURL(path.join(small, 'quay.js')).href;
  const first = diagnostics(uri, 0);
  await connection.sendNotification(
    'textDocument/didOpen', { textDocument: { uri, languageId: 'javascript', version: 0, text } },
  );
  await first;
  const memory = () => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${child.pid}/status`, 'utf8'))[1]) / 1024;
  const [keys, hovers, memories] = [[], [], []];
  for (let version = 1; version <= EDITS; version += 1) {
    const line = (version * 37) % 2_000;
    keys.push(await timed(async () => {
      const answer = diagnostics(uri, version);
      await connection.sendNotification(
        'textDocument/didChange',
        {
          textDocument: { uri, version },
          contentChanges: [
            version % 2 === 1 ? { range: { start: { line, character: 0 }, end: { line, character: 0 } }, text: 'x' } : { text },
          ],
        },
      );
      await answer;
    }));
    if (version % 5 === 0) {
      hovers.push(await timed(() =>
        connection.sendRequest('textDocument/hover', { textDocument: { uri }, position: { line: 0, character: 20 } })));
    }
    if (version % Math.ceil(EDITS / 10) === 0) memories.push(memory());
  }
  report('diagnostics after a keystroke, 2,000 lines', keys, 100);
  report('a hover there', hovers, 50);
  console.log(`memory over ${EDITS} edits: ${memories.map((own) => own.toFixed(0)).join(' ')} MB`);
  child.kill();

  for (const files of [1_500, 100_000]) {
    const tree = path.join(folder, `tree-${files}`);
    mkdirSync(tree);
    generateTree(tree, { files, layers: files / 50, zones: 100 });
    const [opens, keysInLayer, hints] = [[], [], []];
    for (let round = 0; round < 3; round += 1) {
      const editor = await edit(tree);
      const [code, layer] = ['new.js', 'elvar.yaml'].map((name) => pathToFileURL(path.join(tree, name)).href);
      const open = (own, text) => timed(async () => {
        const answer = editor.diagnostics(own, 0);
        await editor.connection.sendNotification(
          'textDocument/didOpen', { textDocument: { uri: own, languageId: 'any', version: 0, text } },
        );
        await answer;
      });
      opens.push(await open(code, 'if (a == b) go();\n'));
      const rules = readFileSync(path.join(tree, 'elvar.yaml'), 'utf8');
      await open(layer, rules);
      for (let version = 1; version <= 10; version += 1) {
        keysInLayer.push(await timed(async () => {
          const answer = editor.diagnostics(layer, version);
          await editor.connection.sendNotification(
            'textDocument/didChange',
            { textDocument: { uri: layer, version }, contentChanges: [{ text: `${rules}#${'x'.repeat(version)}\n` }] },
          );
          await answer;
        }));
      }
      hints.push(await timed(() => editor.connection.sendRequest(
        'textDocument/inlayHint',
        { textDocument: { uri: layer }, range: { start: { line: 0, character: 0 }, end: { line: 9_999, character: 0 } } },
      )));
      editor.child.kill();
    }
    report(`the first file of a tree of ${files}`, opens, 1_000);
    report('a keystroke in its layer file, of which 50 ms are waited', keysInLayer, null);
    report('what each of its rulings does', hints, null);
  }
} finally {
  rmSync(folder, { recursive: true, force: true });
}
