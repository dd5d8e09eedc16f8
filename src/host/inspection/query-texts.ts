import path from 'node:path';
import type { Problem } from '../../core/model/problem.js';
import { readTextFile } from '../files/text-file.js';

/** The texts of the files with problems, to show the lines around them; a file that is gone has none. */
export function textsOf(root: string, problems: readonly Problem[]): Map<string, string> {
  const texts = new Map<string, string>();
  for (const { file } of problems) {
    if (texts.has(file)) continue;
    const reading = readTextFile(path.resolve(root, file));
    // Without a text, the problem is shown without the lines around it.
    if ('text' in reading) texts.set(file, reading.text.replace(/^\uFEFF/, ''));
  }
  return texts;
}
