import fc from 'fast-check';
import { beforeAll, describe, expect, test } from 'vitest';
import { CATALOG } from '../../src/core/catalog/registry.js';
import type { ProjectHit } from '../../src/core/finders/finder.js';
import { findInProject } from '../../src/core/inspect/project-findings.js';
import { builtGrammars } from '../support/grammars.js';
import { projectOf } from '../support/projects.js';
import { runs } from '../support/runs.js';
import { notesOf } from '../support/tools.js';

const grammars = builtGrammars();
beforeAll(() => grammars.load(['javascript', 'typescript', 'tsx', 'python', 'json', 'html']));

/** What a rule finds in the files of a project, by path. */
function found(
  files: Readonly<Record<string, string>>, rule: string, skipped: readonly string[] = [],
): Map<string, readonly ProjectHit[]> {
  const project = projectOf(files, grammars, skipped);
  const set = notesOf({ [rule]: {} });
  return new Map(
    project.files.map((file) => [file.path, findInProject(file, project, set, [CATALOG.get(rule) as never])?.hits ?? []]),
  );
}

/** The texts that the hits of a rule stand at, with their files. */
function textsFound(files: Readonly<Record<string, string>>, rule: string): string[] {
  return [...found(files, rule)]
    .flatMap(([path, hits]) => hits.map(({ start, end }) => `${path} ${(files[path] as string).slice(start, end)}`))
    .sort();
}

/** How one module takes from another. */
const TAKING = ['named', 'renamed', 'spread', 'star', 'passed', 'all', 'required', 'whole', 'nothing'] as const;
/** Names of the module `of`, which another one may pass on. */
type Taking = {
  readonly from: number;
  readonly of: number;
  readonly how: (typeof TAKING)[number];
  readonly names: readonly number[];
};

interface Module {
  /** Which of its names it uses itself. */
  readonly own: readonly boolean[];
  readonly takings: readonly Taking[];
  readonly isCommon: boolean;
}

const NAMES = 3;
const taking = (count: number): fc.Arbitrary<Taking> => fc.record({
  from: fc.nat({ max: count - 1 }),
  of: fc.nat({ max: count - 1 }),
  how: fc.constantFrom(...TAKING),
  names: fc.uniqueArray(fc.nat({ max: NAMES - 1 }), { minLength: 1, maxLength: NAMES }),
});
const modules = fc.integer({ min: 2, max: 6 }).chain((count) => fc.array(fc.record<Module>({
  own: fc.array(fc.boolean(), { minLength: NAMES, maxLength: NAMES }), isCommon: fc.boolean(), takings: fc.array(
    taking(count), { maxLength: 3 },
  ),
}), { minLength: count, maxLength: count }));

const nameOf = (module: number, name: number): string => `moor${'abcdef'[module]}${'xyz'[name]}`;
const pathOf = (module: number): string => (module % 2 === 0 ? `quay/m${module}.js` : `m${module}.js`);

function pathTo(from: number, to: number): string {
  return `${from % 2 === 0 ? (to % 2 === 0 ? './' : '../') : (to % 2 === 0 ? './quay/' : './')}m${to}`;
}

