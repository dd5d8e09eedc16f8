// Puts the command line and what it imports into one file, and what V8 makes of it beside that: each takes about a third off
// the time to start. The library stays as compiled.
import { build } from 'esbuild';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';

const here = path.join(import.meta.dirname, '..');
const target = path.join(here, 'dist', 'cli');

/** Packages that set up tables of Unicode when they are loaded, for texts that few runs write: they wait until one does. */
const onFirstCall = {
  name: 'on-first-call',
  setup({ onResolve, onLoad, resolve }) {
    onResolve({ filter: /^string-width$/ }, async ({ path: name, importer, resolveDir, kind, pluginData }) => {
      if (pluginData === 'itself') return undefined;
      const found = await resolve(name, { importer, resolveDir, kind, pluginData: 'itself' });
      return found.path.endsWith('.js') && kind === 'import-statement' ? { path: found.path, namespace: 'on-first-call' } : found;
    });
    onLoad({ filter: /.*/, namespace: 'on-first-call' }, ({ path: file }) => ({
      contents: `let loaded; export default (...args) => (loaded ??= require(${JSON.stringify(file)}).default)(...args);`,
      resolveDir: path.dirname(file),
    }));
  },
};

const { metafile } = await build({
  absWorkingDir: here,
  metafile: true,
  entryPoints: [path.join(target, 'start.js')],
  outfile: path.join(target, 'program.cjs'),
  bundle: true,
  minifySyntax: true,
  minifyWhitespace: true,
  charset: 'ascii',
  platform: 'node',
  format: 'cjs',
  target: 'node20',
  // A script that is not run by Node itself can only load by `require`.
  supported: { 'dynamic-import': false },
  alias: { 'web-tree-sitter': path.join(here, 'node_modules', 'web-tree-sitter', 'web-tree-sitter.cjs') },
  // The program finds its files by where this one is, which the loader tells.
  define: { 'import.meta.url': 'moduleUrl' },
  banner: { js: '(function (module, exports, require, __filename, __dirname, moduleUrl) {' },
  footer: { js: '})' },
  plugins: [onFirstCall],
  logLevel: 'warning',
});

// The packages in the file are other people's work: their licences go with it.
const folders = new Set(Object.keys(metafile.inputs).filter((input) => !input.startsWith(`${onFirstCall.name}:`)).flatMap((input) => /^(?:.*\/)?node_modules\/(?:@[^/]+\/)?[^/]+/.exec(input)?.[0] ?? []));
const notices = [...folders].sort().map((folder) => {
  const { name, version, license } = JSON.parse(readFileSync(path.join(here, folder, 'package.json'), 'utf8'));
  const file = readdirSync(path.join(here, folder)).find((entry) => /^licen[cs]e/i.test(entry));
  const text = file !== undefined && existsSync(path.join(here, folder, file)) ? readFileSync(path.join(here, folder, file), 'utf8') : `${license}\n`;
  return `${name} ${version}\n\n${text}`;
});
writeFileSync(path.join(target, 'LICENSES.txt'), notices.join(`\n${'-'.repeat(72)}\n\n`));

// V8 compiles a function when it is first called, so the cache is made after work of the usual kinds, all of it on this thread.
process.env.ELVAR_THREADS = '1';
const { CACHE, loadProgram } = await import(path.join(target, 'load-program.js'));
const { program, script } = loadProgram();
const demo = path.join(here, 'demo', 'harbour');
const home = mkdtempSync(path.join(tmpdir(), 'elvar-build-'));
const terminal = { out: () => {}, err: () => {}, directory: demo, env: { HOME: home }, isTerminal: false, columns: 100 };
for (const command of [['check'], ['resolve'], ['explain', 'kiosk/clock.js'], ['scope'], ['fix', '--dry-run'], ['doctor']]) {
  const code = await program.runProgram([...command, '--root', demo], terminal);
  // What is found in the demo ends with 1.
  if (code > 1) throw new Error(`elvar ${command.join(' ')} ended with ${code} on the demo`);
}
rmSync(home, { recursive: true });
writeFileSync(CACHE, script.createCachedData());
