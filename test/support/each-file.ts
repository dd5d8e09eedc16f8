import { rmSync } from 'node:fs';
import path from 'node:path';
import { afterAll } from 'vitest';
import { CACHES } from './project.js';

// What is remembered of the projects of a file of tests is of no use to the next one, and is gone through with each check.
afterAll(() => rmSync(path.join(CACHES, 'elvar', 'found'), { recursive: true, force: true }));
