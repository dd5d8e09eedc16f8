import { readFileSync } from 'node:fs';
import path from 'node:path';
import type { Problem } from '../core/model/problem.js';

/** The texts of the files with problems, to show the lines around them; a file that is gone has none. */
export function textsOf(root: string, problems: readonly Problem[]): Map<string, string> {
  const texts = new Map<string, string>();
  for (const { file } of problems) {
    if (texts.has(file)) continue;
    try {
      texts.set(file, readFileSync(path.resolve(root, file), 'utf8').replace(/^\uFEFF/, ''));
    } catch {
      // The problem is shown without the lines around it.
    }
  }
  return texts;
}
