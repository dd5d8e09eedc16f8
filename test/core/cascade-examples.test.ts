import { expect, test } from 'vitest';
import { DirectoryRules } from '../../src/core/cascade/directory-rules.js';
import { Resolver } from '../../src/core/cascade/resolver.js';
import { CATALOG } from '../../src/core/catalog/registry.js';
import { readSetting } from '../../src/core/layers/bind/command-line.js';
import { readLayer } from '../support/layers.js';
import type { SelectingStatement } from '../../src/core/layers/stack.js';
import type { Decision } from '../../src/core/model/statement.js';

const RULE = 'text/line-width';

/** What is decided for a file of the innermost directory. @param layers the texts of layer files, that of the root first. */
function decide(
  layers: readonly string[],
  { rule = RULE, set = [], presets = {} }: {
    rule?: string;
    set?: readonly string[];
    presets?: Readonly<Record<string, string>>;
  } = {},
): Decision {
  const settings = set.map((text) => readSetting(text, CATALOG) as SelectingStatement);
  const resolver = new Resolver(CATALOG, '2026-06-15', settings);
  const read = (text: string, file: string, role: 'root' | 'directory' | 'preset') => {
    const { layer, problems } = readLayer(text, { file, role }, CATALOG);
    expect(problems).toEqual([]);
    return layer;
  };
  let rules = DirectoryRules.NONE;
  layers.forEach((text, depth) => {
    const file = `${'a/'.repeat(depth)}elvar.yaml`;
    if (depth > 0) rules = rules.descend('a');
    rules = rules.with(read(text, file, depth === 0 ? 'root' : 'directory'), ({ reference }) =>
      read(presets[reference.text] as string, reference.text, 'preset'));
  });
  return rules.rulesFor('plan.py', 'python', resolver).decisions.get(rule) as Decision;
}

const effects = ({ trail }: Decision): string[] => trail.slice(1).map(({ effect }) => effect);
const refused = ({ trail }: Decision): (readonly string[])[] =>
  trail.slice(1).map(({ refused: parts }) => parts.map(({ part }) => part));

test('a guard counts from the next statement on, and not for the file that gives it', () => {
  const decision = decide(
    ['rulings:\n  text/*: { level: error, guard: no-weaker }\n  text/line-width: note\n', 'rulings: { text/line-width: off }\n'],
  );
  expect([decision.level, decision.by, decision.over, effects(decision)]).toEqual(
    ['note', 2, 1, ['applied', 'applied', 'refused']],
  );
});

test('a guard remembers the state as the latest statement of its own file left it', () => {
  const decision = decide([
    'rulings:\n  text/*: { level: error, guard: no-weaker }\nzones:\n- rulings: { text/line-width: note }\n',
    'rulings: { text/line-width: note }\n',
  ]);
  expect([decision.level, effects(decision)]).toEqual(['note', ['applied', 'applied', 'applied']]);
});

test('a guard does not bind the presets of its own file, and binds those of others', () => {
  const presets = { './style.yaml': 'rulings: { text/line-width: off }\n' };
  const own = decide(
    ['rulings: { text/*: { level: error, guard: no-weaker } }\nzones:\n- presets: [./style.yaml]\n'], { presets },
  );
  expect([own.level, effects(own)]).toEqual(['off', ['applied', 'applied']]);
  const other = decide(['rulings: { text/*: { level: error, guard: no-weaker } }\n', 'presets: [./style.yaml]\n'], { presets });
  expect([other.level, effects(other)]).toEqual(['error', ['applied', 'refused']]);
});

test('what a guard does not refuse of a statement is applied, and the refused parts are named', () => {
  const decision = decide([
    'rulings: { text/line-width: { level: warning, options: { max: 100 }, guard: no-weaker } }\n',
    'rulings: { text/line-width: { level: error, options: { max: 120, tab-width: 8 }, waivers: refuse } }\n',
  ]);
  expect([decision.level, decision.options['max']?.value, decision.options['tab-width']?.value, decision.waivers]).toEqual(
    ['error', 100, 8, 'refuse'],
  );
  expect([effects(decision), refused(decision)]).toEqual([['applied', 'partly-refused'], [[], ['options.max']]]);
});

