/*
 * Runs the built program's own entry in this process, one command line after another: a process of its own for each would
 * take most of the time that the tests have. The thread that asks waits, so tests read as if they had started the program.
 */
import { parentPort, workerData } from 'node:worker_threads';

const { answers, signal, loader } = workerData;
const { loadProgram } = await import(loader);
const { program } = loadProgram();

parentPort.on('message', async ({ folder, args, env }) => {
  // The environment of a thread is its own: what the program starts gets what it would get from a process.
  for (const name of Object.keys(process.env)) delete process.env[name];
  Object.assign(process.env, env);
  const run = { code: null, out: '', err: '' };
  const terminal = {
    out: (text) => { run.out += text; },
    err: (text) => { run.err += text; },
    directory: folder,
    env,
    isTerminal: false,
    columns: 100,
  };
  run.code = await program.runSafely(args, terminal);
  answers.postMessage(run);
  Atomics.store(signal, 0, 1);
  Atomics.notify(signal, 0);
});
