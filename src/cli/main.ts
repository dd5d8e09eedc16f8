#!/usr/bin/env node
import type * as Editor from '../editor/serve.js';
import { keepCache, loadProgram } from './load-program.js';

const loaded = loadProgram();
// It is not in the bundle: only editors need it, and they start it once. Imported, Node would look through all of it for the
// names that it exports.
const editor = async (): Promise<typeof Editor> =>
  (await import('node:module')).createRequire(import.meta.url)('./editor.cjs') as typeof Editor;
void loaded.program.start(loaded.cachedBy === 'build', editor).then(() => {
  if (loaded.cachedBy === null) keepCache(loaded);
  // All output is written. Left to itself, Node would wait for everything that V8 has yet to compile on its other threads;
  // now it waits only for what is being compiled.
  process.exit();
});
