#!/usr/bin/env node
import './interrupt.js';
import { loadProgram } from './load-program.js';

const { program, script } = loadProgram();
void program.start(script.cachedDataRejected === false).then(() => {
  // All has been written. Left to itself, Node would wait for all that V8 still has to compile on its other threads; so it
  // waits for what is being compiled.
  process.exit();
});