/** The code of a module. One of Node's kind has no exports in the language's own way. */
function codeOf({ own, takings, isCommon }: Module, module: number): string {
  const lines = takings.filter(
    ({ from, of }) => from !== module && of !== module,
  ).flatMap(({ from, of, how, names }, turn): string[] => {
    const [path, all] = [pathTo(module, from), names.map((name) => nameOf(of, name))];
    switch (how) {
      case 'named': return isCommon ? [] : [`import { ${all.join(', ')} } from '${path}.js';`];
      case 'renamed': return isCommon
        ? []
        : [`import { ${all.map((name, at) => `${name} as other${turn}${at}`).join(', ')} } from '${path}.js';`];
      case 'spread': return [`const { ${all.join(', ')} } = require('${path}');`];
      case 'star': return isCommon
        ? []
        : [`import * as all${turn} from '${path}';`, ...all.map((name) => `all${turn}.${name}();`)];
      case 'passed': return isCommon ? [] : [`export { ${all.join(', ')} } from '${path}.js';`];
      case 'all': return isCommon ? [] : [`export * from '${path}.js';`];
      case 'required': return [`const own${turn} = require('${path}');`, ...all.map((name) => `own${turn}.${name}();`)];
      case 'whole': return isCommon ? [] : [`import * as nobody${turn} from '${path}';`];
      case 'nothing': return isCommon ? [] : [`import '${path}.js';`];
    }
  });
  const declared = own.map((isUsed, name) =>
    `${isCommon ? '' : 'export '}function ${nameOf(module, name)}() { return ${nameOf(module, name)}; }\n`
      + (isUsed ? `${nameOf(module, name)}();\n` : ''));
  const exported = isCommon ? [`module.exports = { ${own.map((_, name) => nameOf(module, name)).join(', ')} };`] : [];
  return [...lines, ...declared, ...exported, ''].join('\n');
}

/** The modules that somebody can take a name from: its own, and those that pass on all of it. */
function offering(all: readonly Module[], from: number): Set<number> {
  const offers = new Set([from]);
  for (const module of offers) {
    all.forEach(({ takings, isCommon }, other) => void (!isCommon
      && takings.some(({ from: own, of, how }) => own === module && own !== other && of !== other && how === 'all')
      && offers.add(other)));
  }
  return offers;
}

const NAMELESS: readonly Taking['how'][] = ['whole', 'nothing', 'all'];
const WHOLE: readonly Taking['how'][] = ['spread', 'star', 'required', 'whole'];

/** Whether a module takes a name of another, from it or from who passes it on: by its name, or with all and writing the name. */
function takes(all: readonly Module[], module: number, of: number, name: number): boolean {
  if (module === of) return false;
  const { takings, isCommon } = all[module] as Module;
  const real = takings.filter(({ from, of: own, how }) =>
    from !== module && own !== module && (!isCommon || how === 'spread' || how === 'required'));
  const names = (own: Taking): boolean => own.of === of && !NAMELESS.includes(own.how) && own.names.includes(name);
  const sources = offering(all, of);
  return real.some((own) => sources.has(own.from) && (WHOLE.includes(own.how) ? real.some(names) : names(own)));
}

test('an export is dead if, and only if, no module takes it and its own does not use it', () => {
  fc.assert(fc.property(modules, (all) => {
    const files = Object.fromEntries(all.map((module, index) => [pathOf(index), codeOf(module, index)]));
    const expected =
      all.flatMap(
        ({ own }, module) => own.flatMap((isUsed, name) => (isUsed || all.some((_, other) => takes(all, other, module, name))
          ? []
          : [`${pathOf(module)} ${nameOf(module, name)}`])),
      ).sort();
    expect(textsFound(files, 'dead/export'), JSON.stringify(files, null, 1)).toEqual(expected);
  }), { numRuns: runs(60) });
});

