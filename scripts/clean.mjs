import { rmSync } from 'node:fs';
import path from 'node:path';

rmSync(path.join(import.meta.dirname, '..', 'dist'), { recursive: true, force: true });
