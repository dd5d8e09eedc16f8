// The floor of `resolve`: lists the same tree, reads the layer files with `yaml`, and writes a line a file at once.
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { fdir } from 'fdir';
import { parseDocument } from 'yaml';

const files = new fdir().withRelativePaths().crawl(process.argv[2]).sync();
for (const file of files) {
  if (path.basename(file) === 'elvar.yaml') parseDocument(readFileSync(path.join(process.argv[2], file), 'utf8'));
}
process.stdout.write(`${files.map((file) => JSON.stringify({ path: file })).join('\n')}\n`);
