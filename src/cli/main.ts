#!/usr/bin/env node
import './interrupt.js';
import { loadProgram } from './load-program.js';

const { program, script } = loadProgram();
await program.start(script.cachedDataRejected === false);
// All has been written. Left to itself, Node would wait for what V8 still compiles on its other threads.
process.exit();
