// What rules that look at the whole project add to a check of 100,000 files: at first sight, and when nothing or one file has
// changed.
import { appendFileSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { compare } from './measure.mjs';

const FILES = Number(process.argv[2] ?? 100_000);
const program = path.join(import.meta.dirname, '..', 'dist', 'cli', 'main.cjs');
const folder = mkdtempSync(path.join(tmpdir(), 'elvar-bench-'));

/** The code of a file: it uses the one before it in its directory, and declares a function that nobody uses once in a while. */
const CODE = {
  ts: (n) => `import { berth${n - 1} } from './file-${n - 1}.js';\n\n/** A berth. */\nexport interface Berth${n} {\n  `
    + `readonly length: number;\n}\n\n/** The place of it. */\nexport function berth${n}(length: number, berth: Berth${n} = { `
    + `length }): number {\n  const around = [length, berth.length].map((value) => value * 2);\n  return `
    + `berth${n - 1}(length) + around.length;\n}\n${n % 9 === 0 ? `\nfunction unused${n}(): number {\n  return ${n};\n}\n` : ''}`,
  js: (n) => `const { tide${n - 1} } = require('./file-${n - 1}');\n\nfunction tide${n}(depth) {\n  if (depth > ${n}) return `
    + `tide${n - 1}(depth - 1);\n  return { low: depth, high: depth + ${n} };\n}\n\nmodule.exports = { tide${n} };\n`,
  py: (n) => `from . import file_${n - 1}\n\n\nclass Vessel${n}:\n    def moor(self, berth):\n        if berth > `
    + `${n}:\n            return file_${n - 1}.wait(berth)\n        return self.sail(berth)\n\n    def sail(self, `
    + `berth):\n        return [berth + index for index in range(${n % 10})]\n\n\ndef wait(berth):\n    return `
    + `Vessel${n}().moor(berth)\n`,
  php: (n) => `<?php\nfunction fee${n}($days)\n{\n    $sum = $days * ${n};\n    if ($sum > 100) {\n        return `
    + `fee${n - 1}($days - 1);\n    }\n    return $sum;\n}\n`,
  java: (n) => `class Ledger${n} {\n    private int sum;\n\n    int add(int value) {\n        sum += value;\n        return `
    + `new Ledger${n - 1}().add(value - 1);\n    }\n}\n`,
};

/** Writes the tree. */
function generate(tree) {
  const kinds = Object.keys(CODE);
  const perDirectory = 50;
  for (let number = 0; number < FILES; number += 1) {
    const directory = path.join(
      tree, `service-${Math.floor(number / perDirectory / 20)}`, `part-${Math.floor(number / perDirectory) % 20}`,
    );
    const index = number % perDirectory;
    if (index === 0) mkdirSync(directory, { recursive: true });
    const kind = kinds[Math.floor(number / perDirectory) % kinds.length];
    writeFileSync(path.join(directory, `${kind === 'py' ? 'file_' : 'file-'}${index + 1}.${kind}`), CODE[kind](index + 1));
  }
}

const WITHOUT = 'presets: [elvar:starter, elvar:tidy]\nrulings: { dead/import: warning, dead/variable: warning, '
  + 'slips/undeclared: off, idiom/final-class: off }\n';
const WITH = `${WITHOUT}  # and what looks at the whole\nzones: [{ rulings: { dead/export: warning, dead/function: warning, `
  + `dead/class: warning, dead/file: warning, imports/circle: warning, imports/missing: warning } }]\n`;

try {
  const trees = { without: WITHOUT, with: WITH };
  const runs = Object.fromEntries(Object.entries(trees).map(([name, layer]) => {
    const tree = path.join(folder, name);
    mkdirSync(tree);
    generate(tree);
    writeFileSync(path.join(tree, 'elvar.yaml'), layer);
    const run = (...args) => ({
      args: [program, 'check', ...args, '--root', tree, '--no-personal', '--quiet'],
      options: { env: { ...process.env, ELVAR_CACHE: path.join(folder, `cache-${name}`) } },
    });
    return [name, { tree, run }];
  }));
  const title = (what) => `check of ${FILES.toLocaleString('en')} files with rules by project, ${what}`;
  compare(title('everything looked at'), runs.without.run('--no-cache'), runs.with.run('--no-cache'), {
    rounds: 3, most: 1.3, floorIs: 'without',
  });
  compare(title('nothing changed'), runs.without.run(), runs.with.run(), { rounds: 5, most: 1.3, floorIs: 'without' });
  const changed = path.join(runs.with.tree, 'service-0', 'part-0', 'file-7.ts');
  compare(
    title('one file changed'),
    runs.without.run(),
    { ...runs.with.run(), before: (round) => appendFileSync(changed, `// ${round}\n`) },
    { rounds: 3, most: 1.5, floorIs: 'without, nothing changed' },
  );
} finally {
  rmSync(folder, { recursive: true, force: true });
}
