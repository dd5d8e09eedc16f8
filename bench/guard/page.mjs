// Writes docs/speed.md.
import { cpus } from 'node:os';
import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { SLACK } from './pairs.mjs';

const PAGE = path.join(import.meta.dirname, '..', '..', 'docs', 'speed.md');

/** Writes what was measured into the page. */
export function writePage(measured, counts) {
  const rows = measured.map(({ title, ratio, asked, floor, command, memory, mostMemory }) =>
    `| ${title} | ${ratio.toFixed(2)} | ${asked} | ${(command / 1000).toFixed(2)} s | ${(floor / 1000).toFixed(2)} s | `
      + `${Math.round(memory)} MiB${mostMemory === Infinity ? '' : ` of ${mostMemory}`} |`);
  writeFileSync(PAGE, `# How fast Elvar is

Elvar is measured against floors: programs that do only what cannot be left out. For a check, the floor reads and parses every
file once with the same grammars, on one thread. For \`resolve\`, it lists the files, parses the layer files and prints a line for
each file. What is remembered from earlier runs is left out, except where a row says otherwise.

| what | times its floor | asked | it takes | its floor takes | memory |
|---|---|---|---|---|---|
${rows.join('\n')}

Taken on ${cpus().length} cores, with Node ${process.versions.node}. Times are processor time of all threads together, in the
best of five pairs that ran by turns; on two threads it is divided by two. The sources are those of two published packages, 1,300
files of JavaScript and TypeScript in 12 MB (\`bench/sources.mjs\`); the trees for \`resolve\` are made
(\`bench/generate-tree.mjs\`).

\`node bench/guard.mjs\` takes the figures again, and fails where one is more than ${SLACK} times what is asked, in each of three
tries. \`node bench/guard.mjs --write\` writes this page.

## What does not depend on the machine

| what | count |
|---|---|
${counts.map(({ title, found }) => `| ${title} | ${found.toLocaleString('en')} |`).join('\n')}

The guard fails if one of these is another number.

## What bounds it

- **Parsing** is half of a check with the starter set, and a third of one with every rule. It is the floor.
- **V8's compiler** is a fifth of a short check with every rule: hundreds of functions are compiled while they run, by each thread
  anew. Elvar lets V8 optimize late (\`host/inspection/engine-settings.ts\`), which is worth a quarter of the processor time.
- **The rules** together take about two thirds of the parsing; no single rule takes a tenth of it.
- **YAML** is more than a quarter of \`resolve\`: the layer files are parsed by the package that everybody uses.
`);
}