describe('circles', () => {
  const graphs = fc.integer({ min: 1, max: 7 }).chain((count) =>
    fc.array(fc.uniqueArray(fc.nat({ max: count - 1 }), { maxLength: 3 }), { minLength: count, maxLength: count }));
  const codes = {
    js: (to: number) => `import './f${to}.js';\n`,
    ts: (to: number) => `import { f${to} } from './f${to}';\n`,
    py: (to: number) => `from .f${to} import f${to}\n`,
  };

  /** Whether a graph has a way from a file back to itself. */
  function isCircular(edges: readonly ReadonlySet<number>[]): boolean {
    const reaches = (from: number, to: number, seen: Set<number>): boolean => [...edges[from] as ReadonlySet<number>].some(
      (next) => next === to || (!seen.has(next) && reaches(next, to, seen.add(next))),
    );
    return edges.some((_, file) => reaches(file, file, new Set()));
  }

  test.each(
    Object.entries(codes),
  )('of %s are told, each a real one, and without their first imports none is left', (ending, code) => {
    fc.assert(fc.property(graphs, (graph) => {
      const edges = graph.map((targets, file) => new Set(targets.filter((to) => to !== file)));
      const files = Object.fromEntries(edges.map((targets, file) =>
        [`f${file}.${ending}`, `${[...targets].map(code).join('')}${ending === 'ts' ? `export const f${file} = 1;\n` : ''}`]));
      const circles = [...found(files, 'imports/circle')].flatMap(([path, hits]) =>
        hits.map(({ message }) => ({ path, ways: message.slice(message.indexOf(': ') + 2).split(' → ') })));
      for (const { path, ways } of circles) {
        expect(ways[0]).toBe(path);
        expect(ways.at(-1)).toBe(path);
        expect(new Set(ways).size).toBe(ways.length - 1);
        ways.slice(1).forEach((way, step) =>
          expect(
            (edges[Number((ways[step] as string).slice(1, 2))] as ReadonlySet<number>).has(Number(way.slice(1, 2))),
          ).toBe(true));
      }
      expect(circles.length > 0).toBe(isCircular(edges));
      for (const { ways: [first = '', second = ''] } of circles) {
        (edges[Number(first.slice(1, 2))] as Set<number>).delete(Number(second.slice(1, 2)));
      }
      expect(isCircular(edges)).toBe(false);
    }), { numRuns: runs(60) });
  });
});

test('a relative import is missing if, and only if, the project has nothing that it may mean', () => {
  const endings = ['.js', '.ts', '.tsx', '.mjs', '.json', '/index.js', '/index.ts', '.vue'];
  const means: Readonly<Record<string, readonly string[]>> = {
    '': endings, '.js': ['.js', '.ts', '.tsx'], '.mjs': ['.mjs'], '.ts': ['.ts'], '.json': ['.json'],
    '/': ['/index.js', '/index.ts'], '/index.js': ['/index.js', '/index.ts'], '.css': endings,
  };
  fc.assert(fc.property(fc.uniqueArray(
    fc.constantFrom(...endings), { maxLength: 3 },
  ), fc.constantFrom(...Object.keys(means)), fc.constantFrom('skip', 'keep'), (present, written, skips) => {
    const files = Object.fromEntries(
      [['a/quay.js', `import '../b/tide${written}';\n`], ...present.map((ending) => [`b/tide${ending}`, '{}\n'])],
    );
    const isThere = written === '.css' || present.some((ending) => (means[written] as readonly string[]).includes(ending));
    const hits = [...found(files, 'imports/missing', skips === 'skip' ? ['b/'] : []).values()].flat();
    expect(hits.length, JSON.stringify([present, written, skips])).toBe(isThere || skips === 'skip' ? 0 : 1);
  }), { numRuns: runs(60) });
});

test('a function of Python is dead if, and only if, nothing names it outside itself; a text makes that less sure', () => {
  const uses = ['call', 'import', 'attribute', 'itself', 'text', 'format', 'comment', 'docs', 'decorated', 'listed'] as const;
  const lines = {
    call: 'NAME()',
    import: 'from tide import NAME',
    attribute: 'quay.NAME',
    text: 'go("NAME")',
    comment: '# NAME',
    format: 'go("" + "moor_" + low)',
  };
  fc.assert(fc.property(fc.uniqueArray(fc.constantFrom(...uses), { maxLength: 3 }), fc.boolean(), (chosen, isHidden) => {
    const name = `${isHidden ? '_' : ''}moor_low`;
    const has = (use: (typeof uses)[number]): boolean => chosen.includes(use);
    const own = `${has('listed') ? `__all__ = ["${name}"]\n` : ''}${has('decorated') ? '@harbour.task\n' : ''}def `
      + `${name}(depth):\n    return ${has('itself') ? `${name}(depth - 1)` : 'depth'}\n`;
    const other = chosen.flatMap((use) => (use in lines ? [lines[use as keyof typeof lines].replace('NAME', name)] : []))
      .join('\n');
    const files = {
      'tide.py': own,
      'quay.py': `${other}\n`,
      'manage.py': 'if __name__ == "__main__":\n    pass\n',
      'README.md': has('docs') ? `Call \`${name}\`.\n` : 'Low tide.\n',
    };
    const hits = found(files, 'dead/function').get('tide.py') ?? [];
    const isUsed = has('call')
      || has('import') || has('attribute') || has('decorated') || has('listed') || (has('format') && !isHidden);
    expect(hits.length, JSON.stringify(files)).toBe(isUsed ? 0 : 1);
    const isUnsure = has('text') || has('docs');
    if (!isUsed) expect(hits[0]?.confidence === 'possible', JSON.stringify([files, hits])).toBe(isUnsure || !isHidden);
  }), { numRuns: runs(60) });
});

