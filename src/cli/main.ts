#!/usr/bin/env node
import './interrupt.js';
import { keepCache, loadProgram } from './load-program.js';

const loaded = loadProgram();
void loaded.program.start(loaded.cachedBy === 'build').then(() => {
  if (loaded.cachedBy === null) keepCache(loaded);
  // All has been written. Left to itself, Node would wait for all that V8 still has to compile on its other threads; so it
  // waits for what is being compiled.
  process.exit();
});
