#!/usr/bin/env node
import './interrupt.js';
import { loadProgram } from './load-program.js';

await loadProgram().program.start();
// All has been written. Left to itself, Node would wait for what V8 still compiles on its other threads.
process.exit();
