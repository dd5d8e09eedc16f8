// Puts the command line and what it imports into one file, and what V8 makes of it beside that: each takes about a third off
// the time to start. The library stays as compiled.
import { build } from 'esbuild';
import { createHash } from 'node:crypto';
import { cpSync, existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';

const here = path.join(import.meta.dirname, '..');
const target = path.join(here, 'dist', 'cli');

/** Packages of which few runs call anything, and what is called: they are set up by the first call. */
const LATE_PACKAGES = {
  'string-width': 'export default (text, ...others) => (/^[\\x20-\\x7e\\n]*$/.test(text ?? "") ? (text ?? '
    + '"").replaceAll("\\n", "").length : load()(text, ...others));',
  picocolors: 'export default { createColors: (...given) => load().createColors(...given) };',
  'fast-xml-builder': 'export default function (...given) { return new (load())(...given); };',
  '@inquirer/checkbox': 'export default (...given) => load()(...given);',
  '@inquirer/confirm': 'export default (...given) => load()(...given);',
};

/** Modules of Node that few runs need, and that take Node a while to load: they wait until something of them is called. */
const LATE_MODULES = ['node:child_process', 'node:crypto', 'node:worker_threads', 'assert'];

/** Two of their functions are called in every run: as long as what they claim holds, no module is needed for it. */
const HOLDS = { strictEqual: 'Object.is(given[0], given[1])', notStrictEqual: '!Object.is(given[0], given[1])' };

/** What makes a `require` of one's own is called by packages that hardly ever use it. */
const LATE_REQUIRE =
  'export const createRequire = (from) => { let own; return (...given) => (own ??= '
    + 'require("node:module").createRequire(from))(...given); };';

const late = {
  name: 'late',
  setup({ onResolve, onLoad, resolve }) {
    onResolve(
      { filter: new RegExp(`^(?:${Object.keys(LATE_PACKAGES).join('|')})$`) },
      async ({ path: name, importer, resolveDir, kind, pluginData }) => {
        // Older packages take what they require as it is.
        if (pluginData === 'itself' || kind !== 'import-statement') return undefined;
        const { path: file } = await resolve(name, { importer, resolveDir, kind, pluginData: 'itself' });
        return { path: file, namespace: 'late', pluginData: name };
      },
    );
    onLoad({ filter: /.*/, namespace: 'late' }, ({ path: file, pluginData: name }) => ({
      contents: `let loaded;
        const load = () => {
          loaded ??= require(${JSON.stringify(file)});
          return loaded.default ?? loaded;
        };
        ${LATE_PACKAGES[name]}`,
      resolveDir: path.dirname(file),
    }));
    onResolve({ filter: new RegExp(`^(?:${LATE_MODULES.join('|')})$`) }, ({ path: name, kind }) =>
      (kind === 'import-statement' ? { path: name, namespace: 'late-module' } : undefined));
    onLoad({ filter: /.*/, namespace: 'late-module' }, async ({ path: name }) => {
      const functions = Object.entries(await import(name)).filter(([, value]) => typeof value === 'function').map(([key]) => key);
      return {
        contents: `let loaded;
          const load = () => (loaded ??= require(${JSON.stringify(name)}));
          for (const key of ${JSON.stringify(functions.filter((key) => HOLDS[key] === undefined))}) exports[key] = function (...given) { return new.target ? new (load()[key])(...given) : load()[key](...given); };
          ${functions.flatMap((key) => HOLDS[key] === undefined ? [] : `exports.${key} = (...given) => { if `
            + `(!(${HOLDS[key]})) load().${key}(...given); };`).join('\n')}`,
      };
    });
    onResolve({ filter: /^(?:node:)?module$/ }, ({ kind }) =>
      (kind === 'import-statement' ? { path: 'module', namespace: 'late-require' } : undefined));
    onLoad({ filter: /.*/, namespace: 'late-require' }, () => ({ contents: LATE_REQUIRE }));
  },
};

/**
 * How both bundles of the program are made.
 * @satisfies {import('esbuild').BuildOptions}
 */
const bundled = {
  absWorkingDir: here,
  metafile: true,
  bundle: true,
  minifySyntax: true,
  minifyWhitespace: true,
  charset: 'ascii',
  platform: 'node',
  format: 'cjs',
  target: 'node20',
  alias: { 'web-tree-sitter': path.join(here, 'node_modules', 'web-tree-sitter', 'web-tree-sitter.cjs') },
  logLevel: 'warning',
};

const { metafile } = await build({
  ...bundled,
  entryPoints: [path.join(target, 'start.js')],
  outfile: path.join(target, 'program.cjs'),
  // A script that is not run by Node itself can only load by `require`.
  supported: { 'dynamic-import': false },
  // The program finds its files relative to this one, whose place the loader supplies. Yargs gets the width of its help;
  // asking for it, as it does in every run, has Node load a good part of itself.
  define: { 'import.meta.url': 'moduleUrl', 'process.stdout.columns': 'undefined' },
  banner: { js: '(function (module, exports, require, __filename, __dirname, moduleUrl) {' },
  footer: { js: '})' },
  plugins: [late],
});

// What loads that file, in the process and in a thread of it: scripts of the older kind, since Node takes some five milliseconds
// longer to begin with a module.
await build({
  absWorkingDir: here,
  entryPoints: [path.join(target, 'main.js'), path.join(target, 'worker.js')],
  outdir: target,
  outExtension: { '.js': '.cjs' },
  bundle: true,
  platform: 'node',
  format: 'cjs',
  target: 'node20',
  define: { 'import.meta.url': 'moduleUrl' },
  banner: { js: "const moduleUrl = require('node:url').pathToFileURL(__filename).href;" },
  logLevel: 'warning',
});

// What answers editors, in a file of its own: no other run needs it.
const { metafile: ofEditor } = await build({
  ...bundled,
  entryPoints: [path.join(here, 'dist', 'editor', 'serve.js')],
  outfile: path.join(target, 'editor.cjs'),
  define: { 'import.meta.url': 'moduleUrl' },
  banner: { js: "const moduleUrl = require('node:url').pathToFileURL(__filename).href;" },
});

// The script of the page: it runs in browsers, as part of a file, where `</script` would end it.
await build({
  absWorkingDir: here,
  entryPoints: [path.join(here, 'page', 'page.ts')],
  outfile: path.join(here, 'dist', 'page', 'page.js'),
  bundle: true,
  minify: true,
  charset: 'ascii',
  format: 'iife',
  target: 'es2022',
  logLevel: 'warning',
});

// The packages in the file are other people's work: their licences go with it.
const folders = new Set(Object.keys({ ...metafile.inputs, ...ofEditor.inputs })
  .filter((input) => !input.startsWith('late'))
  .flatMap((input) => /^(?:.*\/)?node_modules\/(?:@[^/]+\/)?[^/]+/.exec(input)?.[0] ?? []));
const notices = [...folders].sort().map((folder) => {
  const { name, version, license } = JSON.parse(readFileSync(path.join(here, folder, 'package.json'), 'utf8'));
  const file = readdirSync(path.join(here, folder)).find((entry) => /^licen[cs]e/i.test(entry));
  const text = file !== undefined && existsSync(path.join(here, folder, file))
    ? readFileSync(path.join(here, folder, file), 'utf8')
    : `${license}\n`;
  return `${name} ${version}\n\n${text}`;
});
writeFileSync(path.join(target, 'LICENSES.txt'), notices.join(`\n${'-'.repeat(72)}\n\n`));

// V8 compiles a function when it is first called, so the cache is made after work of the usual kinds, all of it on this thread.
process.env.ELVAR_THREADS = '1';
const { loadProgram } = await import(path.join(target, 'load-program.js'));
const { program, script, cacheName } = loadProgram();
const demo = path.join(here, 'demo', 'harbour');
const home = mkdtempSync(path.join(tmpdir(), 'elvar-build-'));
const terminal = { out: () => {}, err: () => {}, env: { HOME: home }, isTerminal: false, columns: 100 };
// The demo's own layers turn rules off: a copy of its files with all of them on is checked as well.
const strict = path.join(home, 'strict');
cpSync(demo, strict, { recursive: true, filter: (file) => !path.basename(file).startsWith('elvar') });
writeFileSync(path.join(strict, 'elvar.yaml'), 'presets: [elvar:everything]\n');
for (const [root, ...command] of [
  [demo, 'check'],
  [demo, 'resolve'],
  [demo, 'explain', 'kiosk/clock.js'],
  [demo, 'scope'],
  [demo, 'fix', '--dry-run'],
  [demo, 'doctor'],
  [strict, 'check'],
]) {
  const code = await program.runProgram([...command, '--root', root], { ...terminal, directory: root });
  // What is found in the demo ends with 1.
  if (code > 1) throw new Error(`elvar ${command.join(' ')} ended with ${code} on the demo`);
}
rmSync(home, { recursive: true });
writeFileSync(path.join(target, cacheName), script.createCachedData());

// Which program this is: what an earlier one has found is nothing to go by.
const dist = path.join(here, 'dist');
const digest = createHash('sha256');
for (const file of readdirSync(dist, { recursive: true })
  .map(String)
  .filter((name) => /\.(?:js|cjs|wasm|txt)$/.test(name))
  .sort()) {
  digest.update(file).update(readFileSync(path.join(dist, file)));
}
writeFileSync(path.join(dist, 'build-id'), `${digest.digest('hex')}\n`);
