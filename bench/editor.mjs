// How soon an editor has its answer: diagnostics after a keystroke in a file of 2,000 lines, a hover there, and one file of a tree of 100,000; and whether memory grows.
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
  const child = spawn(process.execPath, [program, 'editor', '--stdio', '--no-personal', '--no-cache'], { cwd: root, stdio: ['pipe', 'pipe', 'inherit'] });
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

const at = (numbers, share) => numbers.toSorted((a, b) => a - b)[Math.min(numbers.length - 1, Math.floor(numbers.length * share))];
function report(title, numbers, most) {
  const [usual, late] = [at(numbers, 0.5), at(numbers, 0.95)];
  console.log(`${title}: ${usual.toFixed(0)} ms, 95 of 100 within ${late.toFixed(0)} ms (at most ${most} asked)`);
  if (late > most) process.exitCode = 1;
}

/** A file of 2,000 lines as people write them, in parts that repeat. */
const PART = 'export function moor(vessel, quay) {\n  const depth = quay.depth - vessel.draught;\n  if (depth > 0) {\n    return { vessel, quay, depth };\n  }\n  return null;\n}\n\n// The tide decides when a vessel may leave.\nconst tides = [1, 2, 3].map((hour) => hour * 6.2);\n';

try {
  const small = path.join(folder, 'small');
  mkdirSync(path.join(small, '.git'), { recursive: true });
  writeFileSync(path.join(small, 'elvar.yaml'), 'presets: [elvar:starter, elvar:tidy, elvar:lean]\n');
  const text = Array.from({ length: 200 }, (_, number) => PART.replaceAll('moor', `moor${number}`).replaceAll('tides', `tides${number}`)).join('');
  writeFileSync(path.join(small, 'quay.js'), text);
  const { child, connection, diagnostics } = await edit(small);
  const uri = pathToFileURL(path.join(small, 'quay.js')).href;
  const first = diagnostics(uri, 0);
  await connection.sendNotification('textDocument/didOpen', { textDocument: { uri, languageId: 'javascript', version: 0, text } });
  await first;
  const memory = () => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${child.pid}/status`, 'utf8'))[1]) / 1024;
  const [keys, hovers, memories] = [[], [], []];
  for (let version = 1; version <= EDITS; version += 1) {
    const line = (version * 37) % 2_000;
    keys.push(await timed(async () => {
      const answer = diagnostics(uri, version);
      await connection.sendNotification('textDocument/didChange', { textDocument: { uri, version }, contentChanges: [version % 2 === 1 ? { range: { start: { line, character: 0 }, end: { line, character: 0 } }, text: 'x' } : { text }] });
      await answer;
    }));
    if (version % 5 === 0) hovers.push(await timed(() => connection.sendRequest('textDocument/hover', { textDocument: { uri }, position: { line: 0, character: 20 } })));
    if (version % Math.ceil(EDITS / 10) === 0) memories.push(memory());
  }
  report('diagnostics after a keystroke, 2,000 lines', keys, 100);
  report('a hover there', hovers, 50);
  console.log(`memory over ${EDITS} edits: ${memories.map((own) => own.toFixed(0)).join(' ')} MB`);
  child.kill();

  const large = path.join(folder, 'large');
  mkdirSync(large);
  generateTree(large, { files: 100_000, layers: 2_000, zones: 100 });
  const opens = [];
  for (let round = 0; round < 3; round += 1) {
    const editor = await edit(large);
    const own = pathToFileURL(path.join(large, 'new.js')).href;
    opens.push(await timed(async () => {
      const answer = editor.diagnostics(own, 0);
      await editor.connection.sendNotification('textDocument/didOpen', { textDocument: { uri: own, languageId: 'javascript', version: 0, text: 'if (a == b) go();\n' } });
      await answer;
    }));
    editor.child.kill();
  }
  report('the first file of a tree of 100,000', opens, 1_000);
} finally {
  rmSync(folder, { recursive: true, force: true });
}
