// Makes trees for the benches: directories three deep, layer files spread over them, zones at the root.
import { mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';

const ENDINGS = ['ts', 'js', 'py', 'css', 'java', 'php', 'md', 'test.ts'];

/** A layer file of a directory, none like another. */
function layer(number) {
  return `title: Layer ${number}
rulings:
  text/line-width:
    level: ${number % 2 ? 'warning' : 'note'}
    options: { max: ${80 + (number % 60)} }
    because: reason ${number}
  size/*: ${number % 3 ? 'warning' : 'off'}
zones:
  - name: tests
    match: ["*.test.ts", /part-${number % 7}/]
    rulings:
      size/*: off
  - name: scripts
    match: ["*.py"]
    except: ["file-1*.py"]
    rulings:
      idiom/debug-print: off
`;
}

/** The root's file, with zones of every kind: by ending, by name, by directory at any depth, tied to a place. */
function rootLayer(zones) {
  const lines = [
    'title: Root', 'presets: [elvar:starter, elvar:tidy]', 'rulings:', '  safety/*: { level: error, guard: no-weaker }', 'zones:',
  ];
  for (let number = 0; number < zones; number += 1) {
    const kinds = [
      `"*.z${number}.ts"`,
      `name-${number}.py`,
      `old-${number}/`,
      `/service-${number}/part-${number % 9}/`,
      `"**/deep-${number}/*.js"`,
    ];
    const match = kinds[number % kinds.length];
    lines.push(
      `  - name: zone ${number}`,
      `    match: [${match}]`,
      `    rulings: { size/branches: { options: { max: ${5 + (number % 40)} } } }`,
    );
  }
  return `${lines.join('\n')}\n`;
}

/**
 * Writes a tree.
 * @returns the number of files that are not layer files.
 */
export function generateTree(folder, { files, layers, zones }) {
  const services = Math.max(1, Math.round(layers / 10));
  const parts = 10;
  const perPart = Math.max(1, Math.round(files / services / parts));
  let number = 0;
  let layerNumber = 1;
  writeFileSync(path.join(folder, 'elvar.yaml'), rootLayer(zones));
  for (let service = 0; service < services; service += 1) {
    for (let part = 0; part < parts; part += 1) {
      const directory = path.join(folder, `service-${service}`, `part-${part}`);
      mkdirSync(directory, { recursive: true });
      if (layerNumber < layers) writeFileSync(path.join(directory, 'elvar.yaml'), layer(layerNumber));
      layerNumber += 1;
      for (let index = 0; index < perPart; index += 1, number += 1) {
        writeFileSync(path.join(directory, `file-${index}.${ENDINGS[number % ENDINGS.length]}`), '');
      }
    }
  }
  return number;
}
