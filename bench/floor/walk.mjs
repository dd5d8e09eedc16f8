// The floor of `resolve`: walks the same tree, parses the layer files with `yaml`, and prints a line a file.
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { parse } from 'yaml';

const lines = [];

function walk(directory, relative) {
  for (const entry of readdirSync(directory, { withFileTypes: true })) {
    const own = relative === '' ? entry.name : `${relative}/${entry.name}`;
    const file = path.join(directory, entry.name);
    if (entry.isDirectory()) walk(file, own);
    else {
      if (entry.name === 'elvar.yaml') parse(readFileSync(file, 'utf8'));
      lines.push(JSON.stringify({ path: own }));
    }
  }
}

walk(process.argv[2], '');
process.stdout.write(`${lines.join('\n')}\n`);
