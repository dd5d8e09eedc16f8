import path from 'node:path';
import fc from 'fast-check';
import { beforeAll, expect, test } from 'vitest';
import { inspect } from '../support/inspect.js';
import { builtGrammars } from '../support/grammars.js';
import { HAS_TIME, runs } from '../support/runs.js';
import { textOf } from '../support/sources.js';
import { builtTools, notesOf } from '../support/tools.js';
import { GRAMMARS } from '../../src/core/languages/languages.js';

const grammars = builtGrammars();
const tools = builtTools(grammars);
beforeAll(() => grammars.load(GRAMMARS));

const name = fc.constantFrom('kiosk', 'quay', 'berth', 'tide');
const directory = fc.array(name, { minLength: 1, maxLength: 3 }).map((steps) => steps.join('/'));

const isIn = (file: string, folder: string): boolean => file.startsWith(`${folder}/`);

/** What the import of a file means in each language, as written in another file. */
const WRITTEN = {
  javascript: {
    ending: 'js',
    write: (from: string, to: string) =>
      `import a from '${path.posix.relative(path.posix.dirname(from), to).replace(/^(?!\.)/, './')}';\n`,
  },
  python: { ending: 'py', write: (_: string, to: string) => `import ${to.replace(/\.py$/, '').replaceAll('/', '.')}\n` },
  cpp: {
    ending: 'cpp', write: (from: string, to: string) => `#include "${path.posix.relative(path.posix.dirname(from), to)}"\n`,
  },
} as const;

test('an import is reported if it leads from the one directory into the other, however it is written', () => {
  let found = 0;
  fc.assert(fc.property(fc.constantFrom(
    'javascript', 'python', 'cpp',
  ), directory, directory, directory, directory, (language, own, other, from, to) => {
    const { ending, write } = WRITTEN[language];
    const [file, target] = [`${own}/a.${ending}`, `${other}/b.${ending}`];
    const set = notesOf({ 'imports/direction': { never: [`${from} -> ${to}`] } });
    const { findings } = inspect(textOf(language, write(file, target), file), set, tools);
    const isBarred = isIn(file, from) && isIn(target, to) && !isIn(file, to);
    // Without a leading dot, Python and C++ may mean another place around the file, too: that is less sure.
    const isSure = write(file, target).includes('.') && /['"]\.|from \./.test(write(file, target));
    expect(
      findings.filter(({ confidence }) => isSure || confidence === 'certain').length,
      `${file} takes from ${target}: ${from} -> ${to}`,
    ).toBe(
      isBarred && isSure ? 1 : 0,
    );
    if (isBarred) expect(findings).toHaveLength(1);
    found += findings.length;
  }), { numRuns: runs(350, 20_000) });
  if (HAS_TIME) expect(found).toBeGreaterThan(50);
});
