#!/usr/bin/env node
import { keepCache, loadProgram } from './load-program.js';

const loaded = loadProgram();
void loaded.program.start(loaded.cachedBy === 'build').then(() => {
  if (loaded.cachedBy === null) keepCache(loaded);
  // All output is written. Left to itself, Node would wait for everything that V8 has yet to compile on its other threads;
  // now it waits only for what is being compiled.
  process.exit();
});
