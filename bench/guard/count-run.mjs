// Runs a check, a resolve or the preview of a setting in this process and counts what it does. Node's own functions and the
// parser's are counted where they are called, so that nothing of it is in the program. It prints JSON.
import fs from 'node:fs';
import { syncBuiltinESMExports } from 'node:module';
import path from 'node:path';
import v8 from 'node:v8';
import threads from 'node:worker_threads';

const [command, given, cache] = process.argv.slice(2);
const root = fs.realpathSync(given);
const dist = path.join(import.meta.dirname, '..', '..', 'dist');
const counts = { parses: 0, opened: [], longScans: 0, bytes: 0 };

let task = null;
threads.Worker = class extends threads.Worker {
  constructor(file, options) {
    super(file, options);
    task = options.workerData;
  }
};
for (const name of ['openSync', 'readFileSync']) {
  const own = fs[name];
  fs[name] = (file, ...others) => {
    if (typeof file === 'string' && file.startsWith(`${root}/`)) counts.opened.push(path.relative(root, file));
    return own(file, ...others);
  };
}
syncBuiltinESMExports();

const { Parser } = await import('web-tree-sitter');
const parse = Parser.prototype.parse;
Parser.prototype.parse = function (...asked) {
  counts.parses += 1;
  return parse.apply(this, asked);
};

/** A text as long as this is a whole file, or most of it. */
const LONG = 30_000;
const { openWorkspace } = await import(path.join(dist, 'index.js'));
const exec = RegExp.prototype.exec;
RegExp.prototype.exec = function (text) {
  const isFromStart = this.lastIndex === 0 || !(this.global || this.sticky);
  if (isFromStart && String(text).length >= LONG) counts.longScans += 1;
  return exec.call(this, text);
};

const env = { ...process.env, ...(cache !== undefined && { ELVAR_CACHE: cache }) };
const workspace = openWorkspace({
  directory: root, root: '.', noPersonal: true, today: '2026-01-01', noCache: cache === undefined, env,
});
if (command === 'check') await workspace.check();
else if (command === 'resolve') workspace.resolve();
else await workspace.impact({ set: [command] });
if (task !== null) {
  const { inspectAsWorker } = await import(path.join(dist, 'host', 'inspection', 'inspect-worker.js'));
  const taken = new SharedArrayBuffer(Int32Array.BYTES_PER_ELEMENT);
  await inspectAsWorker({ ...task, taken }, (files) => void (counts.bytes += v8.serialize(files).length));
}
console.log(JSON.stringify(counts));
