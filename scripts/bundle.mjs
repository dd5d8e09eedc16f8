// Puts the command line and what it imports into one file: it starts in about two thirds of the time. The library stays as
// compiled. The file keeps its place, so that paths relative to it hold.
import { build } from 'esbuild';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';

const here = path.join(import.meta.dirname, '..');
const main = path.join(here, 'dist', 'cli', 'main.js');

const { metafile } = await build({
  absWorkingDir: here,
  metafile: true,
  entryPoints: [main],
  outfile: main,
  allowOverwrite: true,
  bundle: true,
  minifySyntax: true,
  minifyWhitespace: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  // It finds its own files by where it is.
  external: ['web-tree-sitter'],
  // Packages in the older module format ask for Node's own modules by `require`, and for the name of their file.
  banner: {
    js: "import { createRequire as requireFor } from 'node:module';\nimport { fileURLToPath as pathOf } from 'node:url';\nconst require = requireFor(import.meta.url), __filename = pathOf(import.meta.url);",
  },
  logLevel: 'warning',
});

// The packages in the file are other people's work: their licences go with it.
const folders = new Set(Object.keys(metafile.inputs).flatMap((input) => /^(?:.*\/)?node_modules\/(?:@[^/]+\/)?[^/]+/.exec(input)?.[0] ?? []));
const notices = [...folders].sort().map((folder) => {
  const { name, version, license } = JSON.parse(readFileSync(path.join(here, folder, 'package.json'), 'utf8'));
  const file = readdirSync(path.join(here, folder)).find((entry) => /^licen[cs]e/i.test(entry));
  const text = file !== undefined && existsSync(path.join(here, folder, file)) ? readFileSync(path.join(here, folder, file), 'utf8') : `${license}\n`;
  return `${name} ${version}\n\n${text}`;
});
writeFileSync(path.join(here, 'dist', 'cli', 'LICENSES.txt'), notices.join(`\n${'-'.repeat(72)}\n\n`));
