#!/usr/bin/env node
import './interrupt.js';
import { loadProgram } from './load-program.js';

await loadProgram().program.start();