describe('what enters from outside', () => {
  const dead = (files: Readonly<Record<string, string>>, rule = 'dead/export'): string[] => textsFound(files, rule);

  test('is what a package names as its entries, what these pass on, and what tests and tools run', () => {
    const code = "export * from './berths.js';\nexport const quay = 1;\n";
    const files = {
      'package.json': '{"name": "harbour", "main": "./lib/start.js"}',
      'lib/start.js': code,
      'lib/berths.js': 'export const berth = 1;\n',
      'lib/tide.js': 'export const low = 1;\n',
      'test/tide.js': 'export const high = 1;\n',
      'harbour.config.js': 'export default {};\n',
    };
    expect(dead(files)).toEqual(['lib/tide.js low']);
    expect(dead({ ...files, 'package.json': '{"private": true}' })).toEqual(
      ['lib/berths.js berth', 'lib/start.js quay', 'lib/tide.js low'],
    );
    expect(
      dead({ ...files, 'package.json': '{"name": "harbour", "exports": {".": "./dist/start.js", "./tide": "./dist/tide.js"}}' }),
    ).toEqual([]);
  });

  test('is what a component or a page takes', () => {
    const files = {
      'tide.js': 'export const low = 1;\nexport const high = 2;\n',
      'ebb.js': 'export default 1;\nexport const flow = 1;\n',
      'quay.js': "const lazy = () => import('./ebb.js');\nlazy();\n",
    };
    expect(dead({ ...files, 'Quay.vue': "<script>\nimport { low } from './tide';\n</script>\n" })).toEqual(
      ['ebb.js flow', 'tide.js high'],
    );
    expect(dead({ ...files, 'index.html': "<script type=\"module\">\nimport { high } from './tide.js';\n</script>\n" })).toEqual(
      ['ebb.js flow', 'tide.js low'],
    );
  });

  test('is a file that a page or a text names', () => {
    const files = {
      'kiosk.js': 'show();\n',
      'prices.js': 'show();\n',
      'fees.js': 'show();\n',
      'index.html': '<script src="kiosk.js"></script>\n',
      'package.json': '{"scripts": {"fees": "node ./fees.js"}}',
    };
    expect([...found(files, 'dead/file')].flatMap(([path, hits]) => (hits.length > 0 ? [path] : []))).toEqual(['prices.js']);
  });

  test('is what a base class that is not of the project may call', () => {
    const classes = 'class Quay extends Place {\n  onTide() {}\n}\nexport const quay = new Quay();\n';
    expect(dead({ 'a.js': `import { Place } from 'places';\n${classes}` }, 'dead/function')).toEqual([]);
    expect(dead({ 'a.js': `class Place {}\n${classes}` }, 'dead/function')).toEqual(['a.js onTide']);
  });
});

test('in a file with mistakes every word counts as used, and what is sound is still judged', () => {
  const files = { 'quay.py': 'def moor():\n    return 1\n\ndef sail():\n    return 1\n\nclass (:\n    wait = moor\n' };
  expect(textsFound(files, 'dead/function')).toEqual(['quay.py sail']);
  expect([...found(files, 'dead/function').values()].flat().map(({ confidence }) => confidence)).toEqual(['possible']);
});