test('a fixed guard holds the freedoms too, each by itself', () => {
  const decision = decide([
    'rulings: { text/line-width: { level: warning, waivers: refuse, guard: fixed } }\n',
    'rulings: { text/line-width: { waivers: allow, ledger: refuse, fix: allow } }\n',
  ]);
  expect([decision.waivers, decision.fix, decision.ledger, effects(decision), refused(decision)[1]]).toEqual(
    ['refuse', 'allow', 'allow', ['applied', 'partly-refused'], ['waivers', 'ledger']],
  );
});

test('under no-weaker a freedom that is refused stays so, and one that is allowed may be refused', () => {
  const decision = decide([
    'rulings: { text/line-width: { level: note, ledger: refuse, guard: no-weaker } }\n',
    'rulings: { text/line-width: { ledger: allow, waivers: refuse } }\n',
  ]);
  expect([decision.ledger, decision.waivers, refused(decision)[1]]).toEqual(['refuse', 'refuse', ['ledger']]);
});

test('a guard: none lifts the guard of its own file alone', () => {
  const decision = decide([
    'rulings: { text/line-width: { level: error, guard: no-weaker } }\n',
    'rulings: { text/line-width: { guard: none, level: note } }\n', 'rulings: { text/line-width: off }\n',
  ]);
  expect([decision.level, effects(decision), decision.guards]).toEqual(
    ['error', ['applied', 'refused', 'refused'], [{ kind: 'no-weaker', by: 1 }]],
  );
});

test('a statement holds through its last day, and its guard goes with it', () => {
  const layers = (until: string): string[] =>
    [`rulings: { text/line-width: { level: error, guard: fixed, until: ${until} } }\n`, 'rulings: { text/line-width: note }\n'];
  expect([decide(layers('2026-06-15')).level, decide(layers('2026-06-14')).level]).toEqual(['error', 'note']);
  expect(effects(decide(layers('2026-06-14')))).toEqual(['expired', 'applied']);
});

test('inherit: false cuts off what is not guarded, options and all, and leaves what is', () => {
  const decision = decide([
    'rulings:\n  text/*: { level: error, guard: no-weaker }\n  text/line-width: { options: { max: 70 } }\n',
    'inherit: false\nrulings: { text/line-width: off }\n',
  ]);
  expect([decision.level, decision.options['max']?.value, effects(decision)]).toEqual(
    ['error', 100, ['applied', 'cut-off', 'refused']],
  );
});

test('a cap lowers what is above it, after all else of its file', () => {
  const decision = decide(
    ['at-most: note\nrulings: { text/line-width: error }\nzones:\n- rulings: { text/line-width: warning }\n'],
  );
  expect([decision.level, decision.by, decision.over, effects(decision)]).toEqual(
    ['note', 3, 2, ['applied', 'applied', 'capped']],
  );
});

test('a cap that lowers nothing is idle: it decided nothing, and hides nothing', () => {
  const decision = decide(['at-most: warning\nrulings: { text/line-width: off }\n', 'rulings: { text/line-width: note }\n']);
  expect([decision.level, decision.by, decision.over, effects(decision)]).toEqual(['note', 3, 1, ['applied', 'idle', 'applied']]);
});

test('a guard refuses a cap as it would refuse a ruling of that level', () => {
  const decision = decide(['rulings: { text/line-width: { level: error, guard: no-weaker } }\n', 'at-most: note\n']);
  expect([decision.level, effects(decision), refused(decision)[1]]).toEqual(['error', ['applied', 'refused'], ['level']]);
});

test('the command line comes last, and guards bind it', () => {
  const layers = ['rulings: { text/*: { level: warning, guard: no-weaker } }\n'];
  expect(decide(layers, { set: ['text/line-width=error', 'text/line-width=note'] })).toMatchObject(
    { level: 'error', by: 2, over: 1 },
  );
});

test('each item of a list belongs to the statement that brought it', () => {
  const decision = decide([
    'rulings: { idiom/debug-print: { level: note, options: { calls: [log, dump] } } }\n',
    'rulings: { idiom/debug-print: { options: { calls: { add: [say, log], drop: [dump] } } } }\n',
    'rulings: { idiom/debug-print: { options: { calls: { add: [log], drop: [log] } } } }\n',
  ], { rule: 'idiom/debug-print' });
  expect(decision.options['calls']).toEqual(
    { value: ['say', 'log'], by: 3, over: 2, items: [{ value: 'say', by: 2 }, { value: 'log', by: 3 }] },
  );
});
