// What is measured, and how often its floor it may take.
import { mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { generateTree } from '../generate-tree.mjs';
import { installSources } from '../sources.mjs';

const here = path.join(import.meta.dirname, '..', '..');
const program = path.join(here, 'dist', 'cli', 'main.cjs');
const parse = (tree) => ({ args: [path.join(here, 'bench', 'floor', 'parse.mjs'), tree] });
const walk = (tree) => ({ args: [path.join(here, 'bench', 'floor', 'walk.mjs'), tree] });

const LAYERS = {
  everything: 'presets: [elvar:everything]\nrulings: { words/spelling: off }\n',
  starter: 'presets: [elvar:starter]\n',
};

const RULES = { everything: 'every rule but spelling', starter: 'the starter set' };

/** Elvar in a tree, without what a machine's owner has set. */
const elvar = (root, args, env = {}) => ({
  args: [program, ...args, '--root', root, '--no-personal', '--today', '2026-01-01'], env,
});

/** The rows, made one after another: each sets up what it needs. @param folder for what is measured with. */
export function* rows(folder) {
  const { tree } = installSources(folder, true);
  for (const [name, asked] of Object.entries({ everything: [2.4, 1.5], starter: [1.5, 1.0] })) {
    for (const threads of [1, 2]) {
      writeFileSync(path.join(tree, 'elvar.yaml'), LAYERS[name]);
      yield {
        title: `cold check, ${RULES[name]}, ${threads === 1 ? '1 thread' : '2 threads'}`,
        floor: parse(tree), command: elvar(tree, ['check', '--no-cache'], { ELVAR_THREADS: String(threads) }),
        threads, asked: asked[threads - 1], mostMemory: name === 'everything' ? 300 : undefined,
      };
    }
  }
  const single = path.join(folder, 'single');
  mkdirSync(single);
  writeFileSync(path.join(single, 'large.js'), largeFile(path.join(tree, 'jsm')));
  writeFileSync(path.join(single, 'elvar.yaml'), 'presets: [elvar:everything]\n');
  yield {
    title: 'one file of 2 MB, every rule', floor: parse(single), command: elvar(single, ['check', '--no-cache']), asked: 3,
  };

  const cache = { ELVAR_CACHE: path.join(folder, 'cache') };
  writeFileSync(path.join(tree, 'elvar.yaml'), LAYERS.starter);
  const resolve = elvar(tree, ['resolve'], cache);
  yield { title: 'warm check, the starter set, to resolve', floor: resolve, command: elvar(tree, ['check'], cache), asked: 1.4 };
  yield {
    title: 'preview of a level, after a check, to resolve', floor: resolve,
    command: elvar(tree, ['set', 'slips/syntax', 'note', '--dry-run'], cache), asked: 2,
  };
  yield {
    title: 'preview of what was tried before, to resolve', floor: resolve,
    command: elvar(tree, ['set', 'slips/*', 'error', '--dry-run'], cache), asked: 2,
  };

  const large = path.join(folder, 'large');
  mkdirSync(large);
  generateTree(large, { files: 100_000, layers: 2_000, zones: 300 });
  yield {
    title: 'resolve, 100,000 files, 2,000 layers, 300 zones', floor: walk(large),
    command: elvar(large, ['resolve', '--format', 'ndjson']), asked: 2,
  };
  const small = path.join(folder, 'small');
  mkdirSync(small);
  generateTree(small, { files: 10_000, layers: 200, zones: 300 });
  yield {
    title: 'the same, to a tenth of its files', floor: elvar(small, ['resolve', '--format', 'ndjson']),
    command: elvar(large, ['resolve', '--format', 'ndjson']), asked: 10,
  };
  rmSync(large, { recursive: true });
}

/** A script of nearly 2 MiB: the modules of a folder, each in a function of its own, without what only a module may have. */
function largeFile(folder) {
  let text = '';
  for (const name of readdirSync(folder, { recursive: true }).map(String).filter((own) => own.endsWith('.js')).sort()) {
    const own = readFileSync(path.join(folder, name), 'utf8')
      .replace(/^import\s[^;]*;/gm, '')
      .replace(/^export\s*\{[^}]*\}[^;]*;/gm, '')
      .replace(/^export\s+(?:default\s+)?/gm, '');
    if (/\bimport\.meta\b|\bawait\b/.test(own)) continue;
    const part = `( function () {\n${own}\n} )();\n`;
    if (text.length + part.length < 2 * 1024 * 1024 - 1024) text += part;
  }
  return text;
}
